import { useEffect, useMemo, useRef, type PointerEvent } from 'react';
import type { Schemas } from '../api/client';
import { useKeys } from '../parts/useKeys';
import { texts } from '../texts';
import { colour } from '../theme';
import type { Placed } from './Mat';

type Pair = Schemas['PairDrawing'];

const DEGREES = Math.PI / 180;
const OVERLAP = colour.overlap;
const WHEEL = colour.boneSecond;
const PITCH_CIRCLE = colour.boneLine;

interface Turned {
  first: number;
  second: number;
}

/** Where the second gear stands: the driving flank is in contact, at one end of its play. Screen degrees, clockwise. */
function turned(pair: Pair, first: number, flank: number): Turned {
  const play = (flank * Math.sign(-pair.turnsPerTurn) * pair.freeAngleDeg) / 2;
  return { first, second: pair.secondTurnDeg + first * pair.turnsPerTurn - play };
}

/** Where flanks touch, along the line of action. */
function contacts(pair: Pair, first: number, flank: number): { x: number; y: number }[] {
  const along = pair.contactOffsetMm + flank * -first * DEGREES * pair.baseRadiusMm;
  const beyond = (along - pair.contactFromMm) % pair.basePitchMm;
  const found = [];
  for (
    let s = pair.contactFromMm + (beyond < 0 ? beyond + pair.basePitchMm : beyond);
    s <= pair.contactToMm + 1e-9;
    s += pair.basePitchMm
  ) {
    found.push(onLine(pair, s, flank));
  }
  return found;
}

function onLine(pair: Pair, s: number, flank: number) {
  return { x: flank * (pair.tangentX + s * pair.directionX), y: pair.tangentY + s * pair.directionY };
}

function draw(
  c: CanvasRenderingContext2D,
  pair: Pair,
  paths: [Path2D, Path2D],
  place: Placed,
  turn: number,
  flank: number,
) {
  const ratio = window.devicePixelRatio;
  const pen = 1 / place.scale;
  const now = turned(pair, turn, flank);
  const base = () =>
    c.setTransform(
      ratio * place.scale,
      0,
      0,
      ratio * place.scale,
      ratio * place.originX,
      ratio * place.originY,
    );
  const second = () => {
    base();
    c.translate(pair.centreX, pair.centreY);
    c.rotate(now.second * DEGREES);
  };
  const first = () => {
    base();
    c.rotate(now.first * DEGREES);
  };
  const axle = () => {
    c.beginPath();
    c.arc(0, 0, 4 * pen, 0, 2 * Math.PI);
    c.fillStyle = colour.mat;
    c.fill();
    c.beginPath();
    c.moveTo(0, -4 * pen);
    c.lineTo(0, -12 * pen);
    c.stroke();
  };
  c.setTransform(1, 0, 0, 1, 0, 0);
  c.clearRect(0, 0, c.canvas.width, c.canvas.height);
  c.lineWidth = pen;
  c.strokeStyle = colour.ink;
  second();
  c.fillStyle = WHEEL;
  c.fill(paths[1], 'evenodd');
  c.stroke(paths[1]);
  axle();
  first();
  c.fillStyle = colour.bone;
  c.fill(paths[0]);
  c.stroke(paths[0]);
  axle();
  if (pair.overlaps) {
    c.save();
    first();
    c.clip(paths[0]);
    second();
    c.fillStyle = OVERLAP;
    c.fill(paths[1], 'evenodd');
    c.restore();
  }
  base();
  c.strokeStyle = PITCH_CIRCLE;
  c.setLineDash([8 * pen, 4 * pen]);
  for (const [x, y, diameter] of [
    [0, 0, pair.firstWorkingDiameterMm],
    [pair.centreX, pair.centreY, pair.secondWorkingDiameterMm],
  ] as const) {
    c.beginPath();
    c.arc(x, y, diameter / 2, 0, 2 * Math.PI);
    c.stroke();
  }
  c.setLineDash([]);
  const a = onLine(pair, pair.contactFromMm, flank);
  const b = onLine(pair, pair.contactToMm, flank);
  c.strokeStyle = colour.nextEdge;
  c.lineWidth = 2 * pen;
  c.beginPath();
  c.moveTo(a.x, a.y);
  c.lineTo(b.x, b.y);
  c.stroke();
  c.lineWidth = pen;
  c.strokeStyle = colour.ink;
  c.fillStyle = colour.nextEdge;
  for (const dot of contacts(pair, turn, flank)) {
    c.beginPath();
    c.arc(dot.x, dot.y, 4.5 * pen, 0, 2 * Math.PI);
    c.fill();
    c.stroke();
  }
}

