import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, ask, Refused, type Schemas } from '../../api/client';

/** A gear's sizes, spans and pins; what refuses it when it cannot be. */
export function useGeometry(spec: Schemas['GearSpec'] | undefined) {
  const query = useQuery({
    queryKey: ['geometry', spec],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/gear/geometry', { body: spec as Schemas['GearSpec'], signal })),
    enabled: spec !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  return {
    geometry: query.error ? undefined : query.data,
    refused: query.error instanceof Refused ? query.error.message : undefined,
  };
}
