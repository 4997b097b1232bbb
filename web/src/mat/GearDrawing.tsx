import type { Schemas } from '../api/client';
import { lengthWords, useUnit } from '../parts/unit';
import { colour, font } from '../theme';

type Drawing = Schemas['Drawing'];

/** A gear's true outline in bone on the mat, with the readings where the jaws lay. */
export function GearDrawing({
  drawing,
  pen,
  overlay,
  difference,
}: {
  drawing: Drawing;
  pen: number;
  overlay?: Drawing | undefined;
  /** Where the overlay differs most on the flanks. */
  difference?: Schemas['DrawnDifference'] | undefined;
}) {
  const unit = useUnit();
  return (
    <>
      <path
        d={drawing.path}
        fill={colour.bone}
        fillRule="evenodd"
        stroke={colour.ink}
        strokeWidth={1.2 * pen}
        strokeLinejoin="round"
      />
      {drawing.holes
        .filter((hole) => hole.what !== 'bore' || drawing.boreMm === 0)
        .map((hole, index) => (
          <path
            key={index}
            d={hole.path}
            fill={hole.what === 'hub' ? 'none' : colour.mat}
            stroke={colour.ink}
            strokeWidth={1.2 * pen}
          />
        ))}
      <circle
        r={drawing.referenceDiameterMm / 2}
        fill="none"
        stroke={colour.boneEdge}
        strokeWidth={pen}
        strokeDasharray={`${8 * pen} ${3 * pen} ${2 * pen} ${3 * pen}`}
      />
      {drawing.boreMm > 0 ? (
        <circle r={drawing.boreMm / 2} fill={colour.mat} stroke={colour.ink} strokeWidth={1.2 * pen} />
      ) : (
        <path
          d={`M${-5 * pen} 0H${5 * pen}M0 ${-5 * pen}V${5 * pen}`}
          stroke={colour.ink}
          strokeWidth={pen}
        />
      )}
      {overlay && (
        <path
          d={overlay.path}
          fill="none"
          stroke={colour.overEdge}
          strokeWidth={1.8 * pen}
          strokeDasharray={`${5 * pen} ${4 * pen}`}
        />
      )}
      {overlay && difference && (
        <circle
          cx={difference.flankX}
          cy={difference.flankY}
          r={7 * pen}
          fill="none"
          stroke={colour.overEdge}
          strokeWidth={2 * pen}
        />
      )}
      {drawing.marks.map((mark, index) => (
        <MarkLines
          key={index}
          words={lengthWords(mark.readingMm, unit)}
          mark={mark}
          pen={pen}
          reach={drawing.tipDiameterMm / 2 + (34 + 3 * index) * pen}
        />
      ))}
    </>
  );
}

/** Two jaws and the reading between them. */
function MarkLines({
  mark,
  words,
  pen,
  reach,
}: {
  mark: Schemas['MarkView'];
  words: string;
  pen: number;
  reach: number;
}) {
  const along = (x: number, y: number) => reach - (x * mark.outwardX + y * mark.outwardY);
  const lift = Math.max(along(mark.fromX, mark.fromY), along(mark.toX, mark.toY));
  const ax = mark.fromX + mark.outwardX * along(mark.fromX, mark.fromY);
  const ay = mark.fromY + mark.outwardY * along(mark.fromX, mark.fromY);
  const bx = mark.toX + mark.outwardX * along(mark.toX, mark.toY);
  const by = mark.toY + mark.outwardY * along(mark.toX, mark.toY);
  const past = 6 * pen;
  const middle = { x: (ax + bx) / 2, y: (ay + by) / 2 };
  return (
    <g stroke={colour.measure} strokeWidth={1.6 * pen} fill="none" data-lift={lift > 0}>
      <path d={`M${mark.fromX} ${mark.fromY}L${ax + mark.outwardX * past} ${ay + mark.outwardY * past}`} />
      <path d={`M${mark.toX} ${mark.toY}L${bx + mark.outwardX * past} ${by + mark.outwardY * past}`} />
      <path d={`M${ax} ${ay}L${bx} ${by}`} strokeDasharray={`${2 * pen} ${2 * pen}`} />
      <g transform={`translate(${middle.x} ${middle.y}) scale(${pen})`} stroke="none">
        <rect x="-29" y="-11" width="58" height="22" fill={colour.mat} />
        <text
          textAnchor="middle"
          dominantBaseline="central"
          fontSize="16"
          fontWeight="600"
          fontFamily={font.figures}
          fill={colour.measure}
        >
          {words}
        </text>
      </g>
    </g>
  );
}
