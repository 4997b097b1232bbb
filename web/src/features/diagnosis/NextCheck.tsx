import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { AnswerButtons } from './AnswerButtons';
import type { Answer, Answers, Task } from './answers';
import { PlainButton } from '../../parts/PlainButton';

/** The one next thing: a check, what it costs, what each answer would say; and what else could be done instead. */
export function NextCheck(props: {
  task: Task;
  next: Schemas['Next'] | undefined;
  others: Schemas['Next'][];
  sure: boolean;
  ruledOut: Schemas['Standing']['ruledOut'];
  answers: Answers;
  firstOpen: string | undefined;
  set: (key: string, answer: Answer) => void;
  take: (key: string) => void;
}) {
  const { task, next } = props;
  const settles = new Map(next?.settles.map((s) => [s.key, s]));
  return (
    <Box
      component="section"
      aria-label={texts.listen.nextCheck}
      sx={{ bgcolor: colour.next, borderLeft: `6px solid ${colour.nextEdge}`, px: 2, py: 1.25 }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
        <Box sx={{ flex: 1, fontSize: 17, lineHeight: 1.3 }}>
          <strong>{props.sure ? texts.listen.ifYouWant : texts.listen.nextWords}</strong> {task.words}
        </Box>
        <Box sx={{ fontSize: 17, whiteSpace: 'nowrap' }}>{texts.minutes(next?.minutes ?? task.minutes)}</Box>
      </Box>
      {next && next.openFirst.length > 0 && (
        <Box>
          {texts.listen.openFirst}{' '}
          {next.openFirst.map((o) => texts.listen.opening(o.words, o.parts, o.minutes)).join(', ')}
        </Box>
      )}
      {task.risk && (
        <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}>
          <Mark name="caution" color={colour.danger} />
          {texts.listen.risks[task.risk]}
        </Box>
      )}
      {task.signs.map((sign) => {
        const would = settles.get(sign.key);
        return (
          <Box
            key={sign.key}
            sx={{
              display: 'grid',
              gridTemplateColumns: 'minmax(0, 1fr) auto',
              gap: 1,
              alignItems: 'center',
              py: 0.5,
            }}
          >
            <Box>
              <Box sx={{ fontWeight: 600, '&::first-letter': { textTransform: 'uppercase' } }}>
                {sign.words}?
              </Box>
              {props.ruledOut[sign.key] && !props.answers[sign.key] && (
                <Box sx={{ fontSize: 13.5, color: colour.inkSoft }}>
                  {texts.listen.cannotBe(props.ruledOut[sign.key] ?? '')}
                </Box>
              )}
              {would && !props.answers[sign.key] && (
                <Box sx={{ fontSize: 13.5, color: colour.inkSoft }}>{texts.listen.would(would)}</Box>
              )}
            </Box>
            <AnswerButtons
              words={sign.words}
              answer={props.answers[sign.key] ?? 'notTried'}
              set={(answer) => props.set(sign.key, answer)}
              keys={sign.key === props.firstOpen}
            />
          </Box>
        );
      })}
      {props.others.length > 0 && (
        <Box component="details" sx={{ fontSize: 14, mt: 0.5 }}>
          <Box component="summary" sx={{ cursor: 'pointer' }}>
            {texts.listen.instead}
          </Box>
          {props.others.map((other) => (
            <PlainButton
              key={other.key}
              onClick={() => props.take(other.key)}
              sx={{
                display: 'flex',
                width: '100%',
                textAlign: 'left',
                py: 0.6,
                textDecoration: 'underline',
              }}
            >
              <span style={{ flex: 1 }}>{other.words}</span>
              <span>{texts.minutes(other.minutes)}</span>
            </PlainButton>
          ))}
        </Box>
      )}
    </Box>
  );
}
