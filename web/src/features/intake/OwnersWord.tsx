import { Box, Button, TextField } from '@mui/material';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { momentWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';

type Says = Schemas['OwnerAnswer']['says'];
const typedLimit = z.string();
const SAYS: Says[] = ['agreed', 'asked', 'declined'];

/** Whether the owner was asked, and up to how much the owner has agreed. */
export function OwnersWord({ job, currency }: { job: Schemas['Job']; currency: string }) {
  const refresh = useRefreshJob(job.id, 'takeIn');
  const [limit, setLimit] = useDraft(`owner:${job.id}`, typedLimit);
  const save = useSave(
    (what: { says: Says; version: number }) =>
      ask(
        api.POST('/api/intake/{jobId}/owner', {
          params: { path: { jobId: job.id } },
          body: { ...what, ...(limit ? { limit } : {}) },
        }),
      ),
    () => {
      setLimit(undefined);
      refresh();
    },
  );
  const word = job.ownerWord;
  return (
    <Box component="section" aria-label={texts.owner.title}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 0.5 }}>
        {texts.owner.title}
      </Box>
      <Box sx={{ mb: 0.75 }}>
        {word ? (
          <strong>
            {texts.owner.said(
              word.word as Says,
              word.limit === undefined ? undefined : money(word.limit, currency),
              momentWords(word.at),
            )}
          </strong>
        ) : (
          <Box component="span" sx={{ color: colour.inkSoft }}>
            {texts.owner.notYet}
          </Box>
        )}
      </Box>
      <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'end', flexWrap: 'wrap' }}>
        <TextField
          size="small"
          label={texts.owner.limit(currency)}
          value={limit ?? ''}
          onChange={(event) => setLimit(event.target.value)}
          error={save.refused?.of('limit') !== undefined}
          helperText={save.refused?.of('limit')}
          sx={{ width: 130 }}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        {SAYS.map((says) => (
          <Button
            key={says}
            variant="outlined"
            disabled={save.busy}
            onClick={() => void save.run({ says, version: job.version })}
          >
            {texts.owner.says[says]}
          </Button>
        ))}
      </Box>
      {save.refused && !save.refused.of('limit') && <span role="alert">{save.refused.message}</span>}
    </Box>
  );
}
