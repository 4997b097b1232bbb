import { Box, Button, TextField } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { DraftNotices, EditNotices } from '../../parts/EditNotices';
import { Key } from '../../parts/Key';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { useDraft } from '../../parts/useDraft';
import { useEdit } from '../../parts/useEdit';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { money } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Frame';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';
import { Around, type Circumstances } from './Around';
import { ChoiceMat } from './ChoiceMat';
import { Decisions } from './Decisions';
import { SideBySide } from './SideBySide';
import { Strip, StripDetail } from './Strip';
import { judgementQuery, materialsQuery, waysQuery, WISHES, type Wish } from './queries';

type Way = Schemas['WayView']['way'];

const words = texts.choose;
const decided = z.object({ way: z.custom<Way | ''>((way) => typeof way === 'string'), reason: z.string() });
const LATER = { inStep: false, withOriginal: [] };

const around = z.object({
  wish: z.custom<Wish>((wish) => WISHES.includes(wish as Wish)),
  // What was typed before there were newer fields is brought along with them open.
  circumstances: z
    .custom<Circumstances>((c) => typeof c === 'object' && c !== null && 'material' in c)
    .transform((c): Circumstances => ({ ...LATER, ...c })),
});

/** Ways that need nothing weighed. */
const TALKED: Way[] = ['askOwner', 'decline'];
const ORDERED: Way[] = ['buy', 'metal'];
/** What is worth saying first where a way hangs on it. */
const ASKED = ['axialRoomMm', 'hubAlike', 'original'];

/** Step 6: every way weighed for this gear and this owner, one of them decided on with its reason. */
export function Choose({
  job,
  go,
  children,
}: {
  job: Schemas['Job'];
  go: (to: Step) => void;
  children: ReactNode;
}) {
  const refresh = useRefreshJob(job.id, 'choose');
  const [wished, setWished] = useState<Wish>();
  const [looked, setLooked] = useState<string>();
  const quick = useQuery({ ...judgementQuery(job.id, false, wished), placeholderData: keepPreviousData });
  const whole = useQuery({ ...judgementQuery(job.id, true, wished), placeholderData: keepPreviousData });
  const judgement = whole.data && !whole.isPlaceholderData ? whole.data : (quick.data ?? whole.data);
  const ways = useQuery(waysQuery);
  const [draft, setDraft, about] = useDraft(`choice:${job.id}`, decided);
  const weighed = judgement?.weighed;
  const options = weighed?.options ?? [];
  const wish = judgement?.wish ?? 'cheap';
  const picked = draft?.way || options[0]?.way;
  const option = options.find((o) => o.way === picked);
  const suggested = option && option === options[0] ? words.because(words.wishes[wish]) : '';
  const reason = draft?.reason ?? suggested;
  const save = useSave(
    (way: Way, key) =>
      ask(
        api.POST('/api/choice/{jobId}', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: { version: job.version, way, reason },
        }),
      ),
    refresh,
    about,
  );
  const ordered = picked !== undefined && ORDERED.includes(picked);
  const decide = () => {
    if (ordered) go('get');
    else if (picked) void save.run(picked);
  };
  useKeys({
    'Alt+Enter': decide,
    ...Object.fromEntries(WISHES.map((w, i) => [String(i + 1), () => setWished(w)])),
  });
  const onTheMat = options.find((o) => o.way === looked) ?? option;
  const pick = (way: Way) =>
    setDraft({ way, reason: draft && draft.reason !== suggested ? draft.reason : '' });
  const dearest = Math.max(1, ...options.map((o) => o.expectedCost));
  const currency = judgement?.currency ?? '';
  return (
    <Frame mat={<ChoiceMat jobId={job.id} mat={judgement?.mat} option={onTheMat} />}>
      {children}
      <Box sx={{ pt: 1.5, pb: 2, display: 'grid', gap: 1.25 }}>
        <Decisions jobId={job.id} />
        {judgement?.missing && (
          <Notice look="next" role="status">
            <Box sx={{ flex: 1 }}>{judgement.missing}</Box>
            <Button variant="outlined" onClick={() => go('read')}>
              {texts.steps.read}
            </Button>
          </Notice>
        )}
        {judgement && judgement.why.length > 0 && <Why causes={judgement.why} />}
        {weighed && <Wishes wish={wish} set={setWished} />}
        {weighed?.decline && (
          <Notice look="next" role="status">
            {weighed.decline}
          </Notice>
        )}
        {!judgement && <p role="status">{words.weighing}</p>}
        <Box role="radiogroup" aria-label={words.title} sx={{ display: 'grid', gap: 0.5 }}>
          {options.map((o) => (
            <Strip
              key={o.way}
              option={o}
              currency={currency}
              dearest={dearest}
              picked={o.way === picked}
              pick={() => pick(o.way)}
              look={(at) => setLooked(at ? o.way : undefined)}
            >
              <StripDetail option={o} currency={currency} />
            </Strip>
          ))}
          <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
            {ways.data
              ?.filter((w) => TALKED.includes(w.way) || !weighed)
              .map((w) => (
                <Plain key={w.way} words={w.words} picked={w.way === picked} pick={() => pick(w.way)} />
              ))}
          </Box>
        </Box>
        {weighed && whole.isFetching && <Box role="status">{words.askingSellers}</Box>}
        {judgement && judgement.silent.length > 0 && <Box>{words.silent(judgement.silent.join(', '))}</Box>}
        {picked && (
          <Decide
            picked={picked}
            said={option?.say ?? ways.data?.find((w) => w.way === picked)?.words ?? ''}
            leads={ways.data?.find((w) => w.way === picked)?.leadsTo ?? ''}
            ordered={ordered}
            reason={reason}
            setReason={(text) => setDraft({ way: picked, reason: text })}
            refused={save.refused?.of('reason')}
            busy={save.busy}
            decide={decide}
          />
        )}
        <DraftNotices about={about} />
        {save.refused && save.refused.fields.length === 0 && (
          <Notice look="danger" role="alert">
            {save.refused.message}
          </Notice>
        )}
        {judgement && weighed && (
          <More
            key={`${judgement.version}`}
            job={job}
            judgement={judgement}
            weighed={weighed}
            ways={ways.data ?? []}
            picked={picked}
            wish={wish}
            refresh={refresh}
          />
        )}
      </Box>
    </Frame>
  );
}

