import { useEffect, useId, useRef, type PointerEvent } from 'react';
import type { Schemas } from '../api/client';
import { useKeys } from '../parts/useKeys';
import { colour } from '../theme';

type Pair = Schemas['PairDrawing'];

/**
 * Two true outlines turning together as the first is dragged: where flanks touch, the line of action, and in red where
 * the drawings overlap. The turning is written straight into the picture, without drawing the page anew.
 */
export function RollingPair({ pair, pen }: { pair: Pair; pen: number }) {
  const id = useId();
  const first = useRef<SVGGElement>(null);
  const second = useRef<SVGGElement>(null);
  const firstClip = useRef<SVGPathElement>(null);
  const overlap = useRef<SVGPathElement>(null);
  const line = useRef<SVGGElement>(null);
  const contacts = useRef<SVGGElement>(null);
  const turn = useRef(0);
  const side = useRef(1);
  const drag = useRef<{ angle: number; turn: number; matrix: DOMMatrix } | undefined>(undefined);
  const frame = useRef(0);
  const places = Math.ceil((pair.contactToMm - pair.contactFromMm) / pair.basePitchMm) + 1;

  const show = () => {
    frame.current = 0;
    const degrees = turn.current;
    const flank = side.current;
    // The driving flank is in contact: the second stands at one end of its play.
    const secondTurn =
      pair.secondTurnDeg +
      degrees * pair.turnsPerTurn -
      (flank * Math.sign(-pair.turnsPerTurn) * pair.freeAngleDeg) / 2;
    const one = `rotate(${degrees})`;
    const two = `translate(${pair.centreX} ${pair.centreY}) rotate(${secondTurn})`;
    first.current?.setAttribute('transform', one);
    firstClip.current?.setAttribute('transform', one);
    second.current?.setAttribute('transform', two);
    overlap.current?.setAttribute('transform', two);
    line.current?.setAttribute('transform', flank > 0 ? '' : 'scale(-1 1)');
    const along = pair.contactOffsetMm + (flank * -degrees * Math.PI * pair.baseRadiusMm) / 180;
    const beyond = (along - pair.contactFromMm) % pair.basePitchMm;
    const from = pair.contactFromMm + (beyond < 0 ? beyond + pair.basePitchMm : beyond);
    [...(contacts.current?.children ?? [])].forEach((dot, i) => {
      const s = from + i * pair.basePitchMm;
      dot.setAttribute('cx', String(pair.tangentX + s * pair.directionX));
      dot.setAttribute('cy', String(pair.tangentY + s * pair.directionY));
      dot.setAttribute('visibility', s <= pair.contactToMm + 1e-9 ? 'visible' : 'hidden');
    });
  };
  const turnTo = (degrees: number) => {
    // Screen angles run clockwise; turned counter-clockwise the left flank drives.
    if (degrees !== turn.current) side.current = degrees < turn.current ? 1 : -1;
    turn.current = degrees;
    if (!frame.current) frame.current = requestAnimationFrame(show);
  };
  useEffect(() => {
    show();
    return () => cancelAnimationFrame(frame.current);
  });
  useKeys({
    ArrowLeft: () => turnTo(turn.current - 1),
    ArrowRight: () => turnTo(turn.current + 1),
  });

  const angleOf = (event: PointerEvent, matrix: DOMMatrix) => {
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return (Math.atan2(p.y, p.x) * 180) / Math.PI;
  };
  const down = (event: PointerEvent<SVGGElement>) => {
    const matrix = event.currentTarget.getScreenCTM()?.inverse();
    if (!matrix) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    event.stopPropagation();
    drag.current = { angle: angleOf(event, matrix), turn: turn.current, matrix };
  };
  const move = (event: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const moved = angleOf(event, from.matrix) - from.angle;
    const next = moved - 360 * Math.round(moved / 360);
    turnTo(from.turn + next);
    drag.current = { ...from, angle: from.angle + moved, turn: from.turn + next };
  };
  const up = () => (drag.current = undefined);

  const end = (s: number) => ({
    x: pair.tangentX + s * pair.directionX,
    y: pair.tangentY + s * pair.directionY,
  });
  const a = end(pair.contactFromMm);
  const b = end(pair.contactToMm);
  return (
    <g onPointerDown={down} onPointerMove={move} onPointerUp={up} onPointerCancel={up} data-rolling="">
      <clipPath id={`${id}-first`}>
        <path ref={firstClip} d={pair.firstPath} />
      </clipPath>
      <g ref={second}>
        <path d={pair.secondPath} fill="#e3d3b0" fillRule="evenodd" stroke={colour.ink} strokeWidth={pen} />
        <circle r={4 * pen} fill={colour.mat} />
        <path d={`M0 0V${-10 * pen}`} stroke={colour.ink} strokeWidth={pen} />
      </g>
      <g ref={first} style={{ cursor: 'grab' }}>
        <path d={pair.firstPath} fill={colour.bone} stroke={colour.ink} strokeWidth={pen} />
        <circle r={4 * pen} fill={colour.mat} />
        <path d={`M0 0V${-10 * pen}`} stroke={colour.ink} strokeWidth={pen} />
      </g>
      <g clipPath={`url(#${id}-first)`}>
        <path ref={overlap} d={pair.secondPath} fill="#d4281e" clipRule="evenodd" fillRule="evenodd" />
      </g>
      <circle
        r={pair.firstWorkingDiameterMm / 2}
        fill="none"
        stroke="#8d7b5c"
        strokeWidth={pen}
        strokeDasharray={`${8 * pen} ${4 * pen}`}
      />
      <circle
        cx={pair.centreX}
        cy={pair.centreY}
        r={pair.secondWorkingDiameterMm / 2}
        fill="none"
        stroke="#8d7b5c"
        strokeWidth={pen}
        strokeDasharray={`${8 * pen} ${4 * pen}`}
      />
      <g ref={line}>
        <path d={`M${a.x} ${a.y}L${b.x} ${b.y}`} stroke={colour.nextEdge} strokeWidth={2 * pen} />
        <g ref={contacts}>
          {Array.from({ length: places }, (_, i) => (
            <circle key={i} r={4.5 * pen} fill={colour.nextEdge} stroke={colour.ink} strokeWidth={pen} />
          ))}
        </g>
      </g>
    </g>
  );
}
