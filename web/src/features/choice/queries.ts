import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

export const waysQuery = queryOptions({
  queryKey: ['ways'],
  queryFn: () => ask(api.GET('/api/choice/ways')),
  staleTime: Infinity,
});

/** With the orders that they led to. */
export const decisionsQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'decisions'),
    queryFn: () => ask(api.GET('/api/choice/{jobId}', { params: { path: { jobId } } })),
    meta: changedBy('choose', 'get'),
  });
