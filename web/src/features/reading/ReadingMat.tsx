import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { GearDrawing } from '../../mat/GearDrawing';
import { Mat } from '../../mat/Mat';
import { texts } from '../../texts';
import { angleWords } from '../../parts/words';
import { colour } from '../../theme';
import { lengthWords, useUnit, type Unit } from '../../parts/unit';
import { useDifference, useDrawing, type OnTheMat } from './useIdentify';
import { PlainButton } from '../../parts/PlainButton';

function countWords(candidate: OnTheMat): string {
  if (candidate.kind === 'rack') return '';
  return `, ${candidate.toothCount} ${candidate.kind === 'worm' ? texts.read.starts : texts.read.teeth}`;
}

function signed(mm: number, unit: Unit): string {
  const sign = Math.abs(mm) < 5e-4 ? '' : mm < 0 ? '−' : '+';
  return `${sign}${lengthWords(Math.abs(mm), unit, 3)}`;
}

/** A gear on the mat, a second one over it where asked. */
export function ReadingMat(props: {
  name: string;
  bore: string;
  candidate: OnTheMat | undefined;
  /** What may be laid over it. */
  other?: OnTheMat | undefined;
  readings: Schemas['ReadingView'][];
  overlay?: boolean;
  toggleOverlay?: () => void;
}) {
  const { candidate, other, overlay = false } = props;
  const drawing = useDrawing(candidate, props.bore, props.readings);
  const second = useDrawing(overlay ? other : undefined, '', []);
  const difference = useDifference(overlay ? candidate : undefined, overlay ? other : undefined);
  const unit = useUnit();
  const drawn = candidate?.gear !== undefined;
  const shown = drawn ? drawing : undefined;
  return (
    <Mat
      extentMm={shown ? shown.extentMm * 1.12 : 40}
      caption={candidate ? `${props.name || texts.read.title}${countWords(candidate)}` : texts.mat.empty}
      legend={
        candidate && (
          <>
            <Box>
              ■ {candidate.name}, {angleWords(candidate.pressureAngleDeg)}
              {drawn && `, ${candidate.shift}`}
            </Box>
            {shown && (
              <Box sx={{ opacity: 0.95 }}>
                {texts.mat.tip} {lengthWords(shown.tipDiameterMm, unit)} · {texts.mat.ref}{' '}
                {lengthWords(shown.referenceDiameterMm, unit)} · {texts.mat.root}{' '}
                {lengthWords(shown.rootDiameterMm, unit)}
                {shown.boreMm > 0 && ` · ${texts.mat.bore} ${lengthWords(shown.boreMm, unit)}`}
              </Box>
            )}
            {overlay && other && (
              <Box sx={{ color: colour.over }}>
                ┄ {other.name}, {angleWords(other.pressureAngleDeg)}
              </Box>
            )}
            {difference && (
              <Box sx={{ color: colour.over }}>
                {texts.read.differFor}{' '}
                {texts.read.differ(
                  signed(difference.tipMm, unit),
                  lengthWords(difference.flankMm, unit, 3),
                  signed(difference.rootMm, unit),
                )}
              </Box>
            )}
            {!drawn && <Box>{texts.mat.noSection}</Box>}
            {props.toggleOverlay && other && drawn && (
              <PlainButton
                aria-pressed={overlay}
                onClick={props.toggleOverlay}
                sx={{
                  bgcolor: overlay ? colour.goPale : colour.matDark,
                  color: overlay ? colour.ink : colour.paper,
                  mt: 0.5,
                  pointerEvents: 'auto',
                }}
              >
                {texts.read.overlay} <kbd>o</kbd>
              </PlainButton>
            )}
          </>
        )
      }
    >
      {(pen) =>
        shown && (
          <GearDrawing
            drawing={shown}
            pen={pen}
            overlay={overlay ? second : undefined}
            difference={difference}
          />
        )
      }
    </Mat>
  );
}
