import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, ask } from '../../api/client';
import { refreshJob } from './useRefreshJob';

const EVERY_MS = 1000;

/** Asks every second at which steps anybody has done anything on the open job, and shows that. Drafts are not touched. */
export function usePulse(jobId: number): void {
  const queries = useQueryClient();
  const seen = useRef<number>(undefined);
  const pulse = useQuery({
    queryKey: ['pulse', jobId],
    queryFn: () => {
      const query = seen.current === undefined ? {} : { since: seen.current };
      return ask(api.GET('/api/job/{id}/pulse', { params: { path: { id: jobId }, query } }));
    },
    refetchInterval: EVERY_MS,
    staleTime: 0,
    retry: false,
  });
  const now = pulse.data;
  useEffect(() => {
    if (now === undefined) return;
    if (seen.current !== undefined && seen.current !== now.journal) refreshJob(queries, jobId, now.steps);
    seen.current = now.journal;
  }, [now, queries, jobId]);
}
