import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { api, ask, Refused, Unreachable } from '../../api/client';
import { workAt } from '../../parts/bench';
import { Tooth } from '../../parts/Marks';
import { timeWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { Step } from '../job/StepTeeth';
import { addPhotos, dismiss, onLanded, resumeUploads, useWaiting } from '../photo/uploads';

/** What the address says behind its #: the link, the step, and the step of the ledger. */
function said(): { link: string; step: Step; teardownKey: string } {
  const [link = '', step = 'takeIn', key = ''] = window.location.hash.slice(1).split('/');
  return { link, step: step as Step, teardownKey: decodeURIComponent(key) };
}

/** What a telephone shows once it is joined to a job: the tray, large, and a button to photograph. */
export default function PhonePage() {
  const [to] = useState(said);
  const [sent, setSent] = useState(0);
  const camera = useRef<HTMLInputElement>(null);
  const several = useRef<HTMLInputElement>(null);
  const joined = useQuery({
    queryKey: ['phone', to.link],
    queryFn: () => ask(api.POST('/api/phone/open', { body: { link: to.link } })),
    refetchInterval: 10_000,
  });
  const job = joined.data?.jobId;
  const bench = joined.data?.bench;
  useEffect(() => {
    if (job === undefined || bench === undefined) return;
    workAt(bench);
    void resumeUploads(job);
  }, [job, bench]);
  useEffect(() => onLanded(() => setSent((n) => n + 1)), []);
  const waiting = useWaiting();
  const over = joined.error instanceof Refused;
  const take = (files: FileList | null) => {
    if (files && job !== undefined) {
      void addPhotos(files, { jobId: job, step: to.step, teardownKey: to.teardownKey });
    }
  };
  return (
    <Box
      component="main"
      sx={{ bgcolor: colour.paper, minHeight: '100%', p: 2, display: 'grid', gap: 2, alignContent: 'start' }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
        <Tooth />
        {texts.name}
      </Box>
      {!joined.data && !joined.error && <Box role="status">{texts.phone.opening}</Box>}
      {joined.data && (
        <Box component="h1" sx={{ m: 0, display: 'grid', fontSize: 17, fontWeight: 400 }}>
          {texts.phone.tray}
          <Box
            component="span"
            sx={{ fontFamily: font.figures, fontSize: 96, fontWeight: 700, lineHeight: 1 }}
          >
            {String(joined.data.trayNumber).padStart(2, '0')}
          </Box>
          <strong>{joined.data.machine}</strong>
          {texts.steps[to.step]}
        </Box>
      )}
      {over && (
        <Box role="alert" sx={{ bgcolor: colour.dangerPale, p: 1.5 }}>
          {joined.error?.message}
        </Box>
      )}
      {joined.failureReason instanceof Unreachable && (
        <Box role="status" sx={{ bgcolor: colour.measure, p: 1.5 }}>
          {texts.phone.lost}
        </Box>
      )}
      {joined.data && !over && (
        <>
          <Button
            variant="contained"
            onClick={() => camera.current?.click()}
            sx={{ minHeight: 96, fontSize: 22 }}
          >
            {texts.phone.take}
          </Button>
          <Button variant="outlined" onClick={() => several.current?.click()} sx={{ minHeight: 56 }}>
            {texts.phone.pick}
          </Button>
          <Box sx={{ color: colour.inkSoft }}>{texts.phone.until(timeWords(joined.data.goodUntil))}</Box>
        </>
      )}
      <Files input={camera} label={texts.phone.take} take={take} capture="environment" />
      <Files input={several} label={texts.phone.pick} take={take} multiple />
      <Box role="status" sx={{ fontSize: 17, display: 'grid', gap: 0.5 }}>
        {sent > 0 && <Box sx={{ color: colour.doneInk, fontWeight: 700 }}>{texts.phone.sent(sent)}</Box>}
        {waiting.some((w) => !w.refused) && (
          <Box>{(over ? texts.phone.kept : texts.phone.waits)(waiting.filter((w) => !w.refused).length)}</Box>
        )}
      </Box>
      {waiting
        .filter((w) => w.refused)
        .map((w) => (
          <Box key={w.key} role="alert" sx={{ bgcolor: colour.dangerPale, p: 1.5, display: 'grid', gap: 1 }}>
            <span>
              <strong>{w.name}</strong>: {w.refused}
            </span>
            <Button variant="outlined" onClick={() => dismiss(w.key)}>
              {texts.photo.dismiss}
            </Button>
          </Box>
        ))}
    </Box>
  );
}

/** Behind a button: the telephone's camera, or what it has kept. */
function Files({
  input,
  label,
  take,
  ...how
}: {
  input: RefObject<HTMLInputElement | null>;
  label: string;
  take: (files: FileList | null) => void;
  capture?: 'environment';
  multiple?: boolean;
}) {
  return (
    <input
      ref={input}
      type="file"
      accept="image/*"
      hidden
      aria-label={label}
      {...how}
      onChange={(event) => {
        take(event.target.files);
        event.target.value = '';
      }}
    />
  );
}
