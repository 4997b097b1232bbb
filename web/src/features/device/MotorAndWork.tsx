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
          set={(does) => change({ ...drive, work: { ...work, does } })}
          options={DOES.map((d) => [d, words.doesWords[d]])}
        />
        <NumberField
          label={words.wanted[work.does]}
          value={work.wanted}
          set={(value) => change({ ...drive, work: withField(work, 'wanted', value) })}
        />
        {work.does !== 'turns' && (
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
