/**
 * Plan cells that carry heights: the shape in plan of a solid is cut into pieces along every line at which its section
 * changes, and each piece carries the intervals of height that are full. Column solids are built from such cells without
 * any boolean of bodies, so nothing can fail to close.
 *
 *        void (hole or cut)          over the plan of a ply:     each cell's heights:
 *       +----+ z1                   +------+-----+-----+          a: base..top
 *       |    |                      |  a   |  b  |  c  |          b: base..z0, z1..top
 *   ----+----+---- ply              +------+-----+-----+          c: base..top
 *        z0
 *
 * Cost: one planar arrangement for each ring (see geometry/arrangement). Source: own derivation.
 */
import { along, distance, lerp, nearestOnSegment, sameNode, type Point } from '../../geometry/point';
import {
  boxHolds,
  boxOf,
  boxesMeet,
  edgesOf,
  ringArea,
  ringHolds,
  type Box,
  type Ring
} from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { flat, heightAt, type Cell, type Interval, type Plane } from '../../geometry/columns';
import { innerPoint } from '../../geometry/triangulate';
import { arrange, type Segment } from '../../geometry/arrangement';
import type { Cut } from './cut';
import type { RoofPlane } from '../roof/planes';

/** What is taken out of a prism between two heights; its borders cut the footprint so that no piece has a hole. */
export interface Void {
  readonly z0: number;
  readonly z1: number;
  holds(p: Point): boolean;
  readonly borders: readonly Segment[];
  /** The part of a line within it. */
  clip(line: Segment): Segment[];
}

/** `across`: a line that way through the middle of the cut keeps what is round it from being a ring with a hole. */
export function cutVoid(cut: Cut, across: Point, datum: number): Void {
  const { ring, box } = cut;
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  return {
    z0: cut.z0 - datum,
    z1: cut.z1 - datum,
    borders: [...edgesOf(ring), [along(middle, across, -chordReach), along(middle, across, chordReach)]],
    holds: (p) => ringHolds(ring, p),
    clip: (line) => [line]
  };
}

/** Past any wall, slab or roof, mm. */
const chordReach = 1_000_000;

/** Whether a border of a piece lies on the border of something that stands there. */
export function isOnCut(
  cuts: readonly { readonly ring: Ring; readonly box: Box }[],
  p: Point,
  q: Point
): boolean {
  const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
  const slack = tolerances.coincident;
  return cuts.some(
    ({ ring, box }) =>
      boxHolds(box, middle, slack) &&
      ring.some((a, i) => distance(middle, nearestOnSegment(middle, a, ring[(i + 1) % ring.length]!)) < slack)
  );
}

/** The pieces of a footprint between the borders of voids. */
export function piecesOf(ring: Ring, voids: readonly Void[]): Ring[] {
  const box = boxOf(ring);
  return arrangeCells(
    ring,
    voids.flatMap(({ borders }) => borders.filter((border) => boxesMeet(boxOf(border), box)))
  );
}

export const raise = (plane: Plane, by: number): Plane => ({ ...plane, c: plane.c + by });

/** Without the cells that have nothing in them, raised to the datum. */
export function liftCells(cells: readonly Cell[], by: number): Cell[] {
  const full = cells.filter(({ intervals }) => intervals.length > 0);
  if (by === 0) return full;
  return full.map(({ ring, intervals }) => ({
    ring,
    intervals: intervals.map((i) => ({ ...i, bottom: raise(i.bottom, by), top: raise(i.top, by) }))
  }));
}

/** What is left of [bottom, top] at a cell after the voids there. */
export function intervalsBetween(
  bottom: number,
  top: Plane,
  topName: string,
  holes: readonly Pick<Void, 'z0' | 'z1'>[],
  middle: Point,
  topAt: number
): Interval[] {
  let from: { plane: Plane; name: string; z: number } = { plane: flat(bottom), name: 'base', z: bottom };
  const out: Interval[] = [];
  const put = (to: Plane, name: string, z: number) => {
    if (z > from.z + tolerances.coincident / 10)
      out.push({ bottom: from.plane, top: to, bottomName: from.name, topName: name });
  };
  for (const { z0, z1 } of [...holes].sort((p, q) => p.z0 - q.z0)) {
    if (z1 <= bottom || z0 >= topAt) continue;
    put(flat(z0), 'sill', z0);
    if (z1 > from.z) from = { plane: flat(z1), name: 'head', z: z1 };
  }
  if (from.z < topAt) put(top, topName, heightAt(top, middle));
  return out;
}

/** A piece between flat heights, less the voids that hold it. */
export function flatCell(piece: Ring, voids: readonly Void[], z0: number, z1: number): Cell {
  const middle = middleOf(piece);
  const within = voids.filter((one) => one.z1 > z0 && one.z0 < z1 && one.holds(middle));
  return { ring: piece, intervals: intervalsBetween(z0, flat(z1), 'top', within, middle, z1) };
}

export const middleOf = (ring: Ring): Point => innerPoint(ring) ?? ring[0]!;

/**
 * The pieces of a ring along lines that go right across it, as the ridge goes across a gable; undefined where one ends
 * within the ring, comes near a corner, or cuts a piece more than once: there an arrangement must say.
 */
function piecesAcross(ring: Ring, cuts: readonly Segment[]): Ring[] | undefined {
  let pieces: Ring[] = [ring];
  const used: Segment[] = [];
  for (const cut of cuts) {
    if (used.some((other) => isSame(cut, other))) continue;
    used.push(cut);
    const after: Ring[] = [];
    for (const piece of pieces) {
      const halves = splitAcross(piece, cut);
      if (!halves) return undefined;
      after.push(...halves);
    }
    pieces = after;
  }
  return pieces;
}

