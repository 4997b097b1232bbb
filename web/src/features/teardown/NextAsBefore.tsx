import { Box, Button } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { Mark } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour } from '../../theme';

/** What comes next by the earlier ledger of this model: its caution first, then the deed; the whole of it to look at. */
export function NextAsBefore(props: {
  earlier: Schemas['EarlierLedger'];
  take: () => void;
  change: (line: string) => void;
  busy: boolean;
}) {
  const { earlier } = props;
  const next = earlier.next === undefined ? undefined : earlier.steps[earlier.next];
  return (
    <Box
      component="section"
      aria-label={texts.ledger.before}
      sx={{ bgcolor: colour.next, borderLeft: `6px solid ${colour.nextEdge}`, px: 2, py: 1 }}
    >
      {next ? (
        <>
          {next.dangers.map((danger) => (
            <Box key={danger} sx={{ display: 'flex', gap: 0.75, alignItems: 'center', fontWeight: 700 }}>
              <Mark name="caution" color={colour.danger} />
              {danger}
            </Box>
          ))}
          <Box
            sx={{ display: 'flex', flexWrap: { xs: 'wrap', sm: 'nowrap' }, gap: 1.5, alignItems: 'center' }}
          >
            <Box sx={{ flex: { xs: '1 1 240px', sm: 1 }, minWidth: 0, overflowWrap: 'anywhere' }}>
              <strong>{earlier.fromBook ? texts.ledger.nextBook : texts.ledger.nextJob(earlier.by)}</strong>{' '}
              {next.line}
            </Box>
            <Button
              variant="contained"
              disabled={props.busy}
              onClick={props.take}
              sx={{ whiteSpace: 'nowrap' }}
            >
              {texts.ledger.same}
              <Key>s</Key>
            </Button>
            <Button variant="outlined" onClick={() => props.change(next.line)} sx={{ whiteSpace: 'nowrap' }}>
              {texts.ledger.almost}
            </Button>
          </Box>
        </>
      ) : (
        <Box>{texts.ledger.allDone}</Box>
      )}
      <Box component="details" sx={{ fontSize: 14 }}>
        <Box component="summary" sx={{ cursor: 'pointer' }}>
          {texts.ledger.whole(earlier.steps.length)}
        </Box>
        <Box component="ol" sx={{ m: 0, pl: 3 }}>
          {earlier.steps.map((step, index) => (
            <li key={index}>
              {step.line}
              {step.dangers.length > 0 && <strong> ({step.dangers.join(', ')})</strong>}
            </li>
          ))}
        </Box>
      </Box>
    </Box>
  );
}
