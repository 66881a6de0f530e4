/** Rings: open lists of three or more points, counter-clockwise outside, clockwise for holes, millimetres. */
import { orient2d } from 'robust-predicates';
import { cross, distance, lerp, locate, nearestOnSegment, subtract, unit, type Point } from './point';
import { tolerances } from './tolerances';

export type Ring = readonly Point[];

/** Its edges, the one from each point to the next. */
export const edgesOf = (ring: Ring): (readonly [Point, Point])[] =>
  ring.map((p, i) => [p, ring[(i + 1) % ring.length]!]);

export interface Box {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

/** Exact sign: positive when c lies to the left of a to b. (The package's own sign is the reverse.) */
export function sideOf(a: Point, b: Point, c: Point): number {
  return -orient2d(a.x, a.y, b.x, b.y, c.x, c.y);
}

/** Signed area, mm2: positive for counter-clockwise. Measured from the first point to keep digits. */
export function ringArea(ring: Ring): number {
  const o = ring[0];
  if (!o) return 0;
  let sum = 0;
  for (let i = 1; i + 1 < ring.length; i++) sum += cross(subtract(ring[i]!, o), subtract(ring[i + 1]!, o));
  return sum / 2;
}

/** The ring that way round, or itself where it runs so. */
export const counterClockwise = (ring: Ring): Ring => (ringArea(ring) < 0 ? [...ring].reverse() : ring);

/** How far a place is from the border of a ring, on either side of it. */
export const gapToBorder = (ring: Ring, p: Point): number =>
  Math.min(...edgesOf(ring).map(([a, b]) => distance(p, nearestOnSegment(p, a, b))));

/** How far a place is from the nearest border of several rings; infinite where there are none. */
export const gapToBorders = (rings: readonly Ring[], p: Point): number =>
  Math.min(...rings.map((ring) => gapToBorder(ring, p)));

/** Outlines, and the courts that clockwise rings leave in them, turned counter-clockwise. */
export const outlinesAndCourts = (rings: readonly Ring[]): { outer: Ring[]; courts: Ring[] } => ({
  outer: rings.filter((ring) => ringArea(ring) > 0),
  courts: rings.filter((ring) => ringArea(ring) < 0).map((ring) => [...ring].reverse())
});

/** The areas of rings together. */
export const ringsArea = (rings: readonly Ring[]): number =>
  rings.reduce((sum, ring) => sum + ringArea(ring), 0);

export function ringPerimeter(ring: Ring): number {
  return ring.reduce((sum, p, i) => sum + distance(p, ring[(i + 1) % ring.length]!), 0);
}

export function boxOf(points: Iterable<Point>): Box {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const p of points) {
    minX = Math.min(minX, p.x);
    minY = Math.min(minY, p.y);
    maxX = Math.max(maxX, p.x);
    maxY = Math.max(maxY, p.y);
  }
  return { minX, minY, maxX, maxY };
}

/** Whether two boxes share a point, or come within a margin of each other. */
export const boxHolds = ({ minX, minY, maxX, maxY }: Box, { x, y }: Point, margin = 0): boolean =>
  x >= minX - margin && x <= maxX + margin && y >= minY - margin && y <= maxY + margin;

export const boxesMeet = (p: Box, q: Box, margin = 0): boolean =>
  p.minX <= q.maxX + margin &&
  p.maxX >= q.minX - margin &&
  p.minY <= q.maxY + margin &&
  p.maxY >= q.minY - margin;

/** Inside by crossing number; points on the border may fall either way. */
export function ringHolds(ring: Ring, p: Point): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [a, b] = [ring[i]!, ring[j]!];
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** Inside of what rings enclose, clockwise ones left out. */
export const ringsHold = (rings: readonly Ring[], p: Point): boolean =>
  rings.reduce((sum, ring) => (ringHolds(ring, p) ? sum + Math.sign(ringArea(ring)) : sum), 0) > 0;

/** Rings that run clockwise, each with the smallest counter-clockwise one round it: by the places of those, their own first. */
export function loopsOf(rings: readonly Ring[]): number[][] {
  const outer = rings.flatMap((ring, i) => (ringArea(ring) > 0 ? [{ ring, i, area: ringArea(ring) }] : []));
  const loops = new Map(outer.map(({ i }) => [i, [i]]));
  rings.forEach((ring, k) => {
    if (loops.has(k)) return;
    const round = outer.filter((one) => ringHolds(one.ring, ring[0]!)).sort((p, q) => p.area - q.area)[0];
    if (round) loops.get(round.i)!.push(k);
  });
  return [...loops.values()];
}

