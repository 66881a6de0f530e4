/** A plane of a solved roof. */
import { ringHolds, ringsHold, type Ring } from '../../geometry/ring';
import type { Point } from '../../geometry/point';

import type { Plane } from '../../geometry/plane';

export interface RoofPlane {
  readonly name: string;
  /** Walls under the eave it rises from; none for a lid. */
  readonly walls: readonly string[];
  readonly ring: Ring;
  readonly underside: Plane;
  readonly top: Plane;
  readonly pitch: number;
  /** True area of the sloping top, mm2. */
  readonly area: number;
  /** Where a storey stands between it and what it is looked at from. */
  readonly except?: readonly Ring[];
}

/** Whether a plane lies over a place, seen from below. */
export const liesOver = ({ ring, except }: RoofPlane, p: Point): boolean =>
  ringHolds(ring, p) && !(except && ringsHold(except, p));
