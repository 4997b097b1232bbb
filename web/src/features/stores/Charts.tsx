import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';

const WIDTH = 360;
const HEIGHT = 120;
const LEFT = 44;
const BOTTOM = 22;
const TINTS = [colour.go, colour.engaged, colour.ink, colour.kraftDark];

interface Scale {
  (value: number): number;
}

function scale(from: number, to: number, low: number, high: number): Scale {
  const span = to - from || 1;
  return (value) => low + ((value - from) / span) * (high - low);
}

/** What a piece has cost at each seller since its list was first read: a line that steps where the price changed. */
export function PriceHistory({ prices }: { prices: Schemas['Prices'] }) {
  const words = texts.stores.prices;
  const { history, asked, currency } = prices;
  const lines = new Map<string, { day: number; each: number }[]>();
  for (const seen of history) {
    const line = lines.get(`${seen.seller} ${seen.itemNumber}`) ?? [];
    line.push({ day: Date.parse(seen.day), each: seen.each });
    lines.set(`${seen.seller} ${seen.itemNumber}`, line);
  }
  const days = history.map((seen) => Date.parse(seen.day));
  const costs = [...history, ...asked].map((seen) => seen.each);
  const today = Math.max(...days, ...asked.map((seen) => Date.parse(seen.day)));
  const x = scale(Math.min(...days), today, LEFT, WIDTH - 6);
  const y = scale(0, Math.max(...costs) * 1.1, HEIGHT - BOTTOM, 6);
  const dearest = Math.max(...asked.map((seen) => seen.each));
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, py: 1 }}>
      {days.length > 0 && (
        <Box component="figure" sx={{ m: 0 }}>
          <Box component="figcaption" sx={{ fontSize: 14 }}>
            {words.history}
          </Box>
          <svg width={WIDTH} height={HEIGHT} role="img" aria-label={words.history}>
            <line x1={LEFT} x2={WIDTH} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM} stroke={colour.inkSoft} />
            {[0, Math.max(...costs)].map((cost) => (
              <text
                key={cost}
                x={LEFT - 6}
                y={y(cost) + 4}
                textAnchor="end"
                fontSize={12}
                fontFamily={font.figures}
                fill={colour.ink}
              >
                {cost.toFixed(2)}
              </text>
            ))}
            {[...lines.entries()].map(([key, seen], i) => (
              <path
                key={key}
                fill="none"
                strokeWidth={2}
                stroke={TINTS[i % TINTS.length]}
                strokeDasharray={i < TINTS.length ? undefined : '5 3'}
                d={seen
                  .map((at, j) => (j === 0 ? `M${x(at.day)} ${y(at.each)}` : `H${x(at.day)} V${y(at.each)}`))
                  .join(' ')
                  .concat(` H${x(today)}`)}
              />
            ))}
            <text x={LEFT} y={HEIGHT - 6} fontSize={12} fill={colour.ink}>
              {dayWords(new Date(Math.min(...days)).toISOString().slice(0, 10))}
            </text>
            <text x={WIDTH - 6} y={HEIGHT - 6} fontSize={12} textAnchor="end" fill={colour.ink}>
              {dayWords(new Date(today).toISOString().slice(0, 10))}
            </text>
          </svg>
        </Box>
      )}
      <Box sx={{ flex: 1, minWidth: 240 }}>
        <Box sx={{ fontSize: 14 }}>{words.spread}</Box>
        {asked.map((ask) => {
          const at = [...lines.keys()].indexOf(`${ask.seller} ${ask.itemNumber}`);
          return (
            <Box
              key={`${ask.seller} ${ask.itemNumber}`}
              sx={{ display: 'grid', gridTemplateColumns: '150px 1fr 80px', gap: 1, alignItems: 'center' }}
            >
              <Box component="span" sx={{ fontSize: 14 }}>
                {ask.seller} {ask.itemNumber}
              </Box>
              <Box
                aria-hidden
                sx={{
                  height: 10,
                  width: `${(100 * ask.each) / dearest}%`,
                  bgcolor: at < 0 ? colour.inkSoft : TINTS[at % TINTS.length],
                }}
              />
              <Box component="span" sx={{ fontFamily: font.figures, textAlign: 'right' }}>
                {money(ask.each, currency)}
              </Box>
            </Box>
          );
        })}
        {asked.length < 2 && <Box sx={{ fontSize: 14, color: colour.inkSoft }}>{words.none}</Box>}
      </Box>
    </Box>
  );
}

/** Chance against cost, by how many are kept: pegs as high as the chance, the cost written under each. */
export function SparesChart({ spares, currency }: { spares: Schemas['Spares']; currency: string }) {
  const words = texts.stores.shelf;
  const step = 56;
  const width = LEFT + spares.levels.length * step;
  const y = scale(0, 1, HEIGHT - 2 * BOTTOM, 14);
  return (
    <svg width={width} height={HEIGHT + 16} role="img" aria-label={words.chart} style={{ maxWidth: '100%' }}>
      <line x1={0} x2={width} y1={y(0)} y2={y(0)} stroke={colour.inkSoft} />
      {spares.levels.map((level, i) => {
        const x = LEFT + i * step;
        const kept = level.pieces === spares.keep;
        return (
          <g key={level.pieces}>
            <rect
              x={x - 14}
              width={28}
              y={y(level.chance)}
              height={y(0) - y(level.chance)}
              fill={kept ? colour.go : colour.goSoft}
            />
            <text
              x={x}
              y={y(level.chance) - 3}
              fontSize={12}
              textAnchor="middle"
              fontFamily={font.figures}
              fill={colour.ink}
            >
              {Math.floor(1000 * level.chance) / 10}%
            </text>
            <text
              x={x}
              y={y(0) + 16}
              fontSize={14}
              textAnchor="middle"
              fontWeight={kept ? 700 : 400}
              fontFamily={font.figures}
              fill={colour.ink}
            >
              {level.pieces}
            </text>
            <text
              x={x}
              y={y(0) + 34}
              fontSize={12}
              textAnchor="middle"
              fontFamily={font.figures}
              fill={colour.ink}
            >
              {level.costPerYear.toFixed(2)}
            </text>
          </g>
        );
      })}
      <text x={0} y={y(0) + 52} fontSize={12} fill={colour.inkSoft}>
        {currency} {words.cost}
      </text>
    </svg>
  );
}
