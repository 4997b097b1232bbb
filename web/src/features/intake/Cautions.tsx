import { Box, Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';

/** Cautions not yet read stand open, once; read ones are one quiet line. */
export function Cautions({ jobId, cautions }: { jobId: number; cautions: Schemas['JobCaution'][] }) {
  const queries = useQueryClient();
  const tick = useSave(
    (hazard: string) =>
      ask(api.POST('/api/intake/{jobId}/cautions/{hazard}/tick', { params: { path: { jobId, hazard } } })),
    () => void queries.invalidateQueries({ queryKey: ['job', jobId] }),
  );
  return (
    <Box component="section" aria-label={texts.cautions.title} sx={{ display: 'grid', gap: 1, mb: 1 }}>
      {cautions.map((caution) =>
        caution.tickedBy ? (
          <Box
            key={caution.hazard}
            sx={{ color: colour.inkSoft, display: 'flex', gap: 1, alignItems: 'center' }}
          >
            <Mark name="yes" size={15} />
            {caution.words}: {texts.cautions.ticked(caution.tickedBy, momentWords(caution.tickedAt ?? ''))}
          </Box>
        ) : (
          <Box
            key={caution.hazard}
            sx={{
              bgcolor: colour.dangerPale,
              borderLeft: `6px solid ${colour.danger}`,
              px: 1.5,
              py: 1,
              display: 'flex',
              gap: 1.5,
              alignItems: 'center',
            }}
          >
            <Mark name="caution" color={colour.danger} size={24} />
            <Box sx={{ flex: 1 }}>
              <strong>{caution.words}</strong>
              {caution.referOn && (
                <Box component="strong" sx={{ color: colour.danger }}>
                  {' '}
                  {texts.cautions.refer}
                </Box>
              )}
              <Box>{caution.text}</Box>
            </Box>
            <Button
              variant="outlined"
              disabled={tick.busy}
              aria-label={`${texts.cautions.tick}: ${caution.words}`}
              onClick={() => void tick.run(caution.hazard)}
            >
              {texts.cautions.tick}
            </Button>
          </Box>
        ),
      )}
      {tick.refused && <span role="alert">{tick.refused.message}</span>}
    </Box>
  );
}
