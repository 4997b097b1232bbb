import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';
import { decisionsQuery } from './queries';

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
              {decision.overruled && `. ${texts.choose.overruled}`}
              {decision.order && `. ${decision.order.said}`}
            </Box>
          </Box>
          {decision.order?.state === 'waiting' && <Withdraw jobId={jobId} order={decision.order} />}
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
function Withdraw({ jobId, order }: { jobId: number; order: Schemas['Order'] }) {
  const refresh = useRefreshJob(jobId, 'get');
  const save = useSave(
    () =>
      ask(
        api.POST('/api/sourcing/{jobId}/orders/{orderId}/withdraw', {
          params: { path: { jobId, orderId: order.id } },
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
