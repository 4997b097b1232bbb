import { Box, Button } from '@mui/material';
import type { Schemas } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { PlainSelect } from '../../parts/PlainSelect';
import { texts } from '../../texts';
import { withField } from './drive';
import type { Drive, Machine } from './queries';

const words = texts.book;
const FIELDS = ['speedRpm', 'torqueNmm', 'stallTorqueNmm', 'volts', 'amperes', 'stallAmperes'] as const;
const DOES = ['turns', 'travel', 'strokes'] as const;

/** What drives the machine, and what it has to do. */
export function MotorAndWork(props: {
  machine: Machine;
  drive: Drive;
  may: boolean;
  change: (drive: Drive) => void;
}) {
  const { machine, drive, change } = props;
  const part = machine.components.find((c) => c.type === 'motor');
  const [shaft] = drive.shafts;
  const motor: Schemas['Motor'] | undefined =
    drive.motor ?? (part && shaft && { part: part.code, shaft: shaft.code });
  const work: Schemas['Work'] | undefined =
    drive.work ?? (shaft && { shaft: drive.shafts.at(-1)?.code ?? shaft.code, does: 'turns' });
  if (!motor || !work) {
    return part && props.may ? (
      <Button
        variant="outlined"
        sx={{ mt: 1 }}
        onClick={() =>
          change({
            ...drive,
            shafts: [{ code: 'motor', words: words.motorShaft, held: false }],
            wheels: [{ code: 'gear1', part: part.code, shaft: 'motor' }],
            motor: { part: part.code, shaft: 'motor' },
          })
        }
      >
        {words.begin}
      </Button>
    ) : null;
  }
  const grid = {
    border: 0,
    m: 0,
    p: 0,
    minWidth: 0,
    display: 'grid',
    gap: 1,
    gridTemplateColumns: 'repeat(auto-fill, minmax(128px, 1fr))',
  };
  const shafts = drive.shafts.map((s) => [s.code, s.words] as const);
  return (
    <Box sx={{ display: 'grid', gap: 1, mt: 1.5 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.motor}
      </Box>
      <Box component="fieldset" disabled={!props.may} sx={grid}>
        {FIELDS.map((field) => (
          <NumberField
            key={field}
            label={words.motorFields[field]}
            value={motor[field]}
            set={(value) => change({ ...drive, motor: withField(motor, field, value) })}
          />
        ))}
        <PlainSelect
          label={words.shaft}
          shown={words.shaft}
          value={motor.shaft}
          set={(code) => change({ ...drive, motor: { ...motor, shaft: code } })}
          options={shafts}
        />
      </Box>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.work}
      </Box>
      <Box component="fieldset" disabled={!props.may} sx={grid}>
        <PlainSelect
          label={words.workDoes}
          shown={words.workDoes}
          value={work.does}
          set={(does) => change({ ...drive, work: withField({ ...work, does }, 'part', undefined) })}
          options={DOES.map((d) => [d, words.doesWords[d]])}
        />
        <NumberField
          label={words.wanted[work.does]}
          value={work.wanted}
          set={(value) => change({ ...drive, work: withField(work, 'wanted', value) })}
        />
        <ByPart drive={drive} work={work} set={(next) => change({ ...drive, work: next })} />
        {work.does !== 'turns' && work.part === undefined && (
          <NumberField
            label={words.perTurn[work.does]}
            value={work.perTurn}
            set={(value) => change({ ...drive, work: withField(work, 'perTurn', value) })}
          />
        )}
        <PlainSelect
          label={words.shaft}
          shown={words.shaft}
          value={work.shaft}
          set={(code) => change({ ...drive, work: { ...work, shaft: code } })}
          options={shafts}
        />
      </Box>
    </Box>
  );
}

const PARTS = { turns: [], travel: ['rack', 'roller'], strokes: ['crank', 'cam'] } as const;

/** The part that makes travel or strokes of turning, which tells how much a turn is. */
function ByPart(props: { drive: Drive; work: Schemas['Work']; set: (work: Schemas['Work']) => void }) {
  const { drive, work, set } = props;
  const { part } = work;
  if (work.does === 'turns') return null;
  const wheels = drive.wheels.filter((w) => w.shaft === work.shaft);
  return (
    <>
      <PlainSelect
        label={words.by}
        shown={words.by}
        value={part?.kind ?? ''}
        set={(kind) =>
          set(
            withField(
              work,
              'part',
              kind === ''
                ? undefined
                : {
                    kind,
                    ...(kind === 'rack' && { wheel: (wheels[0] ?? drive.wheels[0])?.code ?? '' }),
                    ...(kind === 'roller' && { sizeMm: 10 }),
                  },
            ),
          )
        }
        options={[['', words.byNone], ...PARTS[work.does].map((kind) => [kind, words.parts[kind]] as const)]}
      />
      {part?.kind === 'rack' && (
        <PlainSelect
          label={words.rackWheel}
          shown={words.rackWheel}
          value={part.wheel ?? ''}
          set={(wheel) => set({ ...work, part: { ...part, wheel } })}
          options={wheels.map(
            (w) => [w.code, `${w.code}, ${w.toothCount ?? '?'} × ${w.module ?? '?'}`] as const,
          )}
        />
      )}
      {part && part.kind !== 'rack' && (
        <NumberField
          label={words.partSize[part.kind]}
          value={part.sizeMm}
          set={(value) => set({ ...work, part: withField(part, 'sizeMm', value) })}
        />
      )}
      {part?.kind === 'cam' && (
        <NumberField
          whole
          label={words.lobes}
          value={part.lobes ?? 1}
          set={(value) => set({ ...work, part: withField(part, 'lobes', value) })}
        />
      )}
    </>
  );
}
