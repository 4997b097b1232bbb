import { Box, Button } from '@mui/material';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { DraftNotices } from '../../parts/EditNotices';
import { FigureInput } from '../../parts/FigureInput';
import { Key } from '../../parts/Key';
import { Labelled } from '../../parts/Labelled';
import { Mark } from '../../parts/Marks';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { Tick } from '../../parts/Tick';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Photos } from '../photo/Photos';
import { ChangeStep } from './ChangeStep';
import type { StepBack } from './queries';
import { useShown } from './useClosing';

const words = texts.closing;

type Thing = Schemas['Thing'];

const said = z.object({
  seen: z.array(z.number()),
  shorts: z.array(z.object({ thing: z.number(), put: z.string(), why: z.string() })),
});
type Said = z.infer<typeof said>;
const NOTHING: Said = { seen: [], shorts: [] };

/** The one step that goes back now. */
export function NextBack({
  jobId,
  step,
  after,
}: {
  jobId: number;
  step: StepBack;
  after: StepBack | undefined;
}) {
  const shown = useShown(jobId);
  const [draft, setDraft, about] = useDraft(`back:${jobId}:${step.key}`, said);
  const [changing, setChanging] = useState(false);
  const now = draft ?? NOTHING;
  const put = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/closeup/{jobId}/steps/{key}/back', {
          params: { path: { jobId, key: step.key }, header: { 'Idempotency-Key': key } },
          body: {
            seen: now.seen,
            shorts: now.shorts.map((s) => ({ thing: s.thing, put: Number(s.put) || 0, why: s.why })),
          },
        }),
      ),
    shown,
    // Where nothing is typed all send the same: pressed by two at once it is put back once.
    { ...about, key: about.key || `back-${jobId}-${step.key}`.slice(0, 100) },
  );
  const unasked = step.things.filter(
    (t) => t.ask && !now.seen.includes(t.number) && !now.shorts.some((s) => s.thing === t.number),
  );
  const goOn = () => {
    if (!put.busy) void put.run(undefined);
  };
  useKeys({ b: goOn, PageDown: goOn });
  return (
    <Box
      component="section"
      aria-label={words.next}
      sx={{
        bgcolor: colour.label,
        borderLeft: `6px solid ${colour.engaged}`,
        p: 2,
        display: 'grid',
        gap: 1.5,
      }}
    >
      <Box>
        <Box sx={{ color: colour.inkSoft, fontFamily: font.figures }}>{words.stepNumber(step.number)}</Box>
        <Box component="h2" sx={{ fontSize: 27, lineHeight: 1.2, m: 0 }}>
          {step.deed}
        </Box>
        <Box sx={{ fontSize: 17 }}>
          {[step.side, step.where && texts.ledger.at(step.where), step.tool && texts.ledger.with(step.tool)]
            .filter(Boolean)
            .join(', ')}
        </Box>
      </Box>
      {step.proposed.map((proposed) => (
        <Proposal key={`${proposed.kind} ${proposed.thing}`} jobId={jobId} step={step} proposed={proposed} />
      ))}
      {step.changes.map((change) => (
        <Notice key={change} look="calm">
          <Mark name="yes" />
          <span>{change}</span>
        </Notice>
      ))}
      {step.before.map((before) => (
        <Notice key={before} look="next" role="alert">
          <Mark name="caution" />
          <span>{words.beforeIt(before)}</span>
        </Notice>
      ))}
      {step.things.length > 0 && (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {step.things.map((thing) => (
            <GoesIn key={thing.number} thing={thing} now={now} set={setDraft} />
          ))}
        </Box>
      )}
      {step.lineUp.length + step.how.length > 0 && (
        <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 17, lineHeight: 1.45 }}>
          {step.lineUp.map((line) => (
            <Box component="li" key={line} sx={{ fontWeight: 700 }}>
              {line}
            </Box>
          ))}
          {step.how.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      )}
      {put.refused && (
        <Notice look="danger" role="alert">
          {put.refused.message}
        </Notice>
      )}
      <DraftNotices about={about} />
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button variant="contained" size="large" disabled={put.busy || unasked.length > 0} onClick={goOn}>
          {words.itIsIn}
        </Button>
        <Key>b</Key>
        <Box sx={{ color: colour.inkSoft, flex: 1 }}>
          {unasked.length > 0 ? words.tickFirst : after ? words.then(after.deed) : words.thenClosed}
        </Box>
        <PlainButton
          aria-expanded={changing}
          onClick={() => setChanging(!changing)}
          sx={{ textDecoration: 'underline', minHeight: 44 }}
        >
          {words.otherwise}
        </PlainButton>
      </Box>
      {changing && <ChangeStep jobId={jobId} step={step} done={() => setChanging(false)} />}
      <Photos jobId={jobId} step="open" teardownKey={step.key} />
    </Box>
  );
}

