import { Box } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { PlainButton } from '../../parts/PlainButton';
import { useSave } from '../../parts/useSave';
import { timeWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { useMay } from '../shop/useRights';
import { leftWords, timersQuery, useSeconds, type Running, showTimers } from './queries';

const words = texts.timing;

/** The times that run for a tray, and what to do when one is over. */
export function Timers({ jobId }: { jobId: number }) {
  const timers = useQuery(timersQuery).data?.filter((timer) => timer.jobId === jobId) ?? [];
  const now = useSeconds(timers.length > 0);
  if (timers.length === 0) return null;
  return (
    <Box component="ul" aria-label={words.title} sx={{ listStyle: 'none', m: 0, mb: 1, p: 0 }}>
      {timers.map((timer) => (
        <TimerLine key={timer.number} timer={timer} now={now} />
      ))}
    </Box>
  );
}

function TimerLine({ timer, now }: { timer: Running; now: number }) {
  const queries = useQueryClient();
  const may = useMay('bench');
  const end = useSave(
    () =>
      ask(
        api.DELETE('/api/job/{id}/timers/{timer}', {
          params: { path: { id: timer.jobId, timer: timer.number } },
        }),
      ),
    (left) => {
      showTimers(queries, left);
      void queries.invalidateQueries({ queryKey: ['job', timer.jobId] });
    },
  );
  const over = now >= timer.overAt;
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1,
        alignItems: 'center',
        px: 1,
        mb: '3px',
        bgcolor: over ? colour.next : colour.label,
      }}
    >
      <Box component="strong" role="timer" sx={{ fontFamily: font.figures, minWidth: 132 }}>
        {over ? words.over : leftWords((timer.overAt - now) / 1000)}
      </Box>
      <Box sx={{ flex: '1 1 160px' }}>
        {over ? timer.then : `${timer.what}, ${words.at(timeWords(timer.endsAt))}`}
      </Box>
      <PlainButton
        disabled={!may || end.busy}
        aria-label={`${over ? words.done : words.stop}: ${timer.what}`}
        onClick={() => void end.run(undefined)}
        sx={{ minHeight: 44, px: 1, textDecoration: 'underline' }}
      >
        {over ? words.done : words.stop}
      </PlainButton>
      {end.refused && (
        <Box role="alert" sx={{ color: colour.danger, flexBasis: '100%' }}>
          {end.refused.message}
        </Box>
      )}
    </Box>
  );
}
