import { Box, Button, Dialog } from '@mui/material';
import { useState, useSyncExternalStore } from 'react';
import { texts } from '../texts';
import { colour } from '../theme';

/** CSS's own millimetre, 96 px to the inch: true on hardly any screen, but somewhere to begin. */
const CSS_PX_PER_MM = 96 / 25.4;
/** ISO/IEC 7810 ID-1. */
const CARD = { width: 85.6, height: 53.98, corner: 3.18 };
const KEY = 'gewerk-px-per-mm';
const listeners = new Set<() => void>();

function stored(): number {
  try {
    const kept = Number(localStorage.getItem(KEY));
    return kept > 1 && kept < 40 ? kept : 0;
  } catch {
    return 0;
  }
}

function store(pxPerMm: number | undefined) {
  try {
    if (pxPerMm === undefined) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, String(pxPerMm));
  } catch {
    // A forbidden store forgets the setting with the page.
  }
  listeners.forEach((listener) => listener());
}

/** How many of this screen's pixels make a real millimetre, and whether somebody measured that. */
export function usePxPerMm(): { pxPerMm: number; set: boolean } {
  const kept = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    stored,
    () => 0,
  );
  return { pxPerMm: kept || CSS_PX_PER_MM, set: kept > 0 };
}

/** Sets the screen once against a bank card or a ruler. */
export function TrueSize({ close }: { close: (pxPerMm?: number) => void }) {
  const [pxPerMm, setPxPerMm] = useState(usePxPerMm().pxPerMm);
  const change = (mm: number) => setPxPerMm((now) => Math.min(30, Math.max(1.5, now + mm / CARD.width)));
  return (
    <Dialog
      open
      fullScreen
      onClose={() => close()}
      aria-labelledby="true-size-title"
      onKeyDown={(event) => {
        const step = event.shiftKey ? 8 : 1;
        if (event.key === 'ArrowRight') change(step);
        else if (event.key === 'ArrowLeft') change(-step);
        else return;
        event.preventDefault();
      }}
    >
      <Box sx={{ p: 3, bgcolor: colour.paper, minHeight: '100%' }}>
        <Box component="h2" id="true-size-title" sx={{ mt: 0, fontSize: 22 }}>
          {texts.trueSize.title}
        </Box>
        <Box sx={{ mb: 2 }}>{texts.trueSize.card}</Box>
        <svg
          width={CARD.width * pxPerMm + 4}
          height={CARD.height * pxPerMm + 4}
          style={{ display: 'block', maxWidth: 'none' }}
          data-testid="card"
        >
          <rect
            x="2"
            y="2"
            width={CARD.width * pxPerMm}
            height={CARD.height * pxPerMm}
            rx={CARD.corner * pxPerMm}
            fill={colour.mat}
            stroke={colour.ink}
            strokeWidth="2"
          />
          <text x="24" y="40" fill={colour.paper} fontSize="18">
            {texts.trueSize.cardWords}
          </text>
        </svg>
        <Box sx={{ mt: 2, mb: 1 }}>{texts.trueSize.ruler}</Box>
        <svg width={100 * pxPerMm + 4} height="26" style={{ display: 'block', maxWidth: 'none' }}>
          <path
            d={`M2 4H${100 * pxPerMm + 2}${Array.from({ length: 11 }, (_, i) => `M${2 + i * 10 * pxPerMm} 4v${i % 5 ? 9 : 18}`).join('')}`}
            stroke={colour.ink}
            strokeWidth="2"
          />
        </svg>
        <Box sx={{ display: 'flex', gap: 1, mt: 2 }}>
          <Button variant="outlined" onClick={() => change(-1)}>
            ← {texts.trueSize.narrower}
          </Button>
          <Button variant="outlined" onClick={() => change(1)}>
            {texts.trueSize.wider} →
          </Button>
          <Button
            variant="contained"
            autoFocus
            onClick={() => {
              store(pxPerMm);
              close(pxPerMm);
            }}
          >
            {texts.trueSize.done}
          </Button>
          <Button
            variant="outlined"
            onClick={() => {
              store(undefined);
              close();
            }}
          >
            {texts.trueSize.forget}
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
