import { Box, Button } from '@mui/material';
import { FigureInput } from '../../parts/FigureInput';
import { Labelled } from '../../parts/Labelled';
import { PlainSelect } from '../../parts/PlainSelect';
import { texts } from '../../texts';
import { OF, type BillForm } from './billForm';

const words = texts.handback;

/** The lines of a bill, proposed and gone over. */
export function BillLines(props: { form: BillForm; set: (form: BillForm) => void; currency: string }) {
  const { form, set } = props;
  const change = (at: number, part: Partial<BillForm['lines'][number]>) =>
    set({ ...form, lines: form.lines.map((line, i) => (i === at ? { ...line, ...part } : line)) });
  return (
    <Box component="section" aria-label={words.billTitle}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 0.5 }}>
        {words.billTitle}
      </Box>
      {form.lines.map((line, at) => (
        <Box
          key={at}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '1fr 1fr', sm: '104px minmax(0, 1fr) 76px 96px 44px' },
            gap: 0.75,
            alignItems: 'end',
            mb: 0.75,
          }}
        >
          <PlainSelect
            label={words.of}
            shown={at === 0 ? words.of : ''}
            value={line.of}
            set={(of) => change(at, { of })}
            options={OF.map((o) => [o, words.ofs[o]] as const)}
            sx={{ minHeight: 44, width: '100%' }}
          />
          <Field label={words.what} at={at} value={line.what} set={(what) => change(at, { what })} />
          <Field
            label={words.quantity}
            at={at}
            decimal
            value={line.quantity}
            set={(quantity) => change(at, { quantity })}
          />
          <Field
            label={words.price(props.currency)}
            at={at}
            decimal
            value={line.price}
            set={(price) => change(at, { price })}
          />
          <Button
            variant="outlined"
            aria-label={words.dropLine(at + 1)}
            sx={{ minWidth: 0, minHeight: 44, px: 0 }}
            onClick={() => set({ ...form, lines: form.lines.filter((_, i) => i !== at) })}
          >
            ×
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'end', flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          sx={{ minHeight: 44 }}
          onClick={() =>
            set({ ...form, lines: [...form.lines, { of: 'other', what: '', quantity: '1', price: '' }] })
          }
        >
          {words.addLine}
        </Button>
        <Labelled label={words.discount} sx={{ width: 130 }}>
          <FigureInput
            inputMode="decimal"
            value={form.discount}
            set={(discount) => set({ ...form, discount })}
            sx={{ minHeight: 44 }}
          />
        </Labelled>
        <Labelled label={words.paid} sx={{ width: 130 }}>
          <FigureInput
            inputMode="decimal"
            value={form.paid}
            set={(paid) => set({ ...form, paid })}
            sx={{ minHeight: 44 }}
          />
        </Labelled>
        <Labelled label={words.billedTo} sx={{ flex: '1 1 180px' }}>
          <textarea
            rows={2}
            value={form.billedTo}
            onChange={(event) => set({ ...form, billedTo: event.target.value })}
            style={{ font: 'inherit', width: '100%', boxSizing: 'border-box' }}
          />
        </Labelled>
      </Box>
    </Box>
  );
}

function Field(props: {
  label: string;
  at: number;
  value: string;
  set: (typed: string) => void;
  decimal?: boolean;
}) {
  const input = (
    <FigureInput
      aria-label={`${props.label} ${props.at + 1}`}
      {...(props.decimal && { inputMode: 'decimal' as const })}
      value={props.value}
      set={props.set}
      sx={{ minHeight: 44, ...(!props.decimal && { fontFamily: 'inherit', fontWeight: 400, fontSize: 15 }) }}
    />
  );
  return props.at === 0 ? <Labelled label={props.label}>{input}</Labelled> : input;
}
