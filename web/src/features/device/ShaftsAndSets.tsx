import { Box, Button } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Labelled } from '../../parts/Labelled';
import { NumberField } from '../../parts/NumberField';
import { PlainSelect } from '../../parts/PlainSelect';
import { Tick } from '../../parts/Tick';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { newCode, withField } from './drive';
import type { Drive, Machine } from './queries';

const words = texts.book;
const COUNTS = ['sunToothCount', 'ringToothCount', 'planetCount'] as const;
const SIDES = ['sun', 'carrier', 'ring'] as const;
const grid = {
  display: 'grid',
  gap: 1,
  gridTemplateColumns: 'repeat(auto-fill, minmax(128px, 1fr))',
  border: 0,
  m: 0,
  p: 0,
  minWidth: 0,
  alignItems: 'end',
};

/** What is not a wheel: shafts that are held or in line with others, planet sets, clutches. */
export function ShaftsAndSets(props: {
  machine: Machine;
  drive: Drive;
  study: Schemas['DriveView'] | undefined;
  may: boolean;
  change: (drive: Drive) => void;
}) {
  const { machine, drive, change, study } = props;
  const shafts = drive.shafts.map((s) => [s.code, s.words] as const);
  const parts = machine.components.map((c) => [c.code, c.words] as const);
  const shaft = (code: string, next: Partial<Schemas['Shaft']>) =>
    change({ ...drive, shafts: drive.shafts.map((s) => (s.code === code ? { ...s, ...next } : s)) });
  const stage = (index: number, next: Schemas['PlanetStage']) =>
    change({ ...drive, planetStages: drive.planetStages.map((s, i) => (i === index ? next : s)) });
  const clutch = (index: number, next: Schemas['Clutch']) =>
    change({ ...drive, clutches: drive.clutches.map((c, i) => (i === index ? next : c)) });
  const first = shafts[0]?.[0];
  const last = shafts.at(-1)?.[0];
  const part = (type: Schemas['Component']['type']) =>
    machine.components.find((c) => c.type === type)?.code ?? machine.components[0]?.code;
  return (
    <Box component="fieldset" disabled={!props.may} sx={{ border: 0, m: 0, p: 0, minWidth: 0 }}>
      {drive.planetStages.map((s, index) => {
        const view = study?.stages[index];
        return (
          <Box key={index} sx={{ bgcolor: colour.label, p: 1.25, mt: 0.5 }}>
            <strong>{machine.components.find((c) => c.code === s.part)?.words}</strong>{' '}
            {view && words.stage(s.set, view)}
            {study?.weakest === s.part && <strong> {words.weakest}</strong>}
            <Box sx={grid}>
              {COUNTS.map((field) => (
                <NumberField
                  key={field}
                  whole
                  label={words.stageFields[field]}
                  value={s.set[field]}
                  set={(value) =>
                    value !== undefined && stage(index, { ...s, set: { ...s.set, [field]: value } })
                  }
                />
              ))}
              <NumberField
                whole
                label={words.stageFields.planet}
                value={s.set.planetToothCounts[0]}
                set={(value) =>
                  value !== undefined &&
                  stage(index, {
                    ...s,
                    set: { ...s.set, planetToothCounts: [value, ...s.set.planetToothCounts.slice(1)] },
                  })
                }
              />
              <NumberField
                label={words.module}
                value={s.set.module}
                set={(value) => stage(index, { ...s, set: withField(s.set, 'module', value) })}
              />
              {SIDES.map((side) => (
                <PlainSelect
                  key={side}
                  label={words.stageFields[side]}
                  shown={words.stageFields[side]}
                  value={s.set[side]}
                  set={(code) => stage(index, { ...s, set: { ...s.set, [side]: code } })}
                  options={shafts}
                />
              ))}
              <Button
                variant="outlined"
                onClick={() =>
                  change({ ...drive, planetStages: drive.planetStages.filter((_s, i) => i !== index) })
                }
              >
                {words.takeOut}
              </Button>
            </Box>
          </Box>
        );
      })}
      {drive.clutches.map((c, index) => (
        <Box key={index} sx={{ bgcolor: colour.label, p: 1.25, mt: 0.5 }}>
          <Box sx={grid}>
            <PlainSelect
              label={words.clutch}
              shown={words.clutch}
              value={c.part}
              set={(code) => clutch(index, { ...c, part: code })}
              options={parts}
            />
            <PlainSelect
              label={words.from}
              shown={words.from}
              value={c.from}
              set={(code) => clutch(index, { ...c, from: code })}
              options={shafts}
            />
            <PlainSelect
              label={words.to}
              shown={words.to}
              value={c.to}
              set={(code) => clutch(index, { ...c, to: code })}
              options={shafts}
            />
            <NumberField
              label={words.slip}
              value={c.slipTorqueNmm}
              set={(value) => clutch(index, withField(c, 'slipTorqueNmm', value))}
            />
            <Button
              variant="outlined"
              onClick={() => change({ ...drive, clutches: drive.clutches.filter((_c, i) => i !== index) })}
            >
              {words.takeOut}
            </Button>
          </Box>
        </Box>
      ))}
      {drive.shafts.length > 0 && (
        <Box component="details" sx={{ mt: 1 }}>
          <Box component="summary" sx={{ cursor: 'pointer', py: 1 }}>
            {words.shafts}
          </Box>
          {drive.shafts.map((s) => (
            <Box key={s.code} sx={{ ...grid, mb: 0.5 }}>
              <Labelled label={words.shaftName}>
                <Box
                  component="input"
                  value={s.words}
                  onChange={(event: React.ChangeEvent<HTMLInputElement>) =>
                    shaft(s.code, { words: event.target.value })
                  }
                  sx={{ font: 'inherit', minHeight: 44, px: 1, border: `1px solid ${colour.fieldEdge}` }}
                />
              </Labelled>
              <PlainSelect
                label={words.inLine}
                shown={words.inLine}
                value={s.inLineWith ?? ''}
                set={(code) =>
                  change({
                    ...drive,
                    shafts: drive.shafts.map((one) =>
                      one === s ? withField(one, 'inLineWith', code === '' ? undefined : code) : one,
                    ),
                  })
                }
                options={[['', words.nothing], ...shafts.filter(([code]) => code !== s.code)]}
              />
              <Tick label={words.held} checked={s.held} set={(held) => shaft(s.code, { held })} />
            </Box>
          ))}
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            <Button
              variant="outlined"
              onClick={() => {
                const code = newCode(
                  'shaft',
                  drive.shafts.map((s) => s.code),
                );
                change({
                  ...drive,
                  shafts: [
                    ...drive.shafts,
                    { code, words: words.shaftNumber(drive.shafts.length + 1), held: false },
                  ],
                });
              }}
            >
              {words.addShaft}
            </Button>
            <Button
              variant="outlined"
              disabled={drive.shafts.length < 3}
              onClick={() => {
                const [sun, carrier, ring] = drive.shafts.slice(-3).map((s) => s.code);
                const of = part('planetStage');
                if (!sun || !carrier || !ring || !of) return;
                const set = {
                  sun,
                  carrier,
                  ring,
                  sunToothCount: 12,
                  ringToothCount: 48,
                  planetToothCounts: [18],
                  planetCount: 3,
                };
                change({ ...drive, planetStages: [...drive.planetStages, { part: of, set }] });
              }}
            >
              {words.addStage}
            </Button>
            <Button
              variant="outlined"
              disabled={drive.shafts.length < 2}
              onClick={() => {
                const of = part('clutch');
                if (!first || !last || !of) return;
                change({ ...drive, clutches: [...drive.clutches, { part: of, from: first, to: last }] });
              }}
            >
              {words.addClutch}
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}
