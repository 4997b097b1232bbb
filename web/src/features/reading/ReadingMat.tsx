import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { GearDrawing } from '../../mat/GearDrawing';
import { Mat } from '../../mat/Mat';
import { texts } from '../../texts';
import { angleWords, shiftWords } from '../../parts/words';
import { colour } from '../../theme';
import { useDrawing } from './useIdentify';

/** The candidate on the mat, the second one over it where asked. */
export function ReadingMat(props: {
  name: string;
  bore: string;
  answer: Schemas['Identified'] | undefined;
  chosen: number;
  overlay: boolean;
  toggleOverlay?: () => void;
}) {
  const { answer } = props;
  const candidate = answer?.candidates[props.chosen];
  const other = answer?.candidates[props.chosen === 0 ? 1 : 0];
  const drawing = useDrawing(candidate, props.bore, answer?.readings ?? []);
  const second = useDrawing(props.overlay ? other : undefined, '', []);
  const shown = candidate ? drawing : undefined;
  return (
    <Mat
      extentMm={shown ? shown.tipDiameterMm * 1.12 : 40}
      caption={
        candidate
          ? `${props.name || texts.read.title}, ${candidate.toothCount} ${texts.read.teeth}`
          : texts.mat.empty
      }
      legend={
        candidate && (
          <>
            <Box>
              ■ {candidate.name}, {angleWords(candidate.pressureAngleDeg)},{' '}
              {shiftWords(candidate.profileShiftCoefficient)}
            </Box>
            {shown && (
              <Box sx={{ opacity: 0.95 }}>
                {texts.mat.tip} {shown.tipDiameterMm.toFixed(2)} · {texts.mat.ref}{' '}
                {shown.referenceDiameterMm.toFixed(2)} · {texts.mat.root} {shown.rootDiameterMm.toFixed(2)}
                {shown.boreMm > 0 && ` · ${texts.mat.bore} ${shown.boreMm.toFixed(2)}`}
              </Box>
            )}
            {props.overlay && other && (
              <Box sx={{ color: '#ffb79d' }}>
                ┄ {other.name}, {angleWords(other.pressureAngleDeg)}
              </Box>
            )}
            {props.toggleOverlay && other && (
              <Box
                component="button"
                type="button"
                aria-pressed={props.overlay}
                onClick={props.toggleOverlay}
                sx={{
                  font: 'inherit',
                  border: 0,
                  bgcolor: props.overlay ? colour.goPale : '#163b34',
                  color: props.overlay ? colour.ink : colour.paper,
                  mt: 0.5,
                  minHeight: 32,
                  pointerEvents: 'auto',
                  cursor: 'pointer',
                }}
              >
                {texts.read.overlay} <kbd>o</kbd>
              </Box>
            )}
          </>
        )
      }
    >
      {(pen) =>
        shown && <GearDrawing drawing={shown} pen={pen} overlay={props.overlay ? second : undefined} />
      }
    </Mat>
  );
}
