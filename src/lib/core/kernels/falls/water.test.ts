import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heightAt } from '../../geometry/plane';
import { distance, fromAngle, scale, type Point } from '../../geometry/point';
import { boxOf, gapToBorder, isSimple, ringHolds, type Ring } from '../../geometry/ring';
import { degree } from '../../units/angle';
import { fallOf, steepness, surfaceFalling, surfaceOf, type Level, type Surface } from './surface';
import { slightFalls, waterFrom } from './water';

/** 5 400 by 3 300, the house along its north edge. */
const patio: Ring = [
  { x: 0, y: -3300 },
  { x: 5400, y: -3300 },
  { x: 5400, y: 0 },
  { x: 0, y: 0 }
];
const isHouse = (p: Point, q: Point) => p.y === 0 && q.y === 0;
const at = (...heights: readonly number[]): Level[] => heights.map((z, i) => ({ at: patio[i]!, z }));
const middle = { x: 2700, y: -1650 };

describe('water on a patio', () => {
  it('runs straight down a plane to its edge', () => {
    const surface = surfaceFalling(patio, { x: 0, y: -1 }, 1 / 60, isHouse);
    const path = waterFrom(surface, { x: 1000, y: -300 })!;
    expect(path.end).toBe('edge');
    expect(path.points).toEqual([
      { x: 1000, y: -300 },
      { x: 1000, y: expect.closeTo(-3300, 6) as number }
    ]);
    expect(path.drop).toBeCloseTo(50, 6);
    expect(waterFrom(surface, { x: 1000, y: 300 })).toBeUndefined();
  });
  it('runs to the house where the plane falls to it, and stands where it is level', () => {
    expect(waterFrom(surfaceFalling(patio, { x: 0, y: 1 }, 1 / 60, isHouse), middle)!.end).toBe('house');
    expect(waterFrom(surfaceOf(patio, at(0, 0, 0, 0), [], isHouse), middle)).toMatchObject({
      end: 'level',
      drop: 0
    });
  });
  it('runs to a gully, along a valley, and stands in a pit that has none', () => {
    const gully = { at: middle, z: -40 };
    const path = waterFrom(surfaceOf(patio, [...at(0, 0, 0, 0), gully], [], isHouse), { x: 900, y: -900 })!;
    expect([path.end, path.points.at(-1)]).toEqual(['gully', middle]);
    const line = (z: number, w: number) => [
      { from: { at: { x: 1000, y: -1650 }, z }, to: { at: { x: 5400, y: -1650 }, z: w } }
    ];
    const valley = waterFrom(surfaceOf(patio, at(0, 0, 0, 0), line(-30, -60), isHouse), {
      x: 3000,
      y: -300
    })!;
    expect([valley.end, valley.points.at(-1)]).toEqual(['edge', { x: 5400, y: -1650 }]);
    const pit = surfaceOf(patio, at(0, 0, 0, 0), line(-60, -30), isHouse);
    expect(waterFrom(pit, { x: 3000, y: -300 })).toMatchObject({ end: 'pit' });
    expect(pit.pits).toEqual([{ x: 1000, y: -1650 }]);
  });
  it('falls away from the house by less than is asked: how much, and where', () => {
    const falls = (slope: number) =>
      slightFalls(surfaceFalling(patio, { x: 0, y: -1 }, slope, isHouse), 0.02);
    expect(falls(1 / 60)).toEqual([{ at: { x: 2700, y: 0 }, fall: expect.closeTo(1 / 60, 12) as number }]);
    expect(falls(0.02)).toEqual([]);
    // Along the house it does not fall away at all.
    expect(slightFalls(surfaceFalling(patio, { x: 1, y: 0 }, 0.05, isHouse), 0.02)[0]!.fall).toBeCloseTo(
      0,
      9
    );
    expect(slightFalls(surfaceFalling(patio, { x: 0, y: 1 }, 0.05, isHouse), 0.02)).toEqual([]);
  });
});

const cases = fc.record({
  ring: fc
    .record({
      radii: fc.array(fc.integer({ min: 3000, max: 9000 }), { minLength: 4, maxLength: 9 }),
      turn: fc.integer({ min: 0, max: 359 })
    })
    .map(({ radii, turn }): Ring =>
      radii.map((r, i) => scale(fromAngle((2 * Math.PI * i) / radii.length + turn * degree), r))
    )
    .filter(isSimple),
  heights: fc.array(fc.integer({ min: -150, max: 50 }), { minLength: 9, maxLength: 9 }),
  gully: fc.option(
    fc.record({ x: fc.integer({ min: -2000, max: 2000 }), y: fc.integer({ min: -2000, max: 2000 }) }),
    { nil: undefined }
  ),
  starts: fc.array(fc.tuple(fc.integer({ min: 1, max: 999 }), fc.integer({ min: 1, max: 999 })), {
    minLength: 12,
    maxLength: 12
  })
});

