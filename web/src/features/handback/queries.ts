import { queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

export type Handback = Schemas['JobHandback'];

export const handbackQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'handback'),
    queryFn: () => ask(api.GET('/api/handback/{jobId}', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'choose', 'get', 'handBack'),
  });
