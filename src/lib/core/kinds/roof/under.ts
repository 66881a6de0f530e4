/** What a roof encloses. */
import { commonPieces } from '../../geometry/common-area';
import { heightAt } from '../../geometry/plane';
import { ringArea } from '../../geometry/ring';
import { trianglesOf } from '../../geometry/triangulate';
import type { RoofModel } from './planes';

/** Between its plate level and the undersides of what is seen of it, within its bearing, mm3; what hangs lower counts nothing. */
export function volumeUnder({ roof, bearing, planes }: RoofModel): number {
  const triangles = bearing.flatMap((ring) =>
    planes.flatMap((plane) =>
      commonPieces(plane.ring, ring)
        .flatMap((piece) => trianglesOf(piece))
        .map((corners) => ({ corners, plane }))
    )
  );
  return triangles.reduce((sum, { corners, plane }) => {
    const heights = corners.map((p) => heightAt(plane.underside, p) - roof.plateLevel);
    const mean = heights.reduce((all, one) => all + one, 0) / heights.length;
    return sum + Math.max(0, mean) * ringArea(corners);
  }, 0);
}
