/** Rings cut by a line. */
import type { Ring } from './ring';
import { heightAt, type Plane } from './plane';
import { cross, lerp, sameNode, subtract, unit, type Point } from './point';

/** The part of a convex or nearly convex ring on the left of the line a to b (Sutherland & Hodgman 1974). */
export function clipLeft(ring: Ring, a: Point, b: Point): Point[] {
  const d = unit(subtract(b, a));
  const side = (p: Point) => cross(d, subtract(p, a));
  const kept: Point[] = [];
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const [sp, sq] = [side(p), side(q)];
    if (sp >= 0) kept.push(p);
    if (sp > 0 !== sq > 0 && sp !== 0 && sq !== 0) {
      const k = sp / (sp - sq);
      kept.push({ x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k });
    }
  });
  return kept;
}

/** The part of a ring within a convex one, both convex or nearly so. */
export const clipTo = (ring: Ring, round: Ring): Ring =>
  round.reduce<Ring>(
    (rest, a, i) => (rest.length > 2 ? clipLeft(rest, a, round[(i + 1) % round.length]!) : []),
    ring
  );

/** The part of a convex ring over which a plane is at zero or above. */
export function whereAbove(ring: Ring, plane: Plane): Ring {
  const heights = ring.map((p) => heightAt(plane, p));
  const kept = ring.flatMap((p, i): Point[] => {
    const j = (i + 1) % ring.length;
    const [z, next] = [heights[i]!, heights[j]!];
    const cut = z > 0 !== next > 0 && z !== 0 && next !== 0 ? [lerp(p, ring[j]!, z / (z - next))] : [];
    return z >= 0 ? [p, ...cut] : cut;
  });
  return kept.filter((p, i) => !sameNode(p, kept[(i + 1) % kept.length]!));
}
