import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Frame';
import { StepNotes } from '../job/StepNotes';
import type { Step } from '../job/StepTeeth';
import { BackMat } from './BackMat';
import { Closed } from './Closed';
import { NextBack } from './NextBack';
import { OnWhat } from './OnWhat';
import { closingQuery, type StepBack } from './queries';
import { useShown } from './useClosing';

const words = texts.closing;

/** Step 8: what goes back next, one step large, until nothing is left over. */
export function CloseUp({
  job,
  go,
  children,
}: {
  job: Schemas['Job'];
  go: (to: Step) => void;
  children: ReactNode;
}) {
  const closing = useQuery(closingQuery(job.id)).data;
  const next = closing?.steps.find((step) => step.key === closing.next);
  return (
    <Frame mat={<BackMat jobId={job.id} closing={closing} next={next} />}>
      {children}
      {closing && (
        <Box sx={{ pt: 1.5, pb: 2, display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Way steps={closing.steps} next={closing.next} />
          {next ? (
            <NextBack key={next.key} jobId={job.id} step={next} after={after(closing.steps, next)} />
          ) : (
            <Closed jobId={job.id} closing={closing} go={go} />
          )}
          <DoneSteps jobId={job.id} closing={closing} />
          <OnWhat jobId={job.id} closing={closing} />
          <StepNotes job={job} step="closeUp" />
        </Box>
      )}
    </Frame>
  );
}

function after(steps: StepBack[], next: StepBack): StepBack | undefined {
  return steps[steps.indexOf(next) + 1];
}

/** The whole way back: a tooth for each step, filled once it is in. */
function Way({ steps, next }: { steps: StepBack[]; next: string | undefined }) {
  if (steps.length === 0) return <Box sx={{ color: colour.inkSoft }}>{words.noLedger}</Box>;
  const done = steps.filter((step) => step.done).length;
  return (
    <Box>
      <Box
        role="img"
        aria-label={words.wayBack(done, steps.length)}
        sx={{ display: 'flex', alignItems: 'end', height: 26, borderBottom: `3px solid ${colour.kraftDark}` }}
      >
        {steps.map((step) => (
          <Box
            key={step.key}
            sx={{
              flex: 1,
              maxWidth: 40,
              height: step.key === next ? 24 : 15,
              clipPath: 'polygon(18% 100%, 34% 0, 66% 0, 82% 100%)',
              bgcolor: step.done ? colour.go : step.key === next ? colour.engaged : colour.kraftMid,
            }}
          />
        ))}
      </Box>
      <Box sx={{ fontSize: 14, color: colour.inkSoft, pt: 0.25 }}>{words.wayBack(done, steps.length)}</Box>
    </Box>
  );
}

/** What is back already, the last of it to be taken off again. */
function DoneSteps({ jobId, closing }: { jobId: number; closing: Schemas['JobClosing'] }) {
  const shown = useShown(jobId);
  const off = useSave(
    (key: string) =>
      ask(api.POST('/api/closeup/{jobId}/steps/{key}/off', { params: { path: { jobId, key } } })),
    shown,
  );
  const done = closing.steps.filter((step) => step.done).reverse();
  if (done.length === 0) return null;
  return (
    <Box component="details">
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 32 }}>
        {words.back(done.length)}
      </Box>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {done.map((step, index) => {
          const put = closing.back.find((b) => b.key === step.key);
          return (
            <Box
              component="li"
              key={step.key}
              sx={{ display: 'flex', gap: 1, alignItems: 'center', borderBottom: `1px solid ${colour.line}` }}
            >
              <Box sx={{ flex: 1, py: 0.75 }}>
                {step.number} {step.deed}
                {put?.account.shorts.map((short) => (
                  <Box key={short.thing} sx={{ color: colour.inkSoft }}>
                    {words.onlyPut(short.put, short.why)}
                  </Box>
                ))}
              </Box>
              <Box sx={{ color: colour.inkSoft }}>{put?.by}</Box>
              {index === 0 && (
                <Button
                  size="small"
                  variant="outlined"
                  disabled={off.busy}
                  onClick={() => void off.run(step.key)}
                >
                  {words.offAgain}
                </Button>
              )}
            </Box>
          );
        })}
      </Box>
      {off.refused && <Box role="alert">{off.refused.message}</Box>}
    </Box>
  );
}
