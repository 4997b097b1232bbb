import { Box } from '@mui/material';
import { useEffect, useRef, useState, type PointerEvent, type ReactNode, type WheelEvent } from 'react';
import { useKeys } from '../parts/useKeys';
import { texts } from '../texts';
import { TrueSize, usePxPerMm } from './TrueSize';
import { gripOf, moved, type Grip, type Point, type View } from './pinch';
import { colour, font } from '../theme';
import { PlainButton } from '../parts/PlainButton';

/** How far a key moves the mat, px. */
const PUSH = 40;

const ROOM_PX = 110;
/** The middle lies a little higher than the middle of the screen: below it are the buttons. */
const UP_PX = 10;

/** How the mat lies on the screen: pixels to the millimetre, where its origin is, its size in pixels. */
export interface Placed {
  scale: number;
  originX: number;
  originY: number;
  width: number;
  height: number;
}

/**
 * The drawing surface, ruled in millimetres. Children draw in mm, the origin in the middle, y downwards; `pen` gives
 * them the width of one screen pixel in mm.
 */
export function Mat(props: {
  extentMm: number;
  caption: ReactNode;
  legend?: ReactNode;
  /** What lies in the middle (mm); the origin when left out. */
  centre?: { x: number; y: number } | undefined;
  /** When what lies there is taller than wide: its width; the extent is its height. */
  widthMm?: number;
  /** A layer of its own over the mat, placed as the mat is. */
  over?: ((place: Placed) => ReactNode) | undefined;
  children?: (pen: number) => ReactNode;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 400, height: 600 });
  const [own, setOwn] = useState<View>();
  const drag = useRef<{ grip: Grip; view: View } | undefined>(undefined);
  const fingers = useRef(new Map<number, Point>());
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const watch = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    );
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const fitScale = Math.max(
    0.5,
    props.widthMm === undefined
      ? Math.min(size.width - ROOM_PX, size.height - 2 * ROOM_PX) / Math.max(4, props.extentMm)
      : Math.min((size.width - 24) / props.widthMm, (size.height - 1.6 * ROOM_PX) / props.extentMm),
  );
  const fitted: View = {
    scale: fitScale,
    x: -(props.centre?.x ?? 0) * fitScale,
    y: -(props.centre?.y ?? 0) * fitScale,
  };
  const view = own ?? fitted;
  const zoom = (factor: number) =>
    setOwn({ ...view, scale: Math.min(400, Math.max(0.5, view.scale * factor)) });
  const fit = () => setOwn(undefined);
  const screen = usePxPerMm();
  const [setting, setSetting] = useState(false);
  const trueSize = () => {
    if (screen.set) setOwn({ scale: screen.pxPerMm, x: 0, y: 0 });
    else setSetting(true);
  };
  const push = (x: number, y: number) => setOwn({ ...view, x: view.x + x, y: view.y + y });
  useKeys({
    '+': () => zoom(1.25),
    '-': () => zoom(0.8),
    f: fit,
    t: trueSize,
    'Shift+ArrowLeft': () => push(-PUSH, 0),
    'Shift+ArrowRight': () => push(PUSH, 0),
    'Shift+ArrowUp': () => push(0, -PUSH),
    'Shift+ArrowDown': () => push(0, PUSH),
  });

  const wheel = (event: WheelEvent) => zoom(event.deltaY < 0 ? 1.12 : 0.9);
  const grip = (): Grip => gripOf([...fingers.current.values()]);
  const down = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    drag.current = { grip: grip(), view };
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    if (!drag.current || !fingers.current.has(event.pointerId)) return;
    fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    const box = event.currentTarget.getBoundingClientRect();
    const middle = { x: box.left + size.width / 2, y: box.top + size.height / 2 - UP_PX };
    setOwn(moved(drag.current.view, drag.current.grip, grip(), middle));
  };
  const up = (event: PointerEvent) => {
    fingers.current.delete(event.pointerId);
    // The finger that stays goes on from where it is.
    drag.current = fingers.current.size > 0 ? { grip: grip(), view } : undefined;
  };

  const { width, height } = size;
  const originX = width / 2 + view.x;
  const originY = height / 2 - UP_PX + view.y;
  const fine = view.scale >= 5 ? 1 : 10;
  const ratio = view.scale / screen.pxPerMm;
  const isTrue = screen.set && Math.abs(ratio - 1) < 1e-6;
  return (
    <Box
      component="section"
      aria-label={texts.mat.label}
      sx={{
        bgcolor: colour.mat,
        color: colour.paper,
        position: 'relative',
        minHeight: 0,
        overflow: 'hidden',
      }}
    >
      <Box ref={frame} sx={{ position: 'absolute', inset: 0 }}>
        <svg
          width={width}
          height={height}
          onWheel={wheel}
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={up}
          style={{ display: 'block', touchAction: 'none', cursor: 'grab' }}
          aria-hidden="true"
        >
          <Lines
            step={fine}
            scale={view.scale}
            originX={originX}
            originY={originY}
            width={width}
            height={height}
          />
          <g transform={`translate(${originX} ${originY}) scale(${view.scale})`}>
            {props.children?.(1 / view.scale)}
          </g>
          <Ruler scale={view.scale} originX={originX} width={width} />
        </svg>
        {props.over?.({ scale: view.scale, originX, originY, width, height })}
      </Box>
      <Box
        sx={{
          position: 'absolute',
          top: 26,
          left: 14,
          right: 14,
          display: 'flex',
          justifyContent: 'space-between',
          gap: 1,
          pointerEvents: 'none',
        }}
      >
        <Box sx={{ bgcolor: colour.mat }}>{props.caption}</Box>
        <Box sx={{ fontFamily: font.figures, bgcolor: colour.mat, whiteSpace: 'nowrap', flexShrink: 0 }}>
          {isTrue
            ? texts.mat.trueSize
            : ratio >= 1
              ? `${ratio.toFixed(ratio < 3 ? 1 : 0)} : 1`
              : `1 : ${(1 / ratio).toFixed(1)}`}
        </Box>
      </Box>
      <Box sx={{ position: 'absolute', left: 14, right: 14, bottom: 10, display: 'grid', gap: 1 }}>
        <Box sx={{ fontSize: 14, pointerEvents: 'none' }}>{props.legend}</Box>
        <Box sx={{ display: 'flex', gap: 0.75 }}>
          {(
            [
              [texts.mat.out, '−', () => zoom(0.8)],
              [texts.mat.in, '+', () => zoom(1.25)],
              [texts.mat.fit, texts.mat.fit, fit],
              [texts.mat.trueSize, texts.mat.trueSize, trueSize],
              ...(screen.set ? [[texts.mat.setScreen, '▭', () => setSetting(true)] as const] : []),
            ] as const
          ).map(([label, shown, act]) => (
            <PlainButton
              key={label}
              aria-label={label}
              onClick={act}
              sx={{
                fontWeight: 700,
                minWidth: 44,
                px: 1,
                minHeight: 36,
                bgcolor: colour.matDark,
                color: colour.paper,
              }}
            >
              {shown}
            </PlainButton>
          ))}
        </Box>
      </Box>
      {setting && (
        <TrueSize
          close={(pxPerMm) => {
            setSetting(false);
            if (pxPerMm !== undefined) setOwn({ scale: pxPerMm, x: 0, y: 0 });
          }}
        />
      )}
    </Box>
  );
}

