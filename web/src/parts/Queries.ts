import {
  QueryClient,
  type InvalidateOptions,
  type InvalidateQueryFilters,
  type QueryKey,
} from '@tanstack/react-query';

const nothing = () => undefined;

/**
 * What the server said, as the browser keeps it. What is asked for the very first time when something
 * changes may be answered from before the change: the library then neither asks again nor marks it as old,
 * so it is asked for once more here.
 */
export class Queries extends QueryClient {
  override invalidateQueries<Key extends QueryKey = QueryKey>(
    filters?: InvalidateQueryFilters<Key>,
    options?: InvalidateOptions,
  ): Promise<void> {
    const first = this.getQueryCache()
      .findAll({ ...filters, type: 'active', fetchStatus: 'fetching' } as InvalidateQueryFilters)
      .filter((query) => query.state.data === undefined);
    const all = super.invalidateQueries(filters, options);
    const again = first.map(async (query) => {
      await query.fetch();
      if (query.isActive()) await query.fetch();
    });
    return Promise.all([all, ...again.map((one) => one.catch(nothing))]).then(nothing);
  }
}
