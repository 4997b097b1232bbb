import { Autocomplete, Box, Button, TextField } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Refused, type Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { useKeys } from '../../parts/useKeys';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { choicesQuery } from './queries';
import { Tick } from '../../parts/Tick';

export const intakeDraft = z.object({
  kind: z.string(),
  maker: z.string(),
  model: z.string(),
  serial: z.string(),
  era: z.string(),
  ownerName: z.string(),
  ownerPhone: z.string(),
  complaint: z.string(),
  cameWith: z.string(),
  plate: z.string(),
  history: z.string(),
  earlierRepairs: z.string(),
  arrivedLike: z.string(),
  wouldSpend: z.string(),
  newPrice: z.string(),
  promisedOn: z.string(),
  hazards: z.array(z.string()).nullable(),
});
export type IntakeDraft = z.infer<typeof intakeDraft>;

export const EMPTY: IntakeDraft = {
  kind: '',
  maker: '',
  model: '',
  serial: '',
  era: '',
  ownerName: '',
  ownerPhone: '',
  complaint: '',
  cameWith: '',
  plate: '',
  history: '',
  earlierRepairs: '',
  arrivedLike: '',
  wouldSpend: '',
  newPrice: '',
  promisedOn: '',
  hazards: null,
};

/** What is sent: empty days and untouched hazards are left out. */
export function asIntake(draft: IntakeDraft): Schemas['Intake'] {
  const { promisedOn, hazards, ...rest } = draft;
  return { ...rest, ...(promisedOn ? { promisedOn } : {}), ...(hazards ? { hazards } : {}) };
}

