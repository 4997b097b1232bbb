import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';

export const pageQuery = (modelId: number) =>
  queryOptions({
    queryKey: ['model', modelId, 'page'],
    queryFn: () => ask(api.GET('/api/book/{modelId}', { params: { path: { modelId } } })),
  });

export const originsQuery = queryOptions({
  queryKey: ['book-origins'],
  queryFn: () => ask(api.GET('/api/book/origins')),
});

export const didQuery = (mine: boolean, model?: number) =>
  queryOptions({
    queryKey: ['did', mine, model],
    queryFn: () =>
      ask(
        api.GET('/api/book/did', { params: { query: { mine, ...(model === undefined ? {} : { model }) } } }),
      ),
  });
