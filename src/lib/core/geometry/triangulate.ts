/**
 * Triangles of a polygon with holes, and a point that is surely inside it. Ears are cut from the ring one by one, holes
 * joined to it by bridges first:
 *
 *      +---------+          winding of the triangles = winding of the outer ring, whichever it is; corners in a
 *      |\  +-+  /|          straight line are kept, as a neighbour may have its own corner there
 *      | \ | | / |
 *      +--\+-+/--+
 *
 * Cost: O(n log n) in common cases, O(n^2) at worst. Source: the earcut package (ear slicing on a z-order curve).
 */
import earcut from 'earcut';
import { distance, type Point } from './point';
import { ringArea, type Ring } from './ring';
import { tolerances } from './tolerances';

/**
 * Indices into the outer ring followed by the holes, three a triangle, in the winding of the outer ring.
 * Degenerate: fewer than three points give []. Source: the earcut package (ear slicing on a z-order curve).
 */
export function triangulate(outer: Ring, holes: readonly Ring[] = []): number[] {
  if (holes.length === 0 && outer.length === 3) return [0, 1, 2];
  if (holes.length === 0 && isConvexQuad(outer)) return [0, 1, 2, 0, 2, 3];
  const flat: number[] = [];
  const starts: number[] = [];
  const put = (ring: Ring) => {
    for (const p of ring) flat.push(p.x, p.y);
  };
  put(outer);
  for (const ring of holes) {
    starts.push(flat.length / 2);
    put(ring);
  }
  const triangles = earcut(flat, starts);
  // By the whole area: a first triangle along a straight border may be a hair's breadth to either side.
  let area = 0;
  for (let k = 0; k < triangles.length; k += 3) {
    const a = 2 * triangles[k]!;
    const b = 2 * triangles[k + 1]!;
    const c = 2 * triangles[k + 2]!;
    const [x, y] = [flat[a]!, flat[a + 1]!];
    area += (flat[b]! - x) * (flat[c + 1]! - y) - (flat[b + 1]! - y) * (flat[c]! - x);
  }
  if (area > 0 !== ringArea(outer) > 0) triangles.reverse();
  return triangles;
}

/**
 * Triangles of one counter-clockwise ring that use every vertex of it, also those on straight borders, so that
 * neighbours which share the border share its vertices too. Indices into the ring, three a triangle.
 */
export function triangulateWhole(ring: Ring): number[] {
  const n = ring.length;
  if (n === 3) return [0, 1, 2];
  if (isConvexQuad(ring)) return [0, 1, 2, 0, 2, 3];
  const triangles = triangulate(ring);
  if (triangles.length / 3 < n - 2) restoreDropped(ring, triangles);
  return triangles;
}

const turn = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);

/** Four corners, counter-clockwise. */
const isConvexQuad = (ring: Ring) =>
  ring.length === 4 && ring.every((p, i) => turn(p, ring[(i + 1) % 4]!, ring[(i + 2) % 4]!) > 0);

/** Ear slicing skips a vertex on a straight border: split the triangle that runs past it. */
function restoreDropped(ring: Ring, triangles: number[]) {
  const n = ring.length;
  const used = new Set(triangles);
  for (let v = 0; v < n; v++) {
    if (used.has(v)) continue;
    used.add(v);
    const before = (v + n - 1) % n;
    for (let i = 0; i < triangles.length; i++) {
      const start = i - (i % 3);
      const [a, b, c] = [triangles[i]!, triangles[start + ((i + 1) % 3)]!, triangles[start + ((i + 2) % 3)]!];
      if (a !== before || !isBetween(ring[v]!, ring[a]!, ring[b]!)) continue;
      triangles.splice(start, 3, a, v, c, v, b, c);
      break;
    }
  }
}

function isBetween(p: Point, a: Point, b: Point): boolean {
  const past = distance(a, p) + distance(p, b) - distance(a, b);
  return past < tolerances.nodeGrid / 10;
}

/** The triangles themselves, in the winding of the outer ring. */
export function trianglesOf(outer: Ring, holes: readonly Ring[] = []): [Point, Point, Point][] {
  const points = holes.length === 0 ? outer : [outer, ...holes].flat();
  const corners = triangulate(outer, holes);
  const triangles: [Point, Point, Point][] = [];
  for (let i = 0; i < corners.length; i += 3)
    triangles.push([points[corners[i]!]!, points[corners[i + 1]!]!, points[corners[i + 2]!]!]);
  return triangles;
}

/** The middle of the largest triangle: inside even for thin and concave shapes. Undefined without area. */
export function innerPoint(outer: Ring, holes: readonly Ring[] = []): Point | undefined {
  let best: Point | undefined;
  let most = 0;
  for (const triangle of trianglesOf(outer, holes)) {
    const area = Math.abs(ringArea(triangle));
    if (area > most) {
      most = area;
      best = middleOfTriangle(triangle);
    }
  }
  return best;
}

export const middleOfTriangle = ([a, b, c]: readonly [Point, Point, Point]): Point => ({
  x: (a.x + b.x + c.x) / 3,
  y: (a.y + b.y + c.y) / 3
});
