import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask } from '../../api/client';
import { FigureInput } from '../../parts/FigureInput';
import { Labelled } from '../../parts/Labelled';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { closingQuery, type StepBack } from './queries';
import { useShown } from './useClosing';

const words = texts.closing;
const MENDED = ['newPart', 'added', 'ownFasteners', 'turnedOver', 'phaseSet', 'glued', 'otherwise'] as const;
type Mended = (typeof MENDED)[number];
const WITH_OWN: readonly Mended[] = ['added', 'ownFasteners'];

const typed = z.object({ own: z.string(), note: z.string() });

/** A step that goes back otherwise than it came off. */
export function ChangeStep({ jobId, step, done }: { jobId: number; step: StepBack; done: () => void }) {
  const shown = useShown(jobId);
  const changes = useQuery(closingQuery(jobId)).data?.changes.filter((c) => c.key === step.key) ?? [];
  const [mended, setMended] = useState<Mended>('newPart');
  const [thing, setThing] = useState('1');
  const [draft, setDraft, about] = useDraft(`change:${jobId}:${step.key}`, typed);
  const now = draft ?? { own: '', note: '' };
  const save = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/closeup/{jobId}/changes', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: {
            stepKey: step.key,
            mended,
            ...(mended === 'newPart' && { thing: Number(thing) }),
            ...(WITH_OWN.includes(mended) && { own: now.own }),
            note: now.note,
          },
        }),
      ),
    shown,
    about,
  );
  const drop = useSave(
    (change: number) =>
      ask(api.DELETE('/api/closeup/{jobId}/changes/{change}', { params: { path: { jobId, change } } })),
    shown,
  );
  return (
    <Box
      component="form"
      aria-label={words.otherwise}
      onSubmit={(event) => {
        event.preventDefault();
        void save.run(undefined).then((changed) => changed && done());
      }}
      sx={{ display: 'grid', gap: 1, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, alignItems: 'end' }}
    >
      <PlainSelect
        label={words.whatChanged}
        shown={words.whatChanged}
        value={mended}
        set={setMended}
        options={MENDED.map((m) => [m, words.mended[m]] as const)}
      />
      {mended === 'newPart' && (
        <PlainSelect
          label={words.whichIsNew}
          shown={words.whichIsNew}
          value={thing}
          set={setThing}
          options={step.things.map((t) => [String(t.number), t.words] as const)}
        />
      )}
      {WITH_OWN.includes(mended) && (
        <Labelled label={words.ownLine}>
          <FigureInput value={now.own} set={(own) => setDraft({ ...now, own })} />
        </Labelled>
      )}
      <Labelled label={words.note}>
        <FigureInput value={now.note} set={(note) => setDraft({ ...now, note })} />
      </Labelled>
      <Box sx={{ display: 'flex', gap: 1, gridColumn: '1 / -1', flexWrap: 'wrap', alignItems: 'center' }}>
        <Button type="submit" variant="outlined" disabled={save.busy}>
          {words.keepChange}
        </Button>
        {changes.map((change) => (
          <Button
            key={change.number}
            variant="text"
            disabled={drop.busy}
            onClick={() => void drop.run(change.number)}
          >
            {words.asBefore(words.mended[change.change.kind])}
          </Button>
        ))}
        {[save, drop].map(
          ({ refused }, at) =>
            refused && (
              <span key={at} role="alert">
                {refused.message}
              </span>
            ),
        )}
      </Box>
    </Box>
  );
}
