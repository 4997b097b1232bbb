import { Box, Button, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { PlainSelect } from '../../parts/PlainSelect';
import { useEdit } from '../../parts/useEdit';
import { texts } from '../../texts';
import { refreshJob } from '../job/useRefreshJob';
import { handbackQuery, type Handback } from './queries';

const words = texts.handback;
const OLD = ['returned', 'kept', 'thrownAway'] as const;

const form = z.object({
  oldParts: z.enum(OLD),
  warrantyUntil: z.string(),
  avoid: z.string(),
  next: z.string(),
});
type Form = z.infer<typeof form>;

/** What the owner is told: old parts, warranty, what to avoid, what may come next. */
export function ToldTheOwner({ jobId, known }: { jobId: number; known: Handback }) {
  const queries = useQueryClient();
  const show = (now: Handback) => {
    queries.setQueryData(handbackQuery(jobId).queryKey, now);
    refreshJob(queries, jobId, ['handBack']);
  };
  const edit = useEdit({
    name: `told:${jobId}`,
    schema: form,
    saved: {
      oldParts: known.told?.oldParts ?? 'returned',
      warrantyUntil: known.told ? (known.told.warrantyUntil ?? '') : known.warrantyUntil,
      avoid: known.told?.avoid ?? '',
      next: known.told?.next ?? '',
    },
    version: known.told?.version ?? 0,
    send: (typed: Form, version, key) =>
      ask(
        api.PUT('/api/handback/{jobId}', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: {
            oldParts: typed.oldParts,
            ...(typed.warrantyUntil && { warrantyUntil: typed.warrantyUntil }),
            avoid: typed.avoid,
            next: typed.next,
            version,
          },
        }),
      ),
    done: show,
    versionOf: (current: Schemas['ToldOwner']) => current.version,
  });
  const set = (part: Partial<Form>) => edit.change({ ...edit.value, ...part });
  return (
    <Box component="section" aria-label={words.toldTitle} sx={{ display: 'grid', gap: 1 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.toldTitle}
      </Box>
      <EditNotices
        edit={edit}
        showTheirs={() => void queries.invalidateQueries({ queryKey: ['job', jobId] })}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1 }}>
        <PlainSelect
          label={words.oldParts}
          shown={words.oldParts}
          value={edit.value.oldParts}
          set={(oldParts) => set({ oldParts })}
          options={OLD.map((o) => [o, words.oldPartsAre[o]] as const)}
        />
        <TextField
          type="date"
          size="small"
          label={words.warrantyUntil}
          value={edit.value.warrantyUntil}
          onChange={(event) => set({ warrantyUntil: event.target.value })}
          slotProps={{ inputLabel: { shrink: true } }}
          sx={{ alignSelf: 'end' }}
        />
      </Box>
      <TextField
        size="small"
        multiline
        label={words.avoid}
        value={edit.value.avoid}
        onChange={(event) => set({ avoid: event.target.value })}
      />
      <TextField
        size="small"
        multiline
        label={words.next}
        value={edit.value.next}
        onChange={(event) => set({ next: event.target.value })}
      />
      <Box>
        <Button
          variant="outlined"
          disabled={edit.busy || (!edit.changed && known.told !== undefined)}
          onClick={() => void edit.save()}
        >
          {words.keepTold}
        </Button>
        {edit.refused && <span role="alert"> {edit.refused.message}</span>}
      </Box>
    </Box>
  );
}
