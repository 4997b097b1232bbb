import { Box, Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { FigureInput } from '../../parts/FigureInput';
import { Labelled } from '../../parts/Labelled';
import { PlainButton } from '../../parts/PlainButton';
import { typedNumber } from '../../parts/unit';
import { useSave } from '../../parts/useSave';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { refreshJob } from '../job/useRefreshJob';
import { handbackQuery, type Handback } from './queries';

const words = texts.handback;

/** What is out: each as a paper and as data; a wrong one is taken back by another entry. */
export function IssuedBills({ jobId, known }: { jobId: number; known: Handback }) {
  if (known.bills.length === 0) return null;
  return (
    <Box component="section" aria-label={words.issued}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.issued}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {known.bills.map((bill) => (
          <One key={bill.number} jobId={jobId} bill={bill} />
        ))}
      </Box>
    </Box>
  );
}

function One({ jobId, bill }: { jobId: number; bill: Schemas['IssuedBill'] }) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [gross, setGross] = useState(String(bill.sums.gross));
  const [why, setWhy] = useState('');
  const credit = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/handback/{jobId}/bills/{bill}/credit', {
          params: { path: { jobId, bill: bill.number }, header: { 'Idempotency-Key': key } },
          body: { gross: typedNumber(gross) ?? 0, why },
        }),
      ),
    (now) => {
      setOpen(false);
      queries.setQueryData(handbackQuery(jobId).queryKey, now);
      refreshJob(queries, jobId, ['handBack']);
    },
  );
  const path = `/api/handback/${jobId}/bills/${bill.number}`;
  return (
    <Box component="li" sx={{ borderBottom: `1px solid ${colour.line}`, py: 0.75 }}>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box sx={{ flex: '1 1 200px' }}>
          <strong>{words.numbered(bill.number, bill.credits)}</strong>, {dayWords(bill.issuedOn)}, {bill.by}
          {bill.why && <Box sx={{ color: colour.inkSoft }}>{bill.why}</Box>}
        </Box>
        <Box sx={{ fontFamily: font.figures }}>{money(bill.sums.gross, bill.bill.currency)}</Box>
        <a href={`${path}/bill.pdf`} target="_blank" rel="noreferrer">
          A4
        </a>
        <a href={`${path}/bill.pdf?paper=letter`} target="_blank" rel="noreferrer">
          {words.letter}
        </a>
        <a href={`${path}/bill.xml`}>{words.xml}</a>
        {bill.credits === undefined && (
          <PlainButton
            aria-expanded={open}
            onClick={() => setOpen(!open)}
            sx={{ textDecoration: 'underline', minHeight: 44 }}
          >
            {words.takeBack}
          </PlainButton>
        )}
      </Box>
      {open && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '130px 1fr auto', gap: 1, alignItems: 'end' }}>
          <Labelled label={words.howMuch}>
            <FigureInput inputMode="decimal" value={gross} set={setGross} sx={{ minHeight: 44 }} />
          </Labelled>
          <Labelled label={words.why}>
            <FigureInput value={why} set={setWhy} sx={{ minHeight: 44 }} />
          </Labelled>
          <Button variant="outlined" disabled={credit.busy} onClick={() => void credit.run(undefined)}>
            {words.takeItBack}
          </Button>
          {credit.refused && (
            <Box role="alert" sx={{ gridColumn: '1 / -1', color: colour.danger }}>
              {credit.refused.message}
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}
