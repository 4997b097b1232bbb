import { colour } from '../theme';

/** Gewerk's own small marks, each drawn from the thing it stands for. */
const shapes = {
  onTheBench: <path d="M10 2v16M2 10h16M6 10a4 4 0 1 0 8 0a4 4 0 1 0-8 0" />,
  waitingForGear: <path d="M10 3a7 7 0 1 0 0 14a7 7 0 0 0 0-14M10 6v4l3 2" />,
  waitingForAnswer: <path d="M3 4h14v9h-8l-4 4v-4H3z" />,
  toProve: <path d="M3 15a7 7 0 0 1 14 0M10 15l4-6M3 15h14" />,
  readyToGo: <path d="M3 10l5 5l9-11" />,
  putAway: <path d="M3 5h14v4H3zM4 9v7h12V9M8 12h4" />,
  teeth: <path d="M10 3a7 7 0 1 0 0 14a7 7 0 0 0 0-14" strokeDasharray="2.4 2" />,
  tip: <path d="M3 2v16M17 2v16M10 5a5 5 0 1 0 0 10a5 5 0 0 0 0-10" />,
  root: <path d="M10 3a7 7 0 1 0 0 14a7 7 0 0 0 0-14M6 10h8M6 8v4M14 8v4" />,
  span: <path d="M3 3v9M17 3v9M3 14c2-6 3-6 4.600 0c1.500-6 3.300-6 4.800 0c1.600-6 2.600-6 4.600 0" />,
  centre: <path d="M5 10h10M5 6v8M15 6v8M5 3v1M15 3v1M5 16v1M15 16v1" />,
  pins: (
    <path d="M4 10a2.500 2.500 0 1 0 5 0a2.500 2.500 0 1 0-5 0M11 10a2.500 2.500 0 1 0 5 0a2.500 2.500 0 1 0-5 0M1 3v14M19 3v14" />
  ),
  along: <path d="M2 15l2-6h2l2 6h1l2-6h2l2 6h1l2-6M2 4h15M2 2v4M17 2v4" />,
  depth: <path d="M3 8h14M8 8v9h4V8M10 2v4" />,
  angle: <path d="M3 17h14M3 17L14 4M10 17a7 7 0 0 0-2.500-5.300" />,
  bore: <path d="M10 3a7 7 0 1 0 0 14a7 7 0 0 0 0-14M10 7a3 3 0 1 0 0 6a3 3 0 0 0 0-6" />,
  width: <path d="M6 3v14M14 3v14M2 10h3M15 10h3" />,
  late: <path d="M10 2l8 15H2zM10 8v4M10 14.300v.400" />,
  caution: <path d="M10 2l8 15H2zM10 8v4M10 14.300v.400" />,
  yes: <path d="M3 10l5 5l9-11" />,
} as const;

export type MarkName = keyof typeof shapes;

export function Mark({
  name,
  size = 18,
  color = 'currentColor',
}: {
  name: MarkName;
  size?: number;
  color?: string;
}) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 20 20"
      fill="none"
      stroke={color}
      strokeWidth={1.7}
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
      style={{ flex: 'none' }}
    >
      {shapes[name]}
    </svg>
  );
}

/** One tooth: the mark of the house. */
export function Tooth() {
  return (
    <svg width="26" height="22" viewBox="0 0 26 22" aria-hidden="true">
      <path
        d="M1 20h5c2.200 0 2-4 2.600-9c.5-4.500 1-8 4.400-8s3.900 3.500 4.400 8c.6 5 .4 9 2.600 9h5"
        fill="none"
        stroke={colour.nextEdge}
        strokeWidth="3"
      />
    </svg>
  );
}
