import { Box } from '@mui/material';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { PlainButton } from '../../parts/PlainButton';
import { texts } from '../../texts';
import { colour } from '../../theme';

export type Forward = keyof Omit<typeof texts.thumb, 'label'>;

/** What lies in front where rack, sheet and mat do not fit beside each other; opening anything brings the sheet. */
export function useForward(): [Forward, (forward: Forward) => void] {
  const { key } = useLocation();
  const [chosen, choose] = useState<{ key: string; forward: Forward }>();
  const forward = chosen?.key === key ? chosen.forward : 'sheet';
  return [forward, (next) => choose({ key, forward: next })];
}

/** Where the thumb of the hand that holds the tablet is: one movement to the rack, the sheet or the mat. */
export function ThumbBar(props: { forward: Forward; bring: (forward: Forward) => void; mat: boolean }) {
  const places: Forward[] = props.mat ? ['rack', 'sheet', 'mat'] : ['rack', 'sheet'];
  return (
    <Box
      component="nav"
      aria-label={texts.thumb.label}
      sx={{
        display: { xs: 'flex', lg: 'none' },
        flex: 'none',
        gap: '2px',
        bgcolor: colour.ink,
        pb: 'env(safe-area-inset-bottom)',
      }}
    >
      {places.map((place) => (
        <PlainButton
          key={place}
          aria-pressed={props.forward === place}
          onClick={() => props.bring(place)}
          sx={{
            flex: 1,
            minHeight: 56,
            fontSize: 17,
            fontWeight: props.forward === place ? 700 : 400,
            color: colour.paper,
            bgcolor: place === 'mat' ? colour.matDark : colour.ink,
            borderTop: `5px solid ${props.forward === place ? colour.nextEdge : 'transparent'}`,
          }}
        >
          {texts.thumb[place]}
        </PlainButton>
      ))}
    </Box>
  );
}
