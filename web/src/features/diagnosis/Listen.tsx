import { Box, Button } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { StaleNotice } from '../../parts/StaleNotice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';

type Answer = 'seen' | 'notSeen' | 'notTried';
type Answers = Record<string, Answer>;
const ANSWERS: Answer[] = ['seen', 'notSeen', 'notTried'];

/** Step 2: what is observed, and at once what it points to and why. */
export function Listen({ job, go }: { job: Schemas['Job']; go: (to: Step) => void }) {
  const refresh = useRefreshJob(job.id);
  const [draft, setDraft] = useDraft<{ answers: Answers; version: number }>(`listen:${job.id}`);
  const heard = useQuery({
    queryKey: ['job', job.id, 'heard'],
    queryFn: () => ask(api.GET('/api/diagnosis/{jobId}', { params: { path: { jobId: job.id } } })),
  });
  const now = draft ?? { answers: heard.data?.answers ?? {}, version: heard.data?.version ?? 0 };
  const ranked = useQuery({
    queryKey: ['rank', now.answers],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/diagnosis/rank', { body: { answers: now.answers }, signal })),
    placeholderData: keepPreviousData,
  });
  const save = useSave(
    (version: number) =>
      ask(
        api.PUT('/api/diagnosis/{jobId}', {
          params: { path: { jobId: job.id } },
          body: { version, answers: now.answers },
        }),
      ),
    () => {
      setDraft(undefined);
      refresh();
    },
  );
  const keep = async () => {
    if (await save.run(now.version)) go('open');
  };
  useKeys({ 'Alt+Enter': () => void keep() });
  const theirs = save.refused?.status === 409 ? (save.refused.current as Schemas['Heard']) : undefined;
  const tried = Object.values(now.answers).some((a) => a !== 'notTried');
  return (
    <>
      {theirs && (
        <StaleNotice
          showTheirs={() => {
            save.clear();
            setDraft(undefined);
            refresh();
          }}
          saveMine={() => void save.run(theirs.version)}
        />
      )}
      <Box component="h2" sx={{ fontSize: 17, mt: 0, mb: 0.5 }}>
        {texts.listen.title}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1.4fr) minmax(0, 1fr)' },
          gap: 2.5,
        }}
      >
        <Box>
          {heard.data?.observations.map((observation) => (
            <AnswerRow
              key={observation.code}
              observation={observation}
              answer={now.answers[observation.code] ?? 'notTried'}
              set={(answer) => setDraft({ ...now, answers: { ...now.answers, [observation.code]: answer } })}
            />
          ))}
        </Box>
        <Box component="section" aria-label={texts.listen.faults} aria-live="polite">
          <Box component="h3" sx={{ m: 0, mb: 0.5, fontSize: 15 }}>
            {texts.listen.faults}
          </Box>
          {!tried && <Box sx={{ color: colour.inkSoft, mb: 1 }}>{texts.listen.nothing}</Box>}
          {ranked.data?.slice(0, 5).map((fault, index) => (
            <FaultBar key={fault.fault.code} ranked={fault} first={index === 0 && tried} />
          ))}
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 1.5, flexWrap: 'wrap' }}>
            <Button variant="contained" disabled={save.busy || !tried} onClick={() => void keep()}>
              {save.busy ? texts.saving : texts.listen.save}
            </Button>
            <Key>Alt+Enter</Key>
          </Box>
          {save.refused && !theirs && <span role="alert">{save.refused.message}</span>}
        </Box>
      </Box>
    </>
  );
}

function AnswerRow(props: {
  observation: Schemas['Observation'];
  answer: Answer;
  set: (answer: Answer) => void;
}) {
  const { observation } = props;
  return (
    <Box
      role="radiogroup"
      aria-label={observation.words}
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) auto',
        gap: 1,
        alignItems: 'center',
        borderBottom: `1px solid ${colour.line}`,
        minHeight: 37,
        fontSize: 14,
        lineHeight: 1.25,
      }}
    >
      <span>{observation.words}</span>
      <Box sx={{ display: 'flex' }}>
        {ANSWERS.map((answer) => {
          const on = props.answer === answer;
          const ground =
            answer === 'seen' ? colour.go : answer === 'notSeen' ? colour.engagedDark : 'transparent';
          return (
            <Box
              component="label"
              key={answer}
              sx={{
                px: 0.9,
                minHeight: 32,
                display: 'grid',
                placeItems: 'center',
                fontSize: 13.5,
                cursor: 'pointer',
                bgcolor: on ? ground : colour.kraft,
                color: on && answer !== 'notTried' ? '#fff' : colour.ink,
                textDecoration: on && answer === 'notTried' ? 'underline' : 'none',
                fontWeight: on ? 700 : 400,
                borderLeft: `1px solid ${colour.paper}`,
                '&:focus-within': { outline: `3px solid ${colour.nextEdge}`, zIndex: 1 },
              }}
            >
              <input
                type="radio"
                name={observation.code}
                checked={on}
                onChange={() => props.set(answer)}
                style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
              />
              {texts.listen[answer]}
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}

function FaultBar({ ranked, first }: { ranked: Schemas['Ranked']; first: boolean }) {
  const percent = 100 * ranked.probability;
  return (
    <Box component="details" open={first} sx={{ mb: 0.75 }}>
      <Box component="summary" sx={{ cursor: 'pointer', listStyle: 'none' }}>
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', lineHeight: 1.25 }}>
          <Box component="span" sx={{ flex: 1, fontWeight: first ? 700 : 400, fontSize: 14 }}>
            {ranked.fault.words}
          </Box>
          <Box component="span" sx={{ fontFamily: font.figures, fontSize: 16, fontWeight: 700 }}>
            {percent < 1 ? '<1' : percent.toFixed(0)}%
          </Box>
        </Box>
        <Box sx={{ height: 9, bgcolor: colour.kraft, mt: 0.25 }}>
          <Box
            className="moves"
            sx={{ height: 9, width: `${percent}%`, bgcolor: first ? colour.go : '#6f8f86' }}
          />
        </Box>
      </Box>
      <Box sx={{ fontSize: 13.5, pl: 1, py: 0.5 }}>
        {ranked.speaksFor.length > 0 && (
          <Box>
            <strong>{texts.listen.for}:</strong> {ranked.speaksFor.join('; ')}
          </Box>
        )}
        {ranked.speaksAgainst.length > 0 && (
          <Box>
            <strong>{texts.listen.against}:</strong> {ranked.speaksAgainst.join('; ')}
          </Box>
        )}
        <Box>
          <strong>{texts.listen.check}</strong> {ranked.fault.check}
        </Box>
      </Box>
    </Box>
  );
}
