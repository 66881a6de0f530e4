/** Walls that stand on slabs and foundations and end at undersides of slabs: heights by hand, bodies by the oracle. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clipOf } from '../../commands/clipboard';
import type { Project } from '../../document/kind';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { judgeMesh } from '../../testing/oracle';
import { wallBodies } from './body';
import { frames } from './stages';

const square = (x0: number, y0: number, x1: number, y1: number) => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 }
];
/** A deck 3 000 over a floor at 150, a wall 4 000 long between them; a window in it. */
const between = (more: object = {}): Project =>
  built(
    call('addSlab', {
      id: 'floor',
      storey: 'storey-1',
      points: square(0, 0, 6000, 4000),
      thickness: 200,
      offset: 150
    }),
    call('addSlab', {
      id: 'deck',
      storey: 'storey-1',
      points: square(0, 0, 6000, 4000),
      thickness: 250,
      offset: 3000
    }),
    call('drawWall', {
      ...{ id: 'w', storey: 'storey-1', a: { x: 1000, y: 2000 }, b: { x: 5000, y: 2000 }, thickness: 200 },
      ...{
        settingOut: 'centre',
        on: { kind: 'slab', slab: 'floor' },
        top: { kind: 'slab', slab: 'deck' },
        ...more
      }
    }),
    call('addOpening', {
      id: 'hole',
      wall: 'w',
      filling: 'window',
      distance: 1000,
      width: 1200,
      sill: 1000,
      height: 1200
    })
  );
const heights = (project: Project, id = 'w') => {
  const { base, top } = new Model().at(project).get(frames, id)!;
  return [base, top];
};
const meshes = (project: Project, id = 'w') =>
  new Model()
    .at(project)
    .get(wallBodies, id)!
    .parts.map(({ mesh }) => mesh);
const volume = (project: Project) => meshes(project).reduce((sum, mesh) => sum + meshVolume(mesh), 0) / 1e9;
const codes = (project: Project) =>
  reviewProject(new Model().at(project))
    .map(({ code }) => code)
    .filter((code) => code.startsWith('wall'));

