import { Box, Button, TextField } from '@mui/material';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { texts } from '../../texts';
import { useRefreshJob } from './useRefreshJob';

const minutes = z.string();
/** The minutes themselves are what a save says it was begun from; none stood there. */
const NONE = -1;

/** Minutes at the bench in all: the next estimate for this model is made of them. */
export function BenchMinutes({ job }: { job: Schemas['Job'] }) {
  const refresh = useRefreshJob(job.id, 'takeIn');
  const edit = useEdit({
    name: `minutes:${job.id}`,
    schema: minutes,
    saved: String(job.benchMinutes ?? ''),
    version: job.benchMinutes ?? NONE,
    send: (typed: string, from, key) =>
      ask(
        api.POST('/api/job/{id}/bench-minutes', {
          params: { path: { id: job.id }, header: { 'Idempotency-Key': key } },
          body: { ...(from !== NONE && { from }), minutes: Number(typed) },
        }),
      ),
    done: refresh,
    after: Number,
    versionOf: (current: Schemas['Job']) => current.benchMinutes ?? NONE,
  });
  const typed = edit.value;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed) void edit.save();
      }}
      sx={{ display: 'flex', gap: 1, alignItems: 'end', mb: 2 }}
    >
      <TextField
        size="small"
        label={texts.benchMinutes.label}
        value={typed}
        onChange={(event) => edit.change(event.target.value.replace(/\D/g, ''))}
        error={edit.refused !== undefined}
        helperText={edit.refused?.message}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        sx={{ width: 210 }}
      />
      <Button type="submit" variant="outlined" disabled={!edit.changed || typed === '' || edit.busy}>
        {texts.benchMinutes.keep}
      </Button>
      <EditNotices edit={edit} showTheirs={refresh} theirs={(current) => current.benchMinutes ?? ''} />
    </Box>
  );
}
