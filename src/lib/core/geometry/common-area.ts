/** The area that two outlines share. */
import { ringArea, ringHolds, type Ring } from './ring';
import { clipLeft } from './clip';

/** Area of a ring inside the hull-like outline of a wall; exact for convex cutters, a lower bound otherwise. */
export function commonArea(ring: Ring, cutter: Ring): number {
  let rest: Ring = ring;
  for (let i = 0; i < cutter.length && rest.length > 2; i++)
    rest = clipLeft(rest, cutter[i]!, cutter[(i + 1) % cutter.length]!);
  if (rest.length < 3) return 0;
  const middle = rest.reduce((sum, p) => ({ x: sum.x + p.x / rest.length, y: sum.y + p.y / rest.length }), {
    x: 0,
    y: 0
  });
  return ringHolds(cutter, middle) ? Math.max(0, ringArea(rest)) : 0;
}
