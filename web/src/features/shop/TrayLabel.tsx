import { Box } from '@mui/material';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';

import { leftWords } from '../timing/queries';

type Tray = Schemas['Tray'];

function waits(tray: Tray): string {
  if (tray.waitsFor) return tray.waitsFor;
  if (tray.place === 'onTheBench' && tray.nextStep) return `${texts.rack.next} ${texts.steps[tray.nextStep]}`;
  return tray.promisedOn ? `${texts.rack.promised} ${dayWords(tray.promisedOn)}` : texts.places[tray.place];
}

/** A tray's label: its number large enough to read from a step away, the machine, what it waits for. */
export function TrayLabel({
  tray,
  today,
  open,
  secondsLeft,
}: {
  tray: Tray;
  today: string | undefined;
  open: boolean;
  /** Of the next time that is over; 0 when it is. */
  secondsLeft?: number | undefined;
}) {
  const late =
    today !== undefined &&
    tray.promisedOn !== undefined &&
    tray.promisedOn < today &&
    tray.place !== 'putAway';
  return (
    <Box
      component={Link}
      to={`/job/${tray.id}`}
      aria-current={open ? 'page' : undefined}
      sx={{
        display: 'grid',
        alignItems: 'stretch',
        gridTemplateColumns: '46px minmax(0, 1fr)',
        textDecoration: 'none',
        color: colour.ink,
        bgcolor: open ? colour.white : colour.label,
        outline: open ? `3px solid ${colour.engaged}` : 'none',
        '&:focus-visible': { outline: `3px solid ${colour.nextEdge}` },
      }}
    >
      <Box
        sx={{
          bgcolor: open ? colour.engaged : colour.kraft,
          color: open ? colour.white : colour.ink,
          fontFamily: font.figures,
          fontSize: 25,
          fontWeight: 700,
          display: 'grid',
          placeItems: 'center',
        }}
      >
        {String(tray.trayNumber).padStart(2, '0')}
      </Box>
      <Box sx={{ px: 1, py: 0.5, minWidth: 0, fontSize: 13.5, lineHeight: 1.3 }}>
        <Box sx={{ fontWeight: 700, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          {tray.machine}
        </Box>
        <Box
          sx={{ color: colour.inkSoft, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
          dir="auto"
        >
          {tray.complaint}
        </Box>
        <Box
          sx={{ display: 'flex', gap: 0.5, alignItems: 'center', overflow: 'hidden', whiteSpace: 'nowrap' }}
        >
          <Mark name={tray.place} size={14} />
          <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis', flex: 1 }}>
            {waits(tray)}
          </Box>
          {secondsLeft !== undefined && (
            <Box
              component="span"
              sx={{
                fontFamily: font.figures,
                fontWeight: 700,
                px: 0.5,
                ...(secondsLeft === 0 && { bgcolor: colour.measure }),
              }}
            >
              {secondsLeft === 0 ? texts.timing.over : leftWords(secondsLeft)}
            </Box>
          )}
          {late && (
            <Box component="span" sx={{ color: colour.danger, fontWeight: 700, display: 'flex', gap: 0.25 }}>
              <Mark name="late" size={14} /> {texts.rack.late}
            </Box>
          )}
        </Box>
      </Box>
    </Box>
  );
}
