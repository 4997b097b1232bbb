import { Box, Button, TextField } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Key } from '../../parts/Key';
import { Notice } from '../../parts/Notice';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { useKeys } from '../../parts/useKeys';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Frame';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';
import { AnswerButtons } from './AnswerButtons';
import { inHand, matching, signsOf, withAnswer, type Answer, type Answers } from './answers';
import { Culprits } from './Culprits';
import { Faults } from './Faults';
import { NextCheck } from './NextCheck';
import { TapRhythm } from './TapRhythm';
import { TrainEditor } from './TrainEditor';
import { TrainMat } from './TrainMat';
import { heardQuery, weighedQuery } from './queries';

interface Draft {
  answers: Answers;
  opened: string[];
}

const heardDraft: z.ZodType<Draft> = z.object({
  answers: z.record(z.string(), z.enum(['seen', 'notSeen', 'cannot', 'notTried'])),
  opened: z.array(z.string()),
});

/** Step 2: the check that tells most a minute, what was seen so far, what it points to and why; the train on the mat. */
export function Listen({
  job,
  go,
  children,
}: {
  job: Schemas['Job'];
  go: (to: Step) => void;
  children: ReactNode;
}) {
  const refresh = useRefreshJob(job.id, 'listen');
  const [held, setHeld] = useState<string>();
  const [typed, setTyped] = useState('');
  const [editing, setEditing] = useState(false);
  const heard = useQuery(heardQuery(job.id));
  const edit = useEdit({
    name: `listen:${job.id}`,
    schema: heardDraft,
    saved: { answers: heard.data?.answers ?? {}, opened: heard.data?.opened ?? [] },
    version: heard.data?.version ?? 0,
    send: (next: Draft, version, key) =>
      ask(
        api.PUT('/api/diagnosis/{jobId}', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: { version, ...next },
        }),
      ),
    done: refresh,
    versionOf: (current: Schemas['Heard']) => current.version,
  });
  const { value: now, change: setDraft } = edit;
  const weighed = useQuery({
    ...weighedQuery(job.id, now),
    placeholderData: keepPreviousData,
    enabled: edit.changed,
  });
  const standing = edit.changed ? (weighed.data ?? heard.data?.standing) : heard.data?.standing;
  const tasks = heard.data?.tasks ?? [];
  const set = (key: string, answer: Answer) => {
    setDraft({ ...now, answers: withAnswer(now.answers, key, answer) });
  };
  const best = standing?.next[0]?.key;
  const isOpen = (sign: string) => !now.answers[sign] && !standing?.ruledOut[sign];
  const current = inHand(held, tasks, isOpen, best);
  const task = tasks.find((t) => t.key === current);
  const firstOpen = task?.signs.find((sign) => isOpen(sign.key));
  const answerFirst = (answer: Answer) => {
    if (!task || !firstOpen) return;
    setHeld(task.key);
    set(firstOpen.key, answer);
  };
  const keepAndGo = async () => {
    if (!edit.changed || (await edit.save())) go('open');
  };
  useKeys({
    y: () => answerFirst('seen'),
    x: () => answerFirst('notSeen'),
    c: () => answerFirst('cannot'),
    'Alt+Enter': () => void keepAndGo(),
  });
  const found = typed.trim() ? matching(tasks, now.answers, typed, 6) : [];
  const answered = signsOf(tasks).filter(
    ({ sign }, index, all) =>
      now.answers[sign.key] && all.findIndex((other) => other.sign.key === sign.key) === index,
  );
  return (
    <Frame
      mat={
        <TrainMat
          machine={heard.data?.machine}
          own={heard.data?.ownTrain ?? false}
          standing={standing}
          opened={now.opened}
          pick={(part) => setTyped(part)}
          open={(code) =>
            setDraft({
              ...now,
              opened: now.opened.includes(code)
                ? now.opened.filter((o) => o !== code)
                : [...now.opened, code],
            })
          }
          book={`/book/${job.machineModelId}?job=${job.id}`}
          edit={() => setEditing(true)}
        />
      }
    >
      {children}
      <Box sx={{ pt: 1.5, pb: 2, display: 'grid', gap: 1.5 }}>
        <EditNotices edit={edit} showTheirs={refresh} />
        {standing?.stop && (
          <Notice look="danger" role="alert">
            {texts.listen.stop(standing.stop)}
          </Notice>
        )}
        {task && standing && (
          <NextCheck
            task={task}
            next={standing.next.find((n) => n.key === task.key)}
            others={standing.next.filter((n) => n.key !== task.key)}
            sure={standing.sure}
            ruledOut={standing.ruledOut}
            answers={now.answers}
            firstOpen={firstOpen?.key}
            set={(key, answer) => {
              setHeld(task.key);
              set(key, answer);
            }}
            take={setHeld}
          />
        )}
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
            gap: 2.5,
          }}
        >
          <Box component="section" aria-label={texts.listen.told}>
            <TextField
              size="small"
              fullWidth
              label={texts.listen.addSeen}
              placeholder={texts.listen.addHint}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              onKeyDown={(event) => {
                const first = found[0];
                if (event.key === 'Enter' && first) {
                  event.preventDefault();
                  set(first.key, 'seen');
                  setTyped('');
                }
              }}
            />
            {found.map((sign) => (
              <SignRow key={sign.key} words={sign.words}>
                <AnswerButtons words={sign.words} answer="notTried" set={(answer) => set(sign.key, answer)} />
              </SignRow>
            ))}
            {typed.trim() && found.length === 0 && (
              <Box sx={{ color: colour.inkSoft, py: 0.5 }}>{texts.listen.noSuchSign}</Box>
            )}
            {answered.length === 0 && !typed && (
              <Box sx={{ color: colour.inkSoft, py: 1 }}>{texts.listen.nothing}</Box>
            )}
            {answered.map(({ sign }) => (
              <SignRow key={sign.key} words={sign.words}>
                <AnswerButtons
                  words={sign.words}
                  answer={now.answers[sign.key] ?? 'notTried'}
                  set={(answer) => set(sign.key, answer)}
                />
              </SignRow>
            ))}
          </Box>
          <Faults standing={standing} jobId={job.id} kept={!edit.changed} keep={edit.save} />
        </Box>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap' }}>
          <Button variant="contained" disabled={edit.busy} onClick={() => void keepAndGo()}>
            {edit.busy ? texts.saving : texts.listen.save}
          </Button>
          <Key>Alt+Enter</Key>
          {edit.refused && <span role="alert">{edit.refused.message}</span>}
        </Box>
        {heard.data && <Culprits jobId={job.id} heard={heard.data} />}
        {heard.data && (
          <TapRhythm jobId={job.id} rhythms={heard.data.rhythms} named={heard.data.clicksNamed} />
        )}
      </Box>
      {editing && heard.data && <TrainEditor job={job} heard={heard.data} close={() => setEditing(false)} />}
    </Frame>
  );
}

function SignRow({ words, children }: { words: string; children: ReactNode }) {
  return (
    <Box
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
      <span>{words}</span>
      {children}
    </Box>
  );
}
