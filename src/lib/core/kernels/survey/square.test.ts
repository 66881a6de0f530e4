import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rotate, type Point } from '../../geometry/point';
import { apart, quartersOf, squareShape } from './square';
import { closedLegs, endsOf, leftOver } from './traverse';

const at = (...list: [number, number][]): Point[] => list.map(([x, y]) => ({ x, y }));

describe('a walk round a house that does not close', () => {
  const legs = at([8400, 0], [0, 5200], [-8410, 0], [0, -5215]);

  it('is closed by the compass rule, or as a square house, as worked by hand', () => {
    expect(leftOver(legs)).toEqual({ x: -10, y: -15 });
    const near = (found: readonly Point[], worked: readonly Point[]) =>
      worked.forEach(({ x, y }, i) => {
        expect(found[i]!.x).toBeCloseTo(x, 3);
        expect(found[i]!.y).toBeCloseTo(y, 3);
      });
    near(
      endsOf(closedLegs(legs, 'compass')),
      at([8403.085, 4.628], [8404.995, 5207.493], [-1.916, 5212.127], [0, 0])
    );
    const square = closedLegs(legs, 'square');
    expect(square.map(({ x, y }) => x === 0 || y === 0)).toEqual([true, true, true, true]);
    near(endsOf(square), at([8404.997, 0], [8404.997, 5207.489], [0, 5207.489], [0, 0]));
  });

  it('comes back whatever its legs', () => {
    const walks = fc.array(
      fc.record({ x: fc.integer({ min: -9000, max: 9000 }), y: fc.integer({ min: -9000, max: 9000 }) }),
      {
        minLength: 2,
        maxLength: 12
      }
    );
    fc.assert(
      fc.property(walks, (walk) => {
        const { x, y } = leftOver(closedLegs(walk, 'compass'));
        if (walk.some((leg) => leg.x !== 0 || leg.y !== 0)) expect(Math.hypot(x, y)).toBeLessThan(1e-6);
      })
    );
  });
});

describe('a room that is declared square', () => {
  const l = at([0, 0], [5200, 0], [5200, 2400], [3100, 2400], [3100, 4000], [0, 4000]);

  it('turns as its corners are pointed out, about; a way back or an odd corner is none', () => {
    expect(quartersOf(l)).toEqual([0, 1, 2, 1, 2, 3]);
    expect(quartersOf(l.map((p) => rotate(p, 0.3)))).toEqual([0, 1, 2, 1, 2, 3]);
    expect(quartersOf(at([0, 0], [4100, 200], [4000, 3000], [-100, 2900]))).toEqual([0, 1, 2, 3]);
    expect(quartersOf(at([0, 0], [4000, 0], [2000, 3000]))).toBeUndefined();
  });

  it('shares out what is left over; one side along each axis need not be measured; diagonals are held against it', () => {
    const sides = [5210, 2400, 2100, 1600, 3100, 4000].map((length, i) => ({
      ...{ a: Math.min(i, (i + 1) % 6), b: Math.max(i, (i + 1) % 6) },
      ...{ length, scatter: 3 }
    }));
    const shape = squareShape(quartersOf(l)!, [...sides, { a: 0, b: 2, length: 5740, scatter: 3 }]);
    if (shape.state !== 'solved') throw new Error(shape.state);
    expect(shape.over).toEqual({ x: 10, y: 0 });
    expect(shape.corners[1]!.x).toBeCloseTo(5210 - (10 * 5210) / 10410, 6);
    expect(shape.left[0]).toBeCloseTo((10 * 5210) / 10410, 6);
    expect(shape.left[6]).toBeCloseTo(5740 - Math.hypot(shape.corners[2]!.x, 2400), 6);
    const less = squareShape(quartersOf(l)!, sides.slice(1));
    expect(less.state === 'solved' && less.corners[1]!.x).toBeCloseTo(5200, 6);
    expect(squareShape(quartersOf(l)!, sides.slice(0, 3))).toEqual({ state: 'open', sides: [3, 5] });
  });

  it('costs what its corners lie off when laid over the other as well as can be', () => {
    const square = at([0, 0], [4000, 0], [4000, 3000], [0, 3000]);
    expect(
      apart(
        square,
        square.map((p) => rotate({ x: p.x + 700, y: p.y - 200 }, 1.1))
      )
    ).toBeCloseTo(0, 6);
    expect(apart(square, at([0, 0], [4000, 0], [4040, 3000], [40, 3000]))).toBeGreaterThan(10);
  });
});
