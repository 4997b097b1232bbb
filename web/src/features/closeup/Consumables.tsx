import { Box, Button } from '@mui/material';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { NumberField } from '../../parts/NumberField';
import { PlainSelect } from '../../parts/PlainSelect';
import { Tick } from '../../parts/Tick';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { materialsQuery } from '../choice/queries';
import { showTimers } from '../timing/queries';
import { Amounts } from './Amounts';
import { Fields } from './Fields';
import { PressOn } from './PressOn';

const words = texts.consumables;

const LOADS = ['light', 'medium', 'heavy'] as const;
const SPEEDS = ['slow', 'medium', 'fast'] as const;
const USES = ['retain', 'lockThread', 'glue'] as const;

const conditions = z.object({
  gear: z.string(),
  mate: z.string(),
  load: z.enum(LOADS),
  speed: z.enum(SPEEDS),
  temperature: z.number(),
  food: z.boolean(),
  use: z.enum(USES),
  other: z.string(),
  gap: z.number(),
  comesOff: z.boolean(),
  room: z.number(),
});
type Conditions = z.infer<typeof conditions>;
const USUAL: Conditions = {
  gear: 'POM-C',
  mate: 'POM-C',
  load: 'medium',
  speed: 'slow',
  temperature: 30,
  food: false,
  use: 'retain',
  other: 'STEEL',
  gap: 0.05,
  comesOff: false,
  room: 20,
};

/**
 * What to put on what and how much of it: lubricant, bond, press. Without a job nothing is glued to wait for.
 * @param of under which what is typed is kept
 */
