import { Box } from '@mui/material';
import { Key } from '../../parts/Key';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Answer } from './answers';
import { PlainButton } from '../../parts/PlainButton';

const CHOICES: [Exclude<Answer, 'notTried'>, string][] = [
  ['seen', 'y'],
  ['notSeen', 'x'],
  ['cannot', 'c'],
];

/** Yes, no, or cannot be found out; pressed again it is taken back. */
export function AnswerButtons(props: {
  words: string;
  answer: Answer;
  set: (answer: Answer) => void;
  keys?: boolean;
}) {
  return (
    <Box role="group" aria-label={props.words} sx={{ display: 'flex' }}>
      {CHOICES.map(([choice, key]) => {
        const on = props.answer === choice;
        const ground =
          choice === 'seen' ? colour.go : choice === 'notSeen' ? colour.engagedDark : colour.inkSoft;
        return (
          <PlainButton
            key={choice}
            aria-pressed={on}
            onClick={() => props.set(on ? 'notTried' : choice)}
            sx={{
              fontSize: 14,
              fontWeight: on ? 700 : 400,
              borderLeft: `1px solid ${colour.paper}`,
              px: 1,
              minHeight: props.keys ? 40 : 32,
              bgcolor: on ? ground : colour.kraft,
              color: on ? colour.white : colour.ink,
              '&:focus-visible': { outline: `3px solid ${colour.nextEdge}`, zIndex: 1 },
            }}
          >
            {texts.listen[choice]}
            {props.keys && <Key>{key}</Key>}
          </PlainButton>
        );
      })}
    </Box>
  );
}
