import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, lerp } from '../../geometry/point';
import { lineAt, thinned } from './line-drawing';

const place = fc.double({ min: -50, max: 50, noNaN: true });

describe('more lines than can be told apart', () => {
  it('law: each that is left out has one beside it, about as long and as steep, that is not', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place, place, place), { maxLength: 80 }), (list) => {
        const drawing = { lines: Float64Array.from(list.flat()) };
        const ids = list.map((_, i) => i);
        const cell = 4;
        const left = thinned(drawing, ids, cell);
        const of = (i: number) => {
          const [a, b] = lineAt(drawing, i);
          const [wide, high] = [Math.abs(b.x - a.x), Math.abs(b.y - a.y)];
          return { middle: lerp(a, b, 0.5), length: Math.max(wide, high, cell), isSteep: high > wide };
        };
        for (const i of ids.filter((one) => !left.includes(one))) {
          const gone = of(i);
          expect(
            left.some((j) => {
              const one = of(j);
              const ratio = one.length / gone.length;
              return (
                distance(one.middle, gone.middle) <= cell * Math.SQRT2 + 1e-9 &&
                ratio >= 0.5 - 1e-9 &&
                ratio <= 2 + 1e-9 &&
                one.isSteep === gone.isSteep
              );
            })
          ).toBe(true);
        }
      })
    );
  });

  it('leaves one of many in a cell, and all that stand apart', () => {
    const lines = (list: number[][]) => ({ lines: Float64Array.from(list.flat()) });
    const near = Array.from({ length: 1000 }, (_, i) => [i / 1000, 0, i / 1000 + 0.5, 0.1]);
    expect(thinned(lines(near), [...near.keys()], 4)).toEqual([0]);
    const apart = Array.from({ length: 1000 }, (_, i) => [10 * i, 0, 10 * i + 0.5, 0.1]);
    expect(thinned(lines(apart), [...apart.keys()], 4)).toHaveLength(1000);
  });
});
