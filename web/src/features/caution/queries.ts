import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { ofJob } from '../job/queries';

export const cautionsQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'cautions'),
    queryFn: () => ask(api.GET('/api/intake/{jobId}/cautions', { params: { path: { jobId } } })),
  });
