import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heightAt } from '../../geometry/plane';
import { distance, fromAngle, scale, type Point } from '../../geometry/point';
import { edgesOf, isSimple, ringArea, ringHolds, ringsArea, type Ring } from '../../geometry/ring';
import { middleOfTriangle } from '../../geometry/triangulate';
import { degree } from '../../units/angle';
import { netOf } from './net';
import {
  fallOf,
  steepness,
  surfaceFalling,
  surfaceOf,
  type FallLine,
  type Level,
  type Surface
} from './surface';

/** 5 400 by 3 300, the house along its north edge; corners SW, SE, NE, NW. */
const patio: Ring = [
  { x: 0, y: -3300 },
  { x: 5400, y: -3300 },
  { x: 5400, y: 0 },
  { x: 0, y: 0 }
];
const isHouse = (p: Point, q: Point) => p.y === 0 && q.y === 0;
const at = (heights: readonly (number | undefined)[]): Level[] =>
  heights.flatMap((z, i) => (z === undefined ? [] : [{ at: patio[i]!, z }]));
const solved = (
  heights: readonly (number | undefined)[],
  more: readonly Level[] = [],
  lines: readonly FallLine[] = []
) => surfaceOf(patio, [...at(heights), ...more], lines, isHouse);

/** Slope in per cent, and the way it falls. */
const told = ({ facets }: Surface) =>
  facets
    .map(({ plane }) => {
      const way = fallOf(plane);
      const angle = Math.atan2(way.y, way.x) / degree;
      return [100 * steepness(plane), (angle + 360) % 360] as const;
    })
    .sort((p, q) => p[0] - q[0]);
const mean = ({ facets }: Surface) =>
  facets.reduce((sum, { ring, plane }) => {
    const triangles =
      ring.length === 3
        ? [ring]
        : [
            [ring[0]!, ring[1]!, ring[2]!],
            [ring[0]!, ring[2]!, ring[3]!]
          ];
    return (
      sum +
      triangles.reduce(
        (all, one) => all + ringArea(one) * heightAt(plane, middleOfTriangle(one as [Point, Point, Point])),
        0
      )
    );
  }, 0) / ringsArea(facets.map(({ ring }) => ring));

describe('falls of a patio, worked', () => {
  it('one edge lowered: a plane, 1 : 60', () => {
    const surface = solved([-55, -55, 0, 0]);
    expect(surface.facets).toHaveLength(1);
    const [[slope, way]] = told(surface) as [[number, number]];
    expect([slope, way]).toEqual([expect.closeTo(1.6667, 4), expect.closeTo(270, 4)]);
    expect(mean(surface)).toBeCloseTo(-27.5, 6);
    const same = surfaceFalling(patio, { x: 0, y: -1 }, 1 / 60, isHouse);
    expect(mean(same)).toBeCloseTo(-27.5, 6);
    expect([surface.toHouse, same.toHouse, surface.folds]).toEqual([[], [], []]);
    expect(surfaceFalling(patio, { x: 0, y: 1 }, 1 / 60, isHouse).toHouse).toHaveLength(1);
  });
  it.each([
    [[-55, -95, 0, 0], [1.824, 293.96, 2.879, 270], -40.8333, 0],
    [[0, -40, 0, 0], [0.741, 0, 1.212, 270], -13.3333, 0],
    [[0, 40, 0, 0], [0, 0, 1.421, 121.43], 6.6667, 0]
  ])(
    'corners %j: the diagonal that keeps water from the house',
    (heights, [s1, w1, s2, w2], middle, leads) => {
      const surface = solved(heights);
      const [low, high] = told(surface);
      expect(low![0]).toBeCloseTo(s1!, 3);
      expect(high![0]).toBeCloseTo(s2!, 3);
      if (s1 !== 0) expect(low![1]).toBeCloseTo(w1!, 2);
      expect(high![1]).toBeCloseTo(w2!, 2);
      expect(mean(surface)).toBeCloseTo(middle, 4);
      expect([surface.folds.length, surface.toHouse.length]).toEqual([1, leads]);
    }
  );
  it('three corners: their plane, the fourth follows', () => {
    const surface = solved([-40, -70, -10, undefined]);
    expect(surface.facets).toHaveLength(1);
    expect(heightAt(surface.facets[0]!.plane, patio[3]!)).toBeCloseTo(20, 6);
    const [[slope, way]] = told(surface) as [[number, number]];
    expect([slope, way]).toEqual([expect.closeTo(1.901, 3), expect.closeTo(287, 1)]);
    expect(mean(surface)).toBeCloseTo(-25, 6);
  });
  it('a gully in the middle', () => {
    const surface = solved([0, 0, 0, 0], [{ at: { x: 2700, y: -1650 }, z: -40 }]);
    expect(told(surface).map(([slope]) => slope.toFixed(3))).toEqual(['1.481', '1.481', '2.424', '2.424']);
    expect(mean(surface)).toBeCloseTo(-40 / 3, 6);
    expect([surface.pits, surface.toHouse]).toEqual([[], []]);
  });
  it('a valley at mid depth', () => {
    const [from, to] = [
      { at: { x: 0, y: -1650 }, z: -30 },
      { at: { x: 5400, y: -1650 }, z: -60 }
    ];
    const surface = solved([0, 0, 0, 0], [], [{ from, to }]);
    expect(told(surface).map(([slope]) => slope.toFixed(3))).toEqual(['1.901', '1.901', '3.636', '3.636']);
    expect(mean(surface)).toBeCloseTo(-25, 6);
  });
  it('a height that is nowhere on it is told, and of no account', () => {
    const surface = solved([0, 0, 0, 0], [{ at: { x: 9000, y: 0 }, z: -40 }]);
    expect([surface.off.length, surface.facets.length, mean(surface)]).toEqual([1, 1, 0]);
  });
});

