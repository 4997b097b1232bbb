import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Labelled } from '../../parts/Labelled';
import { Notice } from '../../parts/Notice';
import { Tick } from '../../parts/Tick';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';
import { needQuery } from './queries';

const words = texts.get.together;
type About = Schemas['Needing']['accepts'][number];
/** Gears of other teeth are found on the step Get, not ordered by themselves. */
const ABOUT = (Object.keys(words.about) as About[]).filter((about) => about !== 'teeth');
/** What nobody minds who has a reamer and a file; the rest has to be said. */
const USUAL: About[] = ['bore', 'width', 'shift'];

const asking = z.object({ latest: z.string(), accepts: z.array(z.string()), split: z.boolean() });

/** Puts the job's gear onto the next order of the whole shop, or says that it is there. */
export function Together({ job, pieces }: { job: Schemas['Job']; pieces: number }) {
  const need = useQuery(needQuery(job.id));
  const refresh = useRefreshJob(job.id, 'choose', 'get');
  const standing = need.data?.need;
  const drop = useSave(
    (id: number) => ask(api.DELETE('/api/sourcing/needs/{needId}', { params: { path: { needId: id } } })),
    refresh,
  );
  if (!need.data) return null;
  if (!standing) return <Ask job={job} pieces={pieces} />;
  if (standing.ordered) return null;
  return (
    <Notice look="calm">
      <Box sx={{ flex: 1 }}>
        {words.stands(standing.needing.pieces)}{' '}
        <Link to="/stores" style={{ color: colour.ink }}>
          {words.stores}
        </Link>
        {drop.refused && <Box role="alert">{drop.refused.message}</Box>}
      </Box>
      <Button variant="outlined" disabled={drop.busy} onClick={() => void drop.run(standing.id)}>
        {drop.busy ? texts.saving : words.drop}
      </Button>
    </Notice>
  );
}

function Ask({ job, pieces }: { job: Schemas['Job']; pieces: number }) {
  const refresh = useRefreshJob(job.id, 'choose', 'get');
  const [draft, setDraft, about] = useDraft(`need:${job.id}`, asking);
  const now = draft ?? { latest: '', accepts: USUAL, split: false };
  const save = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/choice/{jobId}', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: {
            version: job.version,
            way: 'buy',
            reason: words.reason,
            need: {
              pieces,
              maySplit: now.split,
              accepts: ABOUT.filter((a) => now.accepts.includes(a)),
              ...(now.latest && { latest: now.latest }),
            },
          },
        }),
      ),
    refresh,
    about,
  );
  return (
    <Box
      component="details"
      sx={{ my: 1, bgcolor: colour.kraftPale, px: 1.5 }}
      open={draft !== undefined || undefined}
    >
      <Box component="summary" sx={{ minHeight: 44, display: 'list-item', py: 1.25, cursor: 'pointer' }}>
        {words.title}
      </Box>
      <Box sx={{ display: 'grid', gap: 1, pb: 1.5 }}>
        <Box sx={{ color: colour.inkSoft }}>{words.why}</Box>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'end' }}>
          <Labelled label={words.latest}>
            <input
              type="date"
              value={now.latest}
              onChange={(event) => setDraft({ ...now, latest: event.target.value })}
              style={{ font: 'inherit', minHeight: 40 }}
            />
          </Labelled>
          {pieces > 1 && (
            <Tick label={words.split} checked={now.split} set={(split) => setDraft({ ...now, split })} />
          )}
        </Box>
        <Box
          component="fieldset"
          sx={{ border: 0, p: 0, m: 0, display: 'flex', flexWrap: 'wrap', columnGap: 2 }}
        >
          <Box component="legend" sx={{ fontSize: 14, color: colour.inkSoft }}>
            {words.accepts}
          </Box>
          {ABOUT.map((a) => (
            <Tick
              key={a}
              label={words.about[a]}
              checked={now.accepts.includes(a)}
              set={(on) =>
                setDraft({ ...now, accepts: on ? [...now.accepts, a] : now.accepts.filter((b) => b !== a) })
              }
            />
          ))}
        </Box>
        <Box>
          <Button
            variant="contained"
            disabled={save.busy || !(pieces > 0)}
            onClick={() => void save.run(undefined)}
          >
            {save.busy ? texts.saving : words.put}
          </Button>
        </Box>
        {save.refused && (
          <Notice look="danger" role="alert">
            {save.refused.message}
          </Notice>
        )}
      </Box>
    </Box>
  );
}