describe('a wall between slabs', () => {
  it('stands on the top of the one and ends at the underside of the other, wherever these go', () => {
    const project = between();
    expect(heights(project)).toEqual([150, 2750]);
    expect(volume(project)).toBeCloseTo(4 * 0.2 * 2.6 - 1.2 * 1.2 * 0.2, 9);
    expect(heights(act(project, 'setSlab', { id: 'floor', offset: 0 }))).toEqual([0, 2750]);
    expect(heights(act(project, 'setSlab', { id: 'deck', thickness: 300 }))).toEqual([150, 2700]);
    expect(heights(act(project, 'setWalls', { ids: ['w'], base: 40 }))).toEqual([190, 2750]);
    // Measured from something else it stays as high.
    const free = act(project, 'setWalls', { ids: ['w'], on: null });
    expect([free.tables.wall.get('w')!.base, heights(free)]).toEqual([150, [150, 2750]]);
    expect(codes(project)).toEqual([]);
  });
  it('follows an underside that falls, whole or by heights, and keeps level under one that is flat', () => {
    const falling = act(between(), 'setFalls', { id: 'deck', direction: 0, slope: 0.02 });
    // 0 at x 0; over the wall 20 to 100 down, 60 in the mean.
    expect(volume(falling)).toBeCloseTo(4 * 0.2 * (2.6 - 0.06) - 1.2 * 1.2 * 0.2, 6);
    expect(meshes(falling).map(openEdges)).toEqual([0]);
    expect(volume(act(falling, 'setSlab', { id: 'deck', underside: 'flat' }))).toBeCloseTo(
      volume(between()),
      9
    );
    const ridge = act(between(), 'setFalls', {
      ...{ id: 'deck', levels: square(0, 0, 6000, 4000).map((at) => ({ at, z: 0 })) },
      lines: [{ from: { at: { x: 3000, y: 0 }, z: 100 }, to: { at: { x: 3000, y: 4000 }, z: 100 } }]
    });
    // Over the wall from 1 000 to 5 000: 33.3 up to 100 and down again.
    expect(volume(ridge)).toBeCloseTo(4 * 0.2 * (2.6 + 0.2 / 3) - 1.2 * 1.2 * 0.2, 6);
    expect(meshes(ridge).map(openEdges)).toEqual([0]);
  });
  it('stays as high when what it stood on or reached to is deleted, and alone in another project', () => {
    const bare = act(between(), 'deleteItems', { ids: ['floor', 'deck'] });
    expect(heights(bare)).toEqual([150, 2750]);
    expect(bare.tables.wall.get('w')).toMatchObject({
      on: null,
      base: 150,
      top: { kind: 'height', height: 2600 }
    });
    const records = clipOf(new Model().at(between()), ['w']);
    const pasted = act(built(), 'pasteItems', { storey: 'storey-1', records });
    expect(heights(pasted, 'wall-1')).toEqual([150, 2750]);
    const up = act(act(between(), 'setWalls', { ids: ['w'], base: 100 }), 'copyStorey', {
      storey: 'storey-1'
    });
    const copied = [...up.tables.wall.values()].find(({ storey }) => storey !== 'storey-1')!;
    expect([copied.on, copied.base, copied.top.kind]).toEqual([null, 0, 'height']);
  });
  it('on a foundation it goes with its top; what holds a wall keeps its wall', () => {
    const founded = act(between(), 'addFooting', {
      ...{ id: 'f', storey: 'storey-1', walls: [{ of: 'w' }], depth: 600, wallTop: -50 }
    });
    const on = act(founded, 'setWalls', { ids: ['w'], on: { kind: 'foundation', footing: 'f' }, base: 0 });
    expect(heights(on)).toEqual([-50, 2750]);
    expect(heights(act(on, 'setFooting', { id: 'f', wallTop: 100 }))).toEqual([100, 2750]);
    expect(refusal(on, 'setFooting', { id: 'f', wallTop: null })).toContain('is measured from the top of');
    expect(heights(act(on, 'deleteItems', { ids: ['f'] }))).toEqual([-50, 2750]);
  });
  it('what leaves it no height or its window no room is refused; a slab that is not over it is a finding', () => {
    const project = between();
    expect(refusal(project, 'setSlab', { id: 'deck', offset: 300 })).toContain('wall.height');
    expect(refusal(project, 'setSlab', { id: 'deck', offset: 2300 })).toContain('opening.');
    expect(refusal(project, 'setStorey', { id: 'storey-1', datum: 500 })).toBe('');
    expect(refusal(project, 'setWalls', { ids: ['w'], on: { kind: 'slab', slab: 'none' } })).toContain(
      'none'
    );
    const away = act(project, 'setSlab', { id: 'deck', points: square(20_000, 0, 24_000, 4000) });
    expect(codes(away)).toEqual(['wall.not-under']);
  });
  it('law: under any slope, at any angle, its body is closed and holds what lies under the plane', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: -40, max: 40 }),
        (direction, slope, turn) => {
          const base = between({ b: undefined, length: 3000, angle: turn, a: { x: 1500, y: 2000 } });
          const project = act(base, 'setFalls', { id: 'deck', direction, slope: slope / 100 });
          const far = 10 ** 5;
          const volumes = meshes(project).map((mesh) => {
            expect(openEdges(mesh)).toBe(0);
            return judgeMesh(mesh).volume;
          });
          expect(volumes.every((one) => one > 0 && one < far ** 3)).toBe(true);
          expect(volumes.reduce((sum, one) => sum + one, 0) / 1e9).toBeCloseTo(volume(project), 6);
        }
      ),
      { numRuns: Number(process.env.LAW_RUNS ?? 15) }
    );
  });
});