/** What broke it, and what has to change besides the gear. */
function Why({ causes }: { causes: Schemas['WhyCause'][] }) {
  const [first, ...others] = causes;
  if (!first) return null;
  return (
    <Box
      component="section"
      aria-label={words.whyFailed}
      sx={{ borderLeft: `6px solid ${colour.kraftDark}`, pl: 1.25 }}
    >
      <Box>
        <strong>{words.broke(first.words, Math.round(100 * first.probability))}</strong>{' '}
        {first.numbers.map((n) => `${n}. `)}
        {first.putRight}
      </Box>
      {others.length > 0 && (
        <Box component="details">
          <summary>{words.orElse(others[0]?.words ?? '')}</summary>
          {others.slice(0, 4).map((cause) => (
            <Box key={cause.code} sx={{ fontSize: 14 }}>
              {words.broke(cause.words, Math.round(100 * cause.probability))}{' '}
              {[...cause.numbers, ...cause.reasons].map((n) => `${n}. `)}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}

/** Five words to tap. */
function Wishes({ wish, set }: { wish: Wish; set: (wish: Wish) => void }) {
  return (
    <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center', flexWrap: 'wrap' }}>
      <Box sx={{ mr: 0.5 }}>{words.cares}</Box>
      {WISHES.map((w, i) => (
        <PlainButton
          key={w}
          aria-pressed={w === wish}
          onClick={() => set(w)}
          sx={{
            px: 1.25,
            minHeight: 40,
            fontWeight: 600,
            bgcolor: w === wish ? colour.engaged : colour.kraft,
            color: w === wish ? colour.white : colour.ink,
          }}
        >
          {words.wishes[w]} <Key>{String(i + 1)}</Key>
        </PlainButton>
      ))}
    </Box>
  );
}

function Plain(props: { words: string; picked: boolean; pick: () => void }) {
  return (
    <Box
      component="label"
      sx={{
        px: 1.5,
        minHeight: 44,
        display: 'flex',
        alignItems: 'center',
        cursor: 'pointer',
        fontWeight: 600,
        bgcolor: props.picked ? colour.goPale : colour.kraftPale,
        borderLeft: `6px solid ${props.picked ? colour.go : colour.kraftMid}`,
        '&:focus-within': { outline: `3px solid ${colour.nextEdge}` },
      }}
    >
      <input
        type="radio"
        name="way"
        checked={props.picked}
        onChange={props.pick}
        style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
      />
      {props.words}
    </Box>
  );
}

/** The button is the sentence. */
function Decide(props: {
  picked: Way;
  said: string;
  leads: string;
  ordered: boolean;
  reason: string;
  setReason: (text: string) => void;
  refused: string | undefined;
  busy: boolean;
  decide: () => void;
}) {
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {!props.ordered && (
        <TextField
          label={words.why}
          size="small"
          value={props.reason}
          onChange={(event) => props.setReason(event.target.value)}
          error={props.refused !== undefined}
          helperText={props.refused ?? words.leads(props.leads)}
        />
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Button variant="contained" disabled={props.busy} onClick={props.decide}>
          {props.busy ? texts.saving : props.ordered ? words.toGet : `${words.decide}: ${props.said}`}
        </Button>
        <Key>Alt+Enter</Key>
      </Box>
    </Box>
  );
}

/** What the ways hang on, the table and the picture, and why the rest does not apply. */
function More(props: {
  job: Schemas['Job'];
  judgement: Schemas['Judgement'];
  weighed: Schemas['Weighed'];
  ways: Schemas['WayView'][];
  picked: string | undefined;
  wish: Wish;
  refresh: () => void;
}) {
  const { judgement, weighed } = props;
  const materials = useQuery(materialsQuery);
  const edit = useEdit({
    name: `around:${props.job.id}`,
    schema: around,
    saved: { wish: props.wish, circumstances: judgement.circumstances },
    version: judgement.version,
    send: (next, version, key) =>
      ask(
        api.PUT('/api/choice/{jobId}/circumstances', {
          params: { path: { jobId: props.job.id }, header: { 'Idempotency-Key': key } },
          body: { version, wish: props.wish, circumstances: next.circumstances },
        }),
      ),
    done: props.refresh,
    versionOf: (current: Schemas['Judgement']) => current.version,
  });
  const currency = judgement.currency;
  const [saying, setSaying] = useState(false);
  const open = ASKED.flatMap((asks) => weighed.notHere.filter((n) => n.asks === asks))[0];
  return (
    <>
      {open && !edit.changed && !saying && (
        <Notice look="next" role="status">
          <Box sx={{ flex: 1 }}>{open.why}</Box>
          <Button variant="outlined" onClick={() => setSaying(true)}>
            {words.say}
          </Button>
        </Notice>
      )}
      {weighed.together.length > 0 && (
        <Box>
          <strong>{words.together}</strong>
          {weighed.together.map((t) => (
            <Box key={t.say}>
              {t.say}: {money(t.expectedCost, currency)}
            </Box>
          ))}
        </Box>
      )}
      <Box component="details" open={edit.changed || saying}>
        <summary>{words.around}</summary>
        <Box sx={{ display: 'grid', gap: 1, pt: 1 }}>
          <Box>{words.aroundWhy}</Box>
          <Around
            value={edit.value.circumstances}
            materials={materials.data ?? []}
            change={(circumstances) => edit.change({ wish: props.wish, circumstances })}
          />
          {judgement.train?.motorTorqueNmm !== undefined && <Box>{words.fromTrain(judgement.train)}</Box>}
          <EditNotices edit={edit} showTheirs={props.refresh} />
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
            <Button variant="outlined" disabled={edit.busy || !edit.changed} onClick={() => void edit.save()}>
              {edit.busy ? texts.saving : words.weighAgain}
            </Button>
            {edit.refused && <span role="alert">{edit.refused.message}</span>}
          </Box>
        </Box>
      </Box>
      <Box component="details">
        <summary>{words.sideBySide}</summary>
        <SideBySide options={weighed.options} ways={props.ways} currency={currency} picked={props.picked} />
      </Box>
      {weighed.notHere.length > 0 && (
        <Box component="details">
          <summary>{words.notHere(weighed.notHere.length)}</summary>
          {weighed.notHere.map((n) => (
            <Box key={n.way} sx={{ py: 0.25 }}>
              <strong>{props.ways.find((w) => w.way === n.way)?.words ?? n.way}</strong>: {n.why}
            </Box>
          ))}
        </Box>
      )}
    </>
  );
}
