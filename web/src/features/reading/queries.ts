import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

export const gearQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'gear'),
    queryFn: () => ask(api.GET('/api/reading/{jobId}', { params: { path: { jobId } } })),
    meta: changedBy('read'),
  });
