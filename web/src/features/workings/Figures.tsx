import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { z } from 'zod';
import { Refused } from '../../api/client';
import { Mat } from '../../mat/Mat';
import { Notice } from '../../parts/Notice';
import { PlainSelect } from '../../parts/PlainSelect';
import { typedLength, typedNumber, useUnit } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { materialsQuery } from '../choice/queries';
import { Frame } from '../job/Frame';
import { Field, Numbers } from './GearFields';
import { WorkingsHead, type Page } from './WorkingsHead';

const words = texts.workingsPage;
const form = z.record(z.string(), z.string());

/** What a field takes; `open` may be left empty. */
export type Sort = 'mm' | 'number' | 'material' | readonly (readonly [string, string])[];

export interface Asked {
  sort: Sort;
  start: string;
  open?: boolean;
}

/** What was typed, understood: numbers in mm and plain, codes as they are. */
export interface Typed {
  number: (name: string) => number;
  /** Undefined where it was left open. */
  maybe: (name: string) => number | undefined;
  code: (name: string) => string;
}

/**
 * A page of figures: what is typed, what the server makes of it, its formula and source, and a drawing that moves with
 * the numbers.
 *
 * @param page whose texts name the fields
 */
export function Figures<A>(props: {
  page: Exclude<Page, 'make' | 'read' | 'pair' | 'spans' | 'pins' | 'onto'>;
  fields: Record<string, Asked>;
  call: (typed: Typed, signal: AbortSignal) => Promise<A>;
  rows: (answer: A) => [string, ReactNode][];
  /** One sentence that says what it means. */
  says?: (answer: A) => ReactNode;
  extentMm: (typed: Typed) => number;
  draw: (typed: Typed, answer: A, pen: number) => ReactNode;
}) {
  const { page, fields } = props;
  const own = words.figures[page];
  const unit = useUnit();
  const [kept, set] = useDraft(`workings-${page}`, form);
  const materials = useQuery(materialsQuery);
  const value = (name: string) => kept?.[name] ?? fields[name]?.start ?? '';
  const understood = (name: string): number | undefined =>
    fields[name]?.sort === 'mm'
      ? typedLength(value(name), kept?.[name] === undefined ? 'mm' : unit)
      : typedNumber(value(name));
  const wrong = Object.entries(fields).filter(
    ([name, asked]) =>
      (asked.sort === 'mm' || asked.sort === 'number') &&
      !(asked.open && value(name).trim() === '') &&
      understood(name) === undefined &&
      !(asked.sort === 'mm' && typedNumber(value(name)) === 0),
  );
  const typed: Typed = {
    number: (name) => understood(name) ?? 0,
    maybe: (name) => (value(name).trim() === '' ? undefined : understood(name)),
    code: value,
  };
  const answer = useQuery({
    queryKey: ['figures', page, Object.keys(fields).map((name) => [name, value(name), unit])],
    queryFn: ({ signal }) => props.call(typed, signal),
    enabled: wrong.length === 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const refused = answer.error instanceof Refused ? answer.error : undefined;
  const shown = refused ? undefined : answer.data;
  return (
    <Frame
      mat={
        <Mat extentMm={props.extentMm(typed)} caption={words.pages[page]} legend={own.drawn}>
          {(pen) => shown !== undefined && wrong.length === 0 && props.draw(typed, shown, pen)}
        </Mat>
      }
    >
      <WorkingsHead page={page} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))',
          gap: 1,
          mb: 1.5,
          alignItems: 'start',
        }}
      >
        {Object.entries(fields).map(([name, asked]) => {
          const label = own.fields[name as keyof typeof own.fields] as string;
          const choose = (options: (readonly [string, string])[]) => (
            <PlainSelect
              key={name}
              label={label}
              shown={label}
              value={value(name)}
              set={(code) => set({ ...kept, [name]: code })}
              options={options}
            />
          );
          if (asked.sort === 'material') {
            return choose((materials.data ?? []).map((m) => [m.code, m.words] as const));
          }
          if (typeof asked.sort !== 'string') return choose([...asked.sort]);
          return (
            <Field
              key={name}
              label={label}
              value={value(name)}
              set={(text) => set({ ...kept, [name]: text })}
              message={
                wrong.some(([w]) => w === name)
                  ? asked.sort === 'mm'
                    ? words.notALength
                    : words.notANumber
                  : refused?.of(name)
              }
            />
          );
        })}
      </Box>
      {refused && (
        <Notice look="danger" role="alert">
          {refused.message}
        </Notice>
      )}
      {shown !== undefined && props.says && <Notice look="next">{props.says(shown)}</Notice>}
      {shown !== undefined && (
        <Box sx={{ mt: 1 }}>
          <Numbers rows={props.rows(shown)} />
        </Box>
      )}
      <Box sx={{ mt: 2, pt: 1, borderTop: `1px solid ${colour.line}` }}>
        <Box sx={{ fontFamily: font.figures, fontSize: 15 }}>{own.formula}</Box>
        <Box sx={{ color: colour.inkSoft }}>{own.source}</Box>
      </Box>
    </Frame>
  );
}

/** A figure with its unit, three digits. */
export function figure(value: number, unit: string): string {
  return `${Math.abs(value) >= 1000 ? value.toFixed(0) : value.toPrecision(3)} ${unit}`.trim();
}

/** Words beside a drawing, of one height whatever the scale. */
export function Told(props: { x: number; y: number; pen: number; children: string; middle?: boolean }) {
  return (
    <text
      transform={`translate(${props.x} ${props.y}) scale(${props.pen})`}
      fontSize="15"
      fontFamily={font.figures}
      fill={colour.measure}
      textAnchor={props.middle ? 'middle' : 'start'}
    >
      {props.children}
    </text>
  );
}
