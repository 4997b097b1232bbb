import { Box, Button, TextField } from '@mui/material';
import { memo } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { Mark } from '../../parts/Marks';
import { useEdit } from '../../parts/useEdit';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Photos } from '../photo/Photos';
import { PlainButton } from '../../parts/PlainButton';

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

const line = z.string();

/** One step of the ledger; opened, it is corrected, moved, photographed or taken out. */
export const LedgerStep = memo(function LedgerStep(props: Props) {
  const { step, open } = props;
  return (
    <Box component="li" sx={{ borderBottom: `1px solid ${colour.line}` }}>
      <PlainButton
        aria-expanded={open}
        onClick={() => props.choose(open ? undefined : step.key)}
        sx={{
          width: '100%',
          textAlign: 'left',
          bgcolor: open ? colour.kraft : 'transparent',
          display: 'grid',
          gridTemplateColumns: '34px minmax(0, 1fr) auto',
          gap: 1,
          alignItems: 'baseline',
          py: 0.75,
          lineHeight: 1.3,
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
      </PlainButton>
      {open && <OpenStep {...props} />}
    </Box>
  );
});

function OpenStep({ jobId, step, before, choose, saved }: Props) {
  const path = { jobId, key: step.key };
  const edit = useEdit({
    name: `ledger:${jobId}:${step.key}`,
    schema: line,
    saved: step.line,
    version: step.version,
    send: (next: string, version, key) =>
      ask(
        api.PUT('/api/teardown/{jobId}/steps/{key}', {
          params: { path, header: { 'Idempotency-Key': key } },
          body: { version, line: next },
        }),
      ),
    done: saved,
    versionOf: (current: Schemas['EnteredStep']) => current.version,
  });
  const keep = async () => {
    if (await edit.save()) choose(undefined);
  };
  const remove = useSave(
    (version: number) =>
      ask(api.DELETE('/api/teardown/{jobId}/steps/{key}', { params: { path, query: { version } } })),
    (now) => {
      edit.drop();
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
  return (
    <Box sx={{ p: 1, pl: 5, display: 'grid', gap: 1 }}>
      <EditNotices edit={edit} theirs={(current) => current.line} saved={() => choose(undefined)} />
      <TextField
        size="small"
        fullWidth
        multiline
        label={texts.ledger.correct}
        value={edit.value}
        onChange={(event) => edit.change(event.target.value.replace(/\n/g, ' '))}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            void keep();
          }
        }}
        error={edit.refused !== undefined}
        helperText={edit.refused?.message}
      />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button
          variant="contained"
          disabled={edit.busy || !edit.changed || !edit.value}
          onClick={() => void keep()}
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
