import { Box, Button, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';

const words = texts.handback;

const FIELDS = [
  'address',
  'country',
  'taxNumber',
  'taxPercent',
  'noTaxReason',
  'warrantyMonths',
  'daysToPay',
] as const;
const form = z.object({
  address: z.string(),
  country: z.string(),
  taxNumber: z.string(),
  taxPercent: z.string(),
  noTaxReason: z.string(),
  warrantyMonths: z.string(),
  daysToPay: z.string(),
});
type Form = z.infer<typeof form>;

const number = (typed: string) => Number(typed.trim().replace(',', '.'));

/** What stands on every paper of the shop. */
export function PaperTerms({ terms, jobId }: { terms: Schemas['PaperTerms']; jobId: number }) {
  const queries = useQueryClient();
  const may = useMay('shop');
  const show = () => void queries.invalidateQueries({ queryKey: ['job', jobId, 'handback'] });
  const edit = useEdit({
    name: 'paper-terms',
    schema: form,
    saved: {
      address: terms.address,
      country: terms.country ?? '',
      taxNumber: terms.taxNumber,
      taxPercent: terms.taxPercent === undefined ? '' : String(terms.taxPercent),
      noTaxReason: terms.noTaxReason,
      warrantyMonths: String(terms.warrantyMonths),
      daysToPay: String(terms.daysToPay),
    },
    version: terms.version,
    send: (typed: Form, version, key) =>
      ask(
        api.PUT('/api/handback/terms', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            address: typed.address,
            ...(typed.country.trim() && { country: typed.country.trim().toUpperCase() }),
            taxNumber: typed.taxNumber,
            ...(typed.taxPercent.trim() && { taxPercent: number(typed.taxPercent) }),
            noTaxReason: typed.noTaxReason,
            warrantyMonths: number(typed.warrantyMonths),
            daysToPay: number(typed.daysToPay),
            version,
          },
        }),
      ),
    done: show,
    versionOf: (current: Schemas['PaperTerms']) => current.version,
  });
  if (!may) return null;
  return (
    <Box component="details" open={terms.taxPercent === undefined || undefined}>
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 32, color: colour.inkSoft }}>
        {words.terms}
      </Box>
      <EditNotices edit={edit} showTheirs={show} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1, mt: 1 }}>
        {FIELDS.map((name) => (
          <TextField
            key={name}
            size="small"
            multiline={name === 'address'}
            label={words.termFields[name]}
            value={edit.value[name]}
            onChange={(event) => edit.change({ ...edit.value, [name]: event.target.value })}
            error={edit.refused?.of(name) !== undefined}
            helperText={edit.refused?.of(name)}
          />
        ))}
      </Box>
      <Button
        variant="outlined"
        sx={{ mt: 1 }}
        disabled={edit.busy || !edit.changed}
        onClick={() => void edit.save()}
      >
        {words.keepTerms}
      </Button>
      {edit.refused && edit.refused.fields.length === 0 && <span role="alert"> {edit.refused.message}</span>}
    </Box>
  );
}
