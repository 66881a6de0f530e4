/** Rings that share borders made to share their vertices, too. */
import { distance, lerp, type Point } from './point';
import { ringArea, type Ring } from './ring';
import { tolerances } from './tolerances';

/**
 * Put every ring's vertex that lies on another ring's border into that border, and make near vertices one.
 * Degenerate: a ring that shrinks to nothing answers undefined in its place. Cost O(n^2) on few rings.
 */
export function weldRings(
  rings: readonly Ring[],
  gap: number = tolerances.coincident
): (Point[] | undefined)[] {
  const points: Point[] = [];
  const canon = (p: Point) => {
    const old = points.find((q) => distance(p, q) <= gap);
    if (old) return old;
    points.push(p);
    return p;
  };
  const merged = rings.map((ring) =>
    ring.map(canon).filter((p, i, list) => p !== list[(i + list.length - 1) % list.length])
  );
  return merged.map((ring) => {
    const welded = ring.flatMap((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      const size = distance(p, q);
      const on = points
        .filter((v) => v !== p && v !== q)
        .map((v) => ({ v, k: ((v.x - p.x) * (q.x - p.x) + (v.y - p.y) * (q.y - p.y)) / (size * size) }))
        .filter(({ v, k }) => k > 0 && k < 1 && distance(v, lerp(p, q, k)) <= gap)
        .sort((a, b) => a.k - b.k);
      return [p, ...on.map(({ v }) => v)];
    });
    return welded.length >= 3 && ringArea(welded) > 0 ? welded : undefined;
  });
}
