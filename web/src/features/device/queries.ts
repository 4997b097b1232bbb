import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';

export type Drive = Schemas['Drive'];
export type Machine = Schemas['Machine'];

export const modelsQuery = (find: string) =>
  queryOptions({
    queryKey: ['models', find],
    queryFn: ({ signal }) => ask(api.GET('/api/device', { params: { query: { find, most: 200 } }, signal })),
    placeholderData: keepPreviousData,
  });

export const modelQuery = (modelId: number) =>
  queryOptions({
    queryKey: ['model', modelId, 'itself'],
    queryFn: () => ask(api.GET('/api/device/{modelId}', { params: { path: { modelId } } })),
  });

export const trainQuery = (modelId: number) =>
  queryOptions({
    queryKey: ['model', modelId, 'train'],
    queryFn: () => ask(api.GET('/api/device/{modelId}/train', { params: { path: { modelId } } })),
  });

export const sameGearsQuery = (modelId: number) =>
  queryOptions({
    queryKey: ['model', modelId, 'same-gears'],
    queryFn: () => ask(api.GET('/api/device/{modelId}/same-gears', { params: { path: { modelId } } })),
  });

/** How the ways of mending turned out on a model. */
export const turnedOutQuery = (modelId: number) =>
  queryOptions({
    queryKey: ['model', modelId, 'turned-out'],
    queryFn: () => ask(api.GET('/api/choice/of-model/{modelId}', { params: { path: { modelId } } })),
  });

/** All that follows from a drive as it is typed; what was before stays until the next has come. */
export const studyQuery = (drive: Drive | undefined) =>
  queryOptions({
    queryKey: ['drive-study', drive],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/train/study', { body: { drive: drive as Drive }, signal })),
    enabled: drive !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
