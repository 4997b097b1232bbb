import { useCallback, useEffect, useMemo, useRef, type PointerEvent } from 'react';
import type { Schemas } from '../../api/client';
import type { Placed } from '../../mat/Mat';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Drive } from './queries';

type Study = Schemas['DriveView'];
type WheelView = Schemas['WheelView'];
type ShaftView = Schemas['ShaftView'];

const DEGREES = Math.PI / 180;
/** A finger that picks moves less. */
const STILL_PX = 8;

/** Where a wheel's middle lies (mm, y upwards). */
function middleOf(shaft: ShaftView, view: WheelView) {
  const along = shaft.lying ? view.alongMm : 0;
  return {
    x: shaft.xMm + along * Math.cos(shaft.axisDeg * DEGREES),
    y: shaft.yMm + along * Math.sin(shaft.axisDeg * DEGREES),
  };
}

/** How much of the drawing the train takes up (mm, y downwards). */
export function boundsOf(drive: Drive, study: Study) {
  const at = new Map(study.shafts.map((s) => [s.code, s]));
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const wheel of drive.wheels) {
    const view = study.wheels.find((w) => w.code === wheel.code);
    const shaft = at.get(wheel.shaft);
    if (!view || !shaft) continue;
    const reach = Math.max(view.tipDiameterMm, shaft.lying ? view.faceWidthMm : 0) / 2;
    const { x, y } = middleOf(shaft, view);
    left = Math.min(left, x - reach);
    right = Math.max(right, x + reach);
    top = Math.min(top, -y - reach);
    bottom = Math.max(bottom, -y + reach);
  }
  for (const stage of drive.planetStages) {
    const shaft = at.get(stage.set.sun);
    const reach = ((stage.set.ringToothCount + 4) * (stage.set.module ?? 0.5)) / 2;
    if (!shaft) continue;
    left = Math.min(left, shaft.xMm - reach);
    right = Math.max(right, shaft.xMm + reach);
    top = Math.min(top, -shaft.yMm - reach);
    bottom = Math.max(bottom, -shaft.yMm + reach);
  }
  const moved = outputOf(drive, study);
  const shaft = moved && at.get(moved.shaft);
  if (moved && shaft && !shaft.lying) {
    const [beside, above, below] = moved.reachMm;
    left = Math.min(left, shaft.xMm - beside);
    right = Math.max(right, shaft.xMm + beside);
    top = Math.min(top, -shaft.yMm - above);
    bottom = Math.max(bottom, -shaft.yMm + below);
  }
  return left < right
    ? { x: (left + right) / 2, y: (top + bottom) / 2, width: right - left, height: bottom - top }
    : { x: 0, y: 0, width: 40, height: 40 };
}

/** What the last shaft moves, and how far that reaches from it: beside, above, below (mm). */
function outputOf(drive: Drive, study: Study) {
  const { work } = drive;
  const part = work?.part;
  if (!work || !part) return undefined;
  const wheel = study.wheels.find((w) => w.code === part.wheel);
  const size = part.sizeMm ?? 6;
  switch (part.kind) {
    case 'rack': {
      const reach = wheel?.tipDiameterMm ?? 0;
      return wheel && { shaft: work.shaft, part, wheel, size, reachMm: [reach, 0, 0.7 * reach] as const };
    }
    case 'roller':
      return { shaft: work.shaft, part, wheel, size, reachMm: [size / 2, size / 2, size / 2] as const };
    case 'crank':
      return { shaft: work.shaft, part, wheel, size, reachMm: [size, size, 4.4 * size] as const };
    case 'cam':
      return { shaft: work.shaft, part, wheel, size, reachMm: [3 * size, 4 * size, 3 * size] as const };
  }
}

