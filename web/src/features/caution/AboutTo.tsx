import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';
import { choicesQuery } from '../intake/queries';
import { PlainButton } from '../../parts/PlainButton';

type Operation = Schemas['JobCaution']['operation'];

/** What is about to be done beyond the usual: each brings its cautions. */
export function AboutTo({ jobId, said }: { jobId: number; said: Operation[] }) {
  const refresh = useRefreshJob(jobId, 'open');
  const choices = useQuery(choicesQuery);
  const save = useSave(
    (told: { operation: Operation; on: boolean }) =>
      ask(
        api.PUT('/api/intake/{jobId}/about-to', {
          params: { path: { jobId } },
          body: told,
        }),
      ),
    refresh,
  );
  return (
    <Box
      role="group"
      aria-label={texts.cautions.aboutTo}
      sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', alignItems: 'center' }}
    >
      <Box sx={{ color: colour.inkSoft }}>{texts.cautions.aboutTo}</Box>
      {choices.data?.operations.map((operation) => {
        const on = said.includes(operation.code);
        return (
          <PlainButton
            key={operation.code}
            aria-pressed={on}
            disabled={save.busy}
            onClick={() => void save.run({ operation: operation.code, on: !on })}
            sx={{
              fontSize: 14,
              minHeight: 30,
              px: 1,
              border: `1px solid ${on ? colour.danger : colour.kraftDark}`,
              bgcolor: on ? colour.dangerPale : 'transparent',
              color: colour.ink,
              fontWeight: on ? 700 : 400,
            }}
          >
            {operation.words}
          </PlainButton>
        );
      })}
    </Box>
  );
}