/** Separate lines, two points each, without their parts inside a ring. */
export function partsOutside(lines: readonly Point[], ring: Ring): Point[] {
  const out: Point[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const [p, q] = [lines[i]!, lines[i + 1]!];
    const d = subtract(q, p);
    const cuts = ring.flatMap((a, k) => {
      const e = subtract(ring[(k + 1) % ring.length]!, a);
      const across = cross(d, e);
      if (across === 0) return [];
      const [t, u] = [cross(subtract(a, p), e) / across, cross(subtract(a, p), d) / across];
      return t > 0 && t < 1 && u >= 0 && u <= 1 ? [t] : [];
    });
    const stops = [0, ...cuts.sort((m, n) => m - n), 1];
    for (let k = 0; k + 1 < stops.length; k++) {
      const [from, to] = [stops[k]!, stops[k + 1]!];
      if (to > from && !ringHolds(ring, lerp(p, q, (from + to) / 2)))
        out.push(lerp(p, q, from), lerp(p, q, to));
    }
  }
  return out;
}

/** Where a line enters and leaves a ring, in order: how far along it, an even number of times. */
export function crossingsOf(ring: Ring, through: Point, direction: Point): number[] {
  return edgesOf(ring)
    .flatMap(([a, b]) => {
      const [p, q] = [locate(a, through, direction), locate(b, through, direction)];
      // A corner on the line belongs to the side above it, so that each is met once.
      return p.y >= 0 === q.y >= 0 ? [] : [p.t + ((q.t - p.t) * p.y) / (p.y - q.y)];
    })
    .sort((p, q) => p - q);
}

/** Whether two closed segments cross at a point inside both (touching ends do not count). */
export function segmentsCross(a: Point, b: Point, c: Point, d: Point): boolean {
  return sideOf(a, b, c) * sideOf(a, b, d) < 0 && sideOf(c, d, a) * sideOf(c, d, b) < 0;
}

/** Simple: no two edges cross inside. Touching vertices are allowed. Cost O(n^2); rings here are short. */
export function isSimple(ring: Ring): boolean {
  const n = ring.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++)
      if (
        (i !== 0 || j !== n - 1) &&
        segmentsCross(ring[i]!, ring[(i + 1) % n]!, ring[j]!, ring[(j + 1) % n]!)
      )
        return false;
  return true;
}

/** Drop points that repeat their forerunner to within `gap`. */
export function dropRepeats(ring: Ring, gap: number): Point[] {
  const kept: Point[] = [];
  for (const p of ring) if (kept.length === 0 || distance(kept[kept.length - 1]!, p) > gap) kept.push(p);
  while (kept.length > 1 && distance(kept[0]!, kept[kept.length - 1]!) <= gap) kept.pop();
  return kept;
}

/** Drop points that lie on the line of their neighbours to within `gap`. */
export function dropCollinear(ring: Ring, gap: number): Point[] {
  const kept = dropRepeats(ring, gap);
  for (let i = 0; kept.length > 3 && i < kept.length;) {
    const [a, p, b] = [kept[(i + kept.length - 1) % kept.length]!, kept[i]!, kept[(i + 1) % kept.length]!];
    const base = distance(a, b);
    const off = base === 0 ? 0 : Math.abs(cross(subtract(b, a), subtract(p, a))) / base;
    if (off <= gap) {
      kept.splice(i, 1);
      i = Math.max(0, i - 1);
    } else i += 1;
  }
  return kept;
}

/** Whether a stretch lies along one of some segments. */
export const liesAlong = (p: Point, q: Point, segments: readonly (readonly [Point, Point])[]): boolean => {
  const middle = lerp(p, q, 0.5);
  return segments.some(([a, b]) => {
    const way = subtract(b, a);
    const size = distance(a, b);
    const { t, y } = locate(middle, a, unit(way));
    const turned = Math.abs(cross(way, subtract(q, p))) / size;
    return Math.abs(y) < tolerances.coincident && turned < tolerances.coincident && t > 0 && t < size;
  });
};
