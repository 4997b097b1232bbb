import { useQuery, type QueryClient } from '@tanstack/react-query';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { STEPS } from './StepTeeth';
import { refreshJob } from './useRefreshJob';

const EVERY_MS = 1000;

/**
 * Asks every second at which steps anybody has done anything on the open job, and shows that. Drafts are not touched.
 *
 * @returns whether it is known how far the job has got, or that nobody can say now: what is asked for before might be
 *   older than that, and stay so
 */
export function usePulse(jobId: number): { known: boolean; refused: Refused | undefined } {
  const pulse = useQuery({
    queryKey: ['pulse', jobId],
    queryFn: ({ client }) => beat(client, jobId),
    enabled: Number.isInteger(jobId),
    refetchInterval: EVERY_MS,
    staleTime: 0,
    retry: false,
    // How far is nobody's to draw: nothing is drawn again each time it gets further.
    select: () => true,
  });
  const refused = pulse.data === undefined && pulse.error instanceof Refused ? pulse.error : undefined;
  return { known: pulse.data !== undefined || (pulse.isError && !refused), refused };
}

async function beat(queries: QueryClient, jobId: number): Promise<Schemas['Pulse']> {
  const before = queries.getQueryState<Schemas['Pulse']>(['pulse', jobId]);
  const seen = before?.data;
  const query = seen ? { last: seen.last, lines: seen.lines } : {};
  const now = await ask(api.GET('/api/job/{id}/pulse', { params: { path: { id: jobId }, query } }));
  if (now.steps.length > 0) refreshJob(queries, jobId, now.steps);
  // Whatever is shown by then was kept from earlier.
  else if (!seen && before?.errorUpdateCount) refreshJob(queries, jobId, STEPS);
  return now;
}
