import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, type Point } from '../../geometry/point';
import { adjusted, type CornerLength } from './adjust';
import { roomShape } from './lengths';

const of = (s: number, list: readonly (readonly [string, number])[]): CornerLength[] =>
  list.map(([pair, length]) => {
    const [a, b] = pair.split('-').map((one) => Number(one) - 1) as [number, number];
    return { a, b, length, scatter: s };
  });
const sides = [
  ['1-2', 4210],
  ['2-3', 3105],
  ['3-4', 4195],
  ['4-1', 3090]
] as const;

const solved = (count: number, lengths: readonly CornerLength[]) => {
  const shape = roomShape(count, lengths);
  if (shape.state !== 'solved') throw new Error(shape.state);
  return shape;
};

describe('a room of four corners', () => {
  it('from sides and one diagonal, as worked by hand', () => {
    const { corners, spare, worst } = solved(4, of(3, [...sides, ['1-3', 5238]]));
    const worked = [
      [0, 0],
      [4210, 0],
      [4218.494, 3104.988],
      [23.521, 3089.91]
    ];
    worked.forEach(([x, y], i) => {
      expect(corners[i]!.x).toBeCloseTo(x!, 3);
      expect(corners[i]!.y).toBeCloseTo(y!, 3);
    });
    expect([spare, worst]).toEqual([0, []]);
  });

  it('from sides and both: what is left over of each, and all as much against what it lets be', () => {
    const { corners, fits, spare } = solved(4, of(3, [...sides, ['1-3', 5238], ['2-4', 5212]]));
    const worked = [
      [4211.746, 0],
      [4214.834, 3106.285],
      [18.109, 3091.239]
    ];
    worked.forEach(([x, y], i) => {
      expect(corners[i + 1]!.x).toBeCloseTo(x!, 3);
      expect(corners[i + 1]!.y).toBeCloseTo(y!, 3);
    });
    [-1.746, -1.286, -1.752, -1.292, 2.178, 2.167].forEach((left, i) =>
      expect(fits[i]!.left).toBeCloseTo(left, 3)
    );
    for (const { weight } of fits) expect(Math.abs(weight)).toBeCloseTo(1.449, 3);
    expect(spare).toBe(1);
  });

  it('without a diagonal it swings; with one that is too long it cannot be, and the three corners are named', () => {
    expect(roomShape(4, of(3, sides))).toMatchObject({ state: 'open', missing: 1, wanted: [[0, 2]] });
    const long = of(3, [
      ['1-2', 4000],
      ['2-3', 3000],
      ['3-4', 4000],
      ['4-1', 3000],
      ['1-3', 7200]
    ]);
    expect(roomShape(4, long)).toEqual({ state: 'cannot', corners: [0, 1, 2] });
  });
});

const l: readonly Point[] = [
  [0, 0],
  [5200, 0],
  [5200, 2400],
  [3100, 2400],
  [3100, 4000],
  [0, 4000]
].map(([x, y]) => ({ x: x!, y: y! }));
const lengthsOf = (
  corners: readonly Point[],
  pairs: readonly (readonly [number, number])[],
  s = 3
): CornerLength[] =>
  pairs.map(([a, b]) => ({ a, b, length: Math.round(distance(corners[a]!, corners[b]!)), scatter: s }));
const ring = (n: number) => Array.from({ length: n }, (_, i): [number, number] => [i, (i + 1) % n]);

it('a slip of 30 in a room of six corners is named where lengths are enough to tell, as worked', () => {
  const slipped = (...more: [number, number][]) =>
    lengthsOf(l, [...ring(6), [0, 2], [0, 3], [0, 4], [1, 3], ...more]).map((one) =>
      one.a === 0 && one.b === 3 ? { ...one, length: one.length + 30 } : one
    );
  const one = solved(6, slipped());
  expect(one.fits.filter(({ weight }) => Math.abs(Math.abs(weight) - 3.97) < 0.01)).toHaveLength(6);
  expect(one.fits.filter(({ checked }) => checked < 1e-6)).toHaveLength(4);
  // One of the six is checked too little to be named.
  expect(one.worst).toHaveLength(5);
  const weights = (more: [number, number]) => {
    const { fits, worst } = solved(
      6,
      slipped(...[[3, 5] as [number, number]], ...(more[0] < 0 ? [] : [more]))
    );
    return { worst, sizes: fits.map(({ weight }) => Math.abs(weight)).sort((p, q) => q - p) };
  };
  const two = weights([-1, -1]);
  expect(two.worst).toEqual([7]);
  expect([two.sizes[0], two.sizes[1]].map((w) => Number(w!.toFixed(2)))).toEqual([5.3, 3.51]);
  const three = weights([1, 5]);
  expect(three.worst).toEqual([7]);
  expect([three.sizes[0], three.sizes[1]].map((w) => Number(w!.toFixed(2)))).toEqual([5.3, 3.36]);
});

/** Rooms that go round a middle, so that fans from their corners lie inside where they bulge. */
const rooms = fc
  .record({
    n: fc.integer({ min: 4, max: 10 }),
    radii: fc.array(fc.integer({ min: 2500, max: 5000 }), { minLength: 10, maxLength: 10 })
  })
  .map(({ n, radii }) =>
    Array.from({ length: n }, (_, i): Point => {
      const turn = (2 * Math.PI * i) / n;
      // Bulging: no corner lies further in than half of what its neighbours let.
      const r = 4000 + (radii[i]! - 3750) * (n > 6 ? 0.1 : 0.35);
      return { x: r * Math.cos(turn), y: r * Math.sin(turn) };
    })
  );
