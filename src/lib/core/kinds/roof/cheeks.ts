/**
 * Cheeks: the upright sides of a roof that is let into others, as a dormer is. They stand within its bearing, along every
 * edge that has no wall under it, from the underside of the roof that it is let into up to its own.
 *
 *        own roof  _______                   seen from above: w a wall, its front; c cheeks
 *          ______-'|      |                      +-w-w-w-+
 *     c   |########|     host                    c       c
 *     ____|######-'                              c       c
 *        -'####-' underside of the host          +       +   where its own roof dips under the other they end
 *
 * Heights over the storey's datum. Degenerate: over no other roof there is none. Cost: an arrangement of the planes near.
 * Source: own.
 */
import { arrange } from '../../geometry/arrangement';
import type { Cell } from '../../geometry/columns';
import { heightAt } from '../../geometry/plane';
import { along, cross, leftOf, lerp, meetLines, subtract, unit, type Point } from '../../geometry/point';
import { boxOf, boxesMeet, edgesOf, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { levelLines } from '../../kernels/roof/overlay';
import type { MadeEdge } from './edges';
import type { OtherPlane } from './lines';
import type { RoofModel } from './planes';

/** `thicknessOf`: of a wall under an edge. `hosts`: planes of other roofs as they are before they meet. */
export function cheeksOf(
  { roof, bearing, edges, planes }: RoofModel,
  hosts: readonly OtherPlane[],
  thicknessOf: (wall: string) => number
): Cell[] {
  const { cheeks } = roof;
  if (!cheeks) return [];
  const isBuilt = (p: Point) => planes.some((plane) => ringHolds(plane.ring, p));
  const strips = bearing.flatMap((ring, r) =>
    stripsOf(ring, edges[r]!, cheeks.thickness, thicknessOf, isBuilt)
  );
  const near = (one: { readonly ring: Ring }) =>
    strips.some((strip) => boxesMeet(boxOf(strip), boxOf(one.ring)));
  const [own, others] = [planes.filter(near), hosts.filter(near)];
  const faces = arrange([
    ...[...strips, ...[...own, ...others].map(({ ring }) => ring)].flatMap(edgesOf),
    ...own.flatMap((one) =>
      others.flatMap((other) => levelLines(one.underside, other.underside, [one.ring, other.ring]))
    )
  ])?.faces;
  return (faces ?? []).flatMap(({ outer, holes }): Cell[] => {
    const middle = holes.length === 0 && ringArea(outer) > tolerances.scrap ? innerPoint(outer) : undefined;
    if (!middle || !strips.some((strip) => ringHolds(strip, middle))) return [];
    const over = own.find(({ ring }) => ringHolds(ring, middle))?.underside;
    const high = over ? heightAt(over, middle) - tolerances.coincident : -Infinity;
    const under = others
      .filter(({ ring, underside }) => heightAt(underside, middle) < high && ringHolds(ring, middle))
      .sort((p, q) => heightAt(q.underside, middle) - heightAt(p.underside, middle))[0]?.underside;
    if (!over || !under) return [];
    return [{ ring: outer, intervals: [{ bottom: under, top: over, bottomName: 'foot', topName: 'top' }] }];
  });
}

/** So far within an edge is looked whether its roof is built there, mm. */
const inside = 1;

/** Along the edges of a ring without a wall, mitred with one another, and behind the walls under others. */
function stripsOf(
  ring: Ring,
  edges: readonly MadeEdge[],
  thickness: number,
  thicknessOf: (wall: string) => number,
  isBuilt: (p: Point) => boolean
): Ring[] {
  const n = ring.length;
  const lines = ring.map((from, k) => {
    const { walls, kind } = edges[k]!;
    const to = ring[(k + 1) % n]!;
    const way = unit(subtract(to, from));
    const [wall] = walls;
    // Along its back, which lies under the other roof, nothing stands.
    const isSeen = [0.1, 0.5, 0.9].some((share) =>
      isBuilt(along(lerp(from, to, share), leftOf(way), inside))
    );
    const isOpen = wall === undefined && isSeen && kind !== 'meeting' && kind !== 'abutment';
    return { from, way, isOpen, inner: isOpen ? thickness : wall === undefined ? 0 : thicknessOf(wall) };
  });
  return lines.flatMap((line, k): Ring[] => {
    if (!line.isOpen) return [];
    const at = (offset: number, other: (typeof lines)[number], otherwise: Point): Point => {
      const from = (one: typeof line, by: number) => along(one.from, leftOf(one.way), by);
      const isCorner = Math.abs(cross(line.way, other.way)) > tolerances.square;
      // At its outer line it begins behind a wall, and in the corner where another strip does.
      const beyond = other.isOpen && offset === 0 ? 0 : other.inner;
      const met = isCorner
        ? meetLines(from(line, offset), line.way, from(other, beyond), other.way)
        : undefined;
      return met ?? along(otherwise, leftOf(line.way), offset);
    };
    const [before, after] = [lines[(k + n - 1) % n]!, lines[(k + 1) % n]!];
    const end = ring[(k + 1) % n]!;
    const strip = [
      at(0, before, line.from),
      at(0, after, end),
      at(line.inner, after, end),
      at(line.inner, before, line.from)
    ];
    return ringArea(strip) > tolerances.scrap ? [strip] : [];
  });
}
