import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { changedBy, ofJob } from '../job/queries';
import type { ToothMap } from './toothMap';

/** The parts it may be are those of the machine. */
const STEPS = changedBy('takeIn', 'look');

export const mappedQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'damage'),
    queryFn: () => ask(api.GET('/api/damage/{jobId}', { params: { path: { jobId } } })),
    meta: STEPS,
  });

export const damageReadQuery = (jobId: number, map: ToothMap) =>
  queryOptions({
    queryKey: ofJob(jobId, 'damage-read', map),
    queryFn: ({ signal }) =>
      ask(api.POST('/api/damage/{jobId}/read', { params: { path: { jobId } }, body: map, signal })),
    meta: STEPS,
  });
