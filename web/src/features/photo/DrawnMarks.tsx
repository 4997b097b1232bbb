import type { Schemas } from '../../api/client';
import { colour } from '../../theme';

/** Arrows and circles over a photograph, at any size. */
export function DrawnMarks(props: { marks: Schemas['DrawnMark'][]; width: number; height: number }) {
  const { width, height } = props;
  const pen = Math.max(width, height) / 130;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      aria-hidden="true"
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
    >
      {props.marks.map((mark, index) => {
        const x1 = mark.fromX * width;
        const y1 = mark.fromY * height;
        const x2 = mark.toX * width;
        const y2 = mark.toY * height;
        const angle = Math.atan2(y2 - y1, x2 - x1);
        const barb = (turn: number) =>
          `${x2 - 5 * pen * Math.cos(angle + turn)} ${y2 - 5 * pen * Math.sin(angle + turn)}`;
        const d =
          mark.shape === 'arrow'
            ? `M${x1} ${y1}L${x2} ${y2}M${barb(0.5)}L${x2} ${y2}L${barb(-0.5)}`
            : undefined;
        const radius = Math.hypot(x2 - x1, y2 - y1);
        return (
          <g key={index} fill="none" strokeLinecap="round" strokeLinejoin="round">
            {[
              [colour.ink, pen * 1.9],
              [colour.measure, pen],
            ].map(([stroke, strokeWidth]) =>
              d ? (
                <path key={stroke} d={d} stroke={String(stroke)} strokeWidth={strokeWidth} />
              ) : (
                <circle
                  key={stroke}
                  cx={x1}
                  cy={y1}
                  r={radius}
                  stroke={String(stroke)}
                  strokeWidth={strokeWidth}
                />
              ),
            )}
            {mark.words && (
              <text
                x={x1}
                y={y1 - 2 * pen}
                fontSize={5 * pen}
                fontWeight="700"
                textAnchor="middle"
                fill={colour.measure}
                stroke={colour.ink}
                strokeWidth={pen}
                paintOrder="stroke"
              >
                {mark.words}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
