import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { PlainButton } from '../../parts/PlainButton';
import { PlainSelect } from '../../parts/PlainSelect';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { materialsQuery } from '../choice/queries';
import { addBeside, addDriven, withField, without, withWheel } from './drive';
import { nameOf } from './ModelTrain';
import type { Drive, Machine } from './queries';

const words = texts.book;
const KINDS = ['external', 'internal', 'worm', 'bevel', 'crown', 'belt'] as const;

/** One set of teeth: a line of what is known; opened, its fields and what hangs on it. */
export function WheelEditor(props: {
  machine: Machine;
  drive: Drive;
  wheel: Schemas['Wheel'];
  study: Schemas['DriveView'] | undefined;
  open: boolean;
  pick: () => void;
  same: Schemas['SameGear'][];
  /** The job one comes from, whose gear this may be. */
  job: number | undefined;
  may: boolean;
  change: (drive: Drive, picked?: string) => void;
  grown: (machine: Machine) => void;
}) {
  const { machine, drive, wheel, study, open } = props;
  const view = study?.wheels.find((w) => w.code === wheel.code);
  const shaft = study?.shafts.find((s) => s.code === wheel.shaft);
  const weakest = study?.weakest === wheel.code;
  const share = view?.jamShare;
  return (
    <Box
      sx={{
        bgcolor: open ? colour.white : colour.label,
        border: `1px solid ${open ? colour.engaged : 'transparent'}`,
      }}
    >
      <PlainButton
        onClick={props.pick}
        aria-expanded={open}
        sx={{
          width: '100%',
          minHeight: 46,
          px: 1.25,
          py: 0.5,
          display: 'grid',
          gridTemplateColumns: 'minmax(0, 1.1fr) minmax(0, 1.3fr) minmax(0, 1.2fr)',
          gap: 1,
          alignItems: 'center',
          textAlign: 'left',
        }}
      >
        <strong>{nameOf(machine, drive, wheel.code)}</strong>
        <Box component="span" sx={{ fontFamily: font.figures, fontSize: 14 }}>
          {words.wheel(wheel)}
        </Box>
        <Box component="span" sx={{ textAlign: 'right', fontFamily: font.figures, fontSize: 14 }}>
          {shaft?.rpm && words.turns(shaft.rpm.value, shaft.secondsATurn)}
        </Box>
      </PlainButton>
      {share !== undefined && (
        <Box sx={{ px: 1.25, pb: 0.75, display: 'flex', gap: 1, alignItems: 'center', fontSize: 14 }}>
          <Box aria-hidden sx={{ width: 120, height: 8, bgcolor: colour.kraftMid, position: 'relative' }}>
            <Box
              sx={{
                position: 'absolute',
                inset: 0,
                width: `${Math.min(100, 100 * share)}%`,
                bgcolor: share > 1 ? colour.engaged : colour.goSoft,
              }}
            />
          </Box>
          <span>
            {words.jam(share)}
            {weakest && <strong> {words.weakest}</strong>}
          </span>
        </Box>
      )}
      {open && <Fields {...props} view={view} />}
    </Box>
  );
}

