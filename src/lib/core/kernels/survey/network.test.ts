/** Nets of rooms against the houses that their lengths were taken from. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cross, distance, dot, meanOf, rotate, subtract, type Point } from '../../geometry/point';
import { roomShape } from './lengths';
import {
  missingOf,
  netAbout,
  thicknessBetween,
  type DoorLength,
  type Doorway,
  type NetRoom,
  type OutsideLength
} from './network';

/** Numbers that follow from a seed, evenly from 0 to 1. */
const numbers = (seed: number) => {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
};

interface House {
  /** Corners of each room, counter-clockwise from the lower left, in truth. */
  readonly truth: readonly Point[][];
  readonly rooms: readonly NetRoom[];
  readonly doorways: readonly Doorway[];
  readonly outside: readonly OutsideLength[];
}

/** A house of rooms in a grid, each a little askew, with a doorway between any two beside each other; all measured by a tape. */
function house(seed: number, columns: number, rows: number, scatter: number): House {
  const next = numbers(seed);
  const normal = () => scatter * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  const between = (low: number, high: number) => low + (high - low) * next();
  const wall = 120;
  const stops = (n: number) => {
    const found = [0];
    for (let i = 0; i < n; i++) found.push(found[i]! + wall + between(2600, 4800));
    return found;
  };
  const [xs, ys] = [stops(columns), stops(rows)];
  const askew = (p: Point) => ({ x: p.x + between(-15, 15), y: p.y + between(-15, 15) });
  const truth = Array.from({ length: rows * columns }, (_, i): Point[] => {
    const [c, r] = [i % columns, Math.floor(i / columns)];
    const [x0, x1, y0, y1] = [xs[c]!, xs[c + 1]! - wall, ys[r]!, ys[r + 1]! - wall];
    return [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x: x0, y: y1 }
    ].map(askew);
  });
  const s = Math.max(scatter, 0.5);
  const tape = (p: Point, q: Point) => distance(p, q) + normal();
  const pairs = [
    [0, 1],
    [1, 2],
    [2, 3],
    [0, 3],
    [0, 2],
    [1, 3]
  ] as const;
  const rooms = truth.map((corners): NetRoom => {
    const lengths = pairs.map(([a, b]) => ({ a, b, length: tape(corners[a]!, corners[b]!), scatter: s }));
    const shape = roomShape(4, lengths);
    if (shape.state !== 'solved') throw new Error(shape.state);
    return { corners: shape.corners, lengths };
  });
  const on = (corners: readonly Point[], side: number, share: number) => {
    const [a, b] = [corners[side]!, corners[(side + 1) % 4]!];
    return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) };
  };
  const doorways = truth.flatMap((corners, i): Doorway[] => {
    const [c, r] = [i % columns, Math.floor(i / columns)];
    const beside = [
      ...(c + 1 < columns ? [{ other: i + 1, sides: [1, 3] as const }] : []),
      ...(r + 1 < rows ? [{ other: i + columns, sides: [2, 0] as const }] : [])
    ];
    return beside.map(({ other, sides }) => {
      const far = distance(corners[sides[0]]!, corners[(sides[0] + 1) % 4]!);
      const [begin, end] = [between(300, 900) / far, between(1100, 1700) / far];
      const [j0, j1] = [on(corners, sides[0], begin), on(corners, sides[0], end)];
      const [k1, k0] = [on(truth[other]!, sides[1], 1 - end), on(truth[other]!, sides[1], 1 - begin)];
      const [a, b] = [on(corners, sides[0], 0), on(corners, sides[0], 1)];
      const [p, q] = [on(truth[other]!, sides[1], 0), on(truth[other]!, sides[1], 1)];
      const of = (piece: DoorLength['piece'], at: 0 | 1, m: Point, n: Point) => ({
        piece,
        at,
        length: tape(m, n),
        scatter: s
      });
      return {
        rooms: [i, other],
        sides,
        lengths: [
          of('from', 0, a, j0),
          of('width', 0, j0, j1),
          of('to', 0, j1, b),
          of('from', 1, p, k1),
          of('width', 1, k1, k0),
          of('to', 1, k0, q),
          of('thick', 0, j0, k0),
          of('thick', 1, j1, k1),
          of('across', 0, j0, k1),
          of('across', 1, j1, k0)
        ]
      };
    });
  });
  const last = (row: number) => row * columns + columns - 1;
  const top = (rows - 1) * columns;
  const out = (p: number, a: number, q: number, b: number): OutsideLength => ({
    ...{ rooms: [p, q], corners: [a, b], scatter: s },
    length: tape(truth[p]![a]!, truth[q]![b]!)
  });
  const outside = [
    out(0, 0, last(0), 1),
    out(top, 3, last(rows - 1), 2),
    out(0, 0, top, 3),
    out(last(0), 1, last(rows - 1), 2)
  ];
  return { truth, rooms, doorways, outside };
}

/** How far places lie off others, laid over them as well as can be. */
function fitted(have: readonly Point[], want: readonly Point[]): number[] {
  const [p, q] = [meanOf(have), meanOf(want)];
  const [u, v] = [have.map((one) => subtract(one, p)), want.map((one) => subtract(one, q))];
  const turn = Math.atan2(
    u.reduce((sum, one, i) => sum + cross(one, v[i]!), 0),
    u.reduce((sum, one, i) => sum + dot(one, v[i]!), 0)
  );
  return u.map((one, i) => distance(rotate(one, turn), v[i]!));
}

const worstCorner = ({ truth }: House, net: ReturnType<typeof netAbout>) =>
  Math.max(
    ...fitted(
      net!.rooms.flatMap((one) => one!),
      truth.flat()
    )
  );

