import { Box, Button } from '@mui/material';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { api, ask, type Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { NumberField } from '../../parts/NumberField';
import { PlainButton } from '../../parts/PlainButton';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';

const words = texts.interrupted;
type Kind = Schemas['GoingOn']['kind'];
const KINDS: Kind[] = ['counter', 'telephone', 'question', 'delivery', 'other'];

const interruptionQuery = queryOptions({
  queryKey: ['rack', 'interruption'],
  queryFn: () => ask(api.GET('/api/dayplan/interruption')),
});

/** Begins and ends what breaks off my work. */
export function useInterruption() {
  const queries = useQueryClient();
  const may = useMay('bench');
  const place = useLocation();
  const now = useQuery({ ...interruptionQuery, enabled: may }).data?.goingOn;
  const show = (next: Schemas['MyInterruption']) => {
    queries.setQueryData(interruptionQuery.queryKey, next);
    void queries.invalidateQueries({ queryKey: ['rack'] });
  };
  const begin = useSave((kind: Kind) => {
    const job = /^\/job\/(\d+)/.exec(place.pathname)?.[1];
    return ask(
      api.POST('/api/dayplan/interruption', {
        body: { kind, ...(job !== undefined && { jobId: Number(job) }) },
      }),
    );
  }, show);
  const over = useSave(
    (minutes: number | undefined) =>
      ask(
        api.POST('/api/dayplan/interruption/over', { body: { ...(minutes !== undefined && { minutes }) } }),
      ),
    show,
  );
  return { may, now, begin, over };
}

/** While I am called away: what it is, said in one touch, and back to work in another. */
export function Interrupted() {
  const { may, now, begin, over } = useInterruption();
  const [minutes, setMinutes] = useState<number>();
  useKeys({
    i: () => {
      if (may) void (now ? over.run(minutes) : begin.run('other'));
    },
  });
  if (!now) return null;
  return (
    <Box
      role="status"
      aria-label={words.title}
      sx={{
        bgcolor: colour.next,
        borderLeft: `6px solid ${colour.nextEdge}`,
        px: 2,
        py: 0.75,
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1.5,
        alignItems: 'center',
      }}
    >
      <strong>{words.since(momentWords(now.since))}</strong>
      <Box role="group" aria-label={words.by} sx={{ display: 'flex', flexWrap: 'wrap' }}>
        {KINDS.map((kind) => (
          <PlainButton
            key={kind}
            aria-pressed={now.kind === kind}
            disabled={begin.busy}
            onClick={() => void begin.run(kind)}
            sx={{
              px: 1.25,
              minHeight: 40,
              bgcolor: now.kind === kind ? colour.label : 'transparent',
              fontWeight: now.kind === kind ? 700 : 400,
            }}
          >
            {words.kinds[kind]}
          </PlainButton>
        ))}
      </Box>
      {over.refused && (
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'end' }}>
          <Box role="alert" sx={{ color: colour.danger, alignSelf: 'center' }}>
            {over.refused.message}
          </Box>
          <NumberField label={words.minutes} value={minutes} set={setMinutes} />
        </Box>
      )}
      <Button variant="contained" disabled={over.busy} onClick={() => void over.run(minutes)}>
        {words.back}
        <Key>i</Key>
      </Button>
    </Box>
  );
}

/** What interruptions of the last weeks took, and what they do to the promises. */
export function Disturbed({ disturbance, late }: { disturbance: Schemas['Disturbance']; late: number }) {
  const { may, now, begin } = useInterruption();
  const { cost } = disturbance;
  return (
    <Box component="section" aria-label={words.title}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.title}
      </Box>
      {cost.times === 0 ? (
        <Box sx={{ color: colour.inkSoft }}>{words.none}</Box>
      ) : (
        <>
          <Box>{words.cost(cost.times, cost.minutes + cost.backAtIt, cost.money, cost.currency)}</Box>
          <Box sx={{ color: colour.inkSoft }}>
            {cost.byKind.map((k) => words.ofKind(words.kinds[k.kind], k.times, k.minutes)).join(', ')}
          </Box>
          {late - disturbance.lateMinutes >= 1 && (
            <Box sx={{ color: colour.danger }}>{words.makesLate(late - disturbance.lateMinutes)}</Box>
          )}
        </>
      )}
      {may && !now && (
        <Button
          variant="outlined"
          disabled={begin.busy}
          onClick={() => void begin.run('other')}
          sx={{ mt: 0.5 }}
        >
          {words.begin}
          <Key>i</Key>
        </Button>
      )}
    </Box>
  );
}
