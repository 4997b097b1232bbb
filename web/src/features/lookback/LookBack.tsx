import { Box, Button, TextField } from '@mui/material';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { Page, PageTitle } from '../../parts/Page';
import { PlainButton } from '../../parts/PlainButton';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Section } from '../../parts/Section';
import { useKindWords } from '../device/useKindWords';
import { shopQuery } from '../shop/queries';

const words = texts.lookBack;

interface Period {
  from: string;
  to: string;
}

/** A figure whose jobs are shown. */
interface Which {
  which: string;
  code: string;
  words: string;
  of: Period;
}

const query = (period: Period) =>
  queryOptions({
    queryKey: ['look-back', period],
    queryFn: () => ask(api.GET('/api/look-back', { params: { query: period } })),
    retry: false,
  });

/** A day of the month that lies so many months before this one. */
function monthBefore(today: string, months: number): string {
  const [year, month] = today.split('-').map(Number) as [number, number];
  return new Date(Date.UTC(year, month - 1 - months, 1)).toISOString().slice(0, 10);
}

/** What the shop did: few pictures, each opens the jobs behind it. */
export default function LookBack() {
  const today = useQuery(shopQuery).data?.today;
  return today ? <Looking today={today} /> : <Page />;
}

function Looking({ today }: { today: string }) {
  const [period, setPeriod] = useState<Period>({ from: monthBefore(today, 11), to: monthBefore(today, 0) });
  const looked = useQuery(query(period));
  const [open, setOpen] = useState<Which>();
  const kind = useKindWords();
  const data = looked.data;
  const show = (which: string, code: string, told: string, of = period) =>
    setOpen({ which, code, words: told, of });
  return (
    <Page
      head={
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
          <Box sx={{ flex: { xs: '1 0 100%', sm: 1 } }}>
            <PageTitle>{words.title}</PageTitle>
          </Box>
          {(['from', 'to'] as const).map((end) => (
            <TextField
              key={end}
              type="month"
              size="small"
              label={words[end]}
              value={period[end].slice(0, 7)}
              onChange={(event) =>
                event.target.value !== '' && setPeriod({ ...period, [end]: `${event.target.value}-01` })
              }
              slotProps={{ inputLabel: { shrink: true } }}
            />
          ))}
          <a
            href={`/api/look-back/figures.csv?from=${period.from}&to=${period.to}`}
            download
            style={{ color: colour.ink }}
          >
            {words.csv}
          </a>
        </Box>
      }
    >
      {looked.error instanceof Refused && (
        <Notice look="danger" role="alert">
          {looked.error.message}
        </Notice>
      )}
      {data && data.figures.total.jobs === 0 && <Box>{words.nothing}</Box>}
      {data && data.figures.total.jobs > 0 && (
        <Box
          sx={{
            display: 'grid',
            columnGap: 4,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) minmax(0, 1fr)' },
            alignItems: 'start',
          }}
        >
          <Box sx={{ gridColumn: '1 / -1' }}>
            <Totals sum={data.figures.total} currency={data.currency} show={show} />
            <Months
              months={data.figures.months}
              currency={data.currency}
              show={(month, told) => show('all', '', told, { from: month, to: month })}
            />
          </Box>
          {open && <Behind which={open} close={() => setOpen(undefined)} />}
          <Bars
            title={words.faults}
            rows={data.figures.faults.map((f) => ({
              key: f.fault,
              words: f.words,
              jobs: f.jobs,
              beside: '',
            }))}
            show={(row) => show('fault', row.key, row.words)}
          />
          <Bars
            title={words.ways}
            rows={data.figures.ways.map((w) => ({
              key: w.way,
              words: data.ways.find((d) => d.way === w.way)?.words ?? w.way,
              jobs: w.jobs,
              beside: w.back > 0 ? words.cameBack(w.back) : '',
            }))}
            show={(row) => show('way', row.key, row.words)}
          />
          <Bars
            title={words.kinds}
            rows={data.figures.kinds.map((k) => ({
              key: k.kind,
              words: kind(k.kind),
              jobs: k.jobs,
              beside: words.hoursAndMoney(k.minutes, money(k.billed, data.currency)),
            }))}
            show={(row) => show('kind', row.key, row.words)}
          />
          <Bars
            title={words.spares}
            rows={data.figures.spares.map((s) => ({
              key: s.itemNumber,
              words: words.item(s.itemNumber, s.seller),
              jobs: s.jobs,
              beside: words.waited(s.days),
            }))}
            show={(row) => show('spare', row.key, row.words)}
          />
        </Box>
      )}
    </Page>
  );
}

