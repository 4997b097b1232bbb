import { queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';

export type Step = Schemas['Job']['stepsDone'][number];

/**
 * The name of something shown of a job, with all that decides it; `changedBy` the steps of the bench where writing changes
 * it, left out for what any writing does.
 */
export function ofJob(jobId: number, what: string, ...decides: unknown[]) {
  return ['job', jobId, what, ...decides] as const;
}

export function changedBy(...steps: Step[]) {
  return { steps };
}

export const jobQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'sheet'),
    queryFn: () => ask(api.GET('/api/job/{id}', { params: { path: { id: jobId } } })),
  });

export const journalQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'journal'),
    queryFn: () => ask(api.GET('/api/job/{id}/journal', { params: { path: { id: jobId } } })),
  });

export const rackQuery = queryOptions({
  queryKey: ['rack'],
  queryFn: () => ask(api.GET('/api/job/rack')),
});
