import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../api/client';

/** A gear drawn, with what a caliper shows on it; the drawing before stays until the next has come. */
export function useGearDrawing(
  spec: Schemas['GearSpec'] | undefined,
  readings: Schemas['ReadingEntry'][] = [],
  boreTyped = '',
) {
  return useQuery({
    queryKey: ['drawing', spec, boreTyped, readings],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/making/drawing', {
          body: { gear: spec as Schemas['GearSpec'], boreTyped, readings },
          signal,
        }),
      ),
    enabled: spec !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  }).data;
}
