import { queryOptions, type QueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';

export type TrayTimer = Schemas['TrayTimer'];

/** A time with when it is over by this device's clock, which need not be the server's. */
export type Running = TrayTimer & { overAt: number };

const EVERY_MS = 10_000;

/** All times that run in the shop, the next to be over first. */
export const timersQuery = queryOptions({
  queryKey: ['timers'],
  queryFn: async () => running(await ask(api.GET('/api/timers'))),
  refetchInterval: EVERY_MS,
});

export const running = (timers: TrayTimer[]): Running[] =>
  timers.map((timer) => ({ ...timer, overAt: Date.now() + 1000 * timer.secondsLeft }));

/** What a save answers of times is shown at once; a list asked for before may arrive after, so once more. */
export function showTimers(queries: QueryClient, timers: TrayTimer[]): void {
  queries.setQueryData(timersQuery.queryKey, running(timers));
  void queries.invalidateQueries({ queryKey: timersQuery.queryKey });
}

/** The time of day, each second anew while somebody waits for something. */
export function useSeconds(wanted: boolean): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (!wanted) return undefined;
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, [wanted]);
  return now;
}

/** "1 h 05 min", "12 min", "0:41". */
export function leftWords(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds));
  const minutes = Math.floor(whole / 60);
  if (minutes >= 60) return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
  return minutes >= 10 ? `${minutes} min` : `${minutes}:${String(whole % 60).padStart(2, '0')}`;
}
