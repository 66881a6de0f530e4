/** The hole that a stair wants in a floor. */
import { whereAbove } from '../../geometry/clip';
import { combine, raise, type Plane } from '../../geometry/plane';
import { ringArea, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { unionOf } from '../../geometry/union';
import type { PitchPiece } from './pieces';

/** What a floor must be open over, so that there is headroom: the rings of where the pitch comes nearer to its underside. */
export function leastHole(pitch: readonly PitchPiece[], headroom: number, under: Plane): Ring[] {
  const pieces = pitch.flatMap(({ ring, plane }) => {
    const clean = whereAbove(ring, raise(combine(plane, -1, under), headroom));
    return clean.length > 2 && ringArea(clean) > tolerances.scrap ? [clean] : [];
  });
  return unionOf(pieces);
}
