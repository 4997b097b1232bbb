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
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';
import { decisionsQuery, waysQuery } from './queries';

type Way = Schemas['WayView']['way'];

const decided = z.object({ way: z.custom<Way | ''>((way) => typeof way === 'string'), reason: z.string() });

/** Step 6: one of the ways, with its reason. Buying goes on to the step Get. */
export function Choose({ job, go }: { job: Schemas['Job']; go: (to: Step) => void }) {
  const refresh = useRefreshJob(job.id, 'choose');
  const [draft, setDraft, about] = useDraft(`choice:${job.id}`, decided);
  const now = draft ?? { way: '' as const, reason: '' };
  const ways = useQuery(waysQuery);
  const save = useSave(
    (way: Way) =>
      ask(
        api.POST('/api/choice/{jobId}', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': about.key || newKey() } },
          body: { version: job.version, way, reason: now.reason },
        }),
      ),
    () => {
      setDraft(undefined);
      refresh();
    },
  );
  const decide = () => {
    if (now.way && now.way !== 'buy') void save.run(now.way);
  };
  useKeys({ 'Alt+Enter': decide });
  const chosen = ways.data?.find((w) => w.way === now.way);
  return (
    <>
      <Decisions jobId={job.id} />
      <Box component="h2" sx={{ fontSize: 17 }}>
        {texts.choose.title}
      </Box>
      <Box
        role="radiogroup"
        aria-label={texts.choose.title}
        sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(190px, 1fr))', gap: 1 }}
      >
        {ways.data?.map((way) => (
          <Box
            component="label"
            key={way.way}
            sx={{
              bgcolor: way.way === now.way ? colour.go : colour.kraft,
              color: way.way === now.way ? colour.white : colour.ink,
              minHeight: 56,
              px: 1.5,
              display: 'flex',
              alignItems: 'center',
              cursor: 'pointer',
              fontWeight: 600,
              '&:focus-within': { outline: `3px solid ${colour.nextEdge}` },
            }}
          >
            <input
              type="radio"
              name="way"
              checked={way.way === now.way}
              onChange={() => setDraft({ ...now, way: way.way })}
              style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
            />
            {way.words}
          </Box>
        ))}
      </Box>
      {now.way === 'buy' ? (
        <Box sx={{ mt: 2 }}>
          <p>{texts.choose.buyHint}</p>
          <Button variant="contained" onClick={() => go('get')}>
            {texts.choose.toGet}
          </Button>
        </Box>
      ) : (
        chosen && (
          <Box sx={{ mt: 2, display: 'grid', gap: 1.5 }}>
            <TextField
              label={texts.choose.why}
              multiline
              minRows={2}
              value={now.reason}
              onChange={(event) => setDraft({ ...now, reason: event.target.value })}
              error={save.refused?.of('reason') !== undefined}
              helperText={save.refused?.of('reason') ?? texts.choose.leads(chosen.leadsTo)}
            />
            <Box sx={{ display: 'flex', alignItems: 'center' }}>
              <Button variant="contained" disabled={save.busy} onClick={decide}>
                {save.busy ? texts.saving : `${texts.choose.decide}: ${chosen.words}`}
              </Button>
              <Key>Alt+Enter</Key>
            </Box>
          </Box>
        )
      )}
      <DraftNotices about={about} />
      {save.refused && save.refused.fields.length === 0 && (
        <Notice look="danger" role="alert">
          {save.refused.message}
        </Notice>
      )}
    </>
  );
}

/** What has been decided, latest first. */
export function Decisions({ jobId }: { jobId: number }) {
  const decisions = useQuery(decisionsQuery(jobId));
  if (!decisions.data?.length) return null;
  return (
    <Box component="section" aria-label={texts.choose.decided}>
      {[...decisions.data].reverse().map((decision) => (
        <Notice key={decision.decidedAt} look={lookOf(decision.order)}>
          <Box sx={{ overflowWrap: 'anywhere', flex: 1 }}>
            <strong>{decision.wayWords}</strong> {texts.sheet.because} {decision.reason}
            <Box sx={{ color: colour.inkSoft, fontSize: 14 }}>
              {decision.decidedBy}, {momentWords(decision.decidedAt)}
              {decision.order && `. ${decision.order.said}`}
            </Box>
          </Box>
          {decision.order?.state === 'waiting' && <Withdraw order={decision.order} />}
        </Notice>
      ))}
    </Box>
  );
}

function lookOf(order: Schemas['Order'] | undefined): 'calm' | 'next' | 'danger' {
  if (order?.state === 'refused') return 'danger';
  return order?.state === 'waiting' ? 'next' : 'calm';
}

/** Takes an order back that the seller has not confirmed. */
function Withdraw({ order }: { order: Schemas['Order'] }) {
  const refresh = useRefreshJob(order.jobId, 'get');
  const save = useSave(
    () =>
      ask(
        api.POST('/api/sourcing/{jobId}/orders/{orderId}/withdraw', {
          params: { path: { jobId: order.jobId, orderId: order.id } },
        }),
      ),
    refresh,
  );
  return (
    <Box>
      <Button variant="outlined" disabled={save.busy} onClick={() => void save.run(undefined)}>
        {save.busy ? texts.saving : texts.choose.withdraw}
      </Button>
      {save.refused && (
        <Box role="alert" sx={{ color: colour.danger, fontSize: 14 }}>
          {save.refused.message}
        </Box>
      )}
    </Box>
  );
}
