import { describe, expect, it } from 'vitest';
import { gripOf, moved, type Point, type View } from './pinch';

const middle = { x: 200, y: 300 };

/** Which place of the mat (mm) lies under a place of the screen. */
function under(view: View, at: Point): Point {
  return {
    x: (at.x - middle.x - view.x) / view.scale,
    y: (at.y - middle.y - view.y) / view.scale,
  };
}

describe('fingers on the mat', () => {
  const view = { scale: 6, x: 20, y: -35 };

  it('one finger pulls it along', () => {
    const after = moved(view, gripOf([{ x: 50, y: 60 }]), gripOf([{ x: 80, y: 20 }]), middle);
    expect(after).toEqual({ scale: 6, x: 50, y: -75 });
  });

  it('two fingers keep under them what was under them', () => {
    const from = [
      { x: 120, y: 200 },
      { x: 260, y: 330 },
    ];
    const to = [
      { x: 60, y: 150 },
      { x: 340, y: 410 },
    ];
    const after = moved(view, gripOf(from), gripOf(to), middle);
    expect(after.scale).toBeCloseTo(12, 9);
    from.forEach((at, index) => {
      const before = under(view, at);
      const now = under(after, to[index] ?? at);
      expect(now.x).toBeCloseTo(before.x, 9);
      expect(now.y).toBeCloseTo(before.y, 9);
    });
  });

  it('stops at what can still be seen', () => {
    const near = [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
    ];
    const far = [
      { x: 0, y: 0 },
      { x: 900, y: 0 },
    ];
    expect(moved(view, gripOf(near), gripOf(far), middle).scale).toBe(400);
    expect(moved(view, gripOf(far), gripOf(near), middle).scale).toBe(0.5);
  });
});
