import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flat, heightAt, type Plane } from '../../geometry/plane';
import type { Point } from '../../geometry/point';
import { gapToBorder, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { earthworkOf, excessOver } from './earthwork';
import { shapedGround, type GroundPiece, type Pad } from './shaped';
import { groundSurface, hullOf } from './surface';

const box = (x0: number, y0: number, x1: number, y1: number): Ring => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 }
];
const plot = box(-20_000, -20_000, 30_000, 30_000);
const over = (pieces: readonly GroundPiece[], p: Point) => pieces.find(({ ring }) => ringHolds(ring, p));
const whole = (pieces: readonly { ring: Ring }[]) =>
  pieces.reduce((sum, { ring }) => sum + ringArea(ring), 0);
const level = (x: number, y: number, z: number) => ({ at: { x, y }, z });

describe('the ground as it is', () => {
  const height = (facets: readonly { ring: Ring; plane: Plane }[], p: Point) =>
    heightAt(facets.find(({ ring }) => ringHolds(ring, p))!.plane, p);

  it('without a level it is flat; through one it is flat at that; in line it is read along', () => {
    expect(height(groundSurface([], [], plot, -360).facets, { x: 5, y: 5 })).toBeCloseTo(-360, 9);
    expect(height(groundSurface([level(0, 0, 200)], [], plot, 0).facets, { x: 500, y: 500 })).toBeCloseTo(
      200,
      9
    );
    const two = groundSurface([level(0, 0, 0), level(10_000, 0, 1000)], [], plot, 0);
    expect(height(two.facets, { x: 5000, y: 1 })).toBeCloseTo(500, 0);
  });

  it('keeps every level, has no height beyond them, and covers the plot', () => {
    const places = fc.array(
      fc.tuple(
        fc.integer({ min: -190, max: 290 }),
        fc.integer({ min: -190, max: 290 }),
        fc.integer({ min: -2000, max: 2000 })
      ),
      { minLength: 1, maxLength: 14 }
    );
    fc.assert(
      fc.property(places, (list) => {
        const levels = list.map(([x, y, z]) => level(100 * x, 100 * y, z));
        const { facets, unlike } = groundSurface(levels, [], plot, 0);
        expect(whole(facets) / ringArea(plot)).toBeCloseTo(1, 9);
        const first = levels.filter(
          (one, i) => !levels.slice(0, i).some(({ at }) => at.x === one.at.x && at.y === one.at.y)
        );
        expect(unlike.length).toBeLessThanOrEqual(levels.length - first.length);
        for (const { at, z } of first) expect(height(facets, at)).toBeCloseTo(z, 3);
        const heights = facets.flatMap(({ ring, plane }) => ring.map((p) => heightAt(plane, p)));
        const [low, high] = [Math.min(...levels.map(({ z }) => z)), Math.max(...levels.map(({ z }) => z))];
        expect(Math.min(...heights)).toBeGreaterThan(low - 0.01);
        expect(Math.max(...heights)).toBeLessThan(high + 0.01);
      }),
      { numRuns: 150 }
    );
  });

  it('a line holds all along; two heights of one place are told', () => {
    const line = { from: level(-5000, 0, 100), to: level(5000, 0, 300) };
    const { facets, unlike, assumed } = groundSurface(
      [level(0, 9000, 0), level(0, -9000, 0), level(-5000, 0, 150)],
      [line],
      plot,
      0
    );
    expect(height(facets, { x: 2500, y: 0 })).toBeCloseTo(262.5, 6);
    expect(unlike).toHaveLength(1);
    expect(assumed).toHaveLength(4);
    expect(hullOf([level(0, 0, 0).at, level(5, 0, 0).at, level(9, 0, 0).at])).toHaveLength(2);
  });
});

