import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, ask } from '../../api/client';
import { Key } from '../../parts/Key';
import { texts } from '../../texts';
import { colour, onKraft } from '../../theme';
import { PlainButton } from '../../parts/PlainButton';

/** Types into a field as a data cable does: the digits, then Enter. */
function type(field: HTMLInputElement, keys: string) {
  field.focus();
  // The prototype's own setter: React listens to its event only when the value was not set through React's.
  Reflect.set(
    HTMLInputElement.prototype,
    'value',
    field.value.trim() === '' ? keys : `${field.value.trim()} ${keys}`,
    field,
  );
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
}

/** A caliper with a data cable, for practice: it measures a made-up gear and sends what it shows. */
export function CaliperStandIn({ first }: { first: number }) {
  const [open, setOpen] = useState(false);
  const [number, setNumber] = useState(first);
  const [hint, setHint] = useState(false);
  const field = useRef<HTMLInputElement | null>(null);
  const specimen = useQuery({
    queryKey: ['specimen', number],
    queryFn: () => ask(api.GET('/api/standin/caliper/specimen', { params: { query: { number } } })),
    enabled: open,
    staleTime: Infinity,
  });
  useEffect(() => {
    const seen = (event: FocusEvent) => {
      const target = event.target;
      if (target instanceof HTMLInputElement && target.dataset['cableWhat']) field.current = target;
    };
    window.addEventListener('focusin', seen);
    return () => window.removeEventListener('focusin', seen);
  }, []);
  const send = async () => {
    const into = field.current;
    const what = into?.dataset['cableWhat'];
    setHint(!into?.isConnected || !what);
    if (!into?.isConnected || !what) return;
    const parameter = Number(into.dataset['cableParameter']);
    const sent = await ask(
      api.GET('/api/standin/caliper', {
        params: {
          query: {
            number,
            what,
            ...(parameter > 0 ? { parameter } : {}),
          },
        },
      }),
    );
    type(into, sent.keys);
  };
  useEffect(() => {
    if (!open) return undefined;
    const press = (event: KeyboardEvent) => {
      if (event.key !== 'F9') return;
      event.preventDefault();
      void send();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  if (!open) {
    return (
      <PlainButton sx={{ ...onKraft, mt: 1 }} onClick={() => setOpen(true)}>
        {texts.read.cable.open}
      </PlainButton>
    );
  }
  return (
    <Box
      component="section"
      aria-label={texts.read.cable.title}
      sx={{ border: `2px dashed ${colour.kraftDark}`, p: 1, mt: 1, display: 'grid', gap: 0.5 }}
    >
      <strong>{texts.read.cable.title}</strong>
      <Box sx={{ fontSize: 14 }}>
        {texts.read.cable.why} {specimen.data && texts.read.cable.teeth(specimen.data.toothCount)}{' '}
        {specimen.data?.looksWorn && texts.read.cable.worn}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <PlainButton
          sx={{ ...onKraft, bgcolor: colour.go, color: colour.white, fontWeight: 700 }}
          onClick={() => void send()}
        >
          {texts.read.cable.send} <Key>F9</Key>
        </PlainButton>
        <PlainButton sx={onKraft} onClick={() => setNumber(number + 1)}>
          {texts.read.cable.another}
        </PlainButton>
        {hint && <Box role="alert">{texts.read.cable.pick}</Box>}
      </Box>
    </Box>
  );
}
