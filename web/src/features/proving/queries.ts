import { queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

export type Proof = Schemas['JobProof'];

export const proofQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'proof'),
    queryFn: () => ask(api.GET('/api/proving/{jobId}', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'listen', 'closeUp', 'prove'),
  });
