import { Box, Button, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { PlainSelect } from '../../parts/PlainSelect';
import { colour } from '../../theme';
import { useRefreshJob } from './useRefreshJob';
import { journalQuery } from './queries';

type Place = Schemas['Job']['place'];

/** Everything that happened to the job, the job as files, and moving its tray. */
export function Journal({ job }: { job: Schemas['Job'] }) {
  const journal = useQuery(journalQuery(job.id));
  return (
    <>
      <MoveTray job={job} />
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mt: 3 }}>
        <Box component="h2" sx={{ m: 0, fontSize: 17, flex: 1 }}>
          {texts.sheet.journal}
        </Box>
        <a href={`/api/handback/${job.id}/job.pdf`} download>
          {texts.sheet.pdf}
        </a>
        <a href={`/api/handback/${job.id}/job.json`} download>
          {texts.sheet.json}
        </a>
      </Box>
      <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {journal.data?.map((entry, index) => (
          <Box
            component="li"
            key={index}
            sx={{
              display: 'grid',
              gridTemplateColumns: '110px 70px 1fr',
              gap: 1,
              py: 0.75,
              borderBottom: `1px solid ${colour.line}`,
              overflowWrap: 'anywhere',
            }}
          >
            <span>{momentWords(entry.at)}</span>
            <strong>{entry.person}</strong>
            <span dir="auto">
              {entry.what}
              {entry.why && (
                <Box component="span" sx={{ color: colour.inkSoft }}>
                  {' '}
                  {texts.sheet.because} {entry.why}
                </Box>
              )}
            </span>
          </Box>
        ))}
      </Box>
    </>
  );
}

function MoveTray({ job }: { job: Schemas['Job'] }) {
  const refresh = useRefreshJob(job.id, 'choose', 'handBack');
  const [place, setPlace] = useState<Place | ''>('');
  const [waitsFor, setWaitsFor] = useState('');
  const [why, setWhy] = useState('');
  const move = useSave(
    (to: Place) =>
      ask(
        api.POST('/api/job/{id}/move', {
          params: { path: { id: job.id } },
          body: { version: job.version, place: to, waitsFor, why },
        }),
      ),
    () => {
      setPlace('');
      setWaitsFor('');
      setWhy('');
      refresh();
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (place) void move.run(place);
  };
  return (
    <Box component="form" onSubmit={submit}>
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 17 }}>
        {texts.sheet.move}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <PlainSelect
          label={texts.sheet.moveTo}
          shown={texts.sheet.moveTo}
          value={place}
          set={setPlace}
          options={job.mayMoveTo.map((p) => [p, texts.places[p]])}
          sx={{ width: 190 }}
        />
        <TextField
          size="small"
          label={texts.sheet.moveWaits}
          value={waitsFor}
          onChange={(event) => setWaitsFor(event.target.value)}
        />
        <TextField
          size="small"
          label={texts.sheet.moveWhy}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          sx={{ flex: 1, minWidth: 140 }}
        />
        <Button type="submit" variant="outlined" disabled={!place || move.busy}>
          {texts.sheet.moveGo}
        </Button>
      </Box>
      {move.refused && (
        <Notice look="danger" role="alert">
          {move.refused.message}
        </Notice>
      )}
    </Box>
  );
}