function Totals(props: {
  sum: Schemas['Sum'];
  currency: string;
  show: (which: string, code: string, told: string) => void;
}) {
  const { sum } = props;
  const figure = (which: string, told: string, value: ReactNode) => (
    <PlainButton
      onClick={() => props.show(which, '', told)}
      sx={{ textAlign: 'left', minHeight: 44, px: 0, '&:hover': { textDecoration: 'underline' } }}
    >
      <Box sx={{ fontFamily: font.figures, fontSize: 24, fontWeight: 700 }}>{value}</Box>
      <Box>{told}</Box>
    </PlainButton>
  );
  return (
    <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', my: 1 }}>
      {figure('all', words.jobs(sum.jobs), sum.jobs)}
      {figure('all', words.billed, money(sum.billed, props.currency))}
      {figure('all', words.parts, money(sum.parts, props.currency))}
      {figure('all', words.hours(sum.timed), (sum.minutes / 60).toFixed(1))}
      {figure('back', words.back, sum.back)}
      {figure('late', words.late(sum.promised), sum.promised - sum.kept)}
      {figure('declined', words.declined, sum.declined)}
    </Box>
  );
}

const HIGH = 130;

/** A column for each month: how many jobs, and what they were billed. */
function Months(props: {
  months: Schemas['OfMonth'][];
  currency: string;
  show: (month: string, told: string) => void;
}) {
  const most = Math.max(...props.months.map((m) => m.sum.jobs));
  return (
    <Box
      role="group"
      aria-label={words.months}
      sx={{ display: 'flex', gap: '4px', alignItems: 'end', overflowX: 'auto', pb: 0.5 }}
    >
      {props.months.map((m) => (
        <PlainButton
          key={m.month}
          aria-label={words.month(m.month, m.sum.jobs, money(m.sum.billed, props.currency))}
          title={words.month(m.month, m.sum.jobs, money(m.sum.billed, props.currency))}
          onClick={() => props.show(m.month, words.inMonth(m.month))}
          sx={{ flex: '1 1 0', minWidth: 44, maxWidth: 90, px: 0, textAlign: 'center' }}
        >
          <Box sx={{ fontFamily: font.figures }}>{m.sum.jobs}</Box>
          <Box
            sx={{
              height: Math.max(3, (HIGH * m.sum.jobs) / most),
              bgcolor: colour.go,
              'button:hover &': { bgcolor: colour.engagedDark },
            }}
          />
          <Box sx={{ fontSize: 13 }}>{words.monthShort(m.month)}</Box>
        </PlainButton>
      ))}
    </Box>
  );
}

interface Row {
  key: string;
  words: string;
  jobs: number;
  beside: string;
}

function Bars({ title, rows, show }: { title: string; rows: Row[]; show: (row: Row) => void }) {
  if (rows.length === 0) return null;
  const most = Math.max(...rows.map((r) => r.jobs));
  return (
    <Section title={title}>
      {rows.slice(0, 8).map((row) => (
        <PlainButton
          key={row.key}
          onClick={() => show(row)}
          sx={{
            display: 'grid',
            gridTemplateColumns: 'minmax(0, 1fr) 110px 42px',
            gap: 1,
            width: '100%',
            textAlign: 'left',
            alignItems: 'center',
            minHeight: 36,
            px: 0.5,
            '&:hover': { bgcolor: colour.kraftPale },
          }}
        >
          <span>
            {row.words}{' '}
            {row.beside !== '' && (
              <Box component="span" sx={{ color: colour.inkSoft, fontSize: 14 }}>
                {row.beside}
              </Box>
            )}
          </span>
          <Box sx={{ bgcolor: colour.goSoft, height: 10, width: `${(100 * row.jobs) / most}%` }} />
          <Box sx={{ fontFamily: font.figures, textAlign: 'right' }}>{row.jobs}</Box>
        </PlainButton>
      ))}
    </Section>
  );
}

/** The jobs behind a figure. */
function Behind({ which, close }: { which: Which; close: () => void }) {
  const jobs = useQuery({
    queryKey: ['look-back-jobs', which],
    queryFn: () =>
      ask(
        api.GET('/api/look-back/jobs', {
          params: { query: { ...which.of, which: which.which, code: which.code } },
        }),
      ),
  }).data;
  return (
    <Box
      component="section"
      aria-label={words.behind}
      sx={{ gridColumn: '1 / -1', bgcolor: colour.label, px: 2, py: 1, mt: 1 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Box component="h2" sx={{ fontSize: 17, m: 0, flex: 1 }}>
          {which.words}
          {jobs && jobs.length === MOST && <> {words.lastOnly(MOST)}</>}
        </Box>
        <Button onClick={close}>{words.close}</Button>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: '2px 16px',
          gridTemplateColumns: 'repeat(auto-fill, minmax(330px, 1fr))',
          maxHeight: 260,
          overflow: 'auto',
        }}
      >
        {jobs?.map((j) => (
          <Box
            component={Link}
            key={j.jobId}
            to={`/job/${j.jobId}`}
            sx={{ color: colour.ink, py: 1, display: 'flex', gap: 1 }}
          >
            <Box component="span" sx={{ fontFamily: font.figures, fontWeight: 700 }}>
              {String(j.trayNumber).padStart(2, '0')}
            </Box>
            <Box component="span" sx={{ flex: 1 }}>
              {j.machine}
            </Box>
            <span>{dayWords(j.out)}</span>
          </Box>
        ))}
        {jobs?.length === 0 && <Box>{words.none}</Box>}
      </Box>
    </Box>
  );
}

/** As many as the server shows. */
const MOST = 200;
