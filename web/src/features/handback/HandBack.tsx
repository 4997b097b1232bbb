import { Box, Button, TextField } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { api, ask, type Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { shopQuery } from '../shop/queries';
import { BenchMinutes } from '../job/BenchMinutes';
import { Frame } from '../job/Frame';
import { StepNotes } from '../job/StepNotes';
import { refreshJob, useRefreshJob } from '../job/useRefreshJob';
import { billForm, issuedForm, proposedForm, readForm } from './billForm';
import { BillLines } from './BillLines';
import { BillOnMat } from './BillOnMat';
import { IssuedBills } from './IssuedBills';
import { OwnersData } from './OwnersData';
import { PaperTerms } from './PaperTerms';
import { ToTheOwner } from './ToTheOwner';
import { ToldTheOwner } from './ToldTheOwner';
import { handbackQuery, type Handback } from './queries';

const words = texts.handback;

/** Step 10: what the owner gets; the bill on the mat as it will be, here only what is missing for it. */
export function HandBack({ job, children }: { job: Schemas['Job']; children: ReactNode }) {
  const known = useQuery(handbackQuery(job.id)).data;
  return known ? (
    <Open job={job} known={known}>
      {children}
    </Open>
  ) : (
    <Frame mat={null}>{children}</Frame>
  );
}

function Open({ job, known, children }: { job: Schemas['Job']; known: Handback; children: ReactNode }) {
  const queries = useQueryClient();
  const [draft, setDraft, about] = useDraft(`bill:${job.id}`, billForm);
  const today = useQuery(shopQuery).data?.today;
  const form = draft ?? proposedForm(known);
  const read = readForm(form);
  const bill = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/handback/{jobId}/bills', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: read ?? { lines: [], discount: 0, paid: 0, billedTo: form.billedTo },
        }),
      ),
    (now) => {
      queries.setQueryData(handbackQuery(job.id).queryKey, now);
      refreshJob(queries, job.id, ['handBack']);
    },
    about,
  );
  const sums = useQuery({
    queryKey: ['bill-sums', JSON.stringify(read), known.terms.taxPercent],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/bill', {
          body: {
            lines: read?.lines ?? [],
            discount: read?.discount ?? 0,
            paid: read?.paid ?? 0,
            taxPercent: known.terms.taxPercent ?? 0,
            currency: known.currency,
          },
          signal,
        }),
      ),
    enabled: read !== undefined && read.lines.length > 0,
    retry: false,
  });
  const billed = known.bills.some((b) => b.credits === undefined);
  const last = known.bills.at(-1);
  // What is out, until another is being written.
  const shown =
    last && !draft
      ? { title: words.numbered(last.number, last.credits), form: issuedForm(last), sums: last.sums }
      : { title: words.draft, form, sums: sums.data };
  return (
    <Frame mat={<BillOnMat job={job} known={known} {...shown} />}>
      {children}
      <Box sx={{ pt: 1.5, pb: 2, display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        {known.missing.map((missing) => (
          <Notice key={missing} look="next" role="status">
            <Mark name="caution" />
            <span>{missing}</span>
          </Notice>
        ))}
        {known.inWarranty && (
          <Notice look="calm" role="status">
            <span>
              {words.inWarranty(dayWords(known.inWarranty.until))}{' '}
              <Link to={`/job/${known.inWarranty.jobId}/handBack`}>{words.thatMend}</Link>
            </span>
          </Notice>
        )}
        <BenchMinutes job={job} />
        <IssuedBills jobId={job.id} known={known} />
        <Box component={billed ? 'details' : 'section'}>
          {billed && (
            <Box component="summary" sx={{ cursor: 'pointer', minHeight: 32 }}>
              {words.another}
            </Box>
          )}
          <BillLines form={form} set={setDraft} currency={known.currency} />
          {(bill.refused ?? sums.error) && (
            <Notice look="danger" role="alert">
              {bill.refused?.message ?? sums.error?.message}
            </Notice>
          )}
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mt: 1 }}>
            <Button
              variant="contained"
              disabled={bill.busy || !read || read.lines.length === 0}
              onClick={() => void bill.run(undefined)}
            >
              {sums.data ? words.billIt(sums.data.due, known.currency) : words.billItPlain}
            </Button>
            {!read && <Box sx={{ color: colour.danger }}>{words.unread}</Box>}
          </Box>
        </Box>
        <ToldTheOwner jobId={job.id} known={known} />
        <ToTheOwner job={job} today={today} />
        <Papers jobId={job.id} />
        <HandOver job={job} />
        {job.place === 'putAway' && <OwnersData jobId={job.id} />}
        <StepNotes job={job} step="handBack" />
        <PaperTerms terms={known.terms} jobId={job.id} />
      </Box>
    </Frame>
  );
}

function Papers({ jobId }: { jobId: number }) {
  const link = (paper: string, name: string) => (
    <a href={`/api/handback/${jobId}/report.pdf?paper=${paper}`} target="_blank" rel="noreferrer">
      {name}
    </a>
  );
  return (
    <Box sx={{ display: 'flex', gap: 2 }}>
      {words.report} {link('a4', 'A4')} {link('letter', words.letter)}
    </Box>
  );
}

/** The machine goes out of the door. */
function HandOver({ job }: { job: Schemas['Job'] }) {
  const [why, setWhy] = useState('');
  const refresh = useRefreshJob(job.id, 'handBack');
  const over = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/handback/{jobId}/hand-over', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: { version: job.version, ...(why.trim() !== '' && { why }) },
        }),
      ),
    refresh,
  );
  const asked = over.refused?.of('why') !== undefined;
  if (job.place === 'putAway') return <Notice look="calm">{words.gone}</Notice>;
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {over.refused && (
        <Notice look="danger" role="alert">
          {over.refused.message}
        </Notice>
      )}
      {(asked || why !== '') && (
        <TextField
          size="small"
          label={words.whyAsItIs}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          sx={{ width: 420, maxWidth: '100%' }}
        />
      )}
      <Button variant="contained" disabled={over.busy} onClick={() => void over.run(undefined)}>
        {words.handOver}
      </Button>
    </Box>
  );
}