/**
 * Two true outlines turning together as the first is dragged: where flanks touch, the line of action, and in red where
 * the drawings overlap. Drawn on a layer of its own, so that the mat below stays as it is.
 */
export function RollingPair({ pair, place }: { pair: Pair; place: Placed }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const turn = useRef(0);
  const flank = useRef(1);
  const frame = useRef(0);
  const paths = useMemo<[Path2D, Path2D]>(
    () => [new Path2D(pair.firstPath), new Path2D(pair.secondPath)],
    [pair],
  );
  const drag = useRef<{ angle: number; turn: number } | undefined>(undefined);

  const show = () => {
    frame.current = 0;
    const c = canvas.current?.getContext('2d');
    if (!c || !canvas.current) return;
    draw(c, pair, paths, place, turn.current, flank.current);
    const now = turned(pair, turn.current, flank.current);
    canvas.current.dataset['firstTurn'] = String(now.first);
    canvas.current.dataset['secondTurn'] = String(now.second);
    canvas.current.setAttribute('aria-valuenow', String(Math.round(((now.first % 360) + 360) % 360)));
    canvas.current.setAttribute('aria-valuetext', texts.workingsPage.turned(now.first, now.second));
  };
  const turnTo = (degrees: number) => {
    // Screen angles run clockwise; turned counter-clockwise the left flank drives.
    if (degrees !== turn.current) flank.current = degrees < turn.current ? 1 : -1;
    turn.current = degrees;
    if (!frame.current) frame.current = requestAnimationFrame(show);
  };
  useEffect(() => {
    show();
    return () => {
      cancelAnimationFrame(frame.current);
      frame.current = 0;
    };
  });
  useKeys({
    ArrowLeft: () => turnTo(turn.current - 1),
    ArrowRight: () => turnTo(turn.current + 1),
    PageDown: () => turnTo(turn.current - 15),
    PageUp: () => turnTo(turn.current + 15),
    Home: () => turnTo(0),
  });

  const angleOf = (event: PointerEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return Math.atan2(event.clientY - box.y - place.originY, event.clientX - box.x - place.originX) / DEGREES;
  };
  const down = (event: PointerEvent<HTMLCanvasElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { angle: angleOf(event), turn: turn.current };
  };
  const move = (event: PointerEvent<HTMLCanvasElement>) => {
    const from = drag.current;
    if (!from) return;
    const angle = angleOf(event);
    const moved = angle - from.angle;
    const next = from.turn + moved - 360 * Math.round(moved / 360);
    turnTo(next);
    drag.current = { angle, turn: next };
  };
  const up = () => (drag.current = undefined);
  return (
    <canvas
      ref={canvas}
      role="slider"
      tabIndex={0}
      aria-label={texts.workingsPage.drag}
      aria-valuemin={0}
      aria-valuemax={360}
      aria-valuenow={0}
      data-rolling=""
      width={Math.round(place.width * window.devicePixelRatio)}
      height={Math.round(place.height * window.devicePixelRatio)}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      style={{
        position: 'absolute',
        inset: 0,
        width: place.width,
        height: place.height,
        touchAction: 'none',
        cursor: 'grab',
      }}
    />
  );
}
