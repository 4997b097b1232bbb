import { Box, Button, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';

/** Tap along with the clicks: how far apart they come, and how many skips a turn of the output brings. */
export function TapRhythm(props: {
  jobId: number;
  rhythms: Schemas['TappedRhythm'][];
  /** The parts that they fit, the likeliest first. */
  named: Schemas['Named'][];
}) {
  const { jobId, rhythms } = props;
  const refresh = useRefreshJob(jobId, 'listen');
  const [taps, setTaps] = useState<number[]>([]);
  const [skips, setSkips] = useState('');
  const [turns, setTurns] = useState('');
  const tap = () => setTaps((now) => [...now, performance.now()]);
  useKeys({ k: tap });
  const rhythm = useQuery({
    queryKey: ['rhythm', taps],
    queryFn: () => ask(api.POST('/api/workings/diagnosis/rhythm', { body: { tapMs: taps } })),
    enabled: taps.length >= 3,
    placeholderData: (before) => before,
  });
  const save = useSave(
    (tapMs: number[]) =>
      ask(
        api.POST('/api/diagnosis/{jobId}/rhythm', {
          params: { path: { jobId } },
          body: {
            what: texts.tap.clicks,
            tapMs,
            ...(skips ? { skips: Number(skips) } : {}),
            ...(turns ? { outputTurns: Number(turns.replace(',', '.')) } : {}),
          },
        }),
      ),
    () => {
      setTaps([]);
      setSkips('');
      setTurns('');
      refresh();
    },
  );
  return (
    <Box
      component="section"
      aria-label={texts.tap.title}
      sx={{ borderTop: `1px solid ${colour.line}`, pt: 1 }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button variant="outlined" onClick={tap}>
          {texts.tap.tap}
          <Key>k</Key>
        </Button>
        {taps.length === 0 && <Box sx={{ color: colour.inkSoft }}>{texts.tap.how}</Box>}
        {taps.length > 0 && taps.length < 3 && <span role="status">{texts.tap.more(3 - taps.length)}</span>}
        {taps.length >= 3 && rhythm.data && (
          <>
            <Box role="status" sx={{ fontFamily: font.figures, fontSize: 17 }}>
              {texts.tap.every(rhythm.data.periodMs, rhythm.data.uncertaintyMs)}
            </Box>
            <Box sx={{ color: colour.inkSoft }}>
              {texts.tap.spread(rhythm.data.spreadMs, rhythm.data.missed)}
            </Box>
            <TextField
              size="small"
              label={texts.tap.skips}
              value={skips}
              onChange={(event) => setSkips(event.target.value.replace(/\D/g, ''))}
              sx={{ width: 90 }}
            />
            <TextField
              size="small"
              label={texts.tap.turns}
              value={turns}
              onChange={(event) => setTurns(event.target.value.replace(/[^\d.,]/g, ''))}
              sx={{ width: 130 }}
            />
            <Button variant="contained" disabled={save.busy} onClick={() => void save.run(taps)}>
              {texts.tap.keep}
            </Button>
            <Button onClick={() => setTaps([])}>{texts.tap.again}</Button>
          </>
        )}
      </Box>
      {save.refused && <span role="alert">{save.refused.message}</span>}
      {rhythms.map((kept) => (
        <Box key={kept.id} sx={{ mt: 0.5 }}>
          {texts.tap.kept(kept)}
        </Box>
      ))}
      {props.named.map((part) => (
        <Box key={part.part} sx={{ display: 'flex', gap: 1, alignItems: 'center', mt: 0.5 }}>
          <Box aria-hidden sx={{ width: 90, height: 8, bgcolor: colour.kraftMid }}>
            <Box sx={{ height: 8, width: `${100 * part.probability}%`, bgcolor: colour.goSoft }} />
          </Box>
          {texts.tap.named(part)}
        </Box>
      ))}
    </Box>
  );
}
