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

export type Wish = 'cheap' | 'quick' | 'lasting' | 'quiet' | 'asItWas';
export const WISHES = ['cheap', 'quick', 'lasting', 'quiet', 'asItWas'] as const satisfies Wish[];

/** The ways weighed; sellers take a while to answer. */
export const judgementQuery = (jobId: number, sellers: boolean, wish: Wish | undefined) =>
  queryOptions({
    queryKey: ofJob(jobId, 'judgement', sellers, wish ?? ''),
    queryFn: ({ signal }) =>
      ask(
        api.GET('/api/choice/{jobId}/judgement', {
          params: { path: { jobId }, query: { sellers, ...(wish && { wish }) } },
          signal,
        }),
      ),
    meta: changedBy('takeIn', 'look', 'read', 'choose'),
  });

export const materialsQuery = queryOptions({
  queryKey: ['materials'],
  queryFn: () => ask(api.GET('/api/workings/materials')),
  staleTime: Infinity,
});
