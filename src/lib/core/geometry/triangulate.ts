/** Triangles of a polygon with holes, and a point that is surely inside it. */
import earcut from 'earcut';
import type { Point } from './point';
import { ringArea, type Ring } from './ring';

/**
 * Indices into the outer ring followed by the holes, three a triangle, in the winding of the outer ring.
 * Degenerate: fewer than three points give []. Source: the earcut package (ear slicing on a z-order curve).
 */
export function triangulate(outer: Ring, holes: readonly Ring[] = []): number[] {
  if (outer.length === 3 && holes.length === 0) return [0, 1, 2];
  const flat: number[] = [];
  const starts: number[] = [];
  for (const ring of [outer, ...holes]) {
    if (ring !== outer) starts.push(flat.length / 2);
    for (const p of ring) flat.push(p.x, p.y);
  }
  const triangles = earcut(flat, starts);
  const [a, b, c] = [triangles[0], triangles[1], triangles[2]];
  if (a === undefined || b === undefined || c === undefined) return [];
  const at = (i: number): Point => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! });
  if (ringArea([at(a), at(b), at(c)]) > 0 !== ringArea(outer) > 0) triangles.reverse();
  return triangles;
}

/** The middle of the largest triangle: inside even for thin and concave shapes. Undefined without area. */
export function innerPoint(outer: Ring, holes: readonly Ring[] = []): Point | undefined {
  const points = [outer, ...holes].flat();
  const triangles = triangulate(outer, holes);
  let best: Point | undefined;
  let most = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [points[triangles[i]!]!, points[triangles[i + 1]!]!, points[triangles[i + 2]!]!];
    const area = Math.abs(ringArea([a, b, c]));
    if (area > most) {
      most = area;
      best = { x: (a.x + b.x + c.x) / 3, y: (a.y + b.y + c.y) / 3 };
    }
  }
  return best;
}
