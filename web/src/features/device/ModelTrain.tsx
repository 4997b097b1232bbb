import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { z } from 'zod';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { Mat } from '../../mat/Mat';
import { EditNotices } from '../../parts/EditNotices';
import { Notice } from '../../parts/Notice';
import { Page } from '../../parts/Page';
import { PlainSelect } from '../../parts/PlainSelect';
import { useEdit } from '../../parts/useEdit';
import { useKeys } from '../../parts/useKeys';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Known } from '../book/Known';
import { pageQuery } from '../book/queries';
import { useMay } from '../shop/useRights';
import { Frame } from '../job/Frame';
import { AsText } from './AsText';
import { driveOf, parentOf, turnedTo, withWheel } from './drive';
import { MotorAndWork } from './MotorAndWork';
import {
  modelQuery,
  sameGearsQuery,
  studyQuery,
  trainQuery,
  turnedOutQuery,
  type Drive,
  type Machine,
} from './queries';
import { boundsOf, TrainDrawing } from './TrainDrawing';
import { ShaftsAndSets } from './ShaftsAndSets';
import { useKindWords } from './useKindWords';
import { WheelEditor } from './WheelEditor';

const words = texts.book;

/** As far as a draft has to be looked at before it is shown: the server knows the rest. */
const machineDraft: z.ZodType<Machine> = z.custom<Machine>(
  (machine) =>
    z
      .looseObject({ components: z.array(z.looseObject({ code: z.string() })), openings: z.array(z.any()) })
      .safeParse(machine).success,
);

const SLOWNESS = ['off', '1', '10', '100', '1000'] as const;
type Slowness = (typeof SLOWNESS)[number];

export function ModelTrain() {
  const modelId = Number(useParams()['model']);
  const model = useQuery(modelQuery(modelId));
  const train = useQuery(trainQuery(modelId));
  if (model.error instanceof Refused) {
    return (
      <Page>
        <Notice look="next">{model.error.message}</Notice>
      </Page>
    );
  }
  if (!model.data || !train.data) return <Page />;
  return <TrainOf key={modelId} model={model.data} train={train.data} />;
}

