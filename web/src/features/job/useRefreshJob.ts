import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';

/** After a save: everything shown of this job, and its tray in the rack, is asked for again. */
export function useRefreshJob(jobId: number): () => void {
  const queries = useQueryClient();
  return useCallback(() => {
    void queries.invalidateQueries({ queryKey: ['job', jobId] });
    void queries.invalidateQueries({ queryKey: ['rack'] });
  }, [queries, jobId]);
}
