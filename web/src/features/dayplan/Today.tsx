import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { Mark, type MarkName } from '../../parts/Marks';
import { Page, PageTitle } from '../../parts/Page';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { shopQuery } from '../shop/queries';
import { Hours } from './Hours';
import { Disturbed } from './Interrupted';
import { Promised } from './Promised';
import { dayPlanQuery } from './queries';

const words = texts.dayPlan;

type Planned = Schemas['PlannedWork'];

/** Nothing open: what to take up next and why, the rest of the day behind it, and what else could be promised. */
export default function Today() {
  const plan = useQuery(dayPlanQuery).data;
  const shop = useQuery(shopQuery).data;
  const crew = plan?.hours.crew.filter((one) => one.atBench) ?? [];
  const hands = Array.from({ length: crew.length || (plan?.hours.hands ?? 0) }, (_, hand) => hand);
  return (
    <Page
      head={
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
          <PageTitle>{shop?.name}</PageTitle>
          <Button component={Link} to="/new" variant="contained" sx={{ ml: 'auto', flex: 'none' }}>
            {texts.intake.title}
            <Key>n</Key>
          </Button>
        </Box>
      }
    >
      {plan && (
        <Box
          sx={{
            display: 'grid',
            gap: 3,
            mt: 2,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 3fr) minmax(0, 2fr)' },
            alignItems: 'start',
          }}
        >
          <Box component="section" aria-label={words.next}>
            {plan.planned.length === 0 && <Box>{words.nothing}</Box>}
            {hands.map((hand) => (
              <Strip
                key={hand}
                name={crew[hand]?.name ?? (hands.length > 1 ? words.hand(hand + 1) : words.next)}
                slots={plan.planned.filter((slot) => slot.hand === hand)}
                today={shop?.today}
              />
            ))}
            {plan.lateMinutes > 0 && (
              <Box sx={{ color: colour.inkSoft, mt: 1 }}>
                {words.late(plan.lateMinutes, plan.leastLateMinutes)}
              </Box>
            )}
          </Box>
          <Box sx={{ display: 'grid', gap: 3 }}>
            <Promised />
            <Listed
              title={words.notReached}
              rows={plan.notReached.map((job) => ({
                job,
                mark: 'caution',
                to: `/job/${job.jobId}/handBack`,
                words: job.words,
              }))}
            />
            <Listed
              title={words.notFetched}
              rows={plan.notFetched.map((job) => ({
                job,
                mark: 'readyToGo',
                to: `/job/${job.jobId}/handBack`,
                words: words.since(dayWords(job.since)),
              }))}
            />
            <Listed
              title={words.nobodyCan}
              rows={plan.nobodyCan.map((job) => ({
                job,
                mark: 'caution',
                to: `/job/${job.jobId}`,
                words: job.needs.map((skill) => words.skills[skill]).join(', '),
              }))}
            />
            <Listed
              title={words.waiting}
              rows={plan.waiting.map((job) => ({
                job,
                mark: job.place === 'waitingForGear' ? 'waitingForGear' : 'waitingForAnswer',
                to: `/job/${job.jobId}`,
                words: job.until ? dayWords(job.until) : texts.places[job.place],
              }))}
            />
            <Disturbed disturbance={plan.disturbance} late={plan.lateMinutes} />
            <Hours hours={plan.hours} country={plan.country} />
            <Box
              component={Link}
              to="/look-back"
              sx={{ color: colour.ink, py: 1.25, display: { lg: 'none' } }}
            >
              {texts.lookBack.title}
            </Box>
          </Box>
        </Box>
      )}
    </Page>
  );
}

/** One pair of hands: the first large, then the rest in order with the day it falls on. */
function Strip(props: { name: string; slots: Planned[]; today: string | undefined }) {
  const [first, ...rest] = props.slots;
  if (!first) return null;
  return (
    <Box sx={{ mb: 3 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 0.75 }}>
        {props.name}
      </Box>
      {first.day !== props.today && (
        <Box sx={{ fontSize: 14, color: colour.inkSoft }}>{dayWords(first.day)}</Box>
      )}
      <Slot slot={first} large />
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rest.slice(0, 10).map((slot, index) => (
          <li key={slot.jobId}>
            {slot.day !== (rest[index - 1]?.day ?? first.day) && (
              <Box sx={{ fontSize: 14, color: colour.inkSoft, pt: 1 }}>{dayWords(slot.day)}</Box>
            )}
            <Slot slot={slot} />
          </li>
        ))}
      </Box>
      {rest.length > 10 && <Box sx={{ color: colour.inkSoft }}>{words.more(rest.length - 10)}</Box>}
    </Box>
  );
}

function Slot({ slot, large = false }: { slot: Planned; large?: boolean }) {
  const minutes = slot.to - slot.from;
  return (
    <Box
      component={Link}
      to={`/job/${slot.jobId}`}
      sx={{
        display: 'grid',
        gridTemplateColumns: '64px minmax(0, 1fr) auto',
        gap: 1.5,
        alignItems: 'center',
        minHeight: large ? 76 : 48,
        px: 1,
        mt: '3px',
        bgcolor: large ? colour.next : colour.label,
        borderLeft: `6px solid ${large ? colour.nextEdge : 'transparent'}`,
        color: colour.ink,
        textDecoration: 'none',
        '&:hover': { bgcolor: colour.kraft },
      }}
    >
      <Box
        sx={{
          fontFamily: font.figures,
          fontWeight: 700,
          fontSize: large ? 30 : 22,
          color: colour.engagedDark,
        }}
      >
        {String(slot.tray).padStart(2, '0')}
      </Box>
      <Box sx={{ minWidth: 0 }}>
        <Box component="strong" sx={{ fontSize: large ? 20 : 16 }}>
          {slot.machine}
        </Box>
        <Box sx={{ color: slot.lateMinutes > 0 ? colour.danger : colour.inkSoft, fontSize: 14.5 }}>
          {slot.promised ? words.promised(dayWords(slot.promised), slot.why) : slot.why}
        </Box>
      </Box>
      <Box sx={{ fontFamily: font.figures, textAlign: 'right' }}>{texts.minutes(Math.round(minutes))}</Box>
    </Box>
  );
}

interface Listing {
  job: { jobId: number; tray: number; machine: string };
  mark: MarkName;
  to: string;
  words: string;
}

/** Jobs of which there is something to know besides the plan. */
function Listed({ title, rows }: { title: string; rows: Listing[] }) {
  if (rows.length === 0) return null;
  return (
    <Box component="section" aria-label={title}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {title}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rows.map((row) => (
          <Row key={row.job.jobId} {...row} />
        ))}
      </Box>
    </Box>
  );
}

function Row(props: Listing) {
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: '40px 22px minmax(0, 1fr) fit-content(55%)',
        gap: 1,
        alignItems: 'center',
        minHeight: 44,
        borderBottom: `1px solid ${colour.line}`,
      }}
    >
      <Box sx={{ fontFamily: font.figures }}>{String(props.job.tray).padStart(2, '0')}</Box>
      <Mark name={props.mark} />
      <Box component={Link} to={props.to} sx={{ color: colour.ink, minHeight: 44, alignContent: 'center' }}>
        {props.job.machine}
      </Box>
      <Box sx={{ color: colour.inkSoft }}>{props.words}</Box>
    </Box>
  );
}
