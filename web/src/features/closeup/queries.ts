import { queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

export type Closing = Schemas['JobClosing'];
export type StepBack = Schemas['StepBack'];

export const closingQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'closing'),
    queryFn: () => ask(api.GET('/api/closeup/{jobId}', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'open', 'look', 'read', 'choose', 'closeUp'),
  });
