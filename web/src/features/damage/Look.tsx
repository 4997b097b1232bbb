import { Box, Button } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState, type KeyboardEvent, type ReactNode } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { GearDrawing } from '../../mat/GearDrawing';
import { Mat } from '../../mat/Mat';
import { useGearDrawing } from '../../mat/useGearDrawing';
import { Key } from '../../parts/Key';
import { StaleNotice } from '../../parts/StaleNotice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { Frame } from '../job/Frame';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';
import { Photos } from '../photo/Photos';
import { MapControls } from './MapControls';
import { PatternRead } from './PatternRead';
import {
  cleared,
  LETTERS,
  marked,
  run,
  soundMap,
  teethTyped,
  type HowMarked,
  type MarkKind,
  type ToothMap,
} from './toothMap';
import { ToothRing } from './ToothRing';

interface Draft {
  map: ToothMap;
  version: number;
}

/** Drawn until the gear has been read: only the shape of the teeth is taken from it. */
const ASSUMED_MODULE = 1;
const KIND_OF = Object.fromEntries(Object.entries(LETTERS).map(([kind, letter]) => [letter, kind])) as Record<
  string,
  MarkKind
>;

/** Step 4: the damage, tooth by tooth on the mat, and what its pattern says. */
export function Look({
  job,
  go,
  children,
}: {
  job: Schemas['Job'];
  go: (to: Step) => void;
  children: ReactNode;
}) {
  const refresh = useRefreshJob(job.id);
  const [draft, setDraft] = useDraft<Draft>(`look:${job.id}`);
  const [picked, setPicked] = useState({ from: 1, to: 1 });
  const [how, setHow] = useState<HowMarked>({ kind: 'missing', flank: 'both', amount: 0.5, band: undefined });
  const path = { jobId: job.id };
  const mapped = useQuery({
    queryKey: ['job', job.id, 'damage'],
    queryFn: () => ask(api.GET('/api/damage/{jobId}', { params: { path } })),
  });
  const gear = useQuery({
    queryKey: ['job', job.id, 'gear'],
    queryFn: () => ask(api.GET('/api/reading/{jobId}', { params: { path } })),
  });
  const start = soundMap(gear.data?.name ?? '', teethTyped(gear.data?.toothCount ?? '') ?? 24);
  const map = draft?.map ?? mapped.data?.map ?? start;
  const version = draft?.version ?? mapped.data?.version ?? 0;
  const change = (next: ToothMap) => setDraft({ map: next, version });
  const reading = useQuery({
    queryKey: ['job', job.id, 'damage-read', map],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/damage/{jobId}/read', { params: { path }, body: map, signal })),
    placeholderData: keepPreviousData,
    enabled: mapped.data !== undefined,
  });
  const save = useSave(
    (at: number) => ask(api.PUT('/api/damage/{jobId}', { params: { path }, body: { version: at, map } })),
    () => {
      setDraft(undefined);
      refresh();
    },
  );
  const keep = async () => {
    if (await save.run(version)) go('read');
  };
  useKeys({ 'Alt+Enter': () => void keep() });
  const theirs = save.refused?.status === 409 ? (save.refused.current as Schemas['Mapped']) : undefined;

  const read = gear.data?.taken ?? gear.data?.answer?.candidates[0];
  const known = read && teethTyped(gear.data?.toothCount ?? '') === map.toothCount;
  const drawing = useGearDrawing(
    known
      ? {
          module: read.module,
          toothCount: map.toothCount,
          pressureAngleDeg: read.pressureAngleDeg,
          profileShiftCoefficient: read.profileShiftCoefficient,
        }
      : { module: ASSUMED_MODULE, toothCount: map.toothCount },
    [],
    known ? (gear.data?.bore ?? '') : '',
  );
  const chosen = run(picked.from, picked.to, map.toothCount);
  const mark = (kind: MarkKind) => {
    const wear = kind === 'worn' || kind === 'band';
    const now: HowMarked = {
      ...how,
      kind,
      flank: wear ? how.flank : 'both',
      amount: wear ? how.amount : 0,
      band: kind === 'band' ? how.band : undefined,
    };
    setHow({ ...how, kind });
    change(marked(map, chosen, now));
  };
  const key = (event: KeyboardEvent) => {
    const step = (by: number) => {
      const to = ((picked.to - 1 + by + map.toothCount) % map.toothCount) + 1;
      setPicked({ from: event.shiftKey ? picked.from : to, to });
    };
    const acts: Record<string, () => void> = {
      ArrowRight: () => step(1),
      ArrowDown: () => step(1),
      ArrowLeft: () => step(-1),
      ArrowUp: () => step(-1),
      Home: () => setPicked({ from: 1, to: 1 }),
      Backspace: () => change(cleared(map, chosen)),
      Delete: () => change(cleared(map, chosen)),
    };
    const kind = KIND_OF[event.key];
    const act = acts[event.key] ?? (kind ? () => mark(kind) : undefined);
    if (act && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      act();
    }
  };
  return (
    <Frame
      mat={
        <Mat
          extentMm={(drawing?.extentMm ?? 26) * 1.18}
          caption={
            <>
              {map.gear || texts.look.gear}, {texts.look.teeth(map.toothCount)}
            </>
          }
          legend={
            <>
              {texts.look.keys}
              {!known && <Box>{texts.look.assumed}</Box>}
            </>
          }
          over={
            drawing &&
            ((place) => (
              <ToothRing
                map={map}
                place={place}
                tipMm={drawing.tipDiameterMm}
                rootMm={drawing.rootDiameterMm}
                chosen={chosen}
                at={picked.to}
                choose={setPicked}
                onKey={key}
              />
            ))
          }
        >
          {(pen) =>
            drawing && (
              <g transform="rotate(-90)">
                <GearDrawing drawing={drawing} pen={pen} />
              </g>
            )
          }
        </Mat>
      }
    >
      {children}
      <Box sx={{ pt: 1.5, pb: 2, display: 'grid', gap: 1.5 }}>
        {theirs && (
          <StaleNotice
            showTheirs={() => {
              save.clear();
              setDraft(undefined);
              refresh();
            }}
            saveMine={() => void save.run(theirs.version)}
          />
        )}
        <MapControls
          map={map}
          gears={mapped.data?.gears ?? []}
          change={change}
          chosen={chosen}
          how={how}
          setHow={setHow}
          mark={mark}
          clear={() => change(cleared(map, chosen))}
        />
        {reading.data && <PatternRead map={map} reading={reading.data} change={change} />}
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          <Button variant="contained" disabled={save.busy} onClick={() => void keep()}>
            {save.busy ? texts.saving : texts.look.keep}
          </Button>
          <Key>Alt+Enter</Key>
          {save.refused && !theirs && <span role="alert">{save.refused.message}</span>}
        </Box>
        <Photos jobId={job.id} step="look" />
      </Box>
    </Frame>
  );
}
