import { Box, Button, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { DraftNotices } from '../../parts/EditNotices';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { journalQuery, type Step } from './queries';
import { useRefreshJob } from './useRefreshJob';

const note = z.string();

/** What was written down by hand in a step, and a place for more. */
export function StepNotes({ job, step }: { job: Schemas['Job']; step: Step }) {
  const refresh = useRefreshJob(job.id, step);
  const [draft, setDraft, about] = useDraft(`note:${job.id}:${step}`, note);
  const [open, setOpen] = useState(draft !== undefined);
  const journal = useQuery(journalQuery(job.id));
  const save = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/job/{id}/note', {
          params: { path: { id: job.id }, header: { 'Idempotency-Key': key } },
          body: { step, what: draft ?? '', done: false },
        }),
      ),
    refresh,
    about,
  );
  const lines = journal.data?.filter((entry) => entry.step === step) ?? [];
  return (
    <Box
      component="details"
      open={open}
      onToggle={(event) => setOpen((event.target as HTMLDetailsElement).open)}
    >
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 32, color: colour.inkSoft }}>
        {texts.notes.written(lines.length)}
      </Box>
      {lines.map((entry, index) => (
        <Box key={index} sx={{ py: 1, borderBottom: `1px solid ${colour.line}` }}>
          <Box sx={{ color: colour.inkSoft, fontSize: 13.5 }}>
            {entry.person}, {momentWords(entry.at)}
          </Box>
          <Box dir="auto" sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
            {entry.what}
            {entry.why && `, ${texts.sheet.because} ${entry.why}`}
          </Box>
        </Box>
      ))}
      <TextField
        label={texts.notes.label}
        multiline
        minRows={2}
        fullWidth
        sx={{ mt: 1.5 }}
        value={draft ?? ''}
        onChange={(event) => setDraft(event.target.value)}
        error={save.refused !== undefined}
        helperText={save.refused?.message}
      />
      <Box sx={{ display: 'flex', gap: 1, mt: 1, alignItems: 'center' }}>
        <Button
          variant="outlined"
          disabled={save.busy || !draft?.trim()}
          onClick={() => void save.run(undefined)}
        >
          {texts.notes.keep}
        </Button>
        <DraftNotices about={about} />
      </Box>
    </Box>
  );
}