export function Consumables({ of, jobId }: { of: string; jobId?: number }) {
  const materials = useQuery(materialsQuery).data ?? [];
  const [draft, setDraft] = useDraft(`onWhat:${of}`, conditions);
  const now = draft ?? USUAL;
  const set = (part: Partial<Conditions>) => setDraft({ ...now, ...part });
  const named = materials.map((m) => [m.code, m.words] as const);
  const pick = (label: string, value: string, part: (code: string) => Partial<Conditions>) => (
    <PlainSelect label={label} shown={label} value={value} set={(code) => set(part(code))} options={named} />
  );
  return (
    <>
      <Box sx={{ display: 'grid', gap: 1.5, alignContent: 'start', gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Box component="h3" sx={{ fontSize: 17, m: 0 }}>
          {words.lubricant}
        </Box>
        <Fields>
          {pick(words.gear, now.gear, (gear) => ({ gear }))}
          {pick(words.mate, now.mate, (mate) => ({ mate }))}
          <PlainSelect
            label={words.load}
            shown={words.load}
            value={now.load}
            set={(load) => set({ load })}
            options={LOADS.map((l) => [l, words.loads[l]] as const)}
          />
          <PlainSelect
            label={words.speed}
            shown={words.speed}
            value={now.speed}
            set={(speed) => set({ speed })}
            options={SPEEDS.map((s) => [s, words.speeds[s]] as const)}
          />
          <NumberField
            label={words.temperature}
            value={now.temperature}
            set={(temperature) => temperature !== undefined && set({ temperature })}
          />
          <Tick label={words.food} checked={now.food} set={(food) => set({ food })} />
        </Fields>
        <Lubricants of={now} draft={of} />
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, alignContent: 'start', gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Box component="h3" sx={{ fontSize: 17, m: 0 }}>
          {words.bond}
        </Box>
        <Fields>
          <PlainSelect
            label={words.use}
            shown={words.use}
            value={now.use}
            set={(use) => set({ use })}
            options={USES.map((u) => [u, words.uses[u]] as const)}
          />
          {pick(words.other, now.other, (other) => ({ other }))}
          <NumberField label={words.gap} value={now.gap} set={(gap) => gap !== undefined && set({ gap })} />
          <NumberField
            label={words.room}
            value={now.room}
            set={(room) => room !== undefined && set({ room })}
          />
          <Tick label={words.comesOff} checked={now.comesOff} set={(comesOff) => set({ comesOff })} />
        </Fields>
        <Bonds {...(jobId !== undefined && { jobId })} of={now} />
        <PressOn of={of} gear={now.gear} shaft={now.other} />
      </Box>
    </>
  );
}

function Lubricants({ of, draft }: { of: Conditions; draft: string }) {
  const found = useQuery({
    queryKey: ['lubricant', of.gear, of.mate, of.load, of.speed, of.temperature, of.food],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/lubricant', {
          body: {
            gear: of.gear,
            mate: of.mate,
            load: of.load,
            speed: of.speed,
            temperatureC: of.temperature,
            food: of.food,
          },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (found.error) return <Box role="alert">{found.error.message}</Box>;
  return (
    <>
      <Weighed found={found.data ?? []} none={words.noLubricant} />
      {found.data?.[0] && <Amounts of={draft} densityGMl={found.data[0].densityGMl} />}
    </>
  );
}

function Bonds({ jobId, of }: { jobId?: number; of: Conditions }) {
  const found = useQuery({
    queryKey: ['bond', of.use, of.gear, of.other, of.gap, of.comesOff, of.room, of.temperature],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/bond', {
          body: {
            use: of.use,
            one: of.gear,
            other: of.other,
            gapMm: of.gap,
            toComeOff: of.comesOff,
            cureC: of.room,
            worksC: of.temperature,
          },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (found.error) return <Box role="alert">{found.error.message}</Box>;
  return (
    <Weighed
      found={found.data ?? []}
      none={words.noBond}
      besides={(bond) => (
        <>
          <Box sx={{ fontFamily: font.figures, whiteSpace: 'nowrap' }}>
            {words.gripsAndBears(bond.gripsMinutes, bond.curesMinutes)}
          </Box>
          {jobId !== undefined && <Glued jobId={jobId} bond={bond} />}
        </>
      )}
    />
  );
}

/** It is on: its times begin to run at the tray. */
function Glued({ jobId, bond }: { jobId: number; bond: Schemas['WeighedBond'] }) {
  const queries = useQueryClient();
  const begin = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/job/{id}/timers', {
          params: { path: { id: jobId }, header: { 'Idempotency-Key': key } },
          body: {
            timers: [
              { kind: 'glueGrips', minutes: bond.gripsMinutes },
              { kind: 'glueBears', minutes: bond.curesMinutes },
            ],
          },
        }),
      ),
    (timers) => {
      showTimers(queries, timers);
      void queries.invalidateQueries({ queryKey: ['job', jobId] });
    },
  );
  return (
    <>
      <Button size="small" variant="outlined" disabled={begin.busy} onClick={() => void begin.run(undefined)}>
        {words.glued}
      </Button>
      {begin.refused && <Box role="alert">{begin.refused.message}</Box>}
    </>
  );
}

interface One {
  code: string;
  words: string;
  fits: boolean;
  why: string[];
}

/** Those that fit, the best first; what speaks against the others below. */
function Weighed<T extends One>(props: { found: T[]; none: string; besides?: (one: T) => ReactNode }) {
  const fits = props.found.filter((one) => one.fits);
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {fits.length === 0 && props.found.length > 0 && <li>{props.none}</li>}
      {props.found.map((one) => (
        <Box
          component="li"
          key={one.code}
          sx={{
            display: 'flex',
            gap: 1,
            alignItems: 'center',
            flexWrap: 'wrap',
            py: 0.5,
            borderBottom: `1px solid ${colour.line}`,
            color: one.fits ? colour.ink : colour.inkSoft,
          }}
        >
          {one.fits ? <Mark name="yes" color={colour.go} /> : <Box sx={{ width: 18 }} />}
          <Box sx={{ flex: '1 1 240px' }}>
            <strong>{one.words}</strong>
            {one.why.length > 0 && `: ${one.why.join(', ')}`}
          </Box>
          {one.fits && props.besides?.(one)}
        </Box>
      ))}
    </Box>
  );
}
