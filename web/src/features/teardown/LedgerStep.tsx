import { Box, Button, TextField } from '@mui/material';
import { memo } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { StaleNotice } from '../../parts/StaleNotice';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Photos } from '../photo/Photos';

interface Props {
  jobId: number;
  step: Schemas['EnteredStep'];
  number: number;
  /** The step it would come after when moved up; undefined for the first. */
  before: string | undefined;
  open: boolean;
  choose: (key: string | undefined) => void;
  saved: (now: Schemas['JobLedger']) => void;
}

/** One step of the ledger; opened, it is corrected, moved, photographed or taken out. */
export const LedgerStep = memo(function LedgerStep(props: Props) {
  const { step, open } = props;
  return (
    <Box component="li" sx={{ borderBottom: `1px solid ${colour.line}` }}>
      <Box
        component="button"
        type="button"
        aria-expanded={open}
        onClick={() => props.choose(open ? undefined : step.key)}
        sx={{
          font: 'inherit',
          width: '100%',
          textAlign: 'left',
          border: 0,
          bgcolor: open ? colour.kraft : 'transparent',
          display: 'grid',
          gridTemplateColumns: '34px minmax(0, 1fr) auto',
          gap: 1,
          alignItems: 'baseline',
          py: 0.75,
          cursor: 'pointer',
          lineHeight: 1.3,
          '&:focus-visible': { outline: `3px solid ${colour.nextEdge}` },
        }}
      >
        <Box component="span" sx={{ fontFamily: font.figures, fontSize: 17, textAlign: 'right' }}>
          {props.number}
        </Box>
        <span>
          <strong>{step.step.what}</strong>
          {step.cameOff.length > 0 && `: ${step.cameOff.join(', ')}`}
          <Box component="span" sx={{ color: colour.inkSoft }}>
            {[
              step.step.side,
              step.step.where && texts.ledger.at(step.step.where),
              step.step.tool && texts.ledger.with(step.step.tool),
              step.step.note,
            ]
              .filter(Boolean)
              .map((word) => `, ${word}`)
              .join('')}
          </Box>
          {step.step.dangers.length > 0 && (
            <Box component="span" sx={{ display: 'inline-flex', ml: 0.75, verticalAlign: 'middle' }}>
              <Mark name="caution" color={colour.danger} size={15} />
              {texts.ledger.dangers(step.step.dangers)}
            </Box>
          )}
        </span>
        <Box component="span" sx={{ color: colour.inkSoft, whiteSpace: 'nowrap' }}>
          {step.by}
        </Box>
      </Box>
      {open && <OpenStep {...props} />}
    </Box>
  );
});

function OpenStep({ jobId, step, before, choose, saved }: Props) {
  const [draft, setDraft] = useDraft<string>(`ledger:${jobId}:${step.key}`);
  const path = { jobId, key: step.key };
  const change = useSave(
    (version: number) =>
      ask(
        api.PUT('/api/teardown/{jobId}/steps/{key}', {
          params: { path },
          body: { version, line: draft ?? step.line },
        }),
      ),
    (now) => {
      setDraft(undefined);
      saved(now);
      choose(undefined);
    },
  );
  const remove = useSave(
    (version: number) =>
      ask(api.DELETE('/api/teardown/{jobId}/steps/{key}', { params: { path, query: { version } } })),
    (now) => {
      setDraft(undefined);
      saved(now);
    },
  );
  const move = useSave(
    (after: string) =>
      ask(
        api.POST('/api/teardown/{jobId}/steps/{key}/move', {
          params: { path },
          body: { version: step.version, after },
        }),
      ),
    saved,
  );
  const theirs =
    change.refused?.status === 409 ? (change.refused.current as Schemas['EnteredStep']) : undefined;
  return (
    <Box sx={{ p: 1, pl: 5, display: 'grid', gap: 1 }}>
      {theirs && (
        <StaleNotice
          showTheirs={() => {
            change.clear();
            setDraft(undefined);
          }}
          saveMine={() => void change.run(theirs.version)}
        >
          {theirs.line}
        </StaleNotice>
      )}
      <TextField
        size="small"
        fullWidth
        multiline
        label={texts.ledger.correct}
        value={draft ?? step.line}
        onChange={(event) => setDraft(event.target.value.replace(/\n/g, ' '))}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            void change.run(step.version);
          }
        }}
        error={change.refused !== undefined && !theirs}
        helperText={theirs ? undefined : change.refused?.message}
      />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button
          variant="contained"
          disabled={change.busy || !draft}
          onClick={() => void change.run(step.version)}
        >
          {texts.ledger.keep}
        </Button>
        <Button
          variant="outlined"
          disabled={before === undefined || move.busy}
          onClick={() => void move.run(before ?? '')}
        >
          {texts.ledger.up}
        </Button>
        <Button variant="outlined" disabled={remove.busy} onClick={() => void remove.run(step.version)}>
          {texts.ledger.remove}
        </Button>
      </Box>
      {[move, remove].map(
        ({ refused }, at) =>
          refused && (
            <span key={at} role="alert">
              {refused.message}
            </span>
          ),
      )}
      <Photos jobId={jobId} step="open" teardownKey={step.key} />
    </Box>
  );
}
