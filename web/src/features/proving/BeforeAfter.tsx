import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { FigureInput } from '../../parts/FigureInput';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { foundAndNowQuery } from '../photo/queries';
import { Thumbnail } from '../photo/Thumbnail';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Proof } from './queries';
import { useShownProof } from './useShownProof';

const words = texts.proving;
const typed = z.string();

/** Each measure as two marks on one scale: before, after, and the model's others. */
export function BeforeAfter({ jobId, proof }: { jobId: number; proof: Proof }) {
  return (
    <>
      <Box component="h2" sx={{ m: 0, mb: 0.5, fontSize: 17 }}>
        {words.mat}
      </Box>
      <Box sx={{ fontSize: 14, mb: 1 }}>{words.howToType}</Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: '2px 8px', alignItems: 'center' }}>
        <Box sx={{ fontSize: 14 }}>{words.before}</Box>
        <Box sx={{ fontSize: 14 }}>{words.after}</Box>
        <InPictures jobId={jobId} />
        {proof.readings.map((reading) => (
          <MeasureRow key={reading.measure} jobId={jobId} reading={reading} />
        ))}
      </Box>
    </>
  );
}

const PICTURE = 110;

/** As it was found, as it is now; nothing while there is no photograph of either. */
function InPictures({ jobId }: { jobId: number }) {
  const pair = useQuery(foundAndNowQuery(jobId)).data;
  if (!pair?.found && !pair?.now) return null;
  return (
    <>
      {[pair.found, pair.now].map((photo, index) =>
        photo ? (
          <Thumbnail
            key={photo.id}
            jobId={jobId}
            photo={photo}
            height={PICTURE}
            alt={index === 0 ? words.asFound : words.asItIs}
          />
        ) : (
          <Box key={index} sx={{ fontSize: 14, opacity: 0.8 }}>
            {index === 0 ? words.noneFound : words.noneNow}
          </Box>
        ),
      )}
    </>
  );
}

function MeasureRow({ jobId, reading }: { jobId: number; reading: Schemas['BeforeAfter'] }) {
  return (
    <>
      <Box sx={{ gridColumn: '1 / -1', fontSize: 14, mt: 0.5 }}>
        {words.measure(reading.words, reading.unit)}
      </Box>
      <Repeats jobId={jobId} reading={reading} after={false} />
      <Repeats jobId={jobId} reading={reading} after />
      {(reading.before.length > 0 || reading.after.length > 0) && (
        <Box sx={{ gridColumn: '1 / -1', mb: 0.5 }}>
          <Scale reading={reading} />
          {reading.difference && <Box sx={{ fontSize: 14 }}>{reading.difference.words}</Box>}
        </Box>
      )}
    </>
  );
}

function Repeats(props: { jobId: number; reading: Schemas['BeforeAfter']; after: boolean }) {
  const { jobId, reading, after } = props;
  const shown = useShownProof(jobId);
  const saved = (after ? reading.after : reading.before).join(' ');
  const [draft, setDraft, about] = useDraft(`proof:${jobId}:${reading.measure}:${after}`, typed);
  const save = useSave(
    (now: string, key) =>
      ask(
        api.PUT('/api/proving/{jobId}/readings', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: { measure: reading.measure, after, typed: now },
        }),
      ),
    shown,
    about,
  );
  const keep = () => {
    if (draft !== undefined && draft !== saved && !save.busy) void save.run(draft);
  };
  return (
    <Box>
      <FigureInput
        aria-label={words.reading(reading.words, after)}
        aria-invalid={save.refused !== undefined}
        inputMode="decimal"
        value={draft ?? saved}
        set={setDraft}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') keep();
        }}
      />
      {save.refused && (
        <Box role="alert" sx={{ fontSize: 13, color: colour.over }}>
          {save.refused.message}
        </Box>
      )}
    </Box>
  );
}

const WIDTH = 360;
const LEFT = 56;
const RIGHT = 8;

/** One scale from the least to the most that was read, before above, after below, others as points between. */
function Scale({ reading }: { reading: Schemas['BeforeAfter'] }) {
  const all = [...reading.before, ...reading.after, ...reading.others];
  const least = Math.min(...all);
  const most = Math.max(...all);
  const span = most - least || 1;
  const x = (value: number) => LEFT + ((value - least) / span) * (WIDTH - LEFT - RIGHT);
  const rows = [
    { name: words.before, values: reading.before, top: 4, stroke: colour.overEdge },
    { name: words.after, values: reading.after, top: 20, stroke: colour.measure },
  ].filter((row) => row.values.length > 0);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 34`}
      width="100%"
      role="img"
      aria-label={words.scale(reading.before, reading.after, reading.others, reading.unit)}
    >
      <line x1={LEFT} x2={WIDTH - RIGHT} y1={17} y2={17} stroke={colour.matLineStrong} strokeWidth={2} />
      {reading.others.map((value, index) => (
        <circle key={index} cx={x(value)} cy={17} r={3} fill={colour.boneEdge} />
      ))}
      {rows.map((row) => (
        <g key={row.name}>
          <text x={0} y={row.top + 9} fontSize={13} fill={colour.paper}>
            {row.name}
          </text>
          {row.values.map((value, index) => (
            <line
              key={index}
              x1={x(value)}
              x2={x(value)}
              y1={row.top}
              y2={row.top + 11}
              stroke={row.stroke}
              strokeWidth={3}
            />
          ))}
        </g>
      ))}
    </svg>
  );
}