/** A rack under its wheel, a roller, a crank with its rod, a cam under its follower. */
function output(c: CanvasRenderingContext2D, scene: Scene, pen: number, seconds: number) {
  const moved = outputOf(scene.drive, scene.study);
  const shaft = moved && scene.shafts.get(moved.shaft);
  if (!moved || !shaft || shaft.lying) return;
  const turn = turnOf(scene, moved.shaft, seconds);
  const { size, wheel } = moved;
  c.save();
  c.translate(shaft.xMm, -shaft.yMm);
  c.lineWidth = pen;
  c.strokeStyle = colour.ink;
  c.fillStyle = colour.boneSecond;
  c.beginPath();
  if (moved.part.kind === 'rack' && wheel) {
    const { module } = wheel;
    const pitch = Math.PI * module;
    const y = wheel.referenceDiameterMm / 2;
    const half = wheel.tipDiameterMm;
    const gone = (((turn * wheel.referenceDiameterMm) / 2) % pitch) + pitch;
    c.rect(-half, y + 1.25 * module, 2 * half, 2 * module);
    for (let x = -half + (gone % pitch); x < half - pitch; x += pitch) {
      c.moveTo(x, y + 1.25 * module);
      c.lineTo(x + 0.8 * module, y - module);
      c.lineTo(x + 1.5 * module, y - module);
      c.lineTo(x + 2.3 * module, y + 1.25 * module);
    }
  } else if (moved.part.kind === 'roller') {
    c.arc(0, 0, size / 2, 0, 2 * Math.PI);
    c.moveTo(0, 0);
    c.lineTo((size / 2) * Math.cos(turn), (-size / 2) * Math.sin(turn));
  } else if (moved.part.kind === 'crank') {
    const [x, y] = [size * Math.cos(turn), -size * Math.sin(turn)];
    const slider = y + Math.sqrt(9 * size * size - x * x);
    c.arc(0, 0, size + 4 * pen, 0, 2 * Math.PI);
    c.fill();
    c.rect(-0.4 * size, slider - 0.3 * size, 0.8 * size, 0.6 * size);
    c.fill();
    c.moveTo(x, y);
    c.lineTo(0, slider);
    c.stroke();
    c.beginPath();
    c.arc(x, y, 4 * pen, 0, 2 * Math.PI);
  } else {
    const lobes = moved.part.lobes ?? 1;
    const radius = (angle: number) => 2 * size + (size * (1 + Math.cos(lobes * angle))) / 2;
    for (let i = 0; i <= 180; i++) {
      const angle = (i * Math.PI) / 90;
      c.lineTo(radius(angle - turn) * Math.cos(angle), -radius(angle - turn) * Math.sin(angle));
    }
    const top = -radius(Math.PI / 2 - turn);
    c.moveTo(0, top);
    c.lineTo(0, -4 * size);
  }
  c.fill();
  c.stroke();
  c.restore();
}

interface Scene {
  drive: Drive;
  study: Study;
  paths: Map<string, Path2D>;
  shafts: Map<string, ShaftView>;
  picked: string | undefined;
  fellOut: Map<string, number> | undefined;
}

function turnOf(scene: Scene, shaft: string, seconds: number): number {
  return ((scene.shafts.get(shaft)?.rpm?.value ?? 0) / 60) * seconds * 2 * Math.PI;
}

/** A colour between two, both as #rrggbb. */
function mixed(from: string, to: string, share: number): string {
  const part = (at: number) => {
    const [a, b] = [from, to].map((c) => parseInt(c.slice(at, at + 2), 16)) as [number, number];
    return Math.round(a + share * (b - a))
      .toString(16)
      .padStart(2, '0');
  };
  return `#${part(1)}${part(3)}${part(5)}`;
}

function fillOf(scene: Scene, wheel: WheelView): string {
  if (scene.picked === wheel.code) return colour.engagedPale;
  const often = Math.min(1, scene.fellOut?.get(wheel.code) ?? 0);
  if (often > 0) return mixed(colour.bone, colour.engaged, 0.15 + 0.7 * often);
  return scene.study.weakest === wheel.code ? colour.warm : colour.bone;
}

