import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { useGearDrawing } from '../../mat/useGearDrawing';
import { entriesOf, entryOf, type GearDraft, type Line, type Spans } from './draft';

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
  /** How a row was understood, and how it agrees with a candidate. */
  understood: (row: number) => Schemas['ReadingView'] | undefined;
  residual: (
    row: number,
    candidate: Schemas['CandidateView'] | undefined,
  ) => Schemas['ResidualView'] | undefined;
}

/** The answer while typing; readings of others that count take part. */
export function useIdentify(draft: GearDraft, spans: Spans, others: Line[] = []): Live {
  const entries = entriesOf(draft, spans, others);
  const readings = [...entries.own, ...others.filter((l) => !l.ofMate).map((l) => entryOf(l, l.parameter))];
  const mateReadings = [
    ...entries.mate,
    ...others.filter((l) => l.ofMate).map((l) => entryOf(l, l.parameter)),
  ];
  const mate =
    draft.mate.teeth.trim() === '' && mateReadings.length === 0
      ? undefined
      : {
          kind: draft.mate.kind,
          toothCount: { typed: draft.mate.teeth },
          readings: mateReadings,
          worn: draft.mate.worn,
        };
  const query = useQuery({
    queryKey: ['identify', draft.kind, draft.teeth, draft.worn, draft.swollen, readings, mate],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/reading/identify', {
          body: {
            kind: draft.kind,
            toothCount: { typed: draft.kind === 'rack' ? '' : draft.teeth },
            readings,
            worn: draft.worn,
            swollen: draft.swollen,
            ...(mate ? { mate } : {}),
          },
          signal,
        }),
      ),
    enabled: readings.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const [lastGood, setLastGood] = useState<Schemas['Identified']>();
  if (query.data && query.data !== lastGood) setLastGood(query.data);
  const refused = query.error instanceof Refused ? query.error : undefined;
  const answer = readings.length > 0 ? (query.data ?? (refused && lastGood)) : undefined;
  const place = (row: number) => {
    const field = entries.field.get(row);
    const index = field === undefined ? -1 : Number(/\d+/.exec(field)?.[0]);
    return { field, index, ofMate: field?.startsWith('mate.') ?? false };
  };
  const understood = (row: number) => {
    const { field, index, ofMate } = place(row);
    if (field === undefined || refused) return undefined;
    return (ofMate ? answer?.mateReadings : answer?.readings)?.[index];
  };
  return {
    answer,
    refused,
    message: (row) => {
      const { field } = place(row);
      return field === undefined ? undefined : refused?.of(field);
    },
    understood,
    residual: (row, candidate) => {
      const reading = understood(row);
      const { ofMate } = place(row);
      return candidate?.residuals.find((r) => r.words === reading?.words && r.ofMate === ofMate);
    },
  };
}

/** One of the answers lies on the mat: the first, until another is chosen. */
export function useChosen(answer: Schemas['Identified'] | undefined) {
  const [wanted, choose] = useState(0);
  const candidates = answer?.candidates ?? [];
  const place = wanted < candidates.length ? wanted : 0;
  const candidate = candidates[place];
  return {
    place,
    choose,
    step: (by: number) => choose(Math.max(0, Math.min(candidates.length - 1, place + by))),
    candidate,
    /** To lay over it. */
    other: candidates.find((c) => c !== candidate),
  };
}

const DRAWN: Schemas['ReadingEntry']['what'][] = ['tipDiameter', 'span', 'rootDiameter', 'chordOverTips'];

/** What lies on the mat: a candidate, or the gear taken. */
export type OnTheMat = Pick<
  Schemas['CandidateView'],
  'kind' | 'name' | 'toothCount' | 'pressureAngleDeg' | 'shift' | 'gear'
>;

/** A gear drawn, with the readings on it. */
export function useDrawing(
  candidate: OnTheMat | undefined,
  boreTyped: string,
  readings: Schemas['ReadingView'][],
) {
  const marks = readings
    .filter((r) => DRAWN.includes(r.what))
    .map((r) => ({
      what: r.what,
      values: r.values,
      ...(r.parameter === undefined ? {} : { parameter: r.parameter }),
    }));
  return useGearDrawing(candidate?.gear, marks, boreTyped);
}

/** Where two candidates differ when one is laid over the other. */
export function useDifference(first: OnTheMat | undefined, second: OnTheMat | undefined) {
  const one = first?.gear;
  const two = second?.gear;
  return useQuery({
    queryKey: ['difference', one, two],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/making/difference', {
          body: { first: one as Schemas['GearSpec'], second: two as Schemas['GearSpec'] },
          signal,
        }),
      ),
    enabled: one !== undefined && two !== undefined,
    staleTime: Infinity,
  }).data;
}
