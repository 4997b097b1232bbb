import { queryOptions } from '@tanstack/react-query';
import { api, ask, lines, Unreachable, type Schemas } from '../../api/client';
import { texts } from '../../texts';
import { ofJob } from '../job/queries';

type Plan = Schemas['Plan'];

interface Along {
  done: number;
  plan?: Plan;
}

/** How far a plan is, told beside the plan itself. */
export const planDoneKey = ['plan-done'];

/**
 * What to order for everything that is needed; planned anew whenever it is looked at after a change. Each better plan is
 * shown as it is found, so that whoever stops looking keeps the best so far.
 */
export const planQuery = (seconds: number) =>
  queryOptions({
    queryKey: ['plan', seconds],
    queryFn: async ({ signal, client, queryKey }): Promise<Plan> => {
      let best: Plan | undefined;
      client.setQueryData(planDoneKey, 0);
      for await (const line of lines<Along>(`/api/sourcing/plan/along?seconds=${seconds}`, signal)) {
        client.setQueryData(planDoneKey, line.done);
        if (!line.plan) continue;
        best = line.plan;
        client.setQueryData(queryKey, best);
      }
      if (!best) throw new Unreachable(texts.offline);
      return best;
    },
    staleTime: 60_000,
  });

/** Orders of which something is still to come. */
export const parcelsQuery = queryOptions({
  queryKey: ['parcels'],
  queryFn: () => ask(api.GET('/api/sourcing/parcels')),
  // A seller's answer comes by itself.
  refetchInterval: (query) => (query.state.data?.some((order) => order.state === 'waiting') ? 2000 : false),
});

/** What a job needs and nobody has ordered yet. */
export const needQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'need'),
    queryFn: () => ask(api.GET('/api/sourcing/{jobId}/need', { params: { path: { jobId } } })),
  });
