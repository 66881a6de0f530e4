/** Outlines solved as roofs are, for laws. */
import type { Point } from '../geometry/point';
import { boxOf, edgesOf, ringArea, ringsArea, ringsHold, type Ring } from '../geometry/ring';
import { inPlan, type Facet } from '../kernels/roof/facets';
import { nudged, tries } from '../kernels/roof/nudged';
import { solveWavefront, type FrontEdge, type Skeleton } from '../kernels/roof/wavefront';

/** Places within rings, `count` across and up their box, on no line of it. */
export function gridIn(rings: readonly Ring[], count: number): Point[] {
  const { minX, minY, maxX, maxY } = boxOf(rings[0]!);
  return Array.from({ length: count * count }, (_, k) => ({
    x: minX + ((maxX - minX) * ((k % count) + 0.513)) / count,
    y: minY + ((maxY - minY) * (Math.floor(k / count) + 0.517)) / count
  })).filter((p) => ringsHold(rings, p));
}

export interface Solved extends Skeleton {
  readonly parts: readonly { readonly facet: Facet; readonly ring: Ring }[];
  /** By how much the areas of the parts miss that of the outline, mm2. */
  readonly miss: number;
}

/**
 * Parts of facets in plan; where what is near an event does not do, all of the front is looked at, and then a hair's breadth
 * beside it. `profile`: of the edges in order.
 */
export function solved(
  rings: readonly Ring[],
  profile: (i: number) => FrontEdge['profile'],
  slack: number
): Solved {
  let last: Solved | undefined;
  for (const attempt of tries)
    for (const reach of ['near', 'whole'] as const) {
      let i = 0;
      const own = rings.map((ring) => nudged(ring, attempt));
      const fronts = own.map((ring) => edgesOf(ring).map(([a, b]) => ({ a, b, profile: profile(i++) })));
      const skeleton = solveWavefront(fronts, reach);
      const parts = inPlan(skeleton.facets).filter(({ ring }) => ringArea(ring) > 1);
      last = {
        ...skeleton,
        parts,
        miss: Math.abs(ringsArea(parts.map(({ ring }) => ring)) - ringsArea(own))
      };
      if (last.miss < slack) return last;
    }
  return last!;
}
