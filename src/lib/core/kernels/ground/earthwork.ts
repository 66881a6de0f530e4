/** What is moved of ground, and where it stands over something: exact, as all of it is planes over convex pieces. mm. */
import { whereAbove } from '../../geometry/clip';
import { combine, flat, heightAt, type Plane } from '../../geometry/plane';
import { cross, distance, lerp, subtract, type Point } from '../../geometry/point';
import { edgesOf, ringArea, type Ring } from '../../geometry/ring';
import type { GroundPiece } from './shaped';

/** Of area. */
function middleOfArea(ring: Ring): Point {
  let [x, y] = [0, 0];
  for (const [p, q] of edgesOf(ring)) {
    const w = cross(p, q) / (6 * ringArea(ring));
    x += (p.x + q.x) * w;
    y += (p.y + q.y) * w;
  }
  return { x, y };
}

/** Volume between a plane and zero over a convex ring, where it is above. */
export function volumeAbove(ring: Ring, plane: Plane): number {
  const part = whereAbove(ring, plane);
  return part.length > 2 && ringArea(part) > 0 ? ringArea(part) * heightAt(plane, middleOfArea(part)) : 0;
}

export interface Earthwork {
  /** mm3, mm2. */
  readonly cut: number;
  readonly fill: number;
  readonly banks: number;
}

export function earthworkOf(pieces: readonly GroundPiece[]): Earthwork {
  return pieces.reduce(
    (sum, { ring, plane, old, kind }) => {
      if (kind === 'old') return sum;
      const change = combine(plane, -1, old);
      return {
        fill: sum.fill + volumeAbove(ring, change),
        cut: sum.cut + volumeAbove(ring, combine(flat(0), -1, change)),
        banks: sum.banks + (kind === 'pad' ? 0 : ringArea(ring))
      };
    },
    { cut: 0, fill: 0, banks: 0 }
  );
}

/** Where a surface stands above another: how much at most and where, and over what area; undefined where nowhere. */
export interface Excess {
  readonly most: number;
  readonly at: Point;
  readonly area: number;
}

export function excessOver(
  pieces: readonly { readonly ring: Ring; readonly over: Plane }[],
  slack: number
): Excess | undefined {
  let [most, area] = [slack, 0];
  let at: Point | undefined;
  for (const { ring, over } of pieces) {
    const part = whereAbove(ring, over);
    if (part.length < 3) continue;
    area += Math.max(0, ringArea(part));
    for (const p of part)
      if (heightAt(over, p) > most) {
        most = heightAt(over, p);
        at = p;
      }
  }
  return at && { most, at, area };
}

/** The part of a way through a convex ring, as shares of it; undefined where it misses. */
function shareWithin(ring: Ring, from: Point, to: Point): readonly [number, number] | undefined {
  let [low, high] = [0, 1];
  for (const [a, b] of edgesOf(ring)) {
    const side = (p: Point) => cross(subtract(b, a), subtract(p, a));
    const [s, t] = [side(from), side(to)];
    if (s < 0 && t < 0) return undefined;
    if (s < 0) low = Math.max(low, s / (s - t));
    else if (t < 0) high = Math.min(high, s / (s - t));
  }
  return low <= high ? [low, high] : undefined;
}

/** Where the ground stands over a level line: how much at most, where, and over what length (as `area`). */
export function excessAlong(
  pieces: readonly Pick<GroundPiece, 'ring' | 'plane'>[],
  from: Point,
  to: Point,
  level: number,
  slack: number
): Excess | undefined {
  let [most, length] = [slack, 0];
  let at: Point | undefined;
  for (const { ring, plane } of pieces) {
    const share = shareWithin(ring, from, to);
    if (!share) continue;
    const [p, q] = share.map((k) => lerp(from, to, k)) as [Point, Point];
    const [u, v] = [heightAt(plane, p) - level, heightAt(plane, q) - level];
    const whole = (share[1] - share[0]) * distance(from, to);
    if (u > 0 && v > 0) length += whole;
    else if (u > 0 || v > 0) length += (whole * Math.max(u, v)) / Math.abs(u - v);
    for (const [z, place] of [
      [u, p],
      [v, q]
    ] as const)
      if (z > most) [most, at] = [z, place];
  }
  return at && { most, at, area: length };
}
