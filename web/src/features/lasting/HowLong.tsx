import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { Section } from '../../parts/Section';
import { texts } from '../../texts';
import { colour } from '../../theme';

const words = texts.lasting;

const WIDTH = 300;
const HEIGHT = 110;
const LEFT = 34;
const BOTTOM = 18;

/** How long mends of a model lasted, way by way: the share that goes on, with its band; here, and what others tell. */
export function HowLong({ modelId, elsewhere }: { modelId: number; elsewhere: Schemas['WayLasted'][] }) {
  const lasted = useQuery({
    queryKey: ['model', modelId, 'lasted'],
    queryFn: () => ask(api.GET('/api/device/{modelId}/lasted', { params: { path: { modelId } } })),
  }).data;
  if (!lasted || lasted.length + elsewhere.length === 0) return null;
  return (
    <Section title={words.title}>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
        {lasted.map((way) => (
          <Curve key={way.way} way={way} />
        ))}
      </Box>
      {elsewhere.length > 0 && (
        <Box sx={{ mt: 1 }}>
          <strong>{words.elsewhere}</strong>
          <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
            {elsewhere.map((way) => (
              <Curve key={way.way} way={way} />
            ))}
          </Box>
        </Box>
      )}
    </Section>
  );
}

function Curve({ way }: { way: Schemas['WayLasted'] }) {
  const { survival } = way;
  const end = Math.max(survival.watchedDays, 1);
  const x = (days: number) => LEFT + (days / end) * (WIDTH - LEFT - 4);
  const y = (share: number) => 4 + (1 - share) * (HEIGHT - BOTTOM - 4);
  const stairs = (of: (step: Schemas['Step']) => number) => {
    let path = `M ${x(0)} ${y(1)}`;
    for (const step of survival.steps) path += ` H ${x(step.days)} V ${y(of(step))}`;
    return `${path} H ${x(end)}`;
  };
  const back = (of: (step: Schemas['Step']) => number) => {
    let path = '';
    const steps = [...survival.steps].reverse();
    steps.forEach((step, index) => {
      path += ` V ${y(of(step))} H ${x(step.days)}`;
      if (index === steps.length - 1) path += ` V ${y(1)}`;
    });
    return path;
  };
  return (
    <Box sx={{ maxWidth: WIDTH }}>
      <strong>{way.words}</strong>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={words.curve(way.words, survival.cases, survival.failures)}
      >
        <path
          d={
            survival.steps.length > 0
              ? `${stairs((s) => s.high)}${back((s) => s.low)} Z`
              : `M ${x(0)} ${y(1)} H ${x(end)} V ${y(survival.leastAtEnd)} Z`
          }
          fill={colour.goPale}
        />
        <path d={stairs((s) => s.share)} fill="none" stroke={colour.go} strokeWidth={2.5} />
        <line x1={LEFT} x2={LEFT} y1={4} y2={HEIGHT - BOTTOM} stroke={colour.ink} />
        <line x1={LEFT} x2={WIDTH - 4} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM} stroke={colour.ink} />
        <text x={LEFT - 4} y={13} fontSize={12} textAnchor="end" fill={colour.ink}>
          {words.all}
        </text>
        <text x={LEFT - 4} y={HEIGHT - BOTTOM} fontSize={12} textAnchor="end" fill={colour.ink}>
          {words.none}
        </text>
        <text x={WIDTH - 4} y={HEIGHT - 4} fontSize={12} textAnchor="end" fill={colour.ink}>
          {words.days(Math.round(end))}
        </text>
      </svg>
      <Box sx={{ color: colour.inkSoft, fontSize: 14 }}>
        {words.counted(survival.cases, survival.failures)} {words.least(survival.leastAtEnd, Math.round(end))}
      </Box>
    </Box>
  );
}
