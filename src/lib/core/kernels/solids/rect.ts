/** Rectangles in the coordinates of a thing that stands somewhere, turned. */
import { along, fromAngle, leftOf, type Point } from '../../geometry/point';

export interface Rect {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

export const turned = (at: Point, angle: number, points: readonly (readonly [number, number])[]): Point[] => {
  const direction = fromAngle(angle);
  return points.map(([x, y]) => along(along(at, direction, x), leftOf(direction), y));
};

export const cornersOf = ({ x0, x1, y0, y1 }: Rect) =>
  [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1]
  ] as const;
