/**
 * Walks that should come back to where they began. The compass rule (Bowditch, 1808) gives each leg a part of what is left
 * over in proportion to its length; of a square house only legs that run along an axis take up what is left over along it,
 * so that no leg is turned. mm.
 */
import { add, length, scale, type Point } from '../../geometry/point';

export type Closing = 'compass' | 'square';

/** Where a walk ends, from where it began: what is left over. */
export const leftOver = (legs: readonly Point[]): Point => legs.reduce(add, { x: 0, y: 0 });

/** The legs of a walk that comes back; all zero legs stay as they are. */
export function closedLegs(legs: readonly Point[], how: Closing): Point[] {
  const over = leftOver(legs);
  const sum = (size: (leg: Point) => number) => legs.reduce((all, leg) => all + size(leg), 0);
  if (how === 'compass') {
    const whole = sum(length);
    return legs.map((leg) => (whole > 0 ? add(leg, scale(over, -length(leg) / whole)) : leg));
  }
  const [across, up] = [sum(({ x }) => Math.abs(x)), sum(({ y }) => Math.abs(y))];
  return legs.map(({ x, y }) => ({
    x: across > 0 ? x - (over.x * Math.abs(x)) / across : x,
    y: up > 0 ? y - (over.y * Math.abs(y)) / up : y
  }));
}

/** Where each leg ends, from zero on. */
export const endsOf = (legs: readonly Point[]): Point[] => {
  let at: Point = { x: 0, y: 0 };
  return legs.map((leg) => (at = add(at, leg)));
};
