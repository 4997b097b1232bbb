import { queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';

export type Opened = Schemas['Opened'];
export type KnowledgeRow = Schemas['KnowledgeRow'];
export type KnowledgeColumn = Schemas['KnowledgeColumn'];

export const filesQuery = queryOptions({
  queryKey: ['knowledge'],
  queryFn: () => ask(api.GET('/api/knowledge')),
});

export const fileQuery = (file: string) =>
  queryOptions({
    queryKey: ['knowledge', file],
    queryFn: () => ask(api.GET('/api/knowledge/{file}', { params: { path: { file } } })),
  });
