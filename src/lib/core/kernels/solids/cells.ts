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
import { type Point } from '../../geometry/point';
import {
  boxOf,
  boxesMeet,
  edgesOf,
  gapToBorder,
  ringArea,
  ringPerimeter,
  type Ring
} from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { type Cell, type Interval } from '../../geometry/columns';
import { flat, heightAt, raise, type Plane } from '../../geometry/plane';
import { innerPoint } from '../../geometry/triangulate';
import { type Segment } from '../../geometry/arrangement';

import { arrangeCells, type Void } from './pieces';
import { liesOver, type RoofPlane } from '../roof/planes';

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

/** All between two planes. */
export const prism = (ring: Ring, bottom: Plane, top: Plane): Cell => ({
  ring,
  intervals: [{ bottom, top, bottomName: 'base', topName: 'top' }]
});

export const middleOf = (ring: Ring): Point => innerPoint(ring) ?? ring[0]!;

/** From where to where a piece reaches; `base`: the foot of what it is of, under which no roof covers it. */
export interface Reach {
  readonly base: number;
  readonly z0: number;
  readonly z1: number;
}

/** Cells under roofs: cut by the voids, at the planes' borders, and where a plane crosses base, top or a void's heights. */
export function cellsUnder(
  ring: Ring,
  voids: readonly Void[],
  { base, z0, z1 }: Reach,
  over: readonly RoofPlane[],
  height: number
): Cell[] {
  const ceiling = z1 === Infinity ? Infinity : z1;
  const fallback = z1 === Infinity ? height : z1;
  const box = boxOf(ring);
  const planes = over.filter((plane) => boxesMeet(boxOf(plane.ring), box));
  const cuts: Segment[] = voids.flatMap(({ borders }) => borders);
  for (const plane of planes) {
    for (const one of [plane.ring, ...(plane.except ?? [])]) cuts.push(...edgesOf(one));
    for (const z of new Set([base, z0, ...(z1 === Infinity ? [] : [z1])]))
      cuts.push(...levelLine(plane.underside, z, box));
    for (const one of voids)
      for (const z of [one.z0, one.z1])
        if (Number.isFinite(z))
          cuts.push(...levelLine(plane.underside, z, box).flatMap((line) => one.clip(line)));
  }
  return arrangeCells(ring, cuts).map((piece) => {
    const middle = middleOf(piece);
    const within = voids.filter((one) => one.holds(middle));
    const lowestOf = (found: readonly RoofPlane[]) =>
      found
        .filter(({ underside }) => heightAt(underside, middle) > base)
        .sort((p, q) => heightAt(p.underside, middle) - heightAt(q.underside, middle))[0];
    const above = planes.filter((plane) => liesOver(plane, middle));
    // What rounding leaves of a piece beside a plane's border ends as that does, and not as a fin over it.
    const isFin = above.length === 0 && (2 * ringArea(piece)) / ringPerimeter(piece) < tolerances.coincident;
    const lowest = lowestOf(isFin ? planes.filter((plane) => endsAt(plane, middle)) : above);
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

const endsAt = ({ ring }: RoofPlane, p: Point): boolean => gapToBorder(ring, p) < tolerances.coincident;

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
