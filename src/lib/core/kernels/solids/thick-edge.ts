/**
 * The thickened edge of a slab: so much deeper along its border, with a side at 45 degrees to the underside within.
 *
 *     ------------------------------  underside of the slab
 *     |            /                  e deeper over a breadth b,
 *     |___________/                   from there to nothing at b + e
 *          b
 *
 * How far a place lies from the border is the height of a roof of 45 degrees over the outline, cut off at b + e: the facets
 * are those of the roof solver, mitred at corners, re-entrant ones too. Source: own.
 */
import { simpleFaces } from '../../geometry/arrangement';
import type { Cell } from '../../geometry/columns';
import { combine, flat, heightAt, type Plane } from '../../geometry/plane';
import { edgesOf, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { leftOf, lerp, subtract, unit } from '../../geometry/point';
import { solveWavefront, type FrontEdge } from '../roof/wavefront';

export interface ThickEdge {
  readonly width: number;
  readonly depth: number;
}

/** Cells under an underside at height 0, over outlines (clockwise ones are holes); none where the outline cannot be solved. */
export function thickEdgeCells(rings: readonly Ring[], { width, depth }: ThickEdge): Cell[] {
  const loops = rings.map((ring) =>
    edgesOf(ring).map(([a, b]) => ({ a, b, profile: [{ from: 0, speed: 1 }] }))
  );
  const { facets, edges } = solveWavefront(loops, 'near', width + depth);
  const sloped = facets.flatMap(({ corners, vertical, edge }) => {
    if (vertical || edge < 0 || corners.length < 3) return [];
    const ring = corners.map(({ x, y }) => ({ x, y }));
    return ringArea(ring) > tolerances.scrap ? [{ ring, away: awayFrom(edges[edge]!) }] : [];
  });
  const lines = sloped.flatMap(({ ring, away }) => [...edgesOf(ring), ...lineAt(ring, away, width)]);
  return (simpleFaces(lines) ?? []).flatMap((ring): Cell[] => {
    const p = ringArea(ring) > tolerances.scrap ? innerPoint(ring) : undefined;
    const facet = p && sloped.find((one) => ringHolds(one.ring, p));
    if (!facet || heightAt(facet.away, p) >= width + depth) return [];
    const bottom =
      heightAt(facet.away, p) <= width ? flat(-depth) : combine(facet.away, -1, flat(width + depth));
    return [{ ring, intervals: [{ bottom, top: flat(0), bottomName: 'base', topName: 'top' }] }];
  });
}

/** How far a place lies inside of an edge of an outline that has its inside on the left. */
function awayFrom({ a, b }: Pick<FrontEdge, 'a' | 'b'>): Plane {
  const { x, y } = leftOf(unit(subtract(b, a)));
  return { a: x, b: y, c: -(x * a.x + y * a.y) };
}

/** Where a plane over a ring is at a height. */
function lineAt(ring: Ring, plane: Plane, z: number) {
  const points = edgesOf(ring).flatMap(([p, q]) => {
    const [a, b] = [heightAt(plane, p) - z, heightAt(plane, q) - z];
    return a > 0 !== b > 0 ? [lerp(p, q, a / (a - b))] : [];
  });
  return points.length === 2 ? [[points[0]!, points[1]!] as const] : [];
}
