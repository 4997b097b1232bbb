import { Box } from '@mui/material';
import { useId, type ReactNode } from 'react';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { GearForm, System, Typed } from './gearForm';
import { FigureInput } from '../../parts/FigureInput';
import { PlainSelect } from '../../parts/PlainSelect';

const SYSTEMS: System[] = ['module', 'diametralPitch', 'circularPitchMm'];
const words = texts.workingsPage;

/** Everything that describes a gear's teeth, a few fields in a grid. */
export function GearFields(props: {
  title: string;
  form: GearForm;
  set: (form: GearForm) => void;
  wrong: Typed['wrong'];
  insideToo?: boolean;
  widthToo?: boolean;
}) {
  const { form, set, wrong } = props;
  const field = (name: 'pitch' | 'teeth' | 'angle' | 'helix' | 'shift' | 'width', label: string) => (
    <Field
      label={label}
      group={props.title}
      value={form[name]}
      set={(value) => set({ ...form, [name]: value })}
      message={wrong[name]}
    />
  );
  return (
    <Group title={props.title}>
      <PlainSelect
        label={`${props.title}: ${words.pitch}`}
        shown={words.pitch}
        value={form.system}
        set={(system) => set({ ...form, system })}
        options={SYSTEMS.map((s) => [s, words.systems[s]])}
      />
      {field('pitch', words.systems[form.system])}
      {field('teeth', words.teeth)}
      {field('angle', words.angle)}
      {field('shift', words.shift)}
      {field('helix', words.helix)}
      <PlainSelect
        label={`${props.title}: ${words.depth}`}
        shown={words.depth}
        value={form.stub ? 'stub' : 'full'}
        set={(depth) => set({ ...form, stub: depth === 'stub' })}
        options={[
          ['full', words.depths.full],
          ['stub', words.depths.stub],
        ]}
      />
      {props.insideToo && (
        <PlainSelect
          label={`${props.title}: ${words.where}`}
          shown={words.where}
          value={form.inside ? 'inside' : 'outside'}
          set={(where) => set({ ...form, inside: where === 'inside' })}
          options={[
            ['outside', words.outside],
            ['inside', words.inside],
          ]}
        />
      )}
      {props.widthToo && field('width', words.faceWidth)}
    </Group>
  );
}

/** Fields that belong together, in a grid. */
export function Group(props: { title: string; children: ReactNode }) {
  return (
    <Box
      component="fieldset"
      sx={{
        border: `1px solid ${colour.line}`,
        m: 0,
        mb: 1,
        p: 1,
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(132px, 1fr))',
        gap: 1,
      }}
    >
      <Box component="legend" sx={{ fontWeight: 700, px: 0.5 }}>
        {props.title}
      </Box>
      {props.children}
    </Box>
  );
}

/** One field with its label above and what is wrong below. */
export function Field(props: {
  label: string;
  group?: string;
  value: string;
  set: (value: string) => void;
  message: string | undefined;
}) {
  const id = useId();
  return (
    <Box sx={{ minWidth: 0 }}>
      <label htmlFor={id} style={{ fontSize: 13.5, display: 'block' }}>
        {props.label}
      </label>
      <FigureInput
        id={id}
        aria-label={props.group ? `${props.group}: ${props.label}` : props.label}
        aria-invalid={props.message !== undefined}
        value={props.value}
        set={props.set}
        sx={{ height: 40, ...(props.message === undefined && { borderColor: colour.fieldEdgeStrong }) }}
      />
      {props.message && (
        <Box role="alert" sx={{ color: colour.danger, fontSize: 13.5 }}>
          {props.message}
        </Box>
      )}
    </Box>
  );
}

/** Numbers with their names, two columns of them where there is room. */
export function Numbers({ rows }: { rows: [string, ReactNode][] }) {
  return (
    <Box
      component="dl"
      sx={{
        m: 0,
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' },
        columnGap: 3,
        '& > div': {
          display: 'flex',
          justifyContent: 'space-between',
          gap: 1,
          borderBottom: `1px solid ${colour.line}`,
          py: 0.5,
        },
        '& dd': { m: 0, fontFamily: font.figures, fontWeight: 600 },
      }}
    >
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </Box>
  );
}
