/** Borders of rings that share their corners as objects, as the faces of one arrangement do. */
import { edgesOf, type Ring } from '../../geometry/ring';
import type { Point } from '../../geometry/point';

/** From each corner to the next ones, whose ring's border that is: the same stretch back is its neighbour's. */
export function bordersFrom(rings: readonly Ring[]): Map<Point, Map<Point, number>> {
  const found = new Map<Point, Map<Point, number>>();
  rings.forEach((ring, i) => {
    for (const [p, q] of edgesOf(ring)) {
      const from = found.get(p) ?? new Map<Point, number>();
      found.set(p, from.set(q, i));
    }
  });
  return found;
}
