import { Box, Button, Dialog, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { jobQuery } from '../job/queries';
import { useRefreshJob } from '../job/useRefreshJob';
import { DrawnMarks } from './DrawnMarks';
import { IntoBook } from './IntoBook';

type DrawnMark = Schemas['DrawnMark'];
type Shape = DrawnMark['shape'];
const SHAPES: Shape[] = ['arrow', 'circle'];
const TOO_SMALL = 0.01;

/** Ways and steps of the arrow keys, as shares of the picture. */
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const NEAR = 0.02;
const FAR = 0.1;
const MIDDLE = { x: 0.5, y: 0.5 };

function within(share: number): number {
  return Math.min(1, Math.max(0, share));
}

const drawn: z.ZodType<DrawnMark[]> = z.array(
  z.object({
    shape: z.enum(['arrow', 'circle']),
    fromX: z.number(),
    fromY: z.number(),
    toX: z.number(),
    toY: z.number(),
    words: z.string(),
  }),
);

/** One photograph large; arrows and circles are drawn over it by pulling, and kept beside it. */
export function PhotoViewer(props: { jobId: number; photo: Schemas['Photo']; close: () => void }) {
  const { jobId, photo } = props;
  const refresh = useRefreshJob(jobId);
  const job = useQuery(jobQuery(jobId)).data;
  const [shape, setShape] = useState<Shape>('arrow');
  const [words, setWords] = useState('');
  const [pulled, setPulled] = useState<DrawnMark>();
  /** Where the keys have come to; undefined while they do not draw. */
  const [hand, setHand] = useState<{ x: number; y: number }>();
  const edit = useEdit({
    name: `photo:${photo.key}`,
    schema: drawn,
    saved: photo.marks,
    version: photo.version,
    send: (next: DrawnMark[], version, key) =>
      ask(
        api.PUT('/api/photo/{jobId}/{id}/marks', {
          params: { path: { jobId, id: photo.id }, header: { 'Idempotency-Key': key } },
          body: { version, marks: next },
        }),
      ),
    done: refresh,
    versionOf: (current: Schemas['Photo']) => current.version,
  });
  const marks = edit.value;
  const remove = useSave(
    () => ask(api.DELETE('/api/photo/{jobId}/{id}', { params: { path: { jobId, id: photo.id } } })),
    () => {
      edit.drop();
      refresh();
    },
  );
  const throwAway = async () => {
    if (await remove.run(undefined)) props.close();
  };
  const at = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
  };
  const down = (event: PointerEvent<HTMLElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const { x, y } = at(event);
    setPulled({ shape, fromX: x, fromY: y, toX: x, toY: y, words: words.trim() });
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    const { x, y } = at(event);
    if (pulled) setPulled({ ...pulled, toX: x, toY: y });
  };
  const up = () => {
    if (pulled && Math.hypot(pulled.toX - pulled.fromX, pulled.toY - pulled.fromY) > TOO_SMALL) {
      edit.change([...marks, pulled]);
      setWords('');
    }
    setPulled(undefined);
  };
  const drawByKeys = (event: KeyboardEvent) => {
    const way = ARROWS[event.key];
    if (way) {
      const step = event.shiftKey ? FAR : NEAR;
      const from = hand ?? MIDDLE;
      const to = { x: within(from.x + way[0] * step), y: within(from.y + way[1] * step) };
      setHand(to);
      if (pulled) setPulled({ ...pulled, toX: to.x, toY: to.y });
    } else if (event.key === 'Enter' && pulled) {
      up();
    } else if (event.key === 'Enter') {
      const { x, y } = hand ?? MIDDLE;
      setHand({ x, y });
      setPulled({ shape, fromX: x, fromY: y, toX: x, toY: y, words: words.trim() });
    } else if (event.key === 'Escape' && hand) {
      event.stopPropagation();
      setPulled(undefined);
      setHand(undefined);
    } else return;
    event.preventDefault();
  };
  return (
    <Dialog open onClose={props.close} maxWidth={false} aria-label={photo.name}>
      <Box sx={{ p: 1.5, display: 'grid', gap: 1 }}>
        <EditNotices edit={edit} showTheirs={refresh} />
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          <strong>{photo.name}</strong>
          <Box component="span" sx={{ color: colour.inkSoft, flex: 1 }}>
            {photo.by}, {momentWords(photo.at)}
          </Box>
          {SHAPES.map((one) => (
            <Button
              key={one}
              variant={shape === one ? 'contained' : 'outlined'}
              aria-pressed={shape === one}
              onClick={() => setShape(one)}
            >
              {texts.photo.shapes[one]}
            </Button>
          ))}
          <TextField
            size="small"
            label={texts.photo.words}
            value={words}
            onChange={(event) => setWords(event.target.value)}
            sx={{ width: 180 }}
          />
        </Box>
        <Box
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={() => setPulled(undefined)}
          sx={{
            position: 'relative',
            touchAction: 'none',
            cursor: 'crosshair',
            aspectRatio: `${photo.width} / ${photo.height}`,
            height: 'min(68vh, 900px)',
            maxWidth: '88vw',
            mx: 'auto',
          }}
        >
          <img
            src={`/api/photo/${jobId}/${photo.id}/image.jpg?key=${photo.key}`}
            alt={photo.name}
            draggable={false}
            style={{ width: '100%', height: '100%', display: 'block', userSelect: 'none' }}
          />
          <DrawnMarks marks={pulled ? [...marks, pulled] : marks} width={photo.width} height={photo.height} />
          {hand && (
            <Box
              aria-hidden
              sx={{
                position: 'absolute',
                left: `${100 * hand.x}%`,
                top: `${100 * hand.y}%`,
                width: 18,
                height: 18,
                ml: '-9px',
                mt: '-9px',
                border: `3px solid ${colour.danger}`,
                outline: `2px solid ${colour.white}`,
                pointerEvents: 'none',
              }}
            />
          )}
        </Box>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button
            variant="outlined"
            title={texts.photo.byKeysHow}
            aria-description={texts.photo.byKeysHow}
            onKeyDown={drawByKeys}
            onBlur={() => {
              setHand(undefined);
              setPulled(undefined);
            }}
          >
            {texts.photo.byKeys}
          </Button>
          <Button variant="contained" disabled={!edit.changed || edit.busy} onClick={() => void edit.save()}>
            {texts.photo.keepMarks}
          </Button>
          <Button
            variant="outlined"
            disabled={marks.length === 0}
            onClick={() => edit.change(marks.slice(0, -1))}
          >
            {texts.photo.undo}
          </Button>
          <Button variant="outlined" disabled={remove.busy} onClick={() => void throwAway()}>
            {texts.photo.remove}
          </Button>
          <Box sx={{ flex: 1 }} />
          <Button variant="outlined" onClick={props.close}>
            {texts.photo.close}
          </Button>
        </Box>
        {edit.refused && <span role="alert">{edit.refused.message}</span>}
        {job && <IntoBook job={job} photoId={photo.id} />}
      </Box>
    </Dialog>
  );
}
