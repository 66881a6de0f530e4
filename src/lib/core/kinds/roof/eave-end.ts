/** How an eave ends, seen in section: for its body, for the boards at it, and for its picture. Lengths and heights in mm. */
import { tolerances } from '../../geometry/tolerances';
import { boards, type EaveCut } from './record';

/** An eave at its outer line; `slope`: rise for each mm inwards; `out`: how far it lies outside of the bearing. */
interface EaveSection {
  readonly high: number;
  readonly low: number;
  readonly plate: number;
  readonly slope: number;
  readonly out: number;
}

/** `run`: how far in its cut meets the underside, 0 of one that is plumb; `foot`: how high that is. */
export interface EaveEnd {
  readonly run: number;
  readonly foot: number;
}

/** Where the overhang is too short for the cut, or nothing is left to cut, it is plumb. */
export function eaveEnd(cut: EaveCut, { high, low, plate, slope, out }: EaveSection): EaveEnd {
  const runs: Record<EaveCut, number> = {
    plumb: 0,
    square: ((high - low) * slope) / (1 + slope * slope),
    level: (Math.min(high, plate) - low) / slope
  };
  const run = runs[cut];
  const fits = run > tolerances.joint && run <= out + tolerances.joint;
  return fits ? { run, foot: low + run * slope } : { run: 0, foot: low };
}

/** Of a level soffit: under the foot of the eave, or lower where the fascia would else not cover its end. */
export const soffitFoot = (foot: number, high: number, fascia: number): number =>
  Math.min(foot - boards.soffit, fascia > 0 ? high - fascia + boards.nib : Infinity);
