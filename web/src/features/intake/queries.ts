import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';

export const choicesQuery = queryOptions({
  queryKey: ['intake-choices'],
  queryFn: () => ask(api.GET('/api/intake/choices')),
  staleTime: Infinity,
});

export const serialRulesQuery = queryOptions({
  queryKey: ['serial-rules'],
  queryFn: () => ask(api.GET('/api/intake/serial-rules')),
});

export const hazardsQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'hazards'),
    queryFn: () => ask(api.GET('/api/intake/{jobId}/hazards', { params: { path: { jobId } } })),
    meta: changedBy('takeIn'),
  });

export const knownQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'known'),
    queryFn: () => ask(api.GET('/api/intake/{jobId}/known', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'listen', 'get'),
  });

export const electricalQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'electrical'),
    queryFn: () => ask(api.GET('/api/intake/{jobId}/electrical', { params: { path: { jobId } } })),
    meta: changedBy('takeIn'),
  });
