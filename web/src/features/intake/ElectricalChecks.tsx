import { Box, Button, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { PlainSelect } from '../../parts/PlainSelect';
import { colour } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';
import { electricalQuery } from './queries';
import { Tick } from '../../parts/Tick';

type Entry = Required<Schemas['CheckEntry']>;
const checkDraft: z.ZodType<Entry> = z.object({
  protection: z.custom<Entry['protection']>((word) => typeof word === 'string'),
  cordSound: z.boolean(),
  plugSound: z.boolean(),
  earthPinSound: z.boolean(),
  cordLengthM: z.string(),
  earthOhm: z.string(),
  insulationMegohm: z.string(),
  instrument: z.string(),
  beforeReturn: z.boolean().default(false),
  testedBy: z.string().default(''),
});
const EMPTY: Entry = {
  protection: 'earthed',
  cordSound: false,
  plugSound: false,
  earthPinSound: false,
  cordLengthM: '',
  earthOhm: '',
  insulationMegohm: '',
  instrument: '',
  beforeReturn: false,
  testedBy: '',
};
const PROTECTIONS = Object.keys(texts.electrical.protections) as Entry['protection'][];
const SOUND = ['cordSound', 'plugSound', 'earthPinSound'] as const;
const READINGS = ['cordLengthM', 'earthOhm', 'insulationMegohm'] as const;

/** Before it goes back, what was not measured speaks against it too. */
function good(check: Schemas['RecordedCheck']): boolean {
  return check.testedBy === undefined ? check.result.safeToPower : check.result.findings.length === 0;
}

/**
 * Cord, plug and earth before any power, or the safety test before it goes back: seen, measured where there is an
 * instrument, and what it means.
 */
export function ElectricalChecks({ jobId, beforeReturn = false }: { jobId: number; beforeReturn?: boolean }) {
  const words = { ...texts.electrical, ...(beforeReturn && texts.electrical.beforeReturn) };
  const refresh = useRefreshJob(jobId, 'takeIn', 'prove');
  const [draft, setDraft, about] = useDraft(
    beforeReturn ? `safety-test:${jobId}` : `electrical:${jobId}`,
    checkDraft,
  );
  const checks = useQuery(electricalQuery(jobId));
  const save = useSave(
    (entry: Entry) =>
      ask(api.POST('/api/intake/{jobId}/electrical', { params: { path: { jobId } }, body: entry })),
    refresh,
    about,
  );
  const entry = draft ?? { ...EMPTY, beforeReturn };
  const made = checks.data?.filter((check) => (check.testedBy !== undefined) === beforeReturn);
  const set = (part: Partial<Entry>) => setDraft({ ...entry, ...part });
  const earthed = entry.protection === 'earthed';
  return (
    <Box component="section" aria-label={words.title}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 0.5 }}>
        {words.title}
      </Box>
      {made?.map((check, index) => (
        <Box
          key={index}
          sx={{
            bgcolor: good(check) ? colour.goPale : colour.dangerPale,
            borderLeft: `6px solid ${good(check) ? colour.go : colour.danger}`,
            px: 1.5,
            py: 0.75,
            mb: 0.75,
          }}
        >
          <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}>
            <Mark name={good(check) ? 'yes' : 'caution'} color={good(check) ? colour.go : colour.danger} />
            <strong>{good(check) ? words.mayPower : words.notPower}</strong>
          </Box>
          <Box>
            {texts.electrical.read(check.readings)} {check.testedBy ?? check.by}, {momentWords(check.at)}
          </Box>
          {check.result.findings.map((finding) => (
            <Box key={finding}>{finding}</Box>
          ))}
        </Box>
      ))}
      <Box component="details" open={draft !== undefined || made?.length === 0}>
        <Box component="summary" sx={{ cursor: 'pointer' }}>
          {words.enter}
        </Box>
        <Box sx={{ display: 'grid', gap: 1, mt: 0.5 }}>
          <PlainSelect
            label={texts.electrical.protection}
            shown={texts.electrical.protection}
            value={entry.protection}
            set={(protection) => set({ protection })}
            options={PROTECTIONS.map((p) => [p, texts.electrical.protections[p]])}
          />
          <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
            {SOUND.filter((name) => earthed || name !== 'earthPinSound').map((name) => (
              <Tick
                key={name}
                label={texts.electrical.sound[name]}
                checked={entry[name]}
                set={(on) => set({ [name]: on })}
              />
            ))}
          </Box>
          <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'end', flexWrap: 'wrap' }}>
            {READINGS.filter((name) => earthed || name !== 'earthOhm').map((name) => (
              <TextField
                key={name}
                size="small"
                label={texts.electrical.readings[name]}
                value={entry[name]}
                onChange={(event) => set({ [name]: event.target.value })}
                error={save.refused?.of(name) !== undefined}
                helperText={save.refused?.of(name)}
                sx={{ width: 110 }}
                slotProps={{ htmlInput: { inputMode: 'decimal' } }}
              />
            ))}
            {beforeReturn && (
              <TextField
                size="small"
                label={texts.electrical.testedBy}
                value={entry.testedBy}
                onChange={(event) => set({ testedBy: event.target.value })}
                error={save.refused?.of('testedBy') !== undefined}
                helperText={save.refused?.of('testedBy')}
                sx={{ width: 240 }}
              />
            )}
            <Button variant="outlined" disabled={save.busy} onClick={() => void save.run(entry)}>
              {texts.electrical.save}
            </Button>
          </Box>
          {save.refused && save.refused.fields.length === 0 && (
            <span role="alert">{save.refused.message}</span>
          )}
          <Box sx={{ color: colour.inkSoft, fontSize: 13.5 }}>{words.local}</Box>
        </Box>
      </Box>
    </Box>
  );
}
