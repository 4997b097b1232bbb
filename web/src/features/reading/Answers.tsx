import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { lengthWords, useUnit, type Unit } from '../../parts/unit';
import { angleWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { HowPicture } from './HowPicture';

/** The candidates with their probabilities; one is chosen to lie on the mat. */
export function Answers(props: {
  answer: Schemas['Identified'];
  /** What is typed now cannot be read; this is what was said of the readings before it. */
  before: boolean;
  chosen: number;
  choose: (index: number) => void;
}) {
  const { answer } = props;
  const unit = useUnit();
  return (
    <Box>
      {props.before && <Box sx={{ color: colour.inkSoft, py: 0.75 }}>{texts.read.before}</Box>}
      {answer.outliers.map((outlier) => (
        <Notice key={outlier.words} look="danger" role="alert">
          <Box>
            <strong>{texts.read.slip(outlier.words)}</strong> {outlier.likelySlip} (
            {texts.read.expected(inUnit(outlier.expected, outlier.unit, unit))}).
          </Box>
        </Notice>
      ))}
      {answer.nextReading && (
        <Notice look="next">
          {answer.nextReading.what && (
            <HowPicture what={answer.nextReading.what} teeth={answer.nextReading.parameter} />
          )}
          <Box>
            <Box sx={{ fontSize: 17, fontWeight: 700, lineHeight: 1.25 }}>
              {texts.read.next(answer.nextReading.words, answer.nextReading.again)}{' '}
              <Box component="span" sx={{ fontWeight: 400, fontSize: 14 }}>
                {texts.read.minutes(answer.nextReading.minutes)}
              </Box>
            </Box>
            {answer.nextReading.tellsApart.length > 0 && (
              <Box sx={{ fontSize: 14, lineHeight: 1.3 }}>
                {answer.nextReading.tellsApart
                  .map((e) =>
                    texts.read.wouldRead(
                      inUnit(e.expected, answer.nextReading?.unit ?? 'mm', unit),
                      e.candidate,
                    ),
                  )
                  .join(' · ')}
              </Box>
            )}
            <Box sx={{ fontSize: 13.5, color: colour.inkSoft, lineHeight: 1.25 }}>
              {answer.nextReading.how}
            </Box>
          </Box>
        </Notice>
      )}
      {answer.enough && (
        <Box sx={{ color: colour.inkSoft, py: 0.75 }}>
          {answer.enough === 'sure' ? texts.read.sure : texts.read.nothingParts}
        </Box>
      )}
      {!answer.nextReading && answer.twins.length > 0 && (
        <Box sx={{ fontSize: 14, pb: 0.5 }}>
          <strong>{texts.read.twin}</strong>{' '}
          {answer.twins
            .slice(0, 2)
            .map((t) => t.words)
            .join('. ')}
          .
        </Box>
      )}
      <Box role="radiogroup" aria-label={texts.read.title} sx={{ mt: 1 }}>
        {answer.candidates.slice(0, 4).map((candidate, index) => (
          <Bar
            key={`${candidate.name} ${candidate.pressureAngleDeg} ${candidate.addendumCoefficient} ${candidate.toothCount}`}
            candidate={candidate}
            chosen={index === props.chosen}
            choose={() => props.choose(index)}
            first={index === 0}
          />
        ))}
      </Box>
      {answer.weighedWith && (
        <Box sx={{ fontSize: 13.5, color: colour.inkSoft, lineHeight: 1.25, py: 0.75 }}>
          {answer.weighedWith}.
        </Box>
      )}
    </Box>
  );
}

/** A size in the unit of what was read: a length in the unit chosen, degrees, teeth. */
function inUnit(value: number, of: string, unit: Unit): string {
  if (of === 'deg') return `${value.toFixed(1)}°`;
  if (of === 'teeth') return `${value} ${texts.read.teeth}`;
  return lengthWords(value, unit) + (unit === 'mm' ? ' mm' : '');
}

function Bar(props: {
  candidate: Schemas['CandidateView'];
  chosen: boolean;
  choose: () => void;
  first: boolean;
}) {
  const { candidate } = props;
  const percent = 100 * candidate.probability;
  const details = [
    angleWords(candidate.pressureAngleDeg),
    candidate.stub ? texts.read.details.stub : '',
    candidate.kind === 'external' || candidate.kind === 'internal' ? candidate.shift : '',
    candidate.helixAngleDeg > 0
      ? texts.read.details.slant(candidate.helixAngleDeg, candidate.angleUncertaintyDeg)
      : '',
    candidate.leadAngleDeg === undefined ? '' : texts.read.details.lead(candidate.leadAngleDeg),
    candidate.coneAngleDeg === undefined ? '' : texts.read.details.cone(candidate.coneAngleDeg),
    candidate.tipWearMm > 0.05 ? texts.read.details.tipsWorn(candidate.tipWearMm) : '',
  ].filter(Boolean);
  return (
    <Box
      component="label"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1.5fr) minmax(0, 1fr) 60px',
        columnGap: 1.5,
        alignItems: 'center',
        minHeight: 33,
        px: 0.75,
        cursor: 'pointer',
        bgcolor: props.chosen ? colour.white : 'transparent',
        outline: props.chosen ? `2px solid ${colour.go}` : 'none',
        '&:focus-within': { outline: `3px solid ${colour.nextEdge}` },
      }}
    >
      <input
        type="radio"
        name="candidate"
        checked={props.chosen}
        onChange={props.choose}
        style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
      />
      <Box sx={{ minWidth: 0, lineHeight: 1.2 }}>
        <strong>{candidate.name}</strong>{' '}
        <Box component="span" sx={{ fontSize: 13.5, color: colour.inkSoft }}>
          {details.join(' · ')}
        </Box>
      </Box>
      <Box sx={{ height: 20, bgcolor: colour.kraft }}>
        <Box
          className="moves"
          sx={{ height: 20, width: `${percent}%`, bgcolor: props.first ? colour.go : colour.goSoft }}
        />
      </Box>
      <Box sx={{ fontFamily: font.figures, fontWeight: 700, fontSize: 18, textAlign: 'right' }}>
        {percent > 0 && percent < 1 ? '<1' : percent > 99 && percent < 100 ? '>99' : percent.toFixed(0)}
        <Box component="span" sx={{ fontSize: 13 }}>
          %
        </Box>
      </Box>
    </Box>
  );
}