/** What is likely to be new, taken by one press. */
function Proposal(props: { jobId: number; step: StepBack; proposed: Schemas['Proposed'] }) {
  const { jobId, step, proposed } = props;
  const shown = useShown(jobId);
  const take = useSave(
    (key: string) =>
      ask(
        api.POST('/api/closeup/{jobId}/changes', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: {
            stepKey: step.key,
            mended: proposed.kind,
            ...(proposed.thing !== undefined && { thing: proposed.thing }),
          },
        }),
      ),
    shown,
  );
  return (
    <Notice look="next">
      <span>{proposed.words}</span>
      <Button
        variant="outlined"
        disabled={take.busy}
        sx={{ flex: 'none' }}
        onClick={() => void take.run(`take-${step.key}-${proposed.kind}-${proposed.thing ?? 0}`.slice(-100))}
      >
        {words.soItIs}
      </Button>
      {take.refused && <span role="alert">{take.refused.message}</span>}
    </Notice>
  );
}

/** One thing that goes in, with its cell; asked for where it falls out unseen. */
function GoesIn({ thing, now, set }: { thing: Thing; now: Said; set: (next: Said) => void }) {
  const short = now.shorts.find((s) => s.thing === thing.number);
  const others = now.shorts.filter((s) => s.thing !== thing.number);
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: '52px minmax(0, 1fr) auto',
        gap: 1,
        alignItems: 'center',
        py: 0.5,
        borderBottom: `1px solid ${colour.line}`,
        fontSize: 18,
      }}
    >
      <Box
        sx={{
          fontFamily: font.figures,
          textAlign: 'center',
          bgcolor: thing.cell ? colour.measure : 'transparent',
          border: `1px solid ${thing.cell ? colour.nextEdge : 'transparent'}`,
        }}
      >
        {thing.cell}
      </Box>
      <Box sx={{ ...(thing.goes === 'out' && { textDecoration: 'line-through', color: colour.inkSoft }) }}>
        {thing.words}
        {thing.goes !== 'in' && <strong> {words.goes[thing.goes]}</strong>}
      </Box>
      {thing.goes !== 'out' && thing.count > 0 && (
        <PlainButton
          aria-expanded={short !== undefined}
          aria-label={words.notAllOf(thing.words)}
          onClick={() =>
            set({
              ...now,
              shorts: short
                ? others
                : [...others, { thing: thing.number, put: String(thing.count - 1), why: '' }],
            })
          }
          sx={{ textDecoration: 'underline', fontSize: 15, minHeight: 44 }}
        >
          {short ? words.allAfterAll : words.notAll}
        </PlainButton>
      )}
      {thing.ask && !short && (
        <Box sx={{ gridColumn: '2 / -1' }}>
          <Tick
            label={thing.ask}
            checked={now.seen.includes(thing.number)}
            set={(seen) =>
              set({
                ...now,
                seen: seen ? [...now.seen, thing.number] : now.seen.filter((n) => n !== thing.number),
              })
            }
          />
        </Box>
      )}
      {short && (
        <Box sx={{ gridColumn: '2 / -1', display: 'grid', gridTemplateColumns: '110px 1fr', gap: 1 }}>
          <Labelled label={words.wentIn}>
            <FigureInput
              value={short.put}
              set={(typed) => set({ ...now, shorts: [...others, { ...short, put: typed }] })}
              inputMode="numeric"
            />
          </Labelled>
          <Labelled label={words.why}>
            <FigureInput
              value={short.why}
              set={(typed) => set({ ...now, shorts: [...others, { ...short, why: typed }] })}
            />
          </Labelled>
        </Box>
      )}
    </Box>
  );
}
