import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { refreshJob } from '../job/useRefreshJob';
import { proofQuery, type Proof } from './queries';

/** What a save answers is shown at once; the rest of the job is asked for again. */
export function useShownProof(jobId: number) {
  const queries = useQueryClient();
  return useCallback(
    (now: Proof) => {
      queries.setQueryData(proofQuery(jobId).queryKey, now);
      refreshJob(queries, jobId, ['prove']);
    },
    [queries, jobId],
  );
}
