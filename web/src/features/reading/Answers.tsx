import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { Notice } from '../../parts/Notice';
import { angleWords, shiftWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';

/** The candidates with their probabilities; one is chosen to lie on the mat. */
export function Answers(props: {
  answer: Schemas['Identified'];
  chosen: number;
  choose: (index: number) => void;
}) {
  const { answer } = props;
  return (
    <Box>
      {answer.outliers.map((outlier) => (
        <Notice key={outlier.words} look="danger" role="alert">
          <Box>
            <strong>{texts.read.slip(outlier.words)}</strong> {outlier.likelySlip} (
            {texts.read.expected(outlier.expectedMm.toFixed(2))}).
          </Box>
        </Notice>
      ))}
      {answer.nextReading ? (
        <Notice look="next">
          <Mark
            name={
              answer.nextReading.what === 'span'
                ? 'span'
                : answer.nextReading.what === 'rootDiameter'
                  ? 'root'
                  : 'tip'
            }
            size={30}
          />
          <Box>
            <Box sx={{ fontSize: 17, fontWeight: 700 }}>{texts.read.next(answer.nextReading.words)}</Box>
            <Box sx={{ fontSize: 14 }}>
              {answer.nextReading.tellsApart
                .map((e) => `${e.expectedMm.toFixed(2)} for ${e.candidate}`)
                .join(', ')}
              {' · '}
              {texts.read.minutes(answer.nextReading.minutes)}
            </Box>
          </Box>
        </Notice>
      ) : (
        <Box sx={{ color: colour.inkSoft, py: 1 }}>{texts.read.enough}</Box>
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
    </Box>
  );
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
    candidate.addendumCoefficient < 1 ? 'stub teeth' : '',
    shiftWords(candidate.profileShiftCoefficient),
    candidate.tipWearMm > 0.05 ? `tips worn ${candidate.tipWearMm.toFixed(2)}` : '',
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
        bgcolor: props.chosen ? '#fff' : 'transparent',
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
          sx={{ height: 20, width: `${percent}%`, bgcolor: props.first ? colour.go : '#6f8f86' }}
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
