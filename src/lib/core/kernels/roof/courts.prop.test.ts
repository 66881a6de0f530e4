/** Outlines with a court, whose edges are an outline's turned round and made small somewhere within another. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  fromAngle,
  leftOf,
  nearestOnSegment,
  distance,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { edgesOf, isSimple, ringHolds, ringsArea, type Ring } from '../../geometry/ring';
import { degree } from '../../units/angle';
import { gridIn, solved } from '../../testing/solved';
import type { FrontEdge } from './wavefront';

const runs = Number(process.env.LAW_RUNS ?? 120);

/** By radii all round, of a circle 1 in radius. */
const starArb = fc
  .array(fc.integer({ min: 60, max: 100 }), { minLength: 3, maxLength: 10 })
  .map((radii) =>
    radii.map((radius, i) => at(fromAngle((2 * Math.PI * (i + 0.1)) / radii.length), radius / 100))
  );

/** As hands draw: a rectangle, an L or a T. */
const squareArb = fc
  .tuple(fc.constantFrom(4, 6, 8), fc.array(fc.integer({ min: 20, max: 80 }), { minLength: 4, maxLength: 4 }))
  .map(([corners, [a, b, c, d]]) => {
    const [p, q, r, s] = [a! / 100 - 0.5, b! / 100 - 0.5, c! / 100 - 0.5, d! / 100 - 0.5];
    const [low, high] = [Math.min(p, q) - 0.1, Math.max(p, q) + 0.1];
    const rectangle: [number, number][] = [
      [-0.7, -0.7 - s / 3],
      [0.7, -0.7 - s / 3],
      [0.7, 0.7],
      [-0.7, 0.7]
    ];
    const ell: [number, number][] = [...rectangle.slice(0, 2), [0.7, r], [p, r], [p, 0.7], [-0.7, 0.7]];
    const tee: [number, number][] = [
      ...rectangle.slice(0, 2),
      ...([
        [0.7, r],
        [high, r],
        [high, 0.7],
        [low, 0.7],
        [low, r],
        [-0.7, r]
      ] as [number, number][])
    ];
    return (corners === 4 ? rectangle : corners === 6 ? ell : tee).map(([x, y]) => ({ x, y }));
  });

const at = ({ x, y }: Point, by: number): Point => ({ x: x * by, y: y * by });

interface House {
  readonly rings: readonly Ring[];
  readonly isSquare: boolean;
}

/** To 0.1 mm, as hands and files leave them. */
const placed = (shape: Ring, by: number, turn: number, middle: Point): Ring => {
  const [c, s] = [Math.cos(turn * degree), Math.sin(turn * degree)];
  const kept = (n: number) => Math.round(n * 10) / 10;
  return shape.map(({ x, y }) => ({
    x: kept(by * (x * c - y * s) + middle.x),
    y: kept(by * (x * s + y * c) + middle.y)
  }));
};

/** Courts stay so far off the outline, mm. */
const margin = 300;

const isWithin = (court: Ring, outline: Ring) =>
  court.every(
    (p) =>
      ringHolds(outline, p) &&
      edgesOf(outline).every(([a, b]) => distance(p, nearestOnSegment(p, a, b)) > margin)
  ) &&
  outline.every(
    (p) =>
      !ringHolds(court, p) &&
      edgesOf(court).every(([a, b]) => distance(p, nearestOnSegment(p, a, b)) > margin)
  );

const houseArb: fc.Arbitrary<House> = fc
  .record({
    outline: fc.oneof(starArb, squareArb),
    court: fc.oneof(starArb, squareArb),
    isSquare: fc.boolean(),
    square: fc.tuple(squareArb, squareArb),
    turn: fc.constantFrom(0, 0.3, 17.3, 45, 90),
    twist: fc.constantFrom(0, 0, 0, 0.3, 30),
    size: fc.integer({ min: 8, max: 35 }),
    x: fc.integer({ min: -50, max: 50 }),
    y: fc.integer({ min: -50, max: 50 })
  })
  .map(({ outline, court, isSquare, square, turn, twist, size, x, y }): House => {
    const [outer, inner] = isSquare ? square : [outline, court];
    const middle = { x: x * 100, y: y * 100 };
    const hole = placed(inner, size * 100, isSquare ? turn : turn + twist, middle);
    return { rings: [placed(outer, 12_000, turn, { x: 0, y: 0 }), [...hole].reverse()], isSquare };
  })
  .filter(({ rings: [outer, hole] }) => isSimple(outer!) && isSimple(hole!) && isWithin(hole!, outer!));

function heightBy({ a, b, profile }: FrontEdge, p: Point): number {
  const inward = leftOf(unit(subtract(b, a)));
  const d = subtract(p, a);
  return (d.x * inward.x + d.y * inward.y) / profile[0]!.speed;
}

/** Parts that cover the house once, corners on the planes of the edges as solved; answers height by place. */
function expectRoof(rings: readonly Ring[], speed: (i: number) => number) {
  const area = ringsArea(rings);
  const slack = area * 1e-6 + 500;
  const { parts, edges, lid, miss } = solved(rings, (i) => [{ from: 0, speed: speed(i) }], slack);
  expect(miss).toBeLessThan(slack);
  for (const { facet } of parts) {
    const edge = edges[facet.edge];
    if (edge && edge.profile[0]!.speed > 0)
      for (const corner of facet.corners)
        expect(Math.abs(heightBy(edge, corner) - corner.z)).toBeLessThan(0.05);
  }
  return gridIn(rings, 11).map((p) => {
    const over = parts.filter(({ ring }) => ringHolds(ring, p));
    expect(over).toHaveLength(1);
    const edge = edges[over[0]!.facet.edge];
    return { p, z: edge && heightBy(edge, p), lid };
  });
}

describe('laws of roofs round courts', () => {
  it('one pitch: no lid; of right-angled ones the height is the slope times the chessboard distance to any edge', () => {
    fc.assert(
      fc.property(houseArb, fc.integer({ min: 5, max: 65 }), ({ rings, isSquare }, pitch) => {
        const slope = Math.tan(pitch * degree);
        for (const { p, z, lid } of expectRoof(rings, () => 1 / slope)) {
          expect(lid).toBeUndefined();
          if (!isSquare) continue;
          const [a, b] = edgesOf(rings[0]!)[0]!;
          const way = unit(subtract(b, a));
          const wanted = slope * Math.min(...rings.flatMap((ring) => chessboard(ring, p, way)));
          expect(Math.abs(z! - wanted)).toBeLessThan(5);
        }
      }),
      { numRuns: runs }
    );
  });
  it('unlike pitches: covered once, corners on their planes', () => {
    const pitches = fc.array(fc.integer({ min: 15, max: 65 }), { minLength: 20, maxLength: 20 });
    fc.assert(
      fc.property(houseArb, pitches, ({ rings }, list) => {
        expectRoof(rings, (i) => 1 / Math.tan(list[i % 20]! * degree));
      }),
      { numRuns: runs }
    );
  });
});

/** By edge: half the side of the least square round a place, along a way, that reaches it. */
function chessboard(ring: Ring, p: Point, way: Point): number[] {
  const inFrame = (q: Point) => {
    const d = subtract(q, p);
    return { x: d.x * way.x + d.y * way.y, y: d.y * way.x - d.x * way.y };
  };
  const reach = (u: number, v: number) => Math.max(0, Math.min(u, v), -Math.max(u, v));
  return edgesOf(ring).map(([a, b]) => {
    const [s, t] = [inFrame(a), inFrame(b)];
    return Math.max(reach(s.x, t.x), reach(s.y, t.y));
  });
}
