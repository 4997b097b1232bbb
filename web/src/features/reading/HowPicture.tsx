import type { Schemas } from '../../api/client';
import { colour } from '../../theme';
import { READING, type What } from './draft';

/** A small picture of how the caliper is held: the gear in bone, the jaws in steel, what is read in amber. */
export function HowPicture({ what, teeth = 3 }: { what: What; teeth?: number | undefined }) {
  return (
    <svg width="92" height="64" viewBox="0 0 92 64" aria-hidden="true" style={{ flex: 'none' }}>
      <rect width="92" height="64" fill={colour.mat} />
      {picture(READING[what].jaws, teeth)}
    </svg>
  );
}

const steel = colour.steel;

function Jaw({ x, y, width = 7, height = 40 }: { x: number; y: number; width?: number; height?: number }) {
  return <rect x={x} y={y} width={width} height={height} fill={steel} stroke={colour.ink} />;
}

/** A wheel seen from the front: a rim of so many teeth. */
function Wheel({ cx, cy, r, z = 14 }: { cx: number; cy: number; r: number; z?: number }) {
  const points: string[] = [];
  for (let i = 0; i < z; i++) {
    for (const [share, out] of [
      [-0.3, 0],
      [-0.16, 1],
      [0.16, 1],
      [0.3, 0],
    ] as const) {
      const angle = ((i + share) * 2 * Math.PI) / z - Math.PI / 2;
      const radius = r * (out ? 1 : 0.8);
      points.push(
        `${(cx + radius * Math.cos(angle)).toFixed(1)},${(cy + radius * Math.sin(angle)).toFixed(1)}`,
      );
    }
  }
  return <polygon points={points.join(' ')} fill={colour.bone} stroke={colour.ink} />;
}

function Row({ x, y, n, step = 12 }: { x: number; y: number; n: number; step?: number }) {
  let d = `M${x} ${y}`;
  for (let i = 0; i < n; i++)
    d += `h${step * 0.2}l${step * 0.15} -11h${step * 0.3}l${step * 0.15} 11h${step * 0.2}`;
  return <path d={`${d}v14H${x}z`} fill={colour.bone} stroke={colour.ink} />;
}

function Between({ x1, x2, y }: { x1: number; x2: number; y: number }) {
  return (
    <path d={`M${x1} ${y}H${x2}M${x1} ${y - 4}v8M${x2} ${y - 4}v8`} stroke={colour.measure} strokeWidth="2" />
  );
}

function picture(jaws: Schemas['KindView']['jaws'], teeth: number) {
  switch (jaws) {
    case 'overTips':
      return (
        <>
          <Wheel cx={46} cy={34} r={22} />
          <Jaw x={16} y={6} height={52} />
          <Jaw x={69} y={6} height={52} />
          <Between x1={24} x2={68} y={60} />
        </>
      );
    case 'inSpaces':
      return (
        <>
          <Wheel cx={46} cy={34} r={24} />
          <path d="M10 30h17v8H10zM82 30H65v8h17z" fill={steel} stroke={colour.ink} />
          <Between x1={27} x2={65} y={60} />
        </>
      );
    case 'overTeeth':
    case 'overCorners': {
      const n = Math.min(5, Math.max(2, teeth));
      const left = 46 - 6 * n;
      const inset = jaws === 'overTeeth' ? 3 : 4;
      return (
        <>
          <Row x={46 - 6 * (n + 2)} y={46} n={n + 2} />
          <Jaw
            x={left + inset - 7}
            y={jaws === 'overTeeth' ? 4 : 0}
            height={jaws === 'overTeeth' ? 38 : 36}
          />
          <Jaw
            x={92 - left - inset}
            y={jaws === 'overTeeth' ? 4 : 0}
            height={jaws === 'overTeeth' ? 38 : 36}
          />
          <Between x1={left + inset} x2={92 - left - inset} y={12} />
        </>
      );
    }
    case 'overPins':
      return (
        <>
          <Wheel cx={46} cy={32} r={20} />
          <circle cx="24" cy="32" r="4" fill={steel} stroke={colour.ink} />
          <circle cx="68" cy="32" r="4" fill={steel} stroke={colour.ink} />
          <Jaw x={12} y={8} height={46} />
          <Jaw x={73} y={8} height={46} />
          <Between x1={20} x2={72} y={60} />
        </>
      );
    case 'overShafts':
      return (
        <>
          <Wheel cx={26} cy={34} r={17} z={12} />
          <Wheel cx={63} cy={34} r={22} z={16} />
          <Between x1={26} x2={63} y={34} />
        </>
      );
    case 'along':
      return (
        <>
          <Row x={10} y={48} n={6} />
          <Between x1={12} x2={60} y={28} />
          <Jaw x={5} y={6} height={36} />
          <Jaw x={60} y={6} height={36} />
        </>
      );
    case 'depthRod':
      return (
        <>
          <Row x={22} y={46} n={4} />
          <rect x="20" y="24" width="52" height="9" fill={steel} stroke={colour.ink} />
          <rect x="43" y="24" width="5" height="22" fill={steel} stroke={colour.ink} />
          <path d="M56 35V46M53 35h6M53 46h6" stroke={colour.measure} strokeWidth="2" />
        </>
      );
    case 'slant':
      return (
        <>
          <rect x="10" y="8" width="72" height="48" fill={colour.paper} />
          {[20, 34, 48, 62].map((x) => (
            <path key={x} d={`M${x} 52l12 -40`} stroke={colour.ink} strokeWidth="3" />
          ))}
          <path d="M34 52V12M34 30q4 -1 6 2" stroke={colour.engaged} strokeWidth="2" fill="none" />
        </>
      );
    case 'cone':
      return (
        <>
          <path d="M20 54L40 14h12L72 54z" fill={colour.bone} stroke={colour.ink} />
          <path d="M46 4V60" stroke={colour.measure} strokeDasharray="4 3" />
          <path d="M72 54L50 10" stroke={steel} strokeWidth="5" />
        </>
      );
  }
}
