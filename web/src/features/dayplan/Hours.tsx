import { Box, Button, TextField } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { NumberField } from '../../parts/NumberField';
import { PlainButton } from '../../parts/PlainButton';
import { Tick } from '../../parts/Tick';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { shopQuery } from '../shop/queries';
import { useMay } from '../shop/useRights';

const words = texts.dayPlan;
type BenchHours = Schemas['BenchHours'];
const DAYS = [1, 2, 3, 4, 5, 6, 7] as const;
const SKILLS = ['electrical', 'battery', 'pressure', 'making'] as const;

const benchHours: z.ZodType<BenchHours> = z.object({
  dayMinutes: z.number(),
  hands: z.number(),
  days: z.array(z.number()),
  closes: z.string().exactOptional(),
  holidays: z.boolean(),
  closed: z.array(z.object({ from: z.string(), to: z.string() })),
  crew: z.array(
    z.object({
      personId: z.number(),
      name: z.string().exactOptional(),
      atBench: z.boolean(),
      skills: z.array(z.enum(SKILLS)),
    }),
  ),
});

/** When the bench is worked at and by whom: by it the day and every promise are reckoned. */
export function Hours({ hours, country }: { hours: BenchHours; country: string | undefined }) {
  const may = useMay('shop');
  const queries = useQueryClient();
  const [typed, setTyped] = useDraft('benchHours', benchHours);
  const save = useSave(
    (body: BenchHours) => ask(api.PUT('/api/dayplan/hours', { body })),
    () => {
      setTyped(undefined);
      void queries.invalidateQueries({ queryKey: ['rack'] });
    },
  );
  if (!may) return null;
  const now = typed ?? hours;
  const change = (part: Partial<BenchHours>) => setTyped({ ...now, ...part });
  const daysChosen = (day: number, on: boolean) =>
    on ? [...now.days, day].sort((a, b) => a - b) : now.days.filter((d) => d !== day);
  return (
    <Box component="details">
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.hours(
          hours.dayMinutes,
          hours.crew.filter((one) => one.atBench).length || hours.hands,
          hours.days.length,
        )}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Box role="group" aria-label={words.days} sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5 }}>
          {DAYS.map((day) => (
            <Tick
              key={day}
              label={words.dayNames[day]}
              checked={now.days.includes(day)}
              set={(on) => change({ days: daysChosen(day, on) })}
            />
          ))}
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1 }}>
          <NumberField
            label={words.dayMinutes}
            value={now.dayMinutes}
            set={(dayMinutes) => dayMinutes !== undefined && change({ dayMinutes })}
            whole
          />
          <TextField
            type="time"
            size="small"
            label={words.closes}
            value={now.closes?.slice(0, 5) ?? ''}
            onChange={(event) => {
              const next = { ...now };
              if (event.target.value) next.closes = `${event.target.value}:00`;
              else delete next.closes;
              setTyped(next);
            }}
            slotProps={{ inputLabel: { shrink: true } }}
            sx={{ alignSelf: 'end' }}
          />
        </Box>
        <Box>
          <Tick label={words.holidays} checked={now.holidays} set={(holidays) => change({ holidays })} />
          {now.holidays && (
            <Box sx={{ color: colour.inkSoft }}>
              {country === undefined ? words.noCountry : words.holidaysOf(country)}
            </Box>
          )}
        </Box>
        <ClosedDays closed={now.closed} set={(closed) => change({ closed })} />
        <AtTheBench hours={now} change={change} />
        {save.refused && (
          <Notice look="danger" role="alert">
            {save.refused.message}
          </Notice>
        )}
        <Box>
          <Button variant="outlined" disabled={save.busy || !typed} onClick={() => void save.run(now)}>
            {words.keepHours}
          </Button>
        </Box>
      </Box>
    </Box>
  );
}

/** Days besides on which nobody works: leave, a fair, a move. */
function ClosedDays(props: { closed: BenchHours['closed']; set: (closed: BenchHours['closed']) => void }) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const day = (label: string, value: string, set: (value: string) => void) => (
    <TextField
      type="date"
      size="small"
      label={label}
      value={value}
      onChange={(event) => set(event.target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  return (
    <Box component="section" aria-label={words.closedDays}>
      <Box>{words.closedDays}</Box>
      {props.closed.map((closed) => (
        <Box key={closed.from} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <span>{words.closedFrom(closed.from, closed.to)}</span>
          <PlainButton
            onClick={() => props.set(props.closed.filter((c) => c !== closed))}
            sx={{ textDecoration: 'underline' }}
          >
            {words.openAgain}
          </PlainButton>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', mt: 1 }}>
        {day(words.closedFirst, from, setFrom)}
        {day(words.closedLast, to, setTo)}
        <Button
          variant="outlined"
          disabled={from === ''}
          onClick={() => {
            props.set([...props.closed, { from, to: to || from }]);
            setFrom('');
            setTo('');
          }}
        >
          {words.closeThem}
        </Button>
      </Box>
    </Box>
  );
}

/** Who works at the bench, and what each may and can do. */
function AtTheBench({ hours, change }: { hours: BenchHours; change: (part: Partial<BenchHours>) => void }) {
  const people = useQuery(shopQuery).data?.people ?? [];
  const set = (crew: BenchHours['crew']) => change({ crew });
  return (
    <Box component="section" aria-label={words.crew}>
      <Box>{words.crew}</Box>
      {people.map((person) => {
        const known = hours.crew.find((c) => c.personId === person.id);
        const now = known ?? { personId: person.id, atBench: false, skills: [] };
        const put = (part: Partial<typeof now>) =>
          set([...hours.crew.filter((c) => c !== known), { ...now, ...part }]);
        return (
          <Box key={person.id} sx={{ borderTop: `1px solid ${colour.line}`, py: 0.5 }}>
            <Tick label={person.name} checked={now.atBench} set={(atBench) => put({ atBench })} />
            <Box
              role="group"
              aria-label={words.canDo(person.name)}
              sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5, pl: 3 }}
            >
              {SKILLS.map((skill) => (
                <Tick
                  key={skill}
                  name={`${person.name}: ${words.skills[skill]}`}
                  label={words.skills[skill]}
                  checked={now.skills.includes(skill)}
                  set={(on) =>
                    put({ skills: on ? [...now.skills, skill] : now.skills.filter((s) => s !== skill) })
                  }
                />
              ))}
            </Box>
          </Box>
        );
      })}
      {!hours.crew.some((one) => one.atBench) && (
        <NumberField
          label={words.hands}
          value={hours.hands}
          set={(hands) => hands !== undefined && change({ hands })}
          whole
        />
      )}
      <Box sx={{ color: colour.inkSoft, mt: 0.5 }}>{words.skillsWhy}</Box>
    </Box>
  );
}
