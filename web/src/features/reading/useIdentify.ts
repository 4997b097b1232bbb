import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { entriesOf, gearSpecOf, type GearDraft, type Spans } from './draft';

/** Over how many teeth to lay the caliper for this tooth count. */
export function useSpans(teeth: string): Spans {
  return useQuery({
    queryKey: ['spans', teeth],
    queryFn: ({ signal }) =>
      ask(api.GET('/api/workings/reading/spans', { params: { query: { teeth } }, signal })),
    enabled: teeth.trim() !== '',
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  }).data;
}

export interface Live {
  answer: Schemas['Identified'] | undefined;
  /** Refused just now; the answer shown is the last good one. */
  refused: Refused | undefined;
  message: (row: number) => string | undefined;
}

/** The answer while typing. */
export function useIdentify(draft: GearDraft, spans: Spans): Live {
  const { entries, rows } = entriesOf(draft, spans);
  const query = useQuery({
    queryKey: ['identify', draft.teeth, draft.worn, entries],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/reading/identify', {
          body: { kind: 'external', toothCount: { typed: draft.teeth }, readings: entries, worn: draft.worn },
          signal,
        }),
      ),
    enabled: entries.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const refused = query.error instanceof Refused ? query.error : undefined;
  return {
    answer: entries.length > 0 ? query.data : undefined,
    refused,
    message: (row) => {
      const sent = rows.indexOf(row);
      return sent < 0 ? undefined : refused?.of(`readings[${sent}]`);
    },
  };
}

/** A candidate drawn, with the readings on it. */
export function useDrawing(
  candidate: Schemas['CandidateView'] | undefined,
  boreTyped: string,
  readings: Schemas['ReadingView'][],
) {
  const marks = readings
    .filter((r) => r.what === 'tipDiameter' || r.what === 'span' || r.what === 'rootDiameter')
    .map((r) => ({
      what: r.what,
      values: r.valuesMm,
      ...(r.overTeeth === undefined ? {} : { overTeeth: r.overTeeth }),
    }));
  const gear = candidate ? gearSpecOf(candidate) : undefined;
  return useQuery({
    queryKey: ['drawing', gear, boreTyped, marks],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/making/drawing', {
          body: { gear: gear as Schemas['GearSpec'], boreTyped, readings: marks },
          signal,
        }),
      ),
    enabled: gear !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  }).data;
}