const median = (list: readonly number[]) => [...list].sort((p, q) => p - q)[Math.floor(list.length / 2)]!;

describe('a net of rooms', () => {
  it('law: exact lengths give back any house, wherever its rooms were laid down', () => {
    fc.assert(
      fc.property(
        fc.integer(),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 2 }),
        (seed, columns, rows) => {
          fc.pre(columns * rows > 1);
          const made = house(seed, columns, rows, 0);
          const first = made.rooms.length - 1;
          const net = netAbout(made.rooms, made.doorways, made.outside, first);
          expect(worstCorner(made, net)).toBeLessThan(0.01);
          expect(net!.worst).toEqual([]);
          // The room that it is told from stays.
          expect(distance(net!.rooms[first]![0]!, made.rooms[first]!.corners[0]!)).toBeLessThan(1e-6);
        }
      ),
      { numRuns: 25 }
    );
  });

  it('with a tape that is 3 off it is better than a chain without its loop, and better yet with lengths outside', () => {
    const off = Array.from({ length: 20 }, (_, i) => {
      const made = house(i + 1, 2, 2, 3);
      const open = made.doorways.slice(0, -1);
      return [
        worstCorner(made, netAbout(made.rooms, open, [], 0)),
        worstCorner(made, netAbout(made.rooms, made.doorways, [], 0)),
        worstCorner(made, netAbout(made.rooms, made.doorways, made.outside, 0))
      ] as const;
    });
    const [chain, net, outside] = [0, 1, 2].map((k) => median(off.map((one) => one[k]!)));
    expect(net!).toBeLessThan(chain!);
    expect(outside!).toBeLessThan(net!);
    expect(outside!).toBeLessThan(10);
  });

  it('says how far corners may be off: as far as they are', () => {
    const shares = Array.from({ length: 20 }, (_, i) => {
      const made = house(i + 50, 2, 2, 3);
      const net = netAbout(made.rooms, made.doorways, made.outside, 0)!;
      const [have, want] = [net.rooms.flatMap((one) => one!), made.truth.flat()];
      return (
        fitted(have, want).reduce((sum, off) => sum + off ** 2, 0) /
        net.scatter.flat().reduce((sum, s) => sum + s ** 2, 0)
      );
    });
    expect(Math.sqrt(shares.reduce((sum, one) => sum + one, 0) / shares.length)).toBeCloseTo(1, 0.5);
  });

  it('names a length of a room that is 50 off, with lengths outside in most houses', () => {
    const named = Array.from({ length: 20 }, (_, i) => {
      const made = house(i + 100, 2, 2, 3);
      const rooms = made.rooms.map((room, k) =>
        k === 3
          ? {
              ...room,
              lengths: room.lengths.map((one, n) => (n === 1 ? { ...one, length: one.length + 50 } : one))
            }
          : room
      );
      const { worst } = netAbout(rooms, made.doorways, made.outside, 0)!;
      return worst[0]?.join(' ') === 'rooms 3 1';
    });
    expect(named.filter(Boolean).length).toBeGreaterThan(15);
  });

  it('comes back where a doorway closes the way round, as far off as what was measured lets it', () => {
    const made = house(7, 2, 2, 0);
    const { closing } = netAbout(made.rooms, made.doorways, [], 0)!;
    expect(closing.filter((one) => one !== undefined)).toHaveLength(1);
    expect(Math.max(...closing.map((one) => one ?? 0))).toBeLessThan(0.01);
    const slipped = made.doorways.map((one, i) =>
      i === 0
        ? {
            ...one,
            lengths: one.lengths.map((p) => (p.piece === 'thick' ? { ...p, length: p.length + 40 } : p))
          }
        : one
    );
    const off = netAbout(made.rooms, slipped, [], 0)!.closing;
    expect(Math.max(...off.map((one) => one ?? 0))).toBeGreaterThan(30);
  });

  it('stays as it is mirrored; of what is not measured through a doorway it takes it as even and square', () => {
    const made = house(11, 2, 1, 0);
    const flip = ({ x, y }: Point) => ({ x, y: -y });
    const over = netAbout(
      made.rooms.map((room) => ({ ...room, corners: room.corners.map(flip) })),
      made.doorways,
      [],
      0
    )!;
    const flipped = fitted(
      over.rooms.flatMap((one) => one!),
      made.truth.flat().map(flip)
    );
    expect(Math.max(...flipped)).toBeLessThan(0.01);
    const bare = made.doorways.map((one) => ({
      ...one,
      lengths: one.lengths.filter(
        ({ piece, at }) => piece === 'from' || piece === 'width' || (piece === 'thick' && at === 0)
      )
    }));
    expect(bare.map(({ lengths }) => missingOf(lengths))).toEqual([[]]);
    expect(worstCorner(made, netAbout(made.rooms, bare, [], 0))).toBeLessThan(60);
    expect(missingOf([])).toEqual([
      ['from', 0],
      ['width', 0],
      ['from', 1],
      ['width', 1],
      ['thick', 0]
    ]);
    expect(netAbout(made.rooms, [], [], 0)).toBeUndefined();
  });

  it('tells how thick a wall is from both sides of it', () => {
    const turned = (x: number, y: number) => rotate({ x, y }, 0.3);
    const [least, most] = thicknessBetween(
      [turned(0, 0), turned(4000, 0)],
      [turned(5000, -130), turned(-1000, -118)]
    )!;
    expect(least).toBeCloseTo(120, 6);
    expect(most).toBeCloseTo(128, 6);
    expect(thicknessBetween([turned(0, 0), turned(10, 0)], [turned(30, 5), turned(20, 5)])).toBeUndefined();
  });
});
