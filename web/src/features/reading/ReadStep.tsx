import { Box, Button, TextField } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, ask, type Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { Notice } from '../../parts/Notice';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Frame';
import { useRefreshJob } from '../job/useRefreshJob';
import { Answers } from './Answers';
import { CaliperStandIn } from './CaliperStandIn';
import { countingLines, draftOf, gearDraft, gearEntryOf, othersOf, type GearDraft } from './draft';
import { ReadingMat } from './ReadingMat';
import { ReadingStrip } from './ReadingStrip';
import { SheetButton } from './SheetButton';
import { useChosen, useIdentify, useSpans } from './useIdentify';
import { shopQuery } from '../shop/queries';
import { gearQuery } from './queries';

/** Step 5: from readings to which gear it is, live. */
export function ReadStep({ job, children }: { job: Schemas['Job']; children: ReactNode }) {
  const gear = useQuery(gearQuery(job.id));
  if (!gear.data) {
    return <Frame mat={<Box sx={{ bgcolor: colour.mat }} />}>{children}</Frame>;
  }
  return (
    <Reading job={job} gear={gear.data}>
      {children}
    </Reading>
  );
}

/** The answer that stands there as somebody presses, and its place among the others. */
interface Meant {
  choice: number;
  shown: Schemas['CandidateView'];
}

