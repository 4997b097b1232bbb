import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, ask } from '../../api/client';
import { useRefreshJob } from './useRefreshJob';

const EVERY_MS = 1000;

/** Asks every second whether anybody has done anything on the open job, and then shows it. Drafts are not touched. */
export function usePulse(jobId: number): void {
  const refresh = useRefreshJob(jobId);
  const pulse = useQuery({
    queryKey: ['pulse', jobId],
    queryFn: () => ask(api.GET('/api/job/{id}/pulse', { params: { path: { id: jobId } } })),
    refetchInterval: EVERY_MS,
    staleTime: 0,
    retry: false,
  });
  const seen = useRef<number>(undefined);
  const now = pulse.data?.journal;
  useEffect(() => {
    if (now === undefined) return;
    if (seen.current !== undefined && seen.current !== now) refresh();
    seen.current = now;
  }, [now, refresh]);
}
