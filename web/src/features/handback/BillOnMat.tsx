import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { BillForm } from './billForm';
import type { Handback } from './queries';

const words = texts.handback;

/** The paper as it will be: nothing on it is a field. */
export function BillOnMat(props: {
  job: Schemas['Job'];
  known: Handback;
  title: string;
  form: BillForm;
  sums: Schemas['Sums'] | undefined;
}) {
  const { job, known, form, sums } = props;
  const rows: [string, number | undefined][] = [
    [words.sum, sums?.lines],
    [words.taxOf(known.terms.taxPercent ?? 0), sums?.tax],
    [words.gross, sums?.gross],
  ];
  return (
    <Box
      component="section"
      aria-label={words.mat}
      sx={{ bgcolor: colour.mat, p: 1.75, overflow: 'auto', display: 'grid', alignContent: 'start' }}
    >
      <Box
        sx={{
          bgcolor: colour.white,
          color: colour.ink,
          p: 2.5,
          minHeight: 480,
          fontSize: 14,
          lineHeight: 1.4,
        }}
      >
        <Box sx={{ whiteSpace: 'pre-line', minHeight: 40 }}>{known.terms.address}</Box>
        <Box sx={{ whiteSpace: 'pre-line', my: 2 }}>{form.billedTo}</Box>
        <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
          {props.title}
        </Box>
        <Box sx={{ color: colour.inkSoft, mb: 1 }}>
          {job.maker} {job.model}
        </Box>
        {form.lines.map((line, at) => (
          <Box key={at} sx={{ borderTop: `1px solid ${colour.line}`, py: 0.5 }}>
            {line.what || '…'}
            <Box sx={{ fontFamily: font.figures, color: colour.inkSoft }}>
              {line.quantity} × {line.price}
            </Box>
          </Box>
        ))}
        <Box sx={{ borderTop: `2px solid ${colour.ink}`, mt: 1, pt: 0.5 }}>
          {rows.map(([name, amount]) => (
            <Row key={name} name={name} amount={amount} currency={known.currency} />
          ))}
          <Box sx={{ fontWeight: 700, fontSize: 17, borderTop: `1px solid ${colour.ink}`, mt: 0.5, pt: 0.5 }}>
            <Row name={words.due} amount={sums?.due} currency={known.currency} />
          </Box>
        </Box>
      </Box>
    </Box>
  );
}

function Row({ name, amount, currency }: { name: string; amount: number | undefined; currency: string }) {
  return (
    <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 1 }}>
      <span>{name}</span>
      <Box component="span" sx={{ fontFamily: font.figures }}>
        {amount === undefined ? '…' : money(amount, currency)}
      </Box>
    </Box>
  );
}
