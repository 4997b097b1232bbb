import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

/** With what earlier machines of the model were like. */
const STEPS = changedBy('takeIn', 'open');

export const ledgerQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'ledger'),
    queryFn: () => ask(api.GET('/api/teardown/{jobId}', { params: { path: { jobId } } })),
    meta: STEPS,
  });

export const otherLedgersQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'other-ledgers'),
    queryFn: () => ask(api.GET('/api/teardown/{jobId}/others', { params: { path: { jobId } } })),
    meta: STEPS,
  });

/** @param other '' for the model's way in, or the last ledger */
export const comparedQuery = (jobId: number, other: number | '') =>
  queryOptions({
    queryKey: ofJob(jobId, 'compare', other),
    queryFn: () =>
      ask(
        api.GET('/api/teardown/{jobId}/compare', {
          params: { path: { jobId }, query: other === '' ? {} : { otherJob: other } },
        }),
      ),
    meta: STEPS,
  });
