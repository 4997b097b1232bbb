import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Mark } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Step } from '../job/StepTeeth';
import { PhotoViewer } from './PhotoViewer';
import { Thumbnail } from './Thumbnail';
import { addPhotos, dismiss, onLanded, useWaiting } from './uploads';
import { foundAndNowQuery, photosQuery } from './queries';
import { PlainButton } from '../../parts/PlainButton';
import { JoinPhone } from '../phone/JoinPhone';
import { shopQuery } from '../shop/queries';

const SIDE = 104;

/** Photographs of a step: those kept, those on their way, and a place to add more, several at once. */
export function Photos({
  jobId,
  step,
  teardownKey = '',
}: {
  jobId: number;
  step: Step;
  teardownKey?: string;
}) {
  const queries = useQueryClient();
  const [open, setOpen] = useState<number>();
  const [over, setOver] = useState(false);
  const [joining, setJoining] = useState(false);
  const accounts = useQuery(shopQuery).data?.accounts ?? false;
  const input = useRef<HTMLInputElement>(null);
  const photos = useQuery(photosQuery(jobId));
  useEffect(
    () =>
      onLanded((photo, of) => {
        queries.setQueryData(photosQuery(of).queryKey, (now) =>
          now?.some((p) => p.id === photo.id) ? now : [...(now ?? []), photo],
        );
        void queries.invalidateQueries({ queryKey: foundAndNowQuery(of).queryKey });
      }),
    [queries],
  );
  const waiting = useWaiting().filter(
    (w) => w.jobId === jobId && w.step === step && w.teardownKey === teardownKey,
  );
  const kept = photos.data?.filter((p) => p.step === step && p.teardownKey === teardownKey) ?? [];
  const take = (files: Iterable<File>) => void addPhotos(files, { jobId, step, teardownKey });
  const viewed = photos.data?.find((p) => p.id === open);
  return (
    <Box
      component="section"
      aria-label={texts.photo.title}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        take(event.dataTransfer.files);
      }}
      sx={{ outline: over ? `3px solid ${colour.nextEdge}` : 'none' }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        {kept.map((photo) => (
          <PlainButton
            key={photo.id}
            onClick={() => setOpen(photo.id)}
            aria-label={texts.photo.open(photo.name)}
            sx={{
              p: 0,
              border: `1px solid ${colour.kraftDark}`,
              bgcolor: colour.kraft,
              height: SIDE,
            }}
          >
            <Thumbnail jobId={jobId} photo={photo} height={SIDE - 2} />
          </PlainButton>
        ))}
        <Button variant="outlined" onClick={() => input.current?.click()}>
          {kept.length + waiting.length === 0 ? texts.photo.first : texts.photo.more}
        </Button>
        {accounts && (
          <Button variant="outlined" onClick={() => setJoining(true)}>
            {texts.phone.join}
          </Button>
        )}
        <input
          ref={input}
          type="file"
          multiple
          accept="image/*"
          hidden
          aria-label={texts.photo.title}
          onChange={(event) => {
            if (event.target.files) take(event.target.files);
            event.target.value = '';
          }}
        />
      </Box>
      {waiting.some((w) => !w.refused) && (
        <Box role="status" sx={{ mt: 0.5, color: colour.inkSoft }}>
          {texts.photo.waiting(waiting.filter((w) => !w.refused).length)}
        </Box>
      )}
      {waiting
        .filter((w) => w.refused)
        .map((w) => (
          <Box key={w.key} role="alert" sx={{ mt: 0.5, display: 'flex', gap: 1, alignItems: 'center' }}>
            <Mark name="caution" color={colour.danger} />
            <span>
              <strong>{w.name}</strong>: {w.refused}
            </span>
            <Button size="small" onClick={() => dismiss(w.key)}>
              {texts.photo.dismiss}
            </Button>
          </Box>
        ))}
      {joining && <JoinPhone {...{ jobId, step, teardownKey }} close={() => setJoining(false)} />}
      {viewed && <PhotoViewer jobId={jobId} photo={viewed} close={() => setOpen(undefined)} />}
    </Box>
  );
}
