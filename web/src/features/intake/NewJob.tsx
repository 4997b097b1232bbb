import { Box } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, ask } from '../../api/client';
import { DraftNotices } from '../../parts/EditNotices';
import { Page, PageTitle } from '../../parts/Page';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { Counter } from './Counter';
import { ShopRules } from './ShopRules';
import { asIntake, EMPTY, intakeDraft, IntakeForm, type IntakeDraft } from './IntakeForm';

/** Takes in a machine. One sent twice makes one job. */
export default function NewJob() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [draft, setDraft, about] = useDraft('new-job', intakeDraft);
  const save = useSave(
    (now: IntakeDraft, key) =>
      ask(
        api.POST('/api/intake', {
          params: { header: { 'Idempotency-Key': key } },
          body: asIntake(now),
        }),
      ),
    () => void queries.invalidateQueries({ queryKey: ['rack'] }),
    about,
  );
  const intake = draft ?? EMPTY;
  const takeIn = async () => {
    const job = await save.run(intake);
    if (job) void navigate(`/job/${job.id}/takeIn`, { replace: true });
  };
  return (
    <Page head={<PageTitle>{texts.intake.title}</PageTitle>}>
      <Box
        sx={{
          mt: 2,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 720px) minmax(260px, 330px)' },
          gap: 3,
          alignItems: 'start',
        }}
      >
        <IntakeForm
          draft={intake}
          change={setDraft}
          refused={save.refused}
          busy={save.busy}
          submit={() => void takeIn()}
          saveWords={texts.intake.save}
        />
        <Box sx={{ display: 'grid', gap: 2 }}>
          <DraftNotices about={about} />
          <Counter draft={intake} />
          <ShopRules />
        </Box>
      </Box>
    </Page>
  );
}
