import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';

const EVERY_MS = 60_000;

/** Moves by itself: time goes on, parts come, jobs change. */
export const dayPlanQuery = queryOptions({
  queryKey: ['rack', 'dayplan'],
  queryFn: () => ask(api.GET('/api/dayplan')),
  refetchInterval: EVERY_MS,
});

export const promiseQuery = (minutes: number, arrives: number, due: number) =>
  queryOptions({
    queryKey: ['rack', 'promise', minutes, arrives, due],
    queryFn: () => ask(api.GET('/api/dayplan/promise', { params: { query: { minutes, arrives, due } } })),
    placeholderData: keepPreviousData,
    retry: false,
  });
