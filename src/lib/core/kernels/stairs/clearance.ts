/**
 * The room over and under a stair. The pitch surface runs over the nosings; what is asked of it and of undersides is linear
 * over every piece, so the least is at a corner of what two pieces share, and value and place are exact. mm.
 */
import { heightAt, type Plane } from '../../geometry/plane';
import { lerp, meanOf, type Point } from '../../geometry/point';
import { boxesMeet, boxOf, edgesOf, ringsHold, type Ring } from '../../geometry/ring';
import type { PitchPiece } from './pieces';

/** Something over a stair: what it lies over, holes clockwise, between two planes. `of`: what it is of. */
export interface Cover {
  readonly of: string;
  readonly rings: readonly Ring[];
  readonly under: Plane;
  readonly top: Plane;
}

export interface Clearance {
  readonly clear: number;
  readonly at: Point;
  readonly of: string;
}

/** Where a border that only touches is none, mm. */
const touch = 0.5;

/** Drawn in to its middle by a hair, so that what only touches shares nothing. */
function drawnIn(ring: Ring): Ring {
  const middle = meanOf(ring);
  return ring.map((p) => {
    const far = Math.hypot(p.x - middle.x, p.y - middle.y);
    return lerp(p, middle, far > 0 ? Math.min(1, touch / far) : 0);
  });
}

/** Where two segments cross; none where they run alike. */
function crossing([a, b]: readonly [Point, Point], [c, d]: readonly [Point, Point]): Point[] {
  const [dx, dy, ex, ey] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const across = dx * ey - dy * ex;
  if (Math.abs(across) < 1e-12) return [];
  const t = ((c.x - a.x) * ey - (c.y - a.y) * ex) / across;
  const u = ((c.x - a.x) * dy - (c.y - a.y) * dx) / across;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [lerp(a, b, t)] : [];
}

/** Corners of what a piece and rings share. */
function sharedCorners(piece: Ring, rings: readonly Ring[]): Point[] {
  const within = drawnIn(piece);
  if (!rings.some((ring) => boxesMeet(boxOf(ring), boxOf(within)))) return [];
  return [
    ...within.filter((p) => ringsHold(rings, p)),
    ...rings.flatMap((ring) => ring.filter((p) => ringsHold([within], p))),
    ...edgesOf(within).flatMap((one) =>
      rings.flatMap((ring) => edgesOf(ring).flatMap((two) => crossing(one, two)))
    )
  ];
}

/** The least height between a pitch surface and what lies over it; what lies wholly below it is nothing over it. */
export function leastClearance(
  pitch: readonly PitchPiece[],
  covers: readonly Cover[]
): Clearance | undefined {
  let least: Clearance | undefined;
  for (const { of, rings, under, top } of covers)
    for (const piece of pitch)
      for (const at of sharedCorners(piece.ring, rings)) {
        const z = heightAt(piece.plane, at);
        const clear = heightAt(under, at) - z;
        if (heightAt(top, at) >= z && (!least || clear < least.clear)) least = { clear, at, of };
      }
  return least;
}

/** How far from the first nosing a height fits beneath a flight, whose body is `waist` thick square to itself. */
export function fitsBeneath(
  height: number,
  { riser, going }: { readonly riser: number; readonly going: number },
  waist: number
): number {
  const cos = going / Math.hypot(riser, going);
  return Math.max(0, ((height + waist / cos) * going) / riser);
}
