import { queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

/** What is off tells the diagnosis, and which machine it is. */
const STEPS = changedBy('takeIn', 'listen', 'open');

export const heardQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'heard'),
    queryFn: () => ask(api.GET('/api/diagnosis/{jobId}', { params: { path: { jobId } } })),
    meta: STEPS,
  });

export const weighedQuery = (jobId: number, now: Pick<Schemas['Heard'], 'answers' | 'opened'>) =>
  queryOptions({
    queryKey: ofJob(jobId, 'weigh', now.answers, now.opened),
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/diagnosis/{jobId}/weigh', {
          params: { path: { jobId } },
          body: { answers: now.answers, opened: now.opened },
          signal,
        }),
      ),
    meta: STEPS,
  });

export const partTypesQuery = queryOptions({
  queryKey: ['part-types'],
  queryFn: () => ask(api.GET('/api/device/part-types')),
  staleTime: Infinity,
});
