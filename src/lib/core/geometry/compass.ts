/** Directions of the plan in words: y is to the north, x to the east, as on a drawing. */
import type { Point } from './point';

const ways = [
  'east',
  'north-east',
  'north',
  'north-west',
  'west',
  'south-west',
  'south',
  'south-east'
] as const;

export type Way = (typeof ways)[number];

/** The nearest of the eight ways; a direction of no length is taken for east. */
export function compassOf({ x, y }: Point): Way {
  const eighths = Math.round(Math.atan2(y, x) / (Math.PI / 4));
  return ways[(eighths + 8) % 8]!;
}
