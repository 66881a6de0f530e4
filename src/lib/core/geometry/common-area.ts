/** What two outlines share. */
import { boxesMeet, boxOf, counterClockwise, ringArea, ringHolds, ringsArea, type Ring } from './ring';
import { clipTo } from './clip';
import { trianglesOf } from './triangulate';

/**
 * The parts of the plan that two rings of any shape share, as convex pieces: each triangle of one by each of the other.
 * Nothing where they only touch. Cost: O(n m) for rings of n and m corners.
 */
export function commonPieces(p: Ring, q: Ring): Ring[] {
  if (!boxesMeet(boxOf(p), boxOf(q))) return [];
  const cutters = trianglesOf(q).map((ring) => ({ ring, box: boxOf(ring) }));
  return trianglesOf(p).flatMap((triangle) => {
    const box = boxOf(triangle);
    return cutters.flatMap((cutter): Ring[] => {
      if (!boxesMeet(box, cutter.box)) return [];
      const piece = clipTo(triangle, cutter.ring);
      return piece.length > 2 && ringArea(piece) > 0 ? [piece] : [];
    });
  });
}

/** Area that two rings of any shape share. */
export const sharedArea = (p: Ring, q: Ring): number => ringsArea(commonPieces(p, q));

/** Area that what two lists of rings enclose has in common, clockwise ones left out of either. */
export const areaWithin = (rings: readonly Ring[], others: readonly Ring[]): number => {
  const signed = (list: readonly Ring[]) =>
    list.map((ring) => ({ sign: Math.sign(ringArea(ring)), round: counterClockwise(ring) }));
  const [own, theirs] = [signed(rings), signed(others)];
  return own.reduce(
    (sum, p) => theirs.reduce((all, q) => all + p.sign * q.sign * sharedArea(p.round, q.round), sum),
    0
  );
};

/** What bodies share in plan that is less is rounding, mm2. */
export const leastShared = 100;

/** Area of a ring inside the hull-like outline of a wall; exact for convex cutters, a lower bound otherwise. */
export function commonArea(ring: Ring, cutter: Ring): number {
  const rest = clipTo(ring, cutter);
  if (rest.length < 3) return 0;
  const middle = rest.reduce((sum, p) => ({ x: sum.x + p.x / rest.length, y: sum.y + p.y / rest.length }), {
    x: 0,
    y: 0
  });
  return ringHolds(cutter, middle) ? Math.max(0, ringArea(rest)) : 0;
}
