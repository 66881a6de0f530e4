/** Random walls for the laws: joints of two to five arms, any build-up, any setting-out line. */
import fc from 'fast-check';
import { degree } from '../units/angle';
import { add, fromAngle, scale, type Point } from '../geometry/point';
import { duties } from '../kernels/joints/frame';
import { settingOuts, type Wall } from '../kinds/wall/record';
import type { BuildUp } from '../kinds/build-up/record';
import type { Rec } from '../document/record';
import { buildUpOf, wallOf } from './build';

export const buildUpArb = (id: string, many: boolean): fc.Arbitrary<BuildUp> =>
  many
    ? fc
        .array(fc.tuple(fc.integer({ min: 10, max: 140 }), fc.constantFrom(...duties)), {
          minLength: 1,
          maxLength: 5
        })
        .filter((plies) => plies.reduce((sum, [t]) => sum + t, 0) >= 50)
        .map((plies) => buildUpOf(id, ...plies))
    : fc.integer({ min: 50, max: 600 }).map((t) => buildUpOf(id, [t, 'structure']));

export interface RandomJoint {
  readonly records: readonly Rec[];
}

/** `arms` walls leaving one point, with the given least gap between neighbours, degrees. */
export function jointArb(
  arms: number,
  leastGap: number,
  many: boolean,
  anyLine: boolean
): fc.Arbitrary<RandomJoint> {
  const spare = 360 - arms * leastGap;
  return fc
    .record({
      turns: fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: arms, maxLength: arms }),
      start: fc.integer({ min: 0, max: 359 }),
      buildUps: fc.tuple(...Array.from({ length: arms }, (_, i) => buildUpArb(`b${i}`, many))),
      lines: fc.array(fc.constantFrom(...settingOuts), { minLength: arms, maxLength: arms }),
      sides: fc.array(fc.constantFrom('left' as const, 'right' as const), {
        minLength: arms,
        maxLength: arms
      }),
      reversed: fc.array(fc.boolean(), { minLength: arms, maxLength: arms }),
      heights: fc.array(fc.constantFrom(900, 2500, 2500, 2500), { minLength: arms, maxLength: arms })
    })
    .map(({ turns, start, buildUps, lines, sides, reversed, heights }) => {
      const total = turns.reduce((sum, turn) => sum + turn, 0) || 1;
      let angle = start;
      const walls = turns.map((turn, i): Wall => {
        const far = scale(fromAngle(angle * degree), 8000 + 500 * i);
        angle += leastGap + (spare * turn) / total;
        const [a, b] = reversed[i] ? [far, { x: 0, y: 0 }] : [{ x: 0, y: 0 }, far];
        return wallOf(`w${i}`, a, b, `b${i}`, {
          settingOut: anyLine ? lines[i]! : 'centre',
          outside: sides[i]!,
          top: { kind: 'height', height: heights[i]! }
        });
      });
      return { records: [...buildUps, ...walls] };
    });
}

/** A small plan: a closed outline turned by any angle, with partitions between points of its sides. */
export function planArb(many: boolean): fc.Arbitrary<RandomJoint> {
  return fc
    .record({
      corners: fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 3, maxLength: 6 }),
      size: fc.integer({ min: 5000, max: 12000 }),
      turn: fc.integer({ min: 0, max: 359 }),
      outer: buildUpArb('outer', many),
      inner: buildUpArb('inner', many),
      cuts: fc.array(
        fc.tuple(fc.nat(5), fc.nat(5), fc.integer({ min: 25, max: 75 }), fc.integer({ min: 25, max: 75 })),
        { maxLength: 3 }
      )
    })
    .map(({ corners, size, turn, outer, inner, cuts }) => {
      const n = corners.length;
      const points = corners.map((k, i): Point =>
        scale(fromAngle((turn + ((i + k / 250) * 360) / n) * degree), size)
      );
      const walls = points.map((p, i) =>
        wallOf(`o${i}`, p, points[(i + 1) % n]!, 'outer', { settingOut: 'outer' })
      );
      const on = (side: number, k: number) =>
        add(scale(points[side % n]!, 1 - k / 100), scale(points[(side + 1) % n]!, k / 100));
      cuts.forEach(([p, q, k, m], i) => {
        if (p % n !== q % n) walls.push(wallOf(`p${i}`, on(p, k), on(q, m), 'inner', { role: 'partition' }));
      });
      return { records: [outer, inner, ...walls] };
    });
}