const worstOff = (p: readonly Point[], q: readonly Point[]) =>
  Math.max(...p.flatMap((a, i) => p.map((b, k) => Math.abs(distance(a, b) - distance(q[i]!, q[k]!)))));

it('sides and diagonals that do not cross give back any room; each length less lets a corner swing', () => {
  fc.assert(
    fc.property(rooms, fc.integer({ min: 0, max: 9 }), (corners, k) => {
      const n = corners.length;
      const fan = Array.from({ length: n - 3 }, (_, i): [number, number] => [0, i + 2]);
      const exact = [...ring(n), ...fan].map(([a, b]) => ({
        ...{ a, b, scatter: 3 },
        length: distance(corners[a]!, corners[b]!)
      }));
      expect(worstOff(solved(n, exact).corners, corners)).toBeLessThan(0.01);
      const less = roomShape(
        n,
        exact.filter((_, i) => i !== k % exact.length)
      );
      expect(less).toMatchObject({ state: 'open', missing: 1 });
      // The one that is asked for makes it whole.
      const [want] = less.state === 'open' ? less.wanted : [];
      const more = {
        a: want![0],
        b: want![1],
        length: distance(corners[want![0]]!, corners[want![1]]!),
        scatter: 3
      };
      const again = roomShape(n, [...exact.filter((_, i) => i !== k % exact.length), more]);
      expect(again.state === 'open' ? again.missing : 0).toBe(0);
    }),
    { numRuns: 100 }
  );
});

it('the least of what is left over is that of the normal equations, solved directly', () => {
  fc.assert(
    fc.property(
      rooms,
      fc.array(fc.integer({ min: -6, max: 6 }), { minLength: 60, maxLength: 60 }),
      (corners, noise) => {
        const n = corners.length;
        const all = corners.flatMap((_, a) => corners.flatMap((__, b) => (a < b ? [[a, b] as const] : [])));
        const lengths = lengthsOf(corners, all).map((one, i) => ({
          ...one,
          length: one.length + noise[i % 60]!
        }));
        const found = solved(n, lengths);
        // At the least no small move of any corner lowers the sum of squares.
        const sum = (places: readonly Point[]) =>
          lengths.reduce(
            (all_, { a, b, length }) => all_ + (length - distance(places[a]!, places[b]!)) ** 2,
            0
          );
        const least = sum(found.corners);
        found.corners.forEach((_, i) => {
          for (const [x, y] of [
            [0.05, 0],
            [-0.05, 0],
            [0, 0.05],
            [0, -0.05]
          ])
            expect(
              sum(found.corners.map((p, k) => (k === i ? { x: p.x + x!, y: p.y + y! } : p)))
            ).toBeGreaterThanOrEqual(least - 1e-6);
        });
        // From the true corners it settles in the same shape.
        expect(worstOff(adjusted(corners, lengths), found.corners)).toBeLessThan(0.01);
      }
    ),
    { numRuns: 60 }
  );
});

it('says the scatter of corners, and which diagonal would help most', () => {
  const fan = lengthsOf(l, [...ring(6), [0, 2], [0, 3], [0, 4]]);
  const before = solved(6, fan);
  expect(before.best).toBeDefined();
  const after = solved(6, [...fan, ...lengthsOf(l, [before.best!])]);
  expect(Math.max(...after.scatter)).toBeLessThan(0.9 * Math.max(...before.scatter));
});

it('over a corner that goes in, diagonals inside are asked for; one outside is read by where corners are about', () => {
  const about = l.map(({ x, y }, i) => ({ x: x + 90 * Math.sin(i), y: y - 90 * Math.cos(i) }));
  const less = roomShape(6, lengthsOf(l, [...ring(6), [0, 3]]), about);
  expect(less.state === 'open' && less.wanted.every(([a, b]) => !(a === 2 && b === 4))).toBe(true);
  // From C to E one measures past D, outside.
  const outside = [...ring(6), [2, 4], [0, 2], [0, 4]] as [number, number][];
  const exact = outside.map(([a, b]) => ({ a, b, length: distance(l[a]!, l[b]!), scatter: 3 }));
  const shape = roomShape(6, exact, about);
  expect(shape.state === 'solved' && worstOff(shape.corners, l)).toBeLessThan(0.01);
});

it('of forty corners with their sides alone tells what would hold them without thinking long', () => {
  const many = Array.from({ length: 40 }, (_, i): Point => {
    const turn = (Math.PI * i) / 20;
    return { x: 9000 * Math.cos(turn), y: 9000 * Math.sin(turn) };
  });
  const shape = roomShape(40, lengthsOf(many, ring(40)), many);
  expect(shape.state === 'open' && [shape.missing, shape.wanted.length]).toEqual([37, 37]);
  const held = roomShape(
    40,
    [...lengthsOf(many, ring(40)), ...(shape.state === 'open' ? lengthsOf(many, shape.wanted) : [])],
    many
  );
  // Triangles as flat as these hold corners only to some metres: one length more is asked for.
  expect(held.state === 'open' && [held.missing, held.wanted.length]).toEqual([1, 1]);
});
