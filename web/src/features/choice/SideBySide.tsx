import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { Option } from './Strip';

const words = texts.choose;
const WIDTH = 560;
const HEIGHT = 220;
const LEFT = 44;
const BOTTOM = 26;

/** All ways in a table, and as a picture: what it costs to the right, the chance that it lasts upwards, the wait as size. */
export function SideBySide(props: {
  options: Option[];
  ways: Schemas['WayView'][];
  currency: string;
  picked: string | undefined;
}) {
  const named = (way: string) => props.ways.find((w) => w.way === way)?.words ?? way;
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          fontSize: 14,
          width: '100%',
          '& th, & td': { textAlign: 'right', px: 0.75, py: 0.25, borderBottom: `1px solid ${colour.line}` },
          '& th:first-of-type, & td:first-of-type': { textAlign: 'left' },
          '& td': { fontFamily: font.figures },
          '& td:first-of-type': { fontFamily: font.text },
        }}
      >
        <thead>
          <tr>
            <th scope="col">
              <span hidden>{words.title}</span>
            </th>
            {Object.entries(words.table).map(([column, head]) => (
              <th key={column} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {props.options.map((option) => (
            <tr key={option.way} style={{ fontWeight: option.way === props.picked ? 700 : 400 }}>
              <td>{named(option.way)}</td>
              <td>{words.percent(Math.round(100 * option.strengthShare))}</td>
              <td>{words.percent(Math.round(100 * option.chance.likely))}</td>
              <td>{money(option.expectedCost, props.currency)}</td>
              <td>{words.min(Math.round(option.minutes))}</td>
              <td>{words.days(option.days)}</td>
              <td>{words.db(Math.round(option.noiseDb))}</td>
            </tr>
          ))}
        </tbody>
      </Box>
      <Picture {...props} named={named} />
    </Box>
  );
}

function Picture(props: {
  options: Option[];
  currency: string;
  picked: string | undefined;
  named: (way: string) => string;
}) {
  const dearest = Math.max(1, ...props.options.map((o) => o.expectedCost)) * 1.15;
  const x = (cost: number) => LEFT + ((WIDTH - LEFT - 90) * cost) / dearest;
  const y = (chance: number) => 12 + (HEIGHT - BOTTOM - 12) * (1 - chance);
  const ticks = [0, 0.25, 0.5, 0.75, 1];
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ fontSize: 14 }}>{words.picture}</Box>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label={words.picture}>
        {ticks.map((t) => (
          <g key={t}>
            <path d={`M${LEFT} ${y(t)}H${WIDTH - 8}`} stroke={colour.line} />
            <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" fontSize="13" fontFamily={font.figures}>
              {100 * t}
            </text>
          </g>
        ))}
        {[0, dearest / 2, dearest].map((cost) => (
          <text
            key={cost}
            x={x(cost)}
            y={HEIGHT - 6}
            textAnchor={cost === 0 ? 'start' : 'middle'}
            fontSize="13"
            fontFamily={font.figures}
          >
            {money(cost, props.currency)}
          </text>
        ))}
        {spread(props.options.map((o) => y(o.chance.likely) + 4)).map((labelY, i) => {
          const option = props.options[i] as Option;
          const radius = 5 + Math.sqrt(option.days) * 3;
          const on = option.way === props.picked;
          return (
            <g key={option.way}>
              <circle
                cx={x(option.expectedCost)}
                cy={y(option.chance.likely)}
                r={radius}
                fill={on ? colour.go : colour.goSoft}
                fillOpacity={on ? 0.9 : 0.55}
                stroke={colour.ink}
              />
              <text
                x={x(option.expectedCost) + radius + 4}
                y={labelY}
                fontSize="13"
                fontWeight={on ? 700 : 400}
                fill={colour.ink}
              >
                {props.named(option.way)}
              </text>
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

/** Moves labels apart that would lie on each other, each as little as need be. */
export function spread(wanted: number[], apart = 14): number[] {
  const order = wanted.map((_, i) => i).sort((a, b) => (wanted[a] as number) - (wanted[b] as number));
  const placed = [...wanted];
  let last = -Infinity;
  for (const i of order) {
    placed[i] = Math.max(wanted[i] as number, last + apart);
    last = placed[i];
  }
  return placed;
}
