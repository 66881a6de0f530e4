/** Outlines solved as roofs are, for laws. */
import { ringArea, ringsArea, type Ring } from '../geometry/ring';
import { inPlan, type Facet } from '../kernels/roof/facets';
import { solveWavefront, type FrontEdge, type Skeleton } from '../kernels/roof/wavefront';

export interface Solved extends Skeleton {
  readonly parts: readonly { readonly facet: Facet; readonly ring: Ring }[];
  /** By how much the areas of the parts miss that of the outline, mm2. */
  readonly miss: number;
}

/** Parts of facets in plan; where what is near an event does not do, all of the front is looked at. */
export function solved(fronts: readonly (readonly FrontEdge[])[], area: number, slack: number): Solved {
  const found = (['near', 'whole'] as const).map((reach) => () => {
    const skeleton = solveWavefront(fronts, reach);
    const parts = inPlan(skeleton.facets).filter(({ ring }) => ringArea(ring) > 1);
    return { ...skeleton, parts, miss: Math.abs(ringsArea(parts.map(({ ring }) => ring)) - area) };
  });
  const near = found[0]!();
  return near.miss < slack ? near : found[1]!();
}
