import { expect, it } from 'vitest';
import { angleOf, fromAngle } from '../geometry/point';
import { degree } from '../units/angle';
import { readable } from './arrows';

it('a text along any way reads from below or from the right, a little past the upright too', () => {
  const read = (angle: number) =>
    Math.round((angleOf(readable(fromAngle(angle * degree))) / degree) * 10) / 10;
  expect([0, 45, 90, 90.3, 99, 101, 181, 269.7, 270, 270.3, 281].map(read)).toEqual([
    ...[0, 45, 90, 90.3, 99, -79, 1, 89.7, 90, 90.3, -79]
  ]);
});
