import { Box } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, ask, newKey } from '../../api/client';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Counter } from './Counter';
import { ShopRules } from './ShopRules';
import { asIntake, EMPTY, IntakeForm, type IntakeDraft } from './IntakeForm';

/** Takes in a machine. The draft carries the key of its save, so that one sent twice makes one job. */
export default function NewJob() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [draft, setDraft] = useDraft<{ intake: IntakeDraft; key: string }>('new-job');
  const save = useSave(
    (now: { intake: IntakeDraft; key: string }) =>
      ask(
        api.POST('/api/intake', {
          params: { header: { 'Idempotency-Key': now.key } },
          body: asIntake(now.intake),
        }),
      ),
    (job) => {
      setDraft(undefined);
      void queries.invalidateQueries({ queryKey: ['rack'] });
      void navigate(`/job/${job.id}/takeIn`, { replace: true });
    },
  );
  const intake = draft?.intake ?? EMPTY;
  return (
    <Box component="main" sx={{ bgcolor: colour.paper, overflow: 'auto', p: 2 }}>
      <Box component="h1" sx={{ fontSize: 22, mt: 0 }}>
        {texts.intake.title}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 720px) minmax(260px, 330px)' },
          gap: 3,
          alignItems: 'start',
        }}
      >
        <IntakeForm
          draft={intake}
          change={(next) => setDraft({ intake: next, key: draft?.key ?? newKey() })}
          refused={save.refused}
          busy={save.busy}
          submit={() => void save.run(draft ?? { intake: EMPTY, key: newKey() })}
          saveWords={texts.intake.save}
        />
        <Box sx={{ display: 'grid', gap: 2 }}>
          <Counter draft={intake} />
          <ShopRules />
        </Box>
      </Box>
    </Box>
  );
}