function Lines(props: {
  step: number;
  scale: number;
  originX: number;
  originY: number;
  width: number;
  height: number;
}) {
  const fine = props.step * props.scale;
  const strong = 10 * fine;
  return (
    <>
      <defs>
        {[fine, strong].map((step, index) => (
          <pattern
            key={index}
            id={index === 0 ? 'mat-fine' : 'mat-strong'}
            x={props.originX}
            y={props.originY}
            width={step}
            height={step}
            patternUnits="userSpaceOnUse"
          >
            <path
              d={`M0 0H${step}M0 0V${step}`}
              stroke={index === 0 ? colour.matLine : colour.matLineStrong}
              strokeWidth="1"
              fill="none"
            />
          </pattern>
        ))}
      </defs>
      <rect width={props.width} height={props.height} fill="url(#mat-fine)" />
      <rect width={props.width} height={props.height} fill="url(#mat-strong)" />
    </>
  );
}

function Ruler({ scale, originX, width }: { scale: number; originX: number; width: number }) {
  const label = [1, 2, 5, 10, 20, 50, 100].find((mm) => mm * scale >= 44) ?? 200;
  const first = Math.ceil(-originX / scale / label) * label;
  const marks: number[] = [];
  for (let mm = first; originX + mm * scale < width - 14; mm += label) {
    if (originX + mm * scale > 14) marks.push(mm);
  }
  return (
    <g>
      <rect width={width} height="20" fill={colour.mat} />
      {marks.map((mm) => (
        <g key={mm} transform={`translate(${originX + mm * scale} 0)`}>
          <path d="M0 0V7" stroke={colour.paper} strokeWidth="1" />
          <text y="18" textAnchor="middle" fontSize="13" fontFamily={font.figures} fill={colour.paper}>
            {mm}
          </text>
        </g>
      ))}
    </g>
  );
}