/** The whole train as it stands after so many seconds of the machine. */
function draw(c: CanvasRenderingContext2D, scene: Scene, place: Placed, seconds: number) {
  const ratio = window.devicePixelRatio;
  const pen = 1 / place.scale;
  c.setTransform(1, 0, 0, 1, 0, 0);
  c.clearRect(0, 0, c.canvas.width, c.canvas.height);
  const base = () =>
    c.setTransform(
      ratio * place.scale,
      0,
      0,
      ratio * place.scale,
      ratio * place.originX,
      ratio * place.originY,
    );
  c.lineJoin = 'round';
  base();
  belts(c, scene, pen);
  stages(c, scene, pen, seconds);
  const views = scene.drive.wheels
    .map((wheel) => ({ wheel, view: scene.study.wheels.find((w) => w.code === wheel.code) }))
    .filter((w): w is { wheel: Schemas['Wheel']; view: WheelView } => w.view !== undefined)
    .sort((a, b) => b.view.tipDiameterMm - a.view.tipDiameterMm);
  for (const { wheel, view } of views) {
    const shaft = scene.shafts.get(wheel.shaft);
    if (!shaft) continue;
    base();
    c.translate(shaft.xMm, -shaft.yMm);
    const turn = turnOf(scene, wheel.shaft, seconds);
    if (shaft.lying) fromTheSide(c, scene, view, shaft, pen, turn);
    else face(c, scene, view, pen, turn);
  }
  base();
  output(c, scene, pen, seconds);
  for (const shaft of scene.study.shafts) {
    if (shaft.lying) continue;
    base();
    c.beginPath();
    c.arc(shaft.xMm, -shaft.yMm, 3.5 * pen, 0, 2 * Math.PI);
    c.fillStyle = colour.mat;
    c.fill();
    c.lineWidth = pen;
    c.strokeStyle = colour.ink;
    c.stroke();
  }
}

function face(c: CanvasRenderingContext2D, scene: Scene, view: WheelView, pen: number, turn: number) {
  const radius = view.tipDiameterMm / 2;
  c.rotate(-(turn + (view.phaseDeg - 90) * DEGREES));
  c.lineWidth = scene.picked === view.code ? 2.5 * pen : pen;
  c.strokeStyle = scene.picked === view.code ? colour.engaged : colour.ink;
  c.fillStyle = fillOf(scene, view);
  c.setLineDash(view.taken ? [6 * pen, 4 * pen] : []);
  const path = scene.paths.get(view.code);
  if (path && view.internal) {
    c.beginPath();
    c.arc(0, 0, radius + 3 * view.module, 0, 2 * Math.PI);
    const body = new Path2D(path);
    body.arc(0, 0, radius + 3 * view.module, 0, 2 * Math.PI);
    c.fill(body, 'evenodd');
    c.stroke(body);
  } else if (path && !view.taken) {
    c.fill(path);
    c.stroke(path);
  } else {
    c.beginPath();
    c.arc(0, 0, radius, 0, 2 * Math.PI);
    c.globalAlpha = view.taken ? 0.55 : 1;
    c.fill();
    c.globalAlpha = 1;
    c.stroke();
  }
  c.setLineDash([]);
  // A mark that shows the turning.
  c.beginPath();
  c.moveTo(0, 0);
  c.lineTo(0, -view.referenceDiameterMm / 2 + 1.6 * view.module);
  c.lineWidth = pen;
  c.strokeStyle = colour.boneLine;
  c.stroke();
}

/** A wheel whose axis lies in the drawing; a worm shows its thread. */
function fromTheSide(
  c: CanvasRenderingContext2D,
  scene: Scene,
  view: WheelView,
  shaft: ShaftView,
  pen: number,
  turn: number,
) {
  c.rotate(-shaft.axisDeg * DEGREES);
  c.translate(view.alongMm, 0);
  const half = view.faceWidthMm / 2;
  const radius = view.tipDiameterMm / 2;
  c.fillStyle = fillOf(scene, view);
  c.strokeStyle = scene.picked === view.code ? colour.engaged : colour.ink;
  c.lineWidth = scene.picked === view.code ? 2.5 * pen : pen;
  c.fillRect(-half, -radius, 2 * half, 2 * radius);
  c.save();
  c.beginPath();
  c.rect(-half, -radius, 2 * half, 2 * radius);
  c.clip();
  c.beginPath();
  const lead = Math.PI * view.module * (view.worm ? view.toothCount : 1);
  if (view.worm) {
    const pitch = Math.PI * view.module;
    const moved = ((turn / (2 * Math.PI)) * lead) % pitch;
    for (let x = -half - 2 * pitch + moved; x < half + pitch; x += pitch) {
      c.moveTo(x, radius);
      c.lineTo(x + lead / 2, -radius);
    }
  } else {
    const teeth = Math.max(4, view.toothCount);
    for (let i = 0; i < teeth; i++) {
      const y = radius * Math.sin(turn + (2 * Math.PI * i) / teeth);
      if (Math.cos(turn + (2 * Math.PI * i) / teeth) > 0) {
        c.moveTo(-half, y);
        c.lineTo(half, y);
      }
    }
  }
  c.lineWidth = pen;
  c.strokeStyle = colour.boneLine;
  c.stroke();
  c.restore();
  c.strokeStyle = scene.picked === view.code ? colour.engaged : colour.ink;
  c.lineWidth = scene.picked === view.code ? 2.5 * pen : pen;
  c.strokeRect(-half, -radius, 2 * half, 2 * radius);
}

