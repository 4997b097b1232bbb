import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { ofJob } from '../job/queries';

export const photosQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'photos'),
    queryFn: () => ask(api.GET('/api/photo/{jobId}', { params: { path: { jobId } } })),
  });

/** How the machine was found and how it is now. */
export const foundAndNowQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'foundAndNow'),
    queryFn: () => ask(api.GET('/api/photo/{jobId}/found-and-now', { params: { path: { jobId } } })),
  });
