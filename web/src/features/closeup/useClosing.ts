import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { refreshJob } from '../job/useRefreshJob';
import { closingQuery, type Closing } from './queries';

/** What a save answers is shown at once; the rest of the job is asked for again. */
export function useShown(jobId: number) {
  const queries = useQueryClient();
  return useCallback(
    (now: Closing) => {
      queries.setQueryData(closingQuery(jobId).queryKey, now);
      refreshJob(queries, jobId, ['closeUp']);
    },
    [queries, jobId],
  );
}