function belts(c: CanvasRenderingContext2D, scene: Scene, pen: number) {
  for (const mesh of scene.drive.meshings.filter((m) => m.kind === 'belt')) {
    const ends = [mesh.driver, mesh.driven].map((code) => {
      const wheel = scene.drive.wheels.find((w) => w.code === code);
      const shaft = wheel && scene.shafts.get(wheel.shaft);
      const view = scene.study.wheels.find((w) => w.code === code);
      if (!shaft || !view) return undefined;
      const { x, y } = middleOf(shaft, view);
      return { x, y: -y, r: view.tipDiameterMm / 2, lying: shaft.lying, width: view.faceWidthMm };
    });
    const [a, b] = ends;
    if (!a || !b) continue;
    if (a.lying && b.lying) {
      c.beginPath();
      c.moveTo(a.x, a.y);
      c.lineTo(b.x, b.y);
      c.lineWidth = Math.min(a.width, b.width);
      c.strokeStyle = colour.steel;
      c.stroke();
      continue;
    }
    const angle = Math.atan2(b.y - a.y, b.x - a.x);
    const apart = Math.hypot(b.x - a.x, b.y - a.y);
    const lean = Math.acos(Math.max(-1, Math.min(1, (a.r - b.r) / apart)));
    c.beginPath();
    for (const side of [1, -1]) {
      const at = angle + side * lean;
      c.moveTo(a.x + a.r * Math.cos(at), a.y + a.r * Math.sin(at));
      c.lineTo(b.x + b.r * Math.cos(at), b.y + b.r * Math.sin(at));
    }
    c.lineWidth = 3 * pen;
    c.strokeStyle = colour.steel;
    c.stroke();
  }
}

/** Planet sets by their reference circles. */
function stages(c: CanvasRenderingContext2D, scene: Scene, pen: number, seconds: number) {
  scene.drive.planetStages.forEach((stage, index) => {
    const { set } = stage;
    const shaft = scene.shafts.get(set.sun);
    if (!shaft) return;
    const module = set.module ?? 0.5;
    const [sunPlanet = 12, ringPlanet = sunPlanet] = set.planetToothCounts;
    const orbit = (module * (set.sunToothCount + sunPlanet)) / 2;
    const carrier = turnOf(scene, set.carrier, seconds);
    const planetTurn = ((scene.study.stages[index]?.planetRpm?.value ?? 0) / 60) * seconds * 2 * Math.PI;
    const disc = (x: number, y: number, teeth: number, turn: number, fill: string) => {
      c.beginPath();
      c.arc(x, y, (module * teeth) / 2, 0, 2 * Math.PI);
      c.fillStyle = fill;
      c.fill();
      c.lineWidth = pen;
      c.strokeStyle = colour.ink;
      c.stroke();
      c.beginPath();
      c.moveTo(x, y);
      c.lineTo(x + ((module * teeth) / 2) * Math.cos(turn), y - ((module * teeth) / 2) * Math.sin(turn));
      c.strokeStyle = colour.boneLine;
      c.stroke();
    };
    c.save();
    c.translate(shaft.xMm, -shaft.yMm);
    disc(0, 0, set.ringToothCount + 4, turnOf(scene, set.ring, seconds), colour.boneSecond);
    disc(0, 0, set.ringToothCount, turnOf(scene, set.ring, seconds), colour.mat);
    for (let i = 0; i < set.planetCount; i++) {
      const angle = carrier + (2 * Math.PI * i) / set.planetCount;
      disc(
        orbit * Math.cos(angle),
        -orbit * Math.sin(angle),
        Math.max(sunPlanet, ringPlanet),
        planetTurn,
        colour.bone,
      );
    }
    disc(0, 0, set.sunToothCount, turnOf(scene, set.sun, seconds), colour.bone);
    c.restore();
  });
}

/**
 * A machine's train to scale, turning as it would, `slower` times slower. A wheel is picked by pointing at it; dragged, its
 * shaft moves round the one it is reached from.
 */
