import { Box, Button, TextField } from '@mui/material';
import { api, ask, type Schemas } from '../../api/client';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { useRefreshJob } from './useRefreshJob';

/** Minutes at the bench in all: the next estimate for this model is made of them. */
export function BenchMinutes({ job }: { job: Schemas['Job'] }) {
  const refresh = useRefreshJob(job.id);
  const [draft, setDraft] = useDraft<string>(`minutes:${job.id}`);
  const save = useSave(
    (minutes: number) =>
      ask(
        api.POST('/api/job/{id}/bench-minutes', {
          params: { path: { id: job.id } },
          body: { ...(job.benchMinutes !== undefined && { from: job.benchMinutes }), minutes },
        }),
      ),
    () => {
      setDraft(undefined);
      refresh();
    },
  );
  const typed = draft ?? String(job.benchMinutes ?? '');
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed) void save.run(Number(typed));
      }}
      sx={{ display: 'flex', gap: 1, alignItems: 'end', mb: 2 }}
    >
      <TextField
        size="small"
        label={texts.benchMinutes.label}
        value={typed}
        onChange={(event) => setDraft(event.target.value.replace(/\D/g, ''))}
        error={save.refused !== undefined}
        helperText={save.refused?.message}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        sx={{ width: 210 }}
      />
      <Button type="submit" variant="outlined" disabled={draft === undefined || typed === '' || save.busy}>
        {texts.benchMinutes.keep}
      </Button>
    </Box>
  );
}
