export interface Point {
  x: number;
  y: number;
}

/** How the mat is looked at: pixels to the millimetre, and how far its origin lies from the middle (px). */
export interface View {
  scale: number;
  x: number;
  y: number;
}

/** Where one or two fingers hold the mat: between them, and how far they are apart (0 for one). */
export interface Grip extends Point {
  apart: number;
}

const LEAST = 0.5;
const MOST = 400;

export function gripOf(fingers: readonly Point[]): Grip {
  const [first, second] = fingers;
  if (!first) return { x: 0, y: 0, apart: 0 };
  if (!second) return { ...first, apart: 0 };
  return {
    x: (first.x + second.x) / 2,
    y: (first.y + second.y) / 2,
    apart: Math.hypot(first.x - second.x, first.y - second.y),
  };
}

/**
 * The view after the fingers went from one grip to another: what lies under them stays under them.
 *
 * @param middle where the mat's origin lies on the screen when it is not moved
 */
export function moved(view: View, from: Grip, to: Grip, middle: Point): View {
  const wanted = from.apart > 0 && to.apart > 0 ? (view.scale * to.apart) / from.apart : view.scale;
  const scale = Math.min(MOST, Math.max(LEAST, wanted));
  const factor = scale / view.scale;
  return {
    scale,
    x: to.x - middle.x - factor * (from.x - middle.x - view.x),
    y: to.y - middle.y - factor * (from.y - middle.y - view.y),
  };
}
