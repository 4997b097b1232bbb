import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Refused, type Schemas } from '../../api/client';
import { rightOf, WhoMay } from '../account/Allowed';
import { Coming, onceThere } from '../../parts/Coming';
import { Page } from '../../parts/Page';
import { Part } from '../../parts/Part';
import { useKeys } from '../../parts/useKeys';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Choose } from '../choice/Choose';
import { CloseUp } from '../closeup/CloseUp';
import { Listen } from '../diagnosis/Listen';
import { TakenIn } from '../intake/TakenIn';
import { Prove } from '../proving/Prove';
import { ReadStep } from '../reading/ReadStep';
import { StepCautions } from '../caution/StepCautions';
import { Look } from '../damage/Look';
import { HandBack } from '../handback/HandBack';
import { JobGearMat } from '../reading/JobGearMat';
import { Ledger } from '../teardown/Ledger';
import { Timers } from '../timing/Timers';
import { Frame } from './Frame';
import { usePulse } from './usePulse';
import { Get } from '../sourcing/Get';
import { Journal } from './Journal';
import { STEPS, StepTeeth, type Step } from './StepTeeth';
import { jobQuery } from './queries';
import { PlainButton } from '../../parts/PlainButton';

/** The open job: one step at a time on the sheet, the gear on the mat. */
export default function Sheet() {
  const { id, step: wanted } = useParams();
  const jobId = Number(id);
  const pulse = usePulse(jobId);
  const job = useQuery({ ...jobQuery(jobId), enabled: pulse.known });
  const refused = pulse.refused ?? job.error;
  if (refused instanceof Refused || !Number.isInteger(jobId)) {
    return <Page>{refused?.message ?? texts.sheet.notThere}</Page>;
  }
  if (!job.data) return <Page />;
  const step =
    STEPS.find((s) => s === wanted) ?? STEPS.find((s) => !job.data.stepsDone.includes(s)) ?? 'handBack';
  return <OpenJob key={jobId} job={job.data} step={step} />;
}

function OpenJob({ job, step }: { job: Schemas['Job']; step: Step }) {
  const navigate = useNavigate();
  // Of the step that it was opened over: the browser's back key leaves it with its step.
  const [over, setOver] = useState<Step>();
  const journal = over === step;
  // While one goes from step to step the address is ahead of what is drawn: what is pressed then is meant for where one goes.
  const setJournal = (open: boolean) =>
    setOver(open ? (STEPS.find((s) => location.pathname.endsWith(`/${s}`)) ?? step) : undefined);
  const go = (to: Step) => {
    setJournal(false);
    void navigate(`/job/${job.id}/${to}`);
  };
  useKeys({
    ...Object.fromEntries(STEPS.map((name, index) => [String((index + 1) % 10), () => go(name)])),
    j: () => setJournal(!journal),
  });
  const head = (
    <>
      <Head job={job} step={step} journal={journal} setJournal={setJournal} />
      <Box sx={onceThere}>
        <Timers jobId={job.id} />
        <WhoMay right={rightOf(step)} />
        {!journal && (
          <Part name={texts.part.cautions} of={step}>
            <StepCautions key={step} jobId={job.id} step={step} />
          </Part>
        )}
      </Box>
    </>
  );
  const whole = journal ? undefined : wholeStep(job, step, go, head);
  return (
    <Coming of={`${step} ${journal}`}>
      {whole ? (
        <Part
          name={texts.steps[step]}
          of={step}
          around={(failed) => (
            <Frame mat={null}>
              {head}
              {failed}
            </Frame>
          )}
        >
          {whole}
        </Part>
      ) : (
        <Frame mat={<JobGearMat jobId={job.id} />} onlyRead={journal}>
          {head}
          <Box sx={{ pt: 2, pb: 2 }}>
            <Part name={journal ? texts.sheet.journal : texts.steps[step]} of={`${step} ${journal}`}>
              {journal ? <Journal job={job} /> : <StepBody job={job} step={step} go={go} />}
            </Part>
          </Box>
        </Frame>
      )}
    </Coming>
  );
}

/** The steps that have a mat of their own. */
function wholeStep(job: Schemas['Job'], step: Step, go: (to: Step) => void, head: ReactNode) {
  switch (step) {
    case 'read':
      return <ReadStep job={job}>{head}</ReadStep>;
    case 'listen':
      return (
        <Listen job={job} go={go}>
          {head}
        </Listen>
      );
    case 'open':
      return (
        <Ledger job={job} go={go}>
          {head}
        </Ledger>
      );
    case 'look':
      return (
        <Look job={job} go={go}>
          {head}
        </Look>
      );
    case 'choose':
      return (
        <Choose job={job} go={go}>
          {head}
        </Choose>
      );
    case 'closeUp':
      return (
        <CloseUp job={job} go={go}>
          {head}
        </CloseUp>
      );
    case 'prove':
      return (
        <Prove job={job} go={go}>
          {head}
        </Prove>
      );
    case 'handBack':
      return <HandBack job={job}>{head}</HandBack>;
    default:
      return undefined;
  }
}

function StepBody({ job, step, go }: { job: Schemas['Job']; step: Step; go: (to: Step) => void }) {
  switch (step) {
    case 'takeIn':
      return <TakenIn job={job} go={go} />;
    case 'get':
      return <Get job={job} go={go} />;
    case 'read':
    case 'listen':
    case 'open':
    case 'look':
    case 'choose':
    case 'closeUp':
    case 'prove':
    case 'handBack':
      return null;
  }
}

function Head(props: {
  job: Schemas['Job'];
  step: Step;
  journal: boolean;
  setJournal: (open: boolean) => void;
}) {
  const { job } = props;
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'baseline', py: 1.25, flexWrap: 'wrap' }}>
        <Box component="h1" sx={{ m: 0, fontSize: 22, lineHeight: 1.2 }}>
          <Box component="span" sx={{ fontFamily: font.figures, color: colour.engagedDark, mr: 1 }}>
            {String(job.trayNumber).padStart(2, '0')}
          </Box>
          {job.maker} {job.model}
        </Box>
        <Box
          title={job.waitsFor}
          sx={{
            color: colour.inkSoft,
            flex: 1,
            minWidth: 60,
            whiteSpace: 'nowrap',
            overflow: 'hidden',
            textOverflow: 'ellipsis',
          }}
        >
          {texts.places[job.place]}
          {job.waitsFor && `, ${job.waitsFor}`}
        </Box>
        {job.promisedOn && (
          <Box sx={{ whiteSpace: 'nowrap' }}>
            {texts.sheet.promised}{' '}
            <Box component="strong" sx={{ fontFamily: font.figures }}>
              {dayWords(job.promisedOn)}
            </Box>
          </Box>
        )}
        <PlainButton
          onClick={() => props.setJournal(!props.journal)}
          aria-pressed={props.journal}
          sx={{
            textDecoration: 'underline',
            minHeight: 24,
          }}
        >
          {props.journal ? texts.sheet.back : texts.sheet.journal}
        </PlainButton>
      </Box>
      <StepTeeth job={job} step={props.step} />
    </>
  );
}