function Reading({
  job,
  gear,
  children,
}: {
  job: Schemas['Job'];
  gear: Schemas['GearRead'];
  children: ReactNode;
}) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const shop = useQuery(shopQuery);
  const me = shop.data?.here?.id;
  const [overlay, setOverlay] = useState(false);
  const [reason, setReason] = useState('');
  const refresh = useRefreshJob(job.id, 'read');
  const others = othersOf(gear, me);
  const edit = useEdit({
    name: `gear:${job.id}`,
    schema: gearDraft,
    saved: draftOf(gear, me),
    version: gear.version,
    send: (next: GearDraft, version, key) =>
      ask(
        api.PUT('/api/reading/{jobId}', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: { version, gear: gearEntryOf(next, spans, countingLines(others, next.leftOut)) },
        }),
      ),
    done: (saved) => {
      queries.setQueryData(gearQuery(job.id).queryKey, saved);
      refresh();
    },
    versionOf: (current: Schemas['GearRead']) => current.version,
  });
  const { value: draft, change: setKept } = edit;
  const othersLines = countingLines(others, draft.leftOut);
  const spans = useSpans(draft.teeth);
  const live = useIdentify(draft, spans, othersLines);
  const { place, choose, step, candidate, other } = useChosen(live.answer);
  const take = useSave(
    ({ version, choice, shown }: { version: number } & Meant) =>
      ask(
        api.POST('/api/reading/{jobId}/take', {
          params: { path: { jobId: job.id } },
          body: {
            version,
            choice,
            shown: {
              toothCount: shown.toothCount,
              module: shown.module,
              pressureAngleDeg: shown.pressureAngleDeg,
              addendumCoefficient: shown.addendumCoefficient,
            },
            reason,
          },
        }),
      ),
    refresh,
  );
  const meant: Meant | undefined = candidate && { choice: place, shown: candidate };
  const pressed = useRef<Meant>(undefined);
  const takeIt = async (which: Meant | undefined) => {
    if (!which || live.refused) return;
    const saved = edit.changed ? await edit.save() : gear;
    if (saved && (await take.run({ version: saved.version, ...which }))) void navigate(`/job/${job.id}/get`);
  };
  useKeys({
    o: () => setOverlay((on) => !on),
    'Alt+Enter': () => void takeIt(meant),
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
  });
  const overtaken = take.refused?.status === 409 ? take.refused : undefined;
  const refused = edit.refused ?? (overtaken ? undefined : take.refused);
  return (
    <Frame
      mat={
        <ReadingMat
          name={draft.name}
          bore={draft.bore}
          candidate={candidate}
          other={other}
          readings={live.answer?.readings ?? []}
          overlay={overlay}
          toggleOverlay={() => setOverlay(!overlay)}
        />
      }
    >
      {children}
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', pt: 1, pb: 0.5 }}>
        <Box component="h2" sx={{ fontSize: 17, m: 0, whiteSpace: 'nowrap' }}>
          {texts.read.title}
        </Box>
        <TextField
          size="small"
          fullWidth
          placeholder={texts.read.whichHint}
          slotProps={{ htmlInput: { 'aria-label': texts.read.which } }}
          value={draft.name}
          onChange={(event) => setKept({ ...draft, name: event.target.value })}
        />
      </Box>
      <EditNotices
        edit={edit}
        words={texts.read.stale}
        showTheirs={refresh}
        theirs={(theirs) => (
          <Box component="span" sx={{ color: colour.inkSoft }}>
            {theirs.toothCount} {texts.read.teeth}:{' '}
            {theirs.readings.map((r) => `${r.typed} (${r.readBy})`).join(' · ')}
          </Box>
        )}
      />
      {overtaken && (
        <Notice look="next" role="alert">
          <Box sx={{ flex: 1 }}>{overtaken.message}</Box>
          <Button
            variant="outlined"
            onClick={() => {
              take.clear();
              refresh();
            }}
          >
            {texts.stale.theirs}
          </Button>
        </Notice>
      )}
      <ReadingStrip
        draft={draft}
        change={setKept}
        spans={spans}
        live={live}
        candidate={candidate}
        refused={refused}
        others={others}
        othersLines={othersLines}
      />
      {/* Above the answers: what comes while one presses would move it from under the pointer. */}
      {edit.changed && (
        <Button variant="outlined" sx={{ my: 1 }} disabled={edit.busy} onClick={() => void edit.save()}>
          {edit.busy ? texts.saving : texts.read.keep}
        </Button>
      )}
      {live.refused && live.refused.fields.length === 0 && (
        <Notice look="danger" role="alert">
          {live.refused.message}
        </Notice>
      )}
      {live.answer && candidate && (
        <>
          <Answers answer={live.answer} before={live.refused !== undefined} chosen={place} choose={choose} />
          {place > 0 && (
            <TextField
              size="small"
              fullWidth
              sx={{ mt: 1 }}
              label={texts.read.notFirst}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              error={refused?.of('reason') !== undefined}
              helperText={refused?.of('reason')}
            />
          )}
          <Box
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              gap: 1,
              mt: 1,
              py: 1,
              alignItems: 'center',
              position: 'sticky',
              bottom: 0,
              bgcolor: colour.paper,
            }}
          >
            {refused?.of('choice') && (
              <Box role="alert" sx={{ flexBasis: '100%', color: colour.danger }}>
                {refused.of('choice')}
              </Box>
            )}
            <Button
              variant="contained"
              data-take=""
              disabled={edit.busy || take.busy || live.refused !== undefined}
              onPointerDown={() => (pressed.current = meant)}
              // A key presses and lets go at once; between a hand's two another answer may come.
              onClick={(event) => {
                void takeIt(event.detail === 0 ? meant : (pressed.current ?? meant));
                pressed.current = undefined;
              }}
            >
              {texts.read.take(candidate.name, candidate.toothCount)}
            </Button>
            <Key>Alt+Enter</Key>
          </Box>
        </>
      )}
      <Box sx={{ display: 'flex', gap: 2, mt: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        {live.answer?.candidates.some((c) => c.gear) && (
          <SheetButton answer={live.answer} title={texts.read.sheetTitle(job.trayNumber)} />
        )}
        {gear.takenWords && (
          <>
            <Box>{texts.read.taken(gear.takenWords)}</Box>
            <a href={`/api/making/${job.id}/gear.svg`} download>
              {texts.read.svg}
            </a>
            <Link to={`/workings/make?job=${job.id}`}>{texts.make.toMake}</Link>
            <a href={`/api/making/${job.id}/gear.pdf`} download>
              {texts.read.pdf}
            </a>
          </>
        )}
      </Box>
      <CaliperStandIn first={job.id} />
      {refused && refused.fields.length === 0 && (
        <Notice look="danger" role="alert">
          {refused.message}
        </Notice>
      )}
    </Frame>
  );
}