/** The card filled in at the counter. Maker and model are found as one types; a new one is simply typed. */
export function IntakeForm(props: {
  draft: IntakeDraft;
  change: (draft: IntakeDraft) => void;
  refused: Refused | undefined;
  busy: boolean;
  submit: () => void;
  saveWords: string;
}) {
  const { draft, change, refused } = props;
  const choices = useQuery(choicesQuery);
  const machineWords = `${draft.maker} ${draft.model}`.trim();
  const machines = useQuery({
    queryKey: ['machines', machineWords],
    queryFn: ({ signal }) =>
      ask(api.GET('/api/device', { params: { query: { find: machineWords } }, signal })),
    placeholderData: keepPreviousData,
    enabled: machineWords.length > 0,
  });
  useKeys({ 'Alt+Enter': props.submit });
  const set = (part: Partial<IntakeDraft>) => change({ ...draft, ...part });
  const kind = choices.data?.kinds.find((k) => k.code === draft.kind);
  const hazards = draft.hazards ?? kind?.hazards ?? [];
  const field = (name: keyof IntakeDraft, label: string, more: object = {}) => (
    <TextField
      label={label}
      size="small"
      fullWidth
      value={draft[name] ?? ''}
      onChange={(event) => set({ [name]: event.target.value })}
      error={refused?.of(name) !== undefined}
      helperText={refused?.of(name)}
      {...more}
    />
  );
  /** A machine that was here before is of the kind it was. */
  const takeKnownKind = () => {
    const same = (one: string, other: string) => one.trim().toLowerCase() === other.trim().toLowerCase();
    const known = machines.data?.find((m) => same(m.maker, draft.maker) && same(m.name, draft.model));
    if (known && draft.kind === '') set({ kind: known.kind });
  };
  const machineField = (name: 'maker' | 'model', label: string, first: boolean) => (
    <Autocomplete
      freeSolo
      options={machines.data ?? []}
      filterOptions={(all) => all}
      getOptionLabel={(option) =>
        typeof option === 'string' ? option : option[name === 'maker' ? 'maker' : 'name']
      }
      getOptionKey={(option) => (typeof option === 'string' ? option : option.id)}
      inputValue={draft[name]}
      onInputChange={(_, value, reason) => {
        if (reason === 'input' || reason === 'clear') set({ [name]: value });
      }}
      value={null}
      onBlur={takeKnownKind}
      onChange={(_, option) => {
        if (option && typeof option !== 'string') {
          set({ maker: option.maker, model: option.name, kind: option.kind, hazards: null });
        }
      }}
      renderOption={({ key, ...row }, option) => (
        <Box component="li" key={key} {...row} sx={{ display: 'flex', gap: 1 }}>
          <strong>
            {option.maker} {option.name}
          </strong>
          <Box component="span" sx={{ color: colour.inkSoft }}>
            {texts.intake.seen(option.jobs)}
          </Box>
        </Box>
      )}
      renderInput={(input) => (
        <TextField
          {...input}
          size="small"
          label={label}
          autoFocus={first}
          error={refused?.of(name) !== undefined}
          helperText={refused?.of(name)}
        />
      )}
    />
  );
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        props.submit();
      }}
      sx={{ display: 'grid', gap: 1.75, maxWidth: 720 }}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr 1fr' }, gap: 1.5 }}>
        {machineField('maker', texts.intake.maker, true)}
        {machineField('model', texts.intake.model, false)}
        {field('kind', texts.intake.kind, {
          select: true,
          slotProps: { select: { native: true }, inputLabel: { shrink: true } },
          children: [
            <option key="" value="">
              –
            </option>,
            ...(choices.data?.kinds ?? []).map((k) => (
              <option key={k.code} value={k.code}>
                {k.words}
              </option>
            )),
          ],
          onChange: (event: { target: { value: string } }) =>
            set({ kind: event.target.value, hazards: null }),
        })}
      </Box>
      {field('complaint', texts.intake.complaint, { multiline: true, minRows: 3, maxRows: 10, dir: 'auto' })}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '2fr 1.3fr 1.2fr' }, gap: 1.5 }}>
        {field('ownerName', texts.intake.owner)}
        {field('ownerPhone', texts.intake.phone, { type: 'tel' })}
        {field('promisedOn', texts.intake.promised, {
          type: 'date',
          slotProps: { inputLabel: { shrink: true } },
        })}
        {field('cameWith', texts.intake.cameWith)}
        {field('serial', texts.intake.serial)}
        {field('era', texts.intake.era)}
        {field('plate', texts.intake.plate, { placeholder: texts.intake.plateHint })}
        {field('newPrice', texts.intake.newPrice, { inputProps: { inputMode: 'decimal' } })}
        {field('wouldSpend', texts.intake.wouldSpend, { inputProps: { inputMode: 'decimal' } })}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr 1fr' }, gap: 1.5 }}>
        {field('history', texts.intake.history, {
          multiline: true,
          maxRows: 5,
          placeholder: texts.intake.historyHint,
        })}
        {field('earlierRepairs', texts.intake.earlierRepairs, {
          multiline: true,
          maxRows: 5,
          placeholder: texts.intake.earlierHint,
        })}
        {field('arrivedLike', texts.intake.arrivedLike, {
          multiline: true,
          maxRows: 5,
          placeholder: texts.intake.arrivedHint,
        })}
      </Box>
      {(kind || draft.hazards) && (
        <Box component="fieldset" sx={{ border: `1px solid ${colour.line}`, m: 0, px: 1.5, py: 1 }}>
          <Box component="legend" sx={{ px: 0.5 }}>
            {texts.intake.hazards}
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.5 }}>
            {choices.data?.hazards.map((hazard) => (
              <Tick
                key={hazard.code}
                label={hazard.words}
                checked={hazards.includes(hazard.code)}
                set={(on) =>
                  set({
                    hazards: on ? [...hazards, hazard.code] : hazards.filter((h) => h !== hazard.code),
                  })
                }
              />
            ))}
          </Box>
        </Box>
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Button type="submit" variant="contained" disabled={props.busy}>
          {props.busy ? texts.saving : props.saveWords}
        </Button>
        <Key>Alt+Enter</Key>
        {refused && refused.fields.length === 0 && <span role="alert">{refused.message}</span>}
      </Box>
    </Box>
  );
}