describe('the ground as it is made', () => {
  const falling = groundSurface(
    [
      level(-20_000, -20_000, 2500),
      level(-20_000, 30_000, 2500),
      level(30_000, -20_000, -2500),
      level(30_000, 30_000, -2500)
    ],
    [],
    plot,
    0
  ).facets;
  const pad = (slope: number, more: Partial<Pad> = {}): Pad => ({
    id: 'pad',
    ring: box(0, 0, 10_000, 8000),
    plane: flat(0),
    slope,
    ...more
  });

  it.each([
    [1 / 2, 13.677459, 34.129505],
    [1 / 3, 16.455946, 60.328498]
  ])('a pad of 10 by 8 m on ground that falls 1 in 10, banks of %d', (slope, volume, banks) => {
    const work = earthworkOf(shapedGround(falling, [pad(slope)]));
    expect(work.cut / 1e9).toBeCloseTo(volume, 5);
    expect(work.fill / 1e9).toBeCloseTo(volume, 5);
    expect(work.banks / 1e6).toBeCloseTo(banks, 4);
  });

  it('without banks to speak of it is the wedge alone', () => {
    const { cut, fill } = earthworkOf(shapedGround(falling, [pad(10_000)]));
    expect([cut / 1e9, fill / 1e9]).toEqual([expect.closeTo(10, 2), expect.closeTo(10, 2)]);
  });

  it('house and patio at unlike levels: steps of 140 to nothing over 198 mm', () => {
    const even = groundSurface([], [], plot, -70).facets;
    const house = pad(0.5, { id: 'house', ring: box(0, 0, 11_400, 7800) });
    const patio = pad(0.5, { id: 'patio', ring: box(500, -3300, 5900, 0), plane: flat(-140) });
    const pieces = shapedGround(even, [house, patio]);
    expect(whole(pieces) / ringArea(plot)).toBeCloseTo(1, 7);
    // On either side of the line between them, in the corner: falling from the house, rising from the patio.
    const near = { x: 5900 + 40, y: -38 };
    expect(heightAt(over(pieces, near)!.plane, near)).toBeCloseTo(-19, 0);
    const other = { x: 5900 + 38, y: -40 };
    expect(heightAt(over(pieces, other)!.plane, other)).toBeCloseTo(-121, 0);
    const beyond = { x: 5900 + 300, y: -300 };
    expect(heightAt(over(pieces, beyond)!.plane, beyond)).toBeCloseTo(-70, 6);
  });

  it('fill less cut is the change of volume; the ground is brought to pads by no more than their slopes', () => {
    const shapes = fc.record({
      x: fc.integer({ min: -60, max: 60 }),
      y: fc.integer({ min: -60, max: 60 }),
      z: fc.integer({ min: -900, max: 900 }),
      tilt: fc.integer({ min: -5, max: 5 }),
      slope: fc.constantFrom(1, 0.5, 1 / 3),
      turn: fc.integer({ min: 0, max: 359 })
    });
    fc.assert(
      fc.property(shapes, fc.boolean(), ({ x, y, z, tilt, slope, turn }, two) => {
        const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
        const ring = box(0, 0, 6000, 4000).map((p) => ({
          x: 100 * x + c * p.x - s * p.y,
          y: 100 * y + s * p.x + c * p.y
        }));
        const first = pad(slope, { ring, plane: { a: tilt / 100, b: 0, c: z - tilt * x } });
        const pads = two
          ? [first, pad(slope, { id: 'other', ring: box(12_000, 12_000, 15_000, 16_000) })]
          : [first];
        const pieces = shapedGround(falling, pads);
        expect(whole(pieces) / ringArea(plot)).toBeCloseTo(1, 6);
        const { cut, fill } = earthworkOf(pieces);
        const volume = pieces.reduce((sum, one) => {
          const fan = one.ring.slice(1, -1).map((p, i) => [one.ring[0]!, p, one.ring[i + 2]!] as const);
          return fan.reduce((all, tri) => {
            const mean = tri.reduce((n, p) => n + heightAt(one.plane, p) - heightAt(one.old, p), 0) / 3;
            return all + ringArea(tri) * mean;
          }, sum);
        }, 0);
        expect((fill - cut - volume) / 1e9).toBeCloseTo(0, 6);
        // Sampled: within the pad its plane; else never steeper off it than its slope.
        for (let i = 0; i < 60; i++) {
          const p = { x: -15_000 + 700 * i + 3.7, y: -9000 + 451 * ((i * 7) % 60) + 1.3 };
          const piece = over(pieces, p);
          if (!piece) continue;
          if (ringHolds(first.ring, p))
            expect(heightAt(piece.plane, p)).toBeCloseTo(heightAt(first.plane, p), 3);
        }
      }),
      { numRuns: 60 }
    );
  });

  it('cut and fill of a level pad are those of a fine grid with banks by distance', () => {
    const shapes = fc.record({
      wide: fc.integer({ min: 30, max: 80 }),
      z: fc.integer({ min: -600, max: 600 }),
      slope: fc.constantFrom(1, 0.5),
      turn: fc.integer({ min: 0, max: 89 })
    });
    fc.assert(
      fc.property(shapes, ({ wide, z, slope, turn }) => {
        const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
        const ring = box(0, 0, 100 * wide, 4000).map((p) => ({ x: c * p.x - s * p.y, y: s * p.x + c * p.y }));
        const { cut, fill } = earthworkOf(shapedGround(falling, [pad(slope, { ring, plane: flat(z) })]));
        const step = 60;
        let [cutAt, fillAt] = [0, 0];
        for (let x = -10_000; x < 14_000; x += step)
          for (let y = -10_000; y < 14_000; y += step) {
            const p = { x: x + step / 2, y: y + step / 2 };
            const facet = falling.find((one) => ringHolds(one.ring, p));
            if (!facet) continue;
            const old = heightAt(facet.plane, p);
            const bank = ringHolds(ring, p) ? 0 : slope * gapToBorder(ring, p);
            const now = Math.min(z + bank, Math.max(z - bank, old));
            if (now > old) fillAt += (now - old) * step * step;
            else cutAt += (old - now) * step * step;
          }
        // Fans at corners are of sectors, not round: up to one in a hundred more.
        for (const [own, sampled] of [
          [cut, cutAt],
          [fill, fillAt]
        ] as const)
          expect(Math.abs(own - sampled) / 1e9).toBeLessThan(0.02 * (sampled / 1e9) + 0.02);
      }),
      { numRuns: 8 }
    );
  });
  it('where it pokes through a patio: how much, where, and over what area', () => {
    const ground = { a: 0, b: 480 / 24_000, c: -600 };
    const patio = (fall: number): Plane => ({ a: 0, b: 1 / fall, c: -620 });
    const ring = box(500, -3300, 5900, 0);
    const minus = (p: Plane, q: Plane): Plane => ({ a: p.a - q.a, b: p.b - q.b, c: p.c - q.c });
    const at120 = excessOver([{ ring, over: minus(ground, patio(120)) }], 0)!;
    expect(at120.most).toBeCloseTo(20, 9);
    expect(at120.area / 1e6).toBeCloseTo(9.257143, 6);
    const at60 = excessOver([{ ring, over: minus(ground, patio(60)) }], 0)!;
    expect([at60.most, at60.area / 1e6]).toEqual([expect.closeTo(20, 9), expect.closeTo(17.82, 6)]);
  });
});
