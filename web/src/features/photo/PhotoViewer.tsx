import { Box, Button, Dialog, TextField } from '@mui/material';
import { useState, type PointerEvent } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { StaleNotice } from '../../parts/StaleNotice';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';
import { DrawnMarks } from './DrawnMarks';

type DrawnMark = Schemas['DrawnMark'];
type Shape = DrawnMark['shape'];
const SHAPES: Shape[] = ['arrow', 'circle'];
const TOO_SMALL = 0.01;

/** One photograph large; arrows and circles are drawn over it by pulling, and kept beside it. */
export function PhotoViewer(props: { jobId: number; photo: Schemas['Photo']; close: () => void }) {
  const { jobId, photo } = props;
  const refresh = useRefreshJob(jobId);
  const [draft, setDraft] = useDraft<DrawnMark[]>(`photo:${photo.id}`);
  const [shape, setShape] = useState<Shape>('arrow');
  const [words, setWords] = useState('');
  const [pulled, setPulled] = useState<DrawnMark>();
  const marks = draft ?? photo.marks;
  const save = useSave(
    (version: number) =>
      ask(
        api.PUT('/api/photo/{jobId}/{id}/marks', {
          params: { path: { jobId, id: photo.id } },
          body: { version, marks },
        }),
      ),
    () => {
      setDraft(undefined);
      refresh();
    },
  );
  const remove = useSave(
    () => ask(api.DELETE('/api/photo/{jobId}/{id}', { params: { path: { jobId, id: photo.id } } })),
    () => {
      setDraft(undefined);
      refresh();
      props.close();
    },
  );
  const theirs = save.refused?.status === 409 ? (save.refused.current as Schemas['Photo']) : undefined;
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
      setDraft([...marks, pulled]);
      setWords('');
    }
    setPulled(undefined);
  };
  return (
    <Dialog open onClose={props.close} maxWidth={false} aria-label={photo.name}>
      <Box sx={{ p: 1.5, display: 'grid', gap: 1 }}>
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
        </Box>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button
            variant="contained"
            disabled={!draft || save.busy}
            onClick={() => void save.run(photo.version)}
          >
            {texts.photo.keepMarks}
          </Button>
          <Button
            variant="outlined"
            disabled={marks.length === 0}
            onClick={() => setDraft(marks.slice(0, -1))}
          >
            {texts.photo.undo}
          </Button>
          <Button variant="outlined" disabled={remove.busy} onClick={() => void remove.run(undefined)}>
            {texts.photo.remove}
          </Button>
          <Box sx={{ flex: 1 }} />
          <Button variant="outlined" onClick={props.close}>
            {texts.photo.close}
          </Button>
        </Box>
        {save.refused && !theirs && <span role="alert">{save.refused.message}</span>}
      </Box>
    </Dialog>
  );
}
