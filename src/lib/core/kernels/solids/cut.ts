/** What stands in the way of others, and the part of that which a box meets. */
import { boxesMeet, type Box, type Ring } from '../../geometry/ring';

/** A prism that is cut out of others. Heights above project zero; `z1` may be Infinity. */
export interface Cut {
  readonly subject: string;
  readonly ring: Ring;
  readonly box: Box;
  readonly z0: number;
  readonly z1: number;
  /** Roofs are cut too; what is carried up to a roof ends under it instead. */
  readonly roofs: boolean;
}

/** The cuts that reach into a box of the plan between two heights above project zero. */
export const cutsMeeting = (cuts: readonly Cut[], box: Box, z0: number, z1: number): Cut[] =>
  cuts.filter((cut) => cut.z0 < z1 && cut.z1 > z0 && boxesMeet(cut.box, box));
