import { Box, Button } from '@mui/material';
import { api, ask, type Schemas } from '../../api/client';
import { useSave } from '../../parts/useSave';
import { Mark } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour } from '../../theme';

const WHEREABOUTS: Schemas['AnswerUnseen']['answer'][] = ['stillIn', 'found', 'lost'];

/** Nuts, shims and the like that came off here before: asked for until somebody says where they are. */
export function UnseenParts(props: {
  jobId: number;
  unseen: Schemas['HiddenPart'][];
  answered: (now: Schemas['JobLedger']) => void;
}) {
  const answer = useSave(
    (body: Schemas['AnswerUnseen']) =>
      ask(api.POST('/api/teardown/{jobId}/unseen', { params: { path: { jobId: props.jobId } }, body })),
    props.answered,
  );
  return props.unseen.map((part) => (
    <Box
      key={`${part.step} ${part.part}`}
      role="alert"
      sx={{
        bgcolor: colour.measure,
        px: 1.5,
        py: 0.75,
        display: 'flex',
        gap: 1,
        alignItems: 'center',
        flexWrap: 'wrap',
      }}
    >
      <Mark name="caution" />
      <Box sx={{ flex: '1 1 85%' }}>{part.words}</Box>
      {WHEREABOUTS.map((where) => (
        <Button
          key={where}
          variant="outlined"
          size="small"
          disabled={answer.busy}
          onClick={() => void answer.run({ step: part.step, part: part.part, answer: where })}
        >
          {texts.ledger.unseen[where]}
        </Button>
      ))}
    </Box>
  ));
}
