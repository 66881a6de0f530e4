import fc from 'fast-check';
import { expect, it } from 'vitest';
import { judgeMesh } from '../testing/oracle';
import { buildColumns, type Cell } from './columns';
import { heightAt, type Plane } from './plane';
import { meshVolume, openEdges } from './mesh';
import { ringArea } from './ring';
import { triangulateWhole } from './triangulate';

const runs = Number(process.env.LAW_RUNS ?? 150);

/** A row of cells side by side, each with one or two intervals between planes of its own slopes. */
const planeArb = (low: number, high: number): fc.Arbitrary<Plane> =>
  fc.record({
    a: fc.integer({ min: -5, max: 5 }).map((v) => v / 100),
    b: fc.integer({ min: -30, max: 30 }).map((v) => v / 100),
    c: fc.integer({ min: low, max: high })
  });
const cellsArb: fc.Arbitrary<Cell[]> = fc
  .array(
    fc.record({
      width: fc.integer({ min: 100, max: 900 }),
      bottom: planeArb(-400, 0),
      middle: fc.option(planeArb(900, 1300), { nil: undefined }),
      top: planeArb(2600, 4200)
    }),
    { minLength: 1, maxLength: 4 }
  )
  .map((columns) => {
    let x = 0;
    return columns.map(({ width, bottom, middle, top }): Cell => {
      const [from, to] = [x, (x += width)];
      const ring = [
        { x: from, y: 0 },
        { x: to, y: 0 },
        { x: to, y: 600 },
        { x: from, y: 600 }
      ];
      const named = { bottomName: 'under', topName: 'over' };
      return {
        ring,
        intervals: middle
          ? [
              { bottom, top: middle, ...named },
              { bottom: { ...middle, c: middle.c + 500 }, top, ...named }
            ]
          : [{ bottom, top, ...named }]
      };
    });
  });

it('columns between sloping planes are closed, and their volume is the sum of prisms under planes', () => {
  fc.assert(
    fc.property(cellsArb, (cells) => {
      const mesh = buildColumns(cells, () => 'side');
      expect(openEdges(mesh)).toBe(0);
      let wanted = 0;
      for (const { ring, intervals } of cells) {
        const plan = triangulateWhole(ring);
        for (const { bottom, top } of intervals)
          for (let i = 0; i < plan.length; i += 3) {
            const corners = [0, 1, 2].map((k) => ring[plan[i + k]!]!);
            const mean = corners.reduce((sum, p) => sum + heightAt(top, p) - heightAt(bottom, p), 0) / 3;
            wanted += ringArea(corners) * mean;
          }
      }
      expect(Math.abs(meshVolume(mesh) - wanted)).toBeLessThan(wanted * 1e-5);
    }),
    { numRuns: runs }
  );
});

it('the oracle takes them for solids', () => {
  fc.assert(
    fc.property(cellsArb, (cells) => {
      const mesh = buildColumns(cells, () => 'side');
      const judged = judgeMesh(mesh);
      expect(judged.status).toMatch(/NoError|0/);
      expect(Math.abs(judged.volume - meshVolume(mesh))).toBeLessThan(meshVolume(mesh) * 1e-4);
    }),
    { numRuns: 40 }
  );
});