/** One model's train: on the mat to scale and turning, on the sheet what is known of each gear and what is missing. */
function TrainOf({ model, train }: { model: Schemas['KnownMachine']; train: Schemas['Train'] }) {
  const queries = useQueryClient();
  const kind = useKindWords();
  const [search] = useSearchParams();
  const job = Number(search.get('job') ?? '') || undefined;
  const edit = useEdit({
    name: `book:${model.id}`,
    schema: machineDraft,
    saved: train.machine,
    version: train.version,
    send: (machine: Machine, version, key) =>
      ask(
        api.PUT('/api/device/{modelId}/train', {
          params: { path: { modelId: model.id }, header: { 'Idempotency-Key': key } },
          body: { version, machine },
        }),
      ),
    done: () => {
      void queries.invalidateQueries({ queryKey: ['model', model.id] });
      void queries.invalidateQueries({ queryKey: ['job'] });
    },
    versionOf: (current: Schemas['Train']) => current.version,
  });
  const machine = edit.value;
  const drive = driveOf(machine);
  const change = (next: Drive) => edit.change({ ...machine, drive: next });
  const study = useQuery(studyQuery(drive));
  const same = useQuery(sameGearsQuery(model.id));
  const known = useQuery(pageQuery(model.id)).data;
  // One and the same while nothing changes: the drawing is made anew with it.
  const often = useMemo(() => known && fellOut(drive, known.failed), [drive, known]);
  const [picked, pick] = useState<string>();
  const [slow, setSlow] = useState<Slowness>('off');
  const wheels = drive.wheels;
  const step = (by: number) => {
    const index = wheels.findIndex((w) => w.code === picked);
    const next = wheels[(index + by + wheels.length) % wheels.length];
    if (next) pick(next.code);
  };
  const allowed = useMay('bench');
  const lean = (by: number) => {
    const shaft = wheels.find((w) => w.code === picked)?.shaft;
    const parent = shaft && parentOf(drive, shaft);
    const at = (code: string) => study.data?.shafts.find((s) => s.code === code);
    const [here, there] = [shaft && at(shaft), parent && at(parent)];
    if (!shaft || !here || !there || !allowed) return;
    const now = (Math.atan2(here.yMm - there.yMm, here.xMm - there.xMm) * 180) / Math.PI;
    change(turnedTo(drive, shaft, now + by));
  };
  useKeys({
    PageUp: () => step(-1),
    PageDown: () => step(1),
    ArrowLeft: () => lean(5),
    ArrowRight: () => lean(-5),
    r: () => setSlow(slow === 'off' ? '10' : 'off'),
    'Alt+Enter': () => {
      if (edit.changed) void edit.save();
    },
  });
  const drawn = study.data;
  const bounds = drawn && boundsOf(drive, drawn);
  return (
    <Frame
      onlyRead
      mat={
        <Mat
          extentMm={(bounds?.height ?? 40) * 1.06}
          widthMm={(bounds?.width ?? 40) * 1.06}
          centre={bounds && { x: bounds.x, y: bounds.y }}
          caption={
            (train.own || edit.changed
              ? words.own
              : train.from === undefined
                ? words.generic
                : words.fromBook(train.from)) +
            (known && known.failed.some((f) => f.share.of > 0) ? words.darker : '')
          }
          legend={
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', pointerEvents: 'auto' }}>
              <span>{words.turning}</span>
              <PlainSelect
                label={words.turning}
                value={slow}
                set={setSlow}
                options={SLOWNESS.map((s) => [s, words.slowness[s]])}
                sx={{ minHeight: 36 }}
              />
            </Box>
          }
          over={
            drawn &&
            ((place) => (
              <TrainDrawing
                drive={drive}
                study={drawn}
                place={place}
                picked={picked}
                fellOut={often}
                slower={slow === 'off' ? undefined : Number(slow)}
                pick={pick}
                drag={(code, x, y) => {
                  const shaft = wheels.find((w) => w.code === code)?.shaft;
                  const parent = shaft && parentOf(drive, shaft);
                  const from = study.data?.shafts.find((s) => s.code === parent);
                  if (!shaft || !from || !allowed) return;
                  change(turnedTo(drive, shaft, (Math.atan2(y - from.yMm, x - from.xMm) * 180) / Math.PI));
                }}
              />
            ))
          }
        />
      }
    >
      <Box sx={{ pt: 1.5 }}>
        <Box component="h1" sx={{ fontSize: 22, m: 0 }}>
          {model.maker} {model.name}
        </Box>
        <Box sx={{ color: colour.inkSoft }}>
          {kind(model.kind)}, {words.jobs(model.jobs)}
        </Box>
      </Box>
      <EditNotices edit={edit} showTheirs={() => void queries.invalidateQueries({ queryKey: ['model'] })} />
      {job === undefined && (
        <>
          <Known modelId={model.id} />
          <Box component="h2" sx={{ fontSize: 17, m: 0, mt: 2 }}>
            {words.gears}
          </Box>
        </>
      )}
      {study.error instanceof Refused && (
        <Notice look="danger" role="alert">
          {study.error.message}
        </Notice>
      )}
      {study.data && (
        <Findings
          drive={drive}
          study={study.data}
          set={(code, z) => change(withWheel(drive, code, 'toothCount', z))}
        />
      )}
      <Box
        component="ul"
        aria-label={words.wheels}
        sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: '3px' }}
      >
        {wheels.map((wheel) => (
          <li key={wheel.code}>
            <WheelEditor
              machine={machine}
              drive={drive}
              wheel={wheel}
              study={study.data}
              open={picked === wheel.code}
              pick={() => pick(picked === wheel.code ? undefined : wheel.code)}
              same={same.data?.filter((s) => s.wheel === wheel.code) ?? []}
              job={job}
              may={allowed}
              change={(next, code) => {
                change(next);
                if (code) pick(code);
              }}
              grown={(next) => edit.change(next)}
            />
          </li>
        ))}
      </Box>
      <TurnedOut modelId={model.id} />
      {study.data && <Sizes study={study.data} name={(code) => nameOf(machine, drive, code)} />}
      <ShaftsAndSets machine={machine} drive={drive} study={drawn} may={allowed} change={change} />
      <MotorAndWork machine={machine} drive={drive} may={allowed} change={change} />
      {job !== undefined && <Known modelId={model.id} />}
      {allowed && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', py: 1.5 }}>
          <AsText modelId={model.id} read={(next) => edit.change(next)} />
          <Box sx={{ flex: 1 }} />
          {edit.changed && (
            <Button variant="outlined" onClick={edit.drop}>
              {texts.train.leave}
            </Button>
          )}
          <Button variant="contained" disabled={edit.busy || !edit.changed} onClick={() => void edit.save()}>
            {texts.train.save}
          </Button>
          {edit.refused && (
            <Notice look="danger" role="alert">
              {edit.refused.message}
            </Notice>
          )}
        </Box>
      )}
    </Frame>
  );
}