type Case = typeof cases extends fc.Arbitrary<infer T> ? T : never;

function solve({ ring, heights, gully, starts }: Case) {
  const within = gully && ringHolds(ring, gully) ? [{ at: gully, z: -200 }] : [];
  const levels = [...ring.map((p, i): Level => ({ at: p, z: heights[i]! })), ...within];
  const first = (p: Point, q: Point) =>
    [p, q].every((one) => distance(one, ring[0]!) < 1 || distance(one, ring[1]!) < 1);
  const surface = surfaceOf(ring, levels, [], first);
  const { minX, minY, maxX, maxY } = boxOf(ring);
  const places = starts
    .map(([u, v]) => ({ x: minX + (u * (maxX - minX)) / 1000, y: minY + (v * (maxY - minY)) / 1000 }))
    .filter((p) => ringHolds(ring, p) && gapToBorder(ring, p) > 1);
  return { ring, surface, places };
}

/** Downhill in small steps, as a drop would go that knows only how high the place under it is. */
function rolled({ facets }: Surface, ring: Ring, from: Point): Point {
  const facetAt = (p: Point) => facets.find((facet) => ringHolds(facet.ring, p));
  const heightOf = (p: Point) => {
    const facet = facetAt(p);
    return facet ? heightAt(facet.plane, p) : Infinity;
  };
  let p = from;
  let step = 40;
  while (step > 0.5) {
    const around = Array.from({ length: 72 }, (_, k) => {
      const way = fromAngle((k * Math.PI) / 36);
      return { x: p.x + way.x * step, y: p.y + way.y * step };
    });
    const low = around.reduce((best, one) => (heightOf(one) < heightOf(best) ? one : best), p);
    if (low === p) step /= 2;
    else p = low;
    if (gapToBorder(ring, p) < 5) return p;
  }
  return p;
}

describe('laws of water', () => {
  const runs = Number(process.env.LAW_RUNS ?? 25);
  it('each path goes down all the way, on the surface, and ends where it says', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const { ring, surface, places } = solve(one);
        for (const place of places) {
          const path = waterFrom(surface, place)!;
          const heights = path.points.map((p) => {
            const holders = surface.facets.filter(
              ({ ring: own }) => ringHolds(own, p) || gapToBorder(own, p) < 0.2
            );
            expect(holders.length).toBeGreaterThan(0);
            return heightAt(holders[0]!.plane, p);
          });
          for (const [i, z] of heights.entries()) if (i > 0) expect(z).toBeLessThan(heights[i - 1]! + 0.05);
          const last = path.points.at(-1)!;
          const flat = surface.facets.some(({ plane }) => steepness(plane) < 1e-6);
          if (path.end === 'edge' || path.end === 'house') expect(gapToBorder(ring, last)).toBeLessThan(0.2);
          else if (path.end === 'gully')
            expect(surface.gullies.some((p) => distance(p, last) < 0.2)).toBe(true);
          else if (path.end === 'pit') expect(surface.pits.some((p) => distance(p, last) < 0.2)).toBe(true);
          else expect(flat || surface.folds.length > 0).toBe(true);
          expect(path.drop).toBeCloseTo(heights[0]! - heights.at(-1)!, 0);
          // What leads to the house is found without any path; where nothing does, no path ends there but at a corner.
          if (path.end === 'house' && surface.toHouse.length === 0)
            expect(Math.min(distance(last, ring[0]!), distance(last, ring[1]!))).toBeLessThan(0.2);
        }
      }),
      { numRuns: 4 * runs, seed: 5 }
    );
  });
  it('a drop that rolls in small steps comes to as low a place, or to the same', () => {
    let [same, all] = [0, 0];
    fc.assert(
      fc.property(cases, (one) => {
        const { ring, surface, places } = solve(one);
        for (const place of places.slice(0, 2)) {
          const path = waterFrom(surface, place)!;
          const end = rolled(surface, ring, place);
          all += 1;
          if (distance(end, path.points.at(-1)!) < 150) same += 1;
        }
      }),
      { numRuns: runs, seed: 6 }
    );
    expect([all > runs, same / all > 0.9], `${same} of ${all}`).toEqual([true, true]);
  });
  it('of one plane it runs straight down it', () => {
    fc.assert(
      fc.property(cases, fc.integer({ min: 0, max: 359 }), (one, turn) => {
        const { ring, places } = solve(one);
        const surface = surfaceFalling(ring, fromAngle(turn * degree), 0.02, () => false);
        for (const place of places) {
          const { points, end } = waterFrom(surface, place)!;
          const [p, q] = [points[0]!, points.at(-1)!];
          const down = fallOf(surface.facets[0]!.plane);
          expect([points.length, end]).toEqual([2, 'edge']);
          expect((q.x - p.x) * down.y - (q.y - p.y) * down.x).toBeCloseTo(0, 3);
        }
      }),
      { numRuns: runs }
    );
  });
});
