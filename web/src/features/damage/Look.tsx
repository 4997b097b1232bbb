import { Box, Button } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState, type KeyboardEvent, type ReactNode } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { GearDrawing } from '../../mat/GearDrawing';
import { Mat } from '../../mat/Mat';
import { useGearDrawing } from '../../mat/useGearDrawing';
import { Key } from '../../parts/Key';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { useKeys } from '../../parts/useKeys';
import { texts } from '../../texts';
import { Frame } from '../job/Frame';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';
import { Photos } from '../photo/Photos';
import { MapControls, WholeGear } from './MapControls';
import { PatternRead } from './PatternRead';
import {
  cleared,
  LETTERS,
  marked,
  run,
  unseenMap,
  teethTyped,
  toothMapDraft,
  type HowMarked,
  type MarkKind,
  type ToothMap,
} from './toothMap';
import { ToothRing } from './ToothRing';
import { gearQuery } from '../reading/queries';
import { damageReadQuery, mappedQuery } from './queries';

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
  const refresh = useRefreshJob(job.id, 'look');
  const [picked, setPicked] = useState({ from: 1, to: 1 });
  const [how, setHow] = useState<HowMarked>({ kind: 'missing', flank: 'both', amount: 0.5, band: undefined });
  const path = { jobId: job.id };
  const mapped = useQuery(mappedQuery(job.id));
  const gear = useQuery(gearQuery(job.id));
  const start = unseenMap(gear.data?.name ?? '', teethTyped(gear.data?.toothCount ?? '') ?? 24);
  const edit = useEdit({
    name: `look:${job.id}`,
    schema: toothMapDraft,
    saved: mapped.data?.map ?? start,
    version: mapped.data?.version ?? 0,
    send: (next: ToothMap, version, key) =>
      ask(
        api.PUT('/api/damage/{jobId}', {
          params: { path, header: { 'Idempotency-Key': key } },
          body: { version, map: next },
        }),
      ),
    done: refresh,
    versionOf: (current: Schemas['Mapped']) => current.version,
  });
  const { value: map, change } = edit;
  const reading = useQuery({
    ...damageReadQuery(job.id, map),
    placeholderData: keepPreviousData,
    enabled: mapped.data !== undefined,
  });
  const keep = async () => {
    if (await edit.save()) go('read');
  };
  useKeys({ 'Alt+Enter': () => void keep() });
  const read = gear.data?.taken ?? gear.data?.answer?.candidates[0];
  const known = read && teethTyped(gear.data?.toothCount ?? '') === map.toothCount;
  const drawing = useGearDrawing(
    (known ? read.gear : undefined) ?? { module: ASSUMED_MODULE, toothCount: map.toothCount },
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
        <EditNotices edit={edit} showTheirs={refresh} />
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
        {mapped.data && <WholeGear map={map} change={change} />}
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          <Button variant="contained" disabled={edit.busy} onClick={() => void keep()}>
            {edit.busy ? texts.saving : texts.look.keep}
          </Button>
          <Key>Alt+Enter</Key>
          {edit.refused && <span role="alert">{edit.refused.message}</span>}
        </Box>
        <Photos jobId={job.id} step="look" />
      </Box>
    </Frame>
  );
}
