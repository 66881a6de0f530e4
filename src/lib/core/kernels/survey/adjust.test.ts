/** How sure places are, held against the pseudoinverse of what holds them, from slopes found by small steps. */
import fc from 'fast-check';
import { Matrix, pseudoInverse } from 'ml-matrix';
import { expect, it } from 'vitest';
import { cross, distance, subtract, type Point } from '../../geometry/point';
import { Spread, type Observed } from './adjust';
import { narrowRanks } from './order';

const value = (places: readonly Point[], one: Observed): number => {
  const [p, q] = [places[one.a]!, places[one.b]!];
  return 'at' in one
    ? cross(subtract(q, p), subtract(places[one.at]!, p)) / distance(p, q) / one.scatter
    : distance(p, q) / one.scatter;
};

function slopes(places: readonly Point[], one: Observed): number[] {
  const step = 1e-2;
  return places.flatMap((_, i) =>
    (['x', 'y'] as const).map((axis) => {
      const [more, less] = [step, -step].map((by) =>
        value(
          places.map((p, k) => (k === i ? { ...p, [axis]: p[axis] + by } : p)),
          one
        )
      );
      return (more! - less!) / (2 * step);
    })
  );
}

const inverseOf = (places: readonly Point[], seen: readonly Observed[]): Matrix => {
  const rows = new Matrix(seen.map((one) => slopes(places, one)));
  return pseudoInverse(rows.transpose().mmul(rows), 1e-9);
};

const scatterIn = (inverse: Matrix): number[] =>
  Array.from({ length: inverse.rows / 2 }, (_, i) =>
    Math.sqrt(inverse.get(2 * i, 2 * i) + inverse.get(2 * i + 1, 2 * i + 1))
  );

/** Places about a long strip, each measured from those shortly before it and from some far away, and one in line with two. */
const nets = fc
  .tuple(
    fc.array(fc.tuple(fc.integer({ min: -400, max: 400 }), fc.integer({ min: -400, max: 400 })), {
      ...{ minLength: 5, maxLength: 16 }
    }),
    fc.infiniteStream(fc.nat(9))
  )
  .map(([offs, chance]) => {
    const draw = () => chance.next().value as number;
    const places = offs.map(([x, y], i) => ({ x: 1500 * i + x, y: 2500 * (i % 2) + y }));
    const lengths = places.flatMap((_, b) =>
      places.slice(0, b).flatMap((__, a): Observed[] => {
        if (b - a > 2 && draw() > 0) return [];
        return [{ a, b, length: 0, scatter: 1 + draw() }];
      })
    );
    // Numbers of places say nothing of where they lie.
    const turned = places.map((_, i) => (7 * i + 3) % places.length);
    const isOrder = new Set(turned).size === places.length;
    const to = (i: number) => (isOrder ? turned[i]! : i);
    const seen = [...lengths, { at: 2, a: 0, b: 4, scatter: 1 }].map((one): Observed => ({
      ...{ ...one, a: to(one.a), b: to(one.b) },
      ...('at' in one ? { at: to(one.at) } : {})
    }));
    const moved: Point[] = [];
    places.forEach((p, i) => (moved[to(i)] = p));
    return { places: moved, seen };
  });

it('law: how far places may be off, how much each length is told by the rest, and what one more would do', () => {
  fc.assert(
    fc.property(nets, ({ places, seen }) => {
      const spread = Spread.of(places, seen)!;
      const inverse = inverseOf(places, seen);
      const near = (list: readonly number[]) => list.map((one) => expect.closeTo(one, 3));
      expect(spread.scatter).toEqual(near(scatterIn(inverse)));
      const toldBy = (one: Observed) => {
        const row = new Matrix([slopes(places, one)]);
        return row.mmul(inverse).mmul(row.transpose()).get(0, 0);
      };
      expect(seen.map((one) => spread.told(one))).toEqual(near(seen.map(toldBy)));
      const more = { a: 0, b: places.length - 1, length: 0, scatter: 2 };
      expect(spread.scatterWith(more)).toEqual(near(scatterIn(inverseOf(places, [...seen, more]))));
    }),
    { numRuns: 40 }
  );
});

it('tells nothing of places that swing, that lie apart, or that are one', () => {
  const at = (x: number, y: number) => ({ x, y });
  const four = [at(0, 0), at(4000, 0), at(4000, 3000), at(0, 3000)];
  const side = (a: number, b: number): Observed => ({ a, b, length: 0, scatter: 3 });
  const sides = [side(0, 1), side(1, 2), side(2, 3), side(0, 3)];
  expect(Spread.of(four, sides)).toBeUndefined();
  expect(Spread.of(four, [...sides, side(0, 2)])!.scatter.every((one) => one > 0 && one < 9)).toBe(true);
  expect(Spread.of(four, [side(0, 1), side(2, 3)])).toBeUndefined();
  expect(Spread.of([at(5, 5), at(5, 5)], [side(0, 1)])).toBeUndefined();
});

it('an order keeps a grid of places about as narrow as its narrow side, whatever they are called, and each place has its own', () => {
  const [wide, deep] = [4, 30];
  const name = (i: number, k: number) => (77 * (i * deep + k)) % (wide * deep + 1);
  const links = Array.from({ length: wide }, (_, i) =>
    Array.from({ length: deep }, (__, k) => [
      ...(i > 0 ? [[name(i, k), name(i - 1, k)]] : []),
      ...(k > 0 ? [[name(i, k), name(i, k - 1)]] : [])
    ]).flat()
  ).flat();
  const ranks = narrowRanks(wide * deep + 1, links);
  expect([...ranks].sort((p, q) => p - q)).toEqual([...ranks.keys()]);
  expect(Math.max(...links.map(([p, q]) => Math.abs(ranks[p!]! - ranks[q!]!)))).toBeLessThanOrEqual(wide + 2);
});
