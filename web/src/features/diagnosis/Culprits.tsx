import { Box, Button } from '@mui/material';
import { api, ask, type Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';

/** The culprits stated, and what else may still be wrong: a cured machine may have its second fault. */
export function Culprits({ jobId, heard }: { jobId: number; heard: Schemas['Heard'] }) {
  const refresh = useRefreshJob(jobId, 'listen');
  const withdraw = useSave(
    (fault: string) =>
      ask(
        api.DELETE('/api/diagnosis/{jobId}/culprit', {
          params: { path: { jobId }, query: { fault } },
        }),
      ),
    refresh,
  );
  if (heard.culprits.length === 0) return null;
  return (
    <Box component="section" aria-label={texts.listen.culprits}>
      {heard.culprits.map((culprit) => (
        <Box
          key={culprit.fault}
          sx={{
            bgcolor: colour.goPale,
            borderLeft: `6px solid ${colour.go}`,
            px: 1.5,
            py: 1,
            display: 'flex',
            gap: 1.5,
            alignItems: 'center',
            mb: 0.5,
          }}
        >
          <Mark name="yes" />
          <Box sx={{ flex: 1 }}>
            <strong>{texts.listen.culpritIs(culprit.words)}</strong>
            <Box sx={{ color: colour.inkSoft }}>
              {culprit.by}, {momentWords(culprit.at)}
              {culprit.why && `, ${texts.sheet.because} ${culprit.why}`}
            </Box>
          </Box>
          <Button size="small" variant="outlined" onClick={() => void withdraw.run(culprit.fault)}>
            {texts.listen.withdraw}
          </Button>
        </Box>
      ))}
      {heard.whatElse.length > 0 && (
        <Box sx={{ mt: 1 }}>
          <Box component="h2" sx={{ fontSize: 15, m: 0 }}>
            {texts.listen.whatElse}
          </Box>
          {heard.whatElse.map((other) => (
            <Box key={other.key} sx={{ display: 'grid', gridTemplateColumns: '52px 1fr', gap: 1, py: 0.25 }}>
              <Box sx={{ fontFamily: font.figures, textAlign: 'right' }}>
                {Math.max(1, Math.round(100 * other.probability))}%
              </Box>
              <Box>
                {other.words}
                {other.lookBy && (
                  <Box component="span" sx={{ color: colour.inkSoft }}>
                    : {other.lookBy}
                  </Box>
                )}
              </Box>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