/** Whichever way they run. */
const isSame = ([a, b]: Segment, [c, d]: Segment) =>
  (sameNode(a, c) && sameNode(b, d)) || (sameNode(a, d) && sameNode(b, c));

/** The ring itself where the line misses it, two where it goes right across, undefined in any other case. */
function splitAcross(ring: Ring, [a, b]: Segment): Ring[] | undefined {
  const size = distance(a, b);
  const [dx, dy] = [(b.x - a.x) / size, (b.y - a.y) / size];
  const slack = tolerances.coincident;
  let [least, most] = [Infinity, -Infinity];
  const off = ring.map(({ x, y }) => {
    const t = dx * (x - a.x) + dy * (y - a.y);
    least = Math.min(least, t);
    most = Math.max(most, t);
    return dx * (y - a.y) - dy * (x - a.x);
  });
  if (!(size > slack) || most < -slack || least > size + slack) return [ring];
  // A line that only runs along the border, as a hip along a mitre, cuts nothing.
  if (off.every((y) => y <= slack) || off.every((y) => y >= -slack)) return [ring];
  if (off.some((y) => Math.abs(y) <= slack)) return undefined;
  const crossed = off.flatMap((y, i) => (y < 0 === off[(i + 1) % off.length]! < 0 ? [] : [i]));
  if (crossed.length > 2) return undefined;
  const [i, j] = crossed as [number, number];
  const at = (k: number) => {
    const next = (k + 1) % ring.length;
    return lerp(ring[k]!, ring[next]!, off[k]! / (off[k]! - off[next]!));
  };
  const [p, q] = [at(i), at(j)];
  const [tp, tq] = [p, q].map(({ x, y }) => dx * (x - a.x) + dy * (y - a.y)) as [number, number];
  if (Math.max(tp, tq) < -slack || Math.min(tp, tq) > size + slack) return [ring];
  if (Math.min(tp, tq) < slack || Math.max(tp, tq) > size - slack) return undefined;
  const halves = [
    [...ring.slice(0, i + 1), p, q, ...ring.slice(j + 1)],
    [p, ...ring.slice(i + 1, j + 1), q]
  ];
  return halves.every((half) => ringArea(half) > tolerances.scrap) ? halves : undefined;
}

/** Faces of the ring cut by segments. */
export function arrangeCells(ring: Ring, cuts: readonly Segment[]): Ring[] {
  const across = piecesAcross(ring, cuts);
  if (across) return across;
  const arrangement = arrange([...edgesOf(ring), ...cuts]);
  return (arrangement?.faces ?? []).flatMap(({ outer, holes }) => {
    const inside = innerPoint(outer, holes);
    return inside && holes.length === 0 && ringHolds(ring, inside) && ringArea(outer) > tolerances.scrap
      ? [outer]
      : [];
  });
}

/** Cells under roofs: cut by the voids, at the planes' borders, and where a plane crosses base, top or a void's heights. */
export function cellsUnder(
  ring: Ring,
  voids: readonly Void[],
  z0: number,
  z1: number,
  over: readonly RoofPlane[],
  height: number
): Cell[] {
  const ceiling = z1 === Infinity ? Infinity : z1;
  const fallback = z1 === Infinity ? height : z1;
  const box = boxOf(ring);
  const planes = over.filter((plane) => boxesMeet(boxOf(plane.ring), box));
  const cuts: Segment[] = voids.flatMap(({ borders }) => borders);
  for (const plane of planes) {
    plane.ring.forEach((p, i) => cuts.push([p, plane.ring[(i + 1) % plane.ring.length]!]));
    for (const z of z1 === Infinity ? [z0] : [z0, z1]) cuts.push(...levelLine(plane.underside, z, box));
    for (const one of voids)
      for (const z of [one.z0, one.z1])
        if (Number.isFinite(z))
          cuts.push(...levelLine(plane.underside, z, box).flatMap((line) => one.clip(line)));
  }
  return arrangeCells(ring, cuts).map((piece) => {
    const middle = middleOf(piece);
    const within = voids.filter((one) => one.holds(middle));
    const lowest = planes
      .filter((plane) => ringHolds(plane.ring, middle))
      .sort((p, q) => heightAt(p.underside, middle) - heightAt(q.underside, middle))[0];
    const cut = lowest && heightAt(lowest.underside, middle) < ceiling;
    const top = cut ? lowest.underside : flat(fallback);
    return {
      ring: piece,
      intervals: intervalsBetween(
        z0,
        top,
        cut ? `under ${lowest.name}` : 'top',
        within,
        middle,
        heightAt(top, middle)
      )
    };
  });
}

/** The line where a plane is at height z, as a segment across the box. */
function levelLine(plane: Plane, z: number, box: ReturnType<typeof boxOf>): Segment[] {
  const steep = Math.hypot(plane.a, plane.b);
  if (steep < tolerances.parallel) return [];
  const centre = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const reach = Math.hypot(box.maxX - box.minX, box.maxY - box.minY);
  const off = (z - heightAt(plane, centre)) / steep;
  if (Math.abs(off) > reach) return [];
  const [nx, ny] = [plane.a / steep, plane.b / steep];
  const foot = { x: centre.x + nx * off, y: centre.y + ny * off };
  return [
    [
      { x: foot.x - ny * reach, y: foot.y + nx * reach },
      { x: foot.x + ny * reach, y: foot.y - nx * reach }
    ]
  ];
}

export const acrossPage: Point = { x: 1, y: 0 };