function Fields(props: Parameters<typeof WheelEditor>[0] & { view: Schemas['WheelView'] | undefined }) {
  const { machine, drive, wheel, view, change, may } = props;
  const materials = useQuery(materialsQuery);
  const [kind, setKind] = useState<Schemas['Meshing']['kind']>('external');
  const [refused, setRefused] = useState('');
  const set = <K extends keyof Schemas['Wheel']>(field: K, value: Schemas['Wheel'][K] | undefined) =>
    change(withWheel(drive, wheel.code, field, value));
  const meshes = drive.meshings.filter((m) => m.driver === wheel.code || m.driven === wheel.code);
  const readHere = async () => {
    setRefused('');
    try {
      props.grown(
        await ask(
          api.POST('/api/train/{jobId}/gear', {
            params: { path: { jobId: props.job as number } },
            body: { wheel: wheel.code, machine },
          }),
        ),
      );
    } catch (failed) {
      if (!(failed instanceof Refused)) throw failed;
      setRefused(failed.message);
    }
  };
  return (
    <Box sx={{ px: 1.25, pb: 1.25, display: 'grid', gap: 1 }}>
      <Box
        component="fieldset"
        disabled={!may}
        sx={{
          border: 0,
          m: 0,
          p: 0,
          minWidth: 0,
          display: 'grid',
          gap: 1,
          gridTemplateColumns: 'repeat(auto-fill, minmax(128px, 1fr))',
        }}
      >
        <NumberField label={words.teeth} value={wheel.toothCount} whole set={(v) => set('toothCount', v)} />
        <NumberField label={words.module} value={wheel.module} set={(v) => set('module', v)} />
        <NumberField label={words.width} value={wheel.faceWidthMm} set={(v) => set('faceWidthMm', v)} />
        <NumberField label={words.bore} value={wheel.boreMm} set={(v) => set('boreMm', v)} />
        <NumberField label={words.diameter} value={wheel.diameterMm} set={(v) => set('diameterMm', v)} />
        <PlainSelect
          label={words.plastic}
          shown={words.plastic}
          value={wheel.material ?? ''}
          set={(code) => set('material', code === '' ? undefined : code)}
          options={[['', words.unknown], ...(materials.data ?? []).map((m) => [m.code, m.words] as const)]}
        />
        <PlainSelect
          label={words.part}
          shown={words.part}
          value={wheel.part}
          set={(code) => set('part', code)}
          options={machine.components.map((c) => [c.code, c.words])}
        />
        <PlainSelect
          label={words.shaft}
          shown={words.shaft}
          value={wheel.shaft}
          set={(code) => set('shaft', code)}
          options={drive.shafts.map((s) => [s.code, s.words])}
        />
      </Box>
      {meshes.map((mesh) => {
        const other = mesh.driver === wheel.code ? mesh.driven : mesh.driver;
        const at = drive.meshings.indexOf(mesh);
        const seen = props.study?.meshes[at];
        return (
          <Box key={other} sx={{ display: 'flex', gap: 1, alignItems: 'end', flexWrap: 'wrap' }}>
            <Box sx={{ flex: 1, minWidth: 200 }}>
              {words.meshWith(mesh.kind, nameOf(machine, drive, other))}
              {seen?.frequencyHz !== undefined && (
                <Box component="span" sx={{ color: colour.inkSoft }}>
                  {' '}
                  {words.meets(seen.frequencyHz, seen.hunting)}
                </Box>
              )}
            </Box>
            <Box sx={{ width: 132 }}>
              <NumberField
                label={words.centre}
                value={mesh.centreDistanceMm}
                set={(mm) =>
                  change({
                    ...drive,
                    meshings: drive.meshings.map((m) =>
                      m === mesh ? withField(m, 'centreDistanceMm', mm) : m,
                    ),
                  })
                }
              />
            </Box>
          </Box>
        );
      })}
      {view?.torqueNmm !== undefined && (
        <Box sx={{ fontFamily: font.figures, fontSize: 15 }}>{words.bears(view)}</Box>
      )}
      {props.same.length > 0 && (
        <Box>
          {words.alsoIn}{' '}
          {props.same.map((s, index) => (
            <span key={`${s.in.id} ${s.otherWheel}`}>
              {index > 0 && ', '}
              <Link to={`/book/${s.in.id}`} style={{ color: colour.go }}>
                {s.in.maker} {s.in.name}
              </Link>{' '}
              ({words.other(s)})
            </span>
          ))}
        </Box>
      )}
      {may && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          {props.job !== undefined && (
            <Button variant="contained" onClick={() => void readHere()}>
              {words.readHere}
            </Button>
          )}
          <PlainSelect
            label={words.kind}
            value={kind}
            set={setKind}
            options={KINDS.map((k) => [k, words.kinds[k]])}
            sx={{ minHeight: 40 }}
          />
          <Button
            variant="outlined"
            onClick={() => change(...addDriven(drive, wheel, wheel.part, kind, words.shaftNumber))}
          >
            {words.addDriven}
          </Button>
          <Button variant="outlined" onClick={() => change(...addBeside(drive, wheel))}>
            {words.addBeside}
          </Button>
          <Button variant="outlined" onClick={() => change(without(drive, wheel.code))}>
            {words.takeOut}
          </Button>
        </Box>
      )}
      {refused && <span role="alert">{refused}</span>}
    </Box>
  );
}