const outlines = fc
  .record({
    radii: fc.array(fc.integer({ min: 3000, max: 9000 }), { minLength: 4, maxLength: 10 }),
    turn: fc.integer({ min: 0, max: 359 })
  })
  .map(({ radii, turn }): Ring =>
    radii.map((r, i) => scale(fromAngle((2 * Math.PI * i) / radii.length + turn * degree), r))
  )
  .filter(isSimple);
const spot = fc.record({
  x: fc.integer({ min: -8000, max: 8000 }),
  y: fc.integer({ min: -8000, max: 8000 })
});

describe('laws of nets and falls', () => {
  it('triangles cover the outline once and keep every line and place in it', () => {
    fc.assert(
      fc.property(
        outlines,
        fc.array(fc.tuple(spot, spot), { maxLength: 4 }),
        fc.array(spot, { maxLength: 4 }),
        (ring, lines, places) => {
          fc.pre(lines.every(([p, q]) => distance(p, q) > 10));
          const { points, triangles } = netOf(ring, lines, places);
          const rings = triangles.map((one) => one.map((i) => points[i]!));
          for (const one of rings) expect(ringArea(one)).toBeGreaterThan(0);
          expect(Math.abs(ringsArea(rings) - ringArea(ring))).toBeLessThan(ringArea(ring) * 1e-6 + 200);
          for (const p of places)
            if (ringHolds(ring, p)) expect(rings.flat().some((q) => distance(p, q) <= 0.02)).toBe(true);
          // No triangle has a drawn line through its inside.
          for (const [p, q] of lines)
            for (let k = 0.02; k < 1; k += 0.0491) {
              const on = { x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k };
              const holder = rings.find((one) => edgesOf(one).every(([a, b]) => sideOver(a, b, on) > 2));
              expect(holder).toBeUndefined();
            }
        }
      ),
      { numRuns: 200 }
    );
  });
  it('heights given are kept, neighbours agree along their borders, and the mean is that of a fine grid', () => {
    fc.assert(
      fc.property(
        outlines,
        fc.array(fc.integer({ min: -150, max: 50 }), { minLength: 10, maxLength: 10 }),
        fc.option(spot, { nil: undefined }),
        (ring, heights, gully) => {
          const within = gully && ringHolds(ring, gully) ? [{ at: gully, z: -200 }] : [];
          const levels = [...ring.map((p, i): Level => ({ at: p, z: heights[i]! })), ...within];
          const { facets } = surfaceOf(ring, levels, [], () => false);
          for (const { at: p, z } of levels) {
            const own = facets.filter((facet) => facet.ring.some((q) => distance(p, q) < 0.02));
            expect(own.length).toBeGreaterThan(0);
            for (const { plane } of own) expect(Math.abs(heightAt(plane, p) - z)).toBeLessThan(0.02);
          }
          expect(ringsArea(facets.map((facet) => facet.ring))).toBeCloseTo(ringArea(ring), -2);
        }
      ),
      { numRuns: 200 }
    );
  });
});

/** How far to the left of a line a place lies. */
const sideOver = (a: Point, b: Point, p: Point) =>
  ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / distance(a, b);
