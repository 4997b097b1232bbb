import { Box } from '@mui/material';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Placed } from '../../mat/Mat';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { LETTERS, type MarkKind, type ToothMap } from './toothMap';

const UNDER_A_FINGER = 2;
const TAU = 2 * Math.PI;

/** Where the middle of a tooth lies: the first at the top, the others clockwise. */
export function toothAngle(tooth: number, teeth: number): number {
  return (TAU * (tooth - 1)) / teeth - TAU / 4;
}

const GROUND: Record<MarkKind, string> = {
  missing: colour.ink,
  chipped: colour.measure,
  flattened: colour.nextEdge,
  worn: colour.done,
  rootCrack: colour.dangerPale,
  hubCrack: colour.dangerPale,
  band: colour.bench,
};

/**
 * The ring of teeth over the gear on the mat: a label a tooth, marked by mouse, touch (pull along for a run) and
 * keyboard.
 */
export function ToothRing(props: {
  map: ToothMap;
  place: Placed;
  tipMm: number;
  rootMm: number;
  chosen: number[];
  at: number;
  choose: (teeth: { from: number; to: number }) => void;
  onKey: (event: KeyboardEvent) => void;
}) {
  const { map, place, chosen } = props;
  const teeth = map.toothCount;
  const [from, setFrom] = useState<number>();
  /** What a finger covers is shown larger, and in the middle of the gear. */
  const [finger, setFinger] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const ring = useRef<HTMLDivElement>(null);
  const tip = (props.tipMm / 2) * place.scale;
  const root = (props.rootMm / 2) * place.scale;
  const label = tip + 15;
  const size = Math.min(22, Math.max(9, (TAU * label) / teeth - 2));
  const toothAt = (event: PointerEvent): number | undefined => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return undefined;
    const x = event.clientX - box.left - place.originX;
    const y = event.clientY - box.top - place.originY;
    const turn = (Math.atan2(y, x) + TAU / 4 + TAU) % TAU;
    return (Math.round((turn / TAU) * teeth) % teeth) + 1;
  };
  const down = (event: PointerEvent) => {
    const tooth = toothAt(event);
    if (tooth === undefined) return;
    event.stopPropagation();
    ring.current?.focus();
    event.currentTarget.setPointerCapture(event.pointerId);
    setFinger(event.pointerType === 'touch');
    setFrom(tooth);
    props.choose({ from: event.shiftKey ? props.at : tooth, to: tooth });
  };
  const move = (event: PointerEvent) => {
    const tooth = from === undefined ? undefined : toothAt(event);
    if (from !== undefined && tooth !== undefined) props.choose({ from, to: tooth });
  };
  const words = (tooth: number) => {
    const kinds = map.marks.filter((m) => m.tooth === tooth).map((m) => texts.look.kinds[m.kind]);
    return texts.look.tooth(tooth, kinds.join(', '));
  };
  return (
    <Box
      tabIndex={0}
      role="listbox"
      aria-label={texts.look.ring}
      aria-multiselectable="true"
      aria-activedescendant={`tooth-${props.at}`}
      onKeyDown={props.onKey}
      ref={ring}
      sx={{
        position: 'absolute',
        inset: 0,
        pointerEvents: 'none',
        '&:focus-visible': { outline: `3px solid ${colour.nextEdge}`, outlineOffset: -3 },
      }}
    >
      <svg
        ref={svg}
        width={place.width}
        height={place.height}
        style={{ display: 'block', touchAction: 'none' }}
      >
        <g transform={`translate(${place.originX} ${place.originY})`}>
          {Array.from({ length: teeth }, (_, i) => i + 1).map((tooth) => {
            const angle = toothAngle(tooth, teeth);
            const half = (TAU / teeth) * 0.36;
            const marks = map.marks.filter((m) => m.tooth === tooth);
            const wedge = (inner: number, outer: number) => {
              const corner = (r: number, a: number) => `${r * Math.cos(a)} ${r * Math.sin(a)}`;
              return `M${corner(inner, angle - half)}L${corner(outer, angle - half)}L${corner(outer, angle + half)}L${corner(inner, angle + half)}Z`;
            };
            const picked = chosen.includes(tooth);
            return (
              <g
                key={tooth}
                id={`tooth-${tooth}`}
                role="option"
                aria-selected={picked}
                aria-label={words(tooth)}
              >
                {marks.map((mark) =>
                  mark.kind === 'hubCrack' || mark.kind === 'rootCrack' ? (
                    <path
                      key={mark.kind}
                      d={`M${root * Math.cos(angle + half)} ${root * Math.sin(angle + half)}L${(mark.kind === 'hubCrack' ? root * 0.22 : root * 0.78) * Math.cos(angle + half)} ${(mark.kind === 'hubCrack' ? root * 0.22 : root * 0.78) * Math.sin(angle + half)}`}
                      stroke={colour.danger}
                      strokeWidth={3}
                      strokeDasharray="6 3"
                    />
                  ) : (
                    <path
                      key={mark.kind}
                      d={wedge(root - 1, tip + 2)}
                      fill={mark.kind === 'missing' ? colour.mat : GROUND[mark.kind]}
                      fillOpacity={mark.kind === 'missing' ? 1 : 0.82}
                      stroke={mark.kind === 'missing' ? colour.mat : colour.ink}
                      strokeWidth={mark.kind === 'missing' ? 3 : 1}
                    />
                  ),
                )}
                <g
                  transform={`translate(${label * Math.cos(angle)} ${label * Math.sin(angle)}) scale(${picked && finger ? UNDER_A_FINGER : 1})`}
                >
                  {(picked || marks.length > 0) && (
                    <circle
                      r={size / 2 + 3}
                      fill={marks[0] ? GROUND[marks[0].kind] : colour.mat}
                      stroke={picked ? colour.measure : colour.ink}
                      strokeWidth={picked ? 3 : 1}
                    />
                  )}
                  <text
                    textAnchor="middle"
                    dominantBaseline="central"
                    fontSize={marks.length > 0 ? Math.min(14, size) : Math.min(12, size * 0.8)}
                    fontWeight={marks.length > 0 ? 700 : 400}
                    fontFamily={font.figures}
                    fill={marks[0] ? (marks[0].kind === 'missing' ? colour.white : colour.ink) : colour.bone}
                  >
                    {marks.length > 0
                      ? marks.map((m) => LETTERS[m.kind]).join('')
                      : teeth <= 48 || tooth % 5 === 1 || picked
                        ? tooth
                        : '·'}
                  </text>
                </g>
              </g>
            );
          })}
          {finger && from !== undefined && (
            <g pointerEvents="none">
              <circle r={Math.max(46, root * 0.55)} fill={colour.paper} stroke={colour.ink} strokeWidth={2} />
              <text
                textAnchor="middle"
                dominantBaseline="central"
                fontSize={48}
                fontWeight={700}
                fontFamily={font.figures}
                fill={colour.ink}
              >
                {props.at}
              </text>
            </g>
          )}
          <circle
            r={(label + 14 + root * 0.7) / 2}
            fill="none"
            stroke="transparent"
            strokeWidth={label + 14 - root * 0.7}
            pointerEvents="stroke"
            onPointerDown={down}
            onPointerMove={move}
            onPointerUp={() => setFrom(undefined)}
            onPointerCancel={() => setFrom(undefined)}
            style={{ cursor: 'pointer' }}
          />
        </g>
      </svg>
    </Box>
  );
}
