import { Box, Button, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, newKey, type Schemas } from '../../api/client';
import { DraftNotices } from '../../parts/EditNotices';
import { Key } from '../../parts/Key';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Culprits } from '../diagnosis/Culprits';
import { BenchMinutes } from './BenchMinutes';
import { STEPS, type Step } from './StepTeeth';
import { useRefreshJob } from './useRefreshJob';
import { journalQuery } from './queries';
import { heardQuery } from '../diagnosis/queries';

const note = z.string();

type NotedStep = keyof typeof texts.notes.ask;

/** A step that is worked by hand: what was done goes into the journal. */
export function StepNotes({
  job,
  step,
  go,
}: {
  job: Schemas['Job'];
  step: NotedStep;
  go: (to: Step) => void;
}) {
  const refresh = useRefreshJob(job.id, step);
  const [draft, setDraft, about] = useDraft(`note:${job.id}:${step}`, note);
  const journal = useQuery(journalQuery(job.id));
  const heard = useQuery({
    ...heardQuery(job.id),
    enabled: step === 'prove',
  });
  const save = useSave(
    (done: boolean) =>
      ask(
        api.POST('/api/job/{id}/note', {
          params: { path: { id: job.id }, header: { 'Idempotency-Key': about.key || newKey() } },
          body: { step, what: draft ?? '', done },
        }),
      ),
    () => {
      setDraft(undefined);
      refresh();
    },
  );
  const finish = async () => {
    const saved = await save.run(true);
    const next = STEPS[STEPS.indexOf(step) + 1];
    if (saved && next) go(next);
  };
  useKeys({ 'Alt+Enter': () => void finish() });
  const lines = journal.data?.filter((entry) => entry.step === step) ?? [];
  return (
    <>
      <Box component="h2" sx={{ fontSize: 17, mt: 0 }}>
        {texts.notes.ask[step]}
      </Box>
      {step === 'prove' && heard.data && <Culprits jobId={job.id} heard={heard.data} />}
      {step === 'handBack' && <BenchMinutes job={job} />}
      {lines.length === 0 && <Box sx={{ color: colour.inkSoft, mb: 2 }}>{texts.notes.none}</Box>}
      {lines.map((entry, index) => (
        <Box key={index} sx={{ py: 1, borderBottom: `1px solid ${colour.line}` }}>
          <Box sx={{ color: colour.inkSoft, fontSize: 13.5 }}>
            {entry.person}, {momentWords(entry.at)}
          </Box>
          <Box dir="auto" sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
            {entry.what}
          </Box>
        </Box>
      ))}
      <TextField
        label={texts.notes.label}
        multiline
        minRows={3}
        fullWidth
        sx={{ mt: 2 }}
        value={draft ?? ''}
        onChange={(event) => setDraft(event.target.value)}
        error={save.refused !== undefined}
        helperText={save.refused?.message}
      />
      <Box sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'center' }}>
        <Button variant="contained" disabled={save.busy} onClick={() => void finish()}>
          {texts.notes.done}
        </Button>
        <Button
          variant="outlined"
          disabled={save.busy || !draft?.trim()}
          onClick={() => void save.run(false)}
        >
          {texts.notes.keep}
        </Button>
        <Key>Alt+Enter</Key>
        <DraftNotices about={about} />
        {save.busy && <Notice look="calm">{texts.saving}</Notice>}
      </Box>
    </>
  );
}
