/** What drawings have of arrows: down a slope, with a text along them. */
import { add, dot, fromAngle, leftOf, scale, subtract, unit, type Point } from '../geometry/point';
import { degree } from '../units/angle';

/** mm of paper: how far back a head reaches, and how far aside. */
const head = { long: 1.4, half: 0.6 };

/** Separate lines, two points each: a shaft and its head, at a scale of mm to a mm of paper. */
export function arrowLines(from: Point, to: Point, paper: number): Point[] {
  const back = unit(subtract(from, to));
  const barbs = [1, -1].flatMap((side) => [
    to,
    add(to, scale(add(scale(back, head.long), scale(leftOf(back), head.half * side)), paper))
  ]);
  return [from, to, ...barbs];
}

/** So far past the upright a text still reads from the right: walls off square by a little read as square ones do. */
const past = fromAngle(10 * degree);

/** That way, or the other, so that a text along it reads from below or from the right. */
export const readable = (way: Point): Point => (dot(way, past) < -1e-9 ? scale(way, -1) : way);
