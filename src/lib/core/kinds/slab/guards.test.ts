/** Where one could fall from a floor, and guards along it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { openEdges as openEdgesOfMesh } from '../../geometry/mesh';
import { buildColumns } from '../../geometry/columns';
import { flat } from '../../geometry/plane';
import { distance, fromAngle, scale, type Point } from '../../geometry/point';
import { guardCells } from '../../kernels/solids/guard';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call } from '../../testing/house';
import { commonVolume } from '../../testing/oracle';
import { slabBodies } from './body';
import { openEdges } from './guards';

const ring = (...list: [number, number][]): Point[] => list.map(([x, y]) => ({ x, y }));
const deckAt = (
  offset: number,
  points = ring([0, 0], [5000, 0], [5000, 3000], [0, 3000]),
  more: object = {}
) => call('addSlab', { id: 'deck', storey: 'storey-1', points, thickness: 150, offset, ...more });
const edges = (project: Project) => new Model().at(project).get(openEdges, 'deck');
const open = (project: Project) => edges(project).reduce((sum, { a, b }) => sum + distance(a, b), 0);
const codes = (project: Project) =>
  reviewProject(new Model().at(project))
    .map(({ code }) => code)
    .filter((code) => code === 'slab.no-guard');
const wall = (id: string, a: Point, b: Point, height: number) =>
  call('drawWall', { id, storey: 'storey-1', a, b, thickness: 200, settingOut: 'centre', height });

describe('open edges of a deck', () => {
  // The ground of a new project lies 150 under its datum.
  it('are those from which one falls by more than the project lets, all round', () => {
    expect(open(built(deckAt(600)))).toBe(0);
    const deck = built(deckAt(620));
    expect([open(deck), edges(deck)[0]!.drop]).toEqual([16_000, 770]);
    expect(codes(deck)).toEqual(['slab.no-guard']);
    expect(open(act(deck, 'setProject', { guardLimits: { drop: 800 } }))).toBe(0);
    expect(codes(act(deck, 'setSlab', { id: 'deck', guard: true }))).toEqual([]);
  });
  it('not where a wall stands high enough, a floor lies beside, or a stair comes up', () => {
    const walled = built(deckAt(1000), wall('w', { x: 0, y: 3000 }, { x: 5000, y: 3000 }, 2400));
    expect(open(walled)).toBeCloseTo(11_000 - 2 * 100, 0);
    const low = built(deckAt(1000), wall('w', { x: 0, y: 3000 }, { x: 5000, y: 3000 }, 1500));
    expect(open(low)).toBe(16_000);
    const beside = built(
      deckAt(1000),
      call('addSlab', {
        storey: 'storey-1',
        points: ring([0, 3000], [5000, 3000], [5000, 5000], [0, 5000]),
        offset: 500
      })
    );
    expect(open(beside)).toBeCloseTo(11_000, 0);
    const stair = built(
      deckAt(900),
      call('addStair', {
        storey: 'storey-1',
        to: 'storey-1',
        head: { x: 2500, y: 0 },
        angle: 90,
        width: 900,
        top: 900
      })
    );
    expect(open(stair)).toBeCloseTo(16_000 - 900, 0);
    expect(codes(act(stair, 'setSlab', { id: 'deck', guard: true }))).toEqual([]);
  });
  it('along the ground as it falls: only where it lies deep enough', () => {
    const sloping = built(
      deckAt(0),
      call('addGround', { a: { x: -2000, y: -9000 }, b: { x: -2000, y: 9000 }, za: -100, zb: -100 }),
      call('addGround', { a: { x: 8000, y: -9000 }, b: { x: 8000, y: 9000 }, za: -1100, zb: -1100 })
    );
    // 762 down at x 4 620: two edges 380 long; the east one looks 914 farther down.
    expect(open(sloping)).toBeCloseTo(2 * 380 + 3000, 0);
    expect(Math.max(...edges(sloping).map(({ drop }) => drop))).toBeCloseTo(891.4, 1);
  });
  it('of edges shorter than their mitres rails end square, and are closed', () => {
    for (const way of [1, -1]) {
      const corners = Array.from({ length: 24 }, (_, i) => fromAngle((way * i * Math.PI) / 12)).map((p) =>
        scale(p, 40)
      );
      const runs = corners.map((a, i) => ({ a, b: corners[(i + 1) % 24]!, floor: flat(0) }));
      for (const { rail, posts } of guardCells(runs, 900))
        for (const cell of [rail, ...posts])
          expect(openEdgesOfMesh(buildColumns([cell], () => 'side'))).toBe(0);
    }
  });
  it('law: guards are closed, apart from each other and from the floor, round any outline', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1500, max: 5000 }), { minLength: 3, maxLength: 7 }), (radii) => {
        const points = radii.map((r, i) => ({
          x: r * Math.cos((2 * Math.PI * i) / radii.length),
          y: r * Math.sin((2 * Math.PI * i) / radii.length)
        }));
        const deck = built(deckAt(1500, points, { guard: true }));
        const { parts } = new Model().at(deck).get(slabBodies, 'deck')!;
        for (const { mesh } of parts) expect(openEdgesOfMesh(mesh)).toBe(0);
        for (const [i, { mesh }] of parts.entries())
          expect(
            commonVolume(
              [mesh],
              parts.slice(i + 1).map((one) => one.mesh)
            )
          ).toBeLessThan(1);
        expect(parts.filter(({ role }) => role === 'guard').length).toBe(2 * radii.length);
      }),
      { numRuns: Number(process.env.LAW_RUNS ?? 10) }
    );
  });
});