export function TrainDrawing(props: {
  drive: Drive;
  study: Study;
  place: Placed;
  picked: string | undefined;
  /** How often each wheel's part was a culprit, 0 to 1: the darker. */
  fellOut: Map<string, number> | undefined;
  /** How many seconds on the screen are one of the machine; undefined stands still. */
  slower: number | undefined;
  pick: (wheel: string) => void;
  drag: (wheel: string, toXMm: number, toYMm: number) => void;
}) {
  const { drive, study, place, picked, fellOut, slower } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const seconds = useRef(0);
  /** Where a gear that is dragged would come to lie. */
  const ghost = useRef<{ wheel: string; x: number; y: number } | undefined>(undefined);
  const scene = useMemo<Scene>(
    () => ({
      drive,
      study,
      paths: new Map(study.wheels.flatMap((w) => (w.path ? [[w.code, new Path2D(w.path)] as const] : []))),
      shafts: new Map(study.shafts.map((s) => [s.code, s])),
      picked,
      fellOut,
    }),
    [drive, study, picked, fellOut],
  );
  const show = useCallback(() => {
    const c = canvas.current?.getContext('2d');
    if (!c) return;
    draw(c, scene, place, seconds.current);
    const to = ghost.current;
    const radius = (scene.study.wheels.find((w) => w.code === to?.wheel)?.tipDiameterMm ?? 0) / 2;
    if (to) {
      c.setTransform(
        window.devicePixelRatio * place.scale,
        0,
        0,
        window.devicePixelRatio * place.scale,
        window.devicePixelRatio * place.originX,
        window.devicePixelRatio * place.originY,
      );
      c.beginPath();
      c.arc(to.x, -to.y, radius, 0, 2 * Math.PI);
      c.lineWidth = 2 / place.scale;
      c.strokeStyle = colour.nextEdge;
      c.stroke();
    }
  }, [scene, place]);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    show();
    if (slower === undefined) return;
    let frame = 0;
    let last: number | undefined;
    let frames = 0;
    const next = (now: number) => {
      if (last !== undefined) seconds.current += Math.min(100, now - last) / 1000 / slower;
      last = now;
      show();
      element.dataset['frames'] = String(++frames);
      element.dataset['seconds'] = String(seconds.current);
      frame = requestAnimationFrame(next);
    };
    frame = requestAnimationFrame(next);
    return () => cancelAnimationFrame(frame);
  }, [show, slower]);

  const held = useRef<{ wheel: string; x: number; y: number } | undefined>(undefined);
  const release = () => {
    const to = ghost.current;
    held.current = undefined;
    ghost.current = undefined;
    if (to) props.drag(to.wheel, to.x, to.y);
  };
  const point = (event: PointerEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return {
      x: (event.clientX - box.x - place.originX) / place.scale,
      y: -(event.clientY - box.y - place.originY) / place.scale,
    };
  };
  const under = (x: number, y: number) =>
    drive.wheels
      .map((wheel) => {
        const shaft = scene.shafts.get(wheel.shaft);
        const view = study.wheels.find((w) => w.code === wheel.code);
        if (!shaft || !view) return undefined;
        const middle = middleOf(shaft, view);
        return {
          code: wheel.code,
          radius: view.tipDiameterMm / 2,
          off: Math.hypot(x - middle.x, y - middle.y),
        };
      })
      .filter((w) => w !== undefined)
      .filter((w) => w.off <= w.radius)
      .sort((a, b) => a.radius - b.radius)[0]?.code;
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={texts.book.drawing}
      data-train=""
      width={Math.round(place.width * window.devicePixelRatio)}
      height={Math.round(place.height * window.devicePixelRatio)}
      onPointerDown={(event) => {
        const { x, y } = point(event);
        const wheel = under(x, y);
        if (!wheel) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = { wheel, x: event.clientX, y: event.clientY };
        props.pick(wheel);
      }}
      onPointerMove={(event) => {
        const from = held.current;
        if (!from || event.buttons === 0) return;
        if (!ghost.current && Math.hypot(event.clientX - from.x, event.clientY - from.y) < STILL_PX) return;
        ghost.current = { wheel: from.wheel, ...point(event) };
        show();
      }}
      onPointerUp={release}
      onPointerCancel={release}
      style={{
        position: 'absolute',
        inset: 0,
        width: place.width,
        height: place.height,
        touchAction: 'none',
      }}
    />
  );
}
