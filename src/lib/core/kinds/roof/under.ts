/** What a roof encloses. */
import { commonPieces } from '../../geometry/common-area';
import { heightAt } from '../../geometry/plane';
import { counterClockwise, ringArea } from '../../geometry/ring';
import { trianglesOf } from '../../geometry/triangulate';
import type { RoofModel } from './planes';

/** Between its plate level and the undersides of what is seen of it, within its bearing, mm3; what hangs lower counts nothing. */
export function volumeUnder({ roof, bearing, planes }: RoofModel): number {
  const triangles = bearing.flatMap((ring) => {
    const sign = Math.sign(ringArea(ring));
    return planes.flatMap((plane) =>
      commonPieces(plane.ring, counterClockwise(ring))
        .flatMap((piece) => trianglesOf(piece))
        .map((corners) => ({ corners, plane, sign }))
    );
  });
  return triangles.reduce((sum, { corners, plane, sign }) => {
    const heights = corners.map((p) => heightAt(plane.underside, p) - roof.plateLevel);
    return sum + sign * meanAbove(heights) * ringArea(corners);
  }, 0);
}

/** The mean of what is above zero over a triangle with heights at its corners; of what is cut off, the pyramid at one corner. */
function meanAbove(heights: readonly number[]): number {
  const [low, middle, high] = [...heights].sort((p, q) => p - q) as [number, number, number];
  if (high <= 0) return 0;
  const mean = (low + middle + high) / 3;
  if (low >= 0) return mean;
  if (middle <= 0) return high ** 3 / (3 * (high - low) * (high - middle));
  return mean + -(low ** 3) / (3 * (middle - low) * (high - low));
}
