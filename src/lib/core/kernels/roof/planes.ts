/** A plane of a solved roof. */
import type { Ring } from '../../geometry/ring';

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
}
