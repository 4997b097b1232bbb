import { QueryClient } from '@tanstack/react-query';
import { beforeEach, describe, expect, it } from 'vitest';
import { decisionsQuery } from '../choice/queries';
import { cautionsQuery } from '../caution/queries';
import { heardQuery } from '../diagnosis/queries';
import { ledgerQuery } from '../teardown/queries';
import { jobQuery, journalQuery, rackQuery } from './queries';
import { refreshJob } from './useRefreshJob';

const SHOWN = { jobQuery, journalQuery, cautionsQuery, heardQuery, ledgerQuery, decisionsQuery };
type Shown = keyof typeof SHOWN;

let queries: QueryClient;

function fill(jobId: number) {
  for (const query of Object.values(SHOWN)) {
    const options = query(jobId) as { queryKey: readonly unknown[]; meta?: Record<string, unknown> };
    queries
      .getQueryCache()
      .build(queries, { queryKey: options.queryKey, ...(options.meta && { meta: options.meta }) })
      .setData({});
  }
  queries.getQueryCache().build(queries, { queryKey: rackQuery.queryKey }).setData([]);
}

/** What will be asked for again of a job. */
function stale(jobId: number): Shown[] {
  return (Object.keys(SHOWN) as Shown[]).filter(
    (name) => queries.getQueryState(SHOWN[name](jobId).queryKey as readonly unknown[])?.isInvalidated,
  );
}

describe('after something was written on a job', () => {
  beforeEach(() => {
    queries = new QueryClient();
    fill(1);
    fill(2);
  });

  it('only what that step changes is asked for again, and what any step does', () => {
    refreshJob(queries, 1, ['choose']);
    expect(stale(1)).toEqual(['jobQuery', 'journalQuery', 'cautionsQuery', 'decisionsQuery']);
    expect(queries.getQueryState(rackQuery.queryKey)?.isInvalidated).toBe(true);
  });

  it('what came off tells the diagnosis too', () => {
    refreshJob(queries, 1, ['open']);
    expect(stale(1)).toContain('heardQuery');
    expect(stale(1)).toContain('ledgerQuery');
    expect(stale(1)).not.toContain('decisionsQuery');
  });

  it('other jobs are left alone', () => {
    refreshJob(queries, 1, ['open', 'choose']);
    expect(stale(2)).toEqual([]);
  });
});
