import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import type { Step } from './queries';

/** What is shown of a job and changes when something is written at one of these steps is asked for again; its tray too. */
export function refreshJob(queries: QueryClient, jobId: number, steps: readonly Step[]): void {
  void queries.invalidateQueries({
    queryKey: ['job', jobId],
    predicate: (query) => {
      const changedBy = query.meta?.steps as Step[] | undefined;
      return changedBy === undefined || changedBy.some((step) => steps.includes(step));
    },
  });
  void queries.invalidateQueries({ queryKey: ['rack'] });
}

/** After a save at a step: what it changed is asked for again. */
export function useRefreshJob(jobId: number, ...steps: Step[]): () => void {
  const queries = useQueryClient();
  const at = steps.join(' ');
  return useCallback(() => refreshJob(queries, jobId, at.split(' ') as Step[]), [queries, jobId, at]);
}
