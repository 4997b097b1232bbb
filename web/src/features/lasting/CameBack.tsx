import { Box, Button } from '@mui/material';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { Notice } from '../../parts/Notice';
import { useSave } from '../../parts/useSave';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { changedBy, ofJob } from '../job/queries';
import { refreshJob } from '../job/useRefreshJob';

const words = texts.lasting;

const beforeQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'before'),
    queryFn: () => ask(api.GET('/api/lasting/{jobId}/before', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'listen'),
  });

/** That this machine was here before: whether it came back with that mend decides who pays and what is learned. */
export function CameBack({ jobId, today }: { jobId: number; today: string | undefined }) {
  const queries = useQueryClient();
  const before = useQuery(beforeQuery(jobId)).data ?? [];
  const say = useSave(
    (of: number | undefined) =>
      ask(
        api.PUT('/api/lasting/{jobId}/before', {
          params: { path: { jobId } },
          body: of === undefined ? {} : { of },
        }),
      ),
    (now) => {
      queries.setQueryData(beforeQuery(jobId).queryKey, now);
      refreshJob(queries, jobId, ['takeIn']);
    },
  );
  return before.slice(0, 3).map((job) => (
    <Notice key={job.jobId} look={job.linked ? 'calm' : 'next'}>
      <Mark name={job.linked ? 'yes' : 'caution'} />
      <Box sx={{ flex: 1 }}>
        {words.wasHere(dayWords(job.handedBack), job.sameSerial)}{' '}
        {job.warrantyUntil &&
          today &&
          words.warranty(dayWords(job.warrantyUntil), job.warrantyUntil >= today)}
        {say.refused && <span role="alert"> {say.refused.message}</span>}
      </Box>
      <Button
        variant="outlined"
        sx={{ flex: 'none' }}
        disabled={say.busy}
        onClick={() => void say.run(job.linked ? undefined : job.jobId)}
      >
        {job.linked ? words.notSo : words.cameBack}
      </Button>
    </Notice>
  ));
}
