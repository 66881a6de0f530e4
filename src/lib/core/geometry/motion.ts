/** Motions of the plan that keep sizes: mirrored or not, then turned about zero, then shifted. */
import { add, angleOf, fromAngle, rotate, scale, subtract, unit, type Point } from './point';

/** `flips`: first mirrored in the x axis, so left becomes right; then turned by `angle`, then shifted by `by`. */
export interface Motion {
  readonly angle: number;
  readonly flips: boolean;
  readonly by: Point;
}

export const stay: Motion = { angle: 0, flips: false, by: { x: 0, y: 0 } };
export const shiftBy = (by: Point): Motion => ({ ...stay, by });

/** A direction or vector, moved. */
export function turnedVector({ angle, flips }: Motion, d: Point): Point {
  const from = flips ? { x: d.x, y: -d.y } : d;
  return angle === 0 ? from : rotate(from, angle);
}

export const moved = (motion: Motion, p: Point): Point => add(turnedVector(motion, p), motion.by);

const holding = (angle: number, flips: boolean, from: Point, to: Point): Motion => ({
  angle,
  flips,
  by: subtract(to, turnedVector({ angle, flips, by: to }, from))
});

export const turnAbout = (point: Point, angle: number): Motion => holding(angle, false, point, point);
/** In the line through two points; which must not be one. */
export const mirrorIn = (a: Point, b: Point): Motion =>
  holding(2 * angleOf(unit(subtract(b, a))), true, a, a);

/** First `p`, then `q`. */
export const composed = (p: Motion, q: Motion): Motion => ({
  angle: q.angle + (q.flips ? -p.angle : p.angle),
  flips: p.flips !== q.flips,
  by: moved(q, p.by)
});

export function inverted({ angle, flips, by }: Motion): Motion {
  const back: Motion = { angle: flips ? angle : -angle, flips, by: { x: 0, y: 0 } };
  return { ...back, by: scale(turnedVector(back, by), -1) };
}

/** The motion that takes one directed stretch to another of its length, mirrored or not. */
export function motionBetween(
  [a, b]: readonly [Point, Point],
  [c, d]: readonly [Point, Point],
  flips: boolean
): Motion {
  const from = angleOf(subtract(b, a));
  const angle = angleOf(subtract(d, c)) - (flips ? -from : from);
  return holding(angle, flips, a, c);
}

/** The direction of an angle, moved, as an angle. */
export const turnedAngle = (motion: Motion, angle: number): number =>
  angleOf(turnedVector(motion, fromAngle(angle)));