/** What a set of teeth is called: its part, and which of its sets where there are several. */
export function nameOf(machine: Machine, drive: Drive, code: string): string {
  const wheel = drive.wheels.find((w) => w.code === code);
  const part = machine.components.find((c) => c.code === wheel?.part)?.words ?? code;
  const sets = drive.wheels.filter((w) => w.part === wheel?.part);
  return sets.length > 1 ? words.setOf(part, sets.findIndex((w) => w.code === code) + 1, sets.length) : part;
}

/** Of each wheel, in which share of the jobs told its part was a culprit. */
function fellOut(drive: Drive, failed: Schemas['FailedPart'][]): Map<string, number> {
  const shares = new Map<string, number>();
  for (const f of failed) {
    if (f.share.all > 0) shares.set(f.part, (shares.get(f.part) ?? 0) + f.share.of / f.share.all);
  }
  return new Map(drive.wheels.map((w) => [w.code, shares.get(w.part) ?? 0]));
}

/** What follows: whether it does what it should, what is missing, what does not go together. */
function Findings(props: {
  drive: Drive;
  study: Schemas['DriveView'];
  set: (wheel: string, count: number) => void;
}) {
  const { study } = props;
  const wanting = study.missing[0];
  const fits = wanting?.byWork[0]?.toothCount ?? wanting?.byCentreDistance;
  return (
    <Box sx={{ display: 'grid', gap: 0.75, my: 1 }}>
      {study.problem && (
        <Notice look="danger" role="alert">
          {study.problem}
        </Notice>
      )}
      {study.notes.map((note) => (
        <Notice key={note} look="next">
          {note}
        </Notice>
      ))}
      {study.work && (
        <Notice look="calm">
          <span>
            {words.does[study.work.does](study.work.value)}
            {study.work.percent !== undefined && <> {words.against(study.work)}</>}
          </span>
        </Notice>
      )}
      {wanting && (
        <Notice look="next">
          <Box sx={{ flex: 1 }}>
            {words.missing(study.missing.length)}
            {wanting.byWork.length > 0 && <> {words.byWork(wanting.byWork)}</>}
            {wanting.byCentreDistance !== undefined && <> {words.byCentre(wanting.byCentreDistance)}</>}
          </Box>
          {fits !== undefined && (
            <Button variant="contained" onClick={() => props.set(wanting.wheel, fits)}>
              {words.ithas(fits)}
            </Button>
          )}
        </Notice>
      )}
    </Box>
  );
}

/** How each way of mending turned out on this model here. */
function TurnedOut({ modelId }: { modelId: number }) {
  const ways = useQuery(turnedOutQuery(modelId)).data ?? [];
  if (ways.length === 0) return null;
  return (
    <Box component="section" aria-label={words.turnedOut} sx={{ mt: 1 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.turnedOut}
      </Box>
      {ways.map((one) => (
        <div key={one.way}>
          {one.way}: {words.mended(one.done, one.cameBack)}
        </div>
      ))}
    </Box>
  );
}

/** Gears of one size, counted over the whole machine. */
function Sizes(props: { study: Schemas['DriveView']; name: (code: string) => string }) {
  const several = props.study.sizes.filter((s) => s.wheels.length > 1);
  if (several.length === 0) return null;
  return (
    <Box sx={{ mt: 1 }}>
      {several.map((size) => (
        <Box key={size.wheels.join()} sx={{ fontFamily: font.text }}>
          {words.several(
            size.wheels.length,
            size.toothCount,
            size.module,
            size.wheels.map(props.name).join(', '),
          )}
        </Box>
      ))}
    </Box>
  );
}
