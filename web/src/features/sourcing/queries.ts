import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { ofJob } from '../job/queries';

/** What to order for everything that is needed; planned anew whenever it is looked at after a change. */
export const planQuery = (seconds: number) =>
  queryOptions({
    queryKey: ['plan', seconds],
    queryFn: ({ signal }) => ask(api.GET('/api/sourcing/plan', { params: { query: { seconds } }, signal })),
    staleTime: 60_000,
  });

/** Orders of which something is still to come. */
export const parcelsQuery = queryOptions({
  queryKey: ['parcels'],
  queryFn: () => ask(api.GET('/api/sourcing/parcels')),
  // A seller's answer comes by itself.
  refetchInterval: (query) => (query.state.data?.some((order) => order.state === 'waiting') ? 2000 : false),
});

/** What a job needs and nobody has ordered yet. */
export const needQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'need'),
    queryFn: () => ask(api.GET('/api/sourcing/{jobId}/need', { params: { path: { jobId } } })),
  });
