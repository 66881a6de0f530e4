/** Room for texts in drawings: rectangles along a way, and whether one is clear of others. */
import { sharedArea } from '../geometry/common-area';
import { along, fromAngle, leftOf, type Point } from '../geometry/point';
import { boxesMeet, boxOf, type Ring } from '../geometry/ring';
import { halfOfText, type TextMark } from './marks';

/** About a point; `half`: along the way and across it. */
export const rectangle = (at: Point, way: Point, { x, y }: Point): Point[] => {
  const up = leftOf(way);
  return (
    [
      [-x, -y],
      [x, -y],
      [x, y],
      [-x, y]
    ] as const
  ).map(([a, b]) => along(along(at, way, a), up, b));
};

/** Shares no area with any that is taken; nearer than a square millimetre they only touch. */
export const isClear = (ring: Ring, taken: readonly Ring[]): boolean =>
  taken.every((other) => !boxesMeet(boxOf(ring), boxOf(other)) || sharedArea(ring, other) < 1);

/** What a text takes at so many mm a mm of paper. */
export const ringOfText = (
  { at, angle, text, height }: Pick<TextMark, 'at' | 'angle' | 'text' | 'height'>,
  paper: number
): Point[] => rectangle(at, fromAngle(angle), halfOfText(text, height, paper));
