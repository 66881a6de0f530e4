import { describe, expect, it } from 'vitest';
import { Model } from '../../model/graph';
import { applyPatch, invertPatch } from '../../document/patch';
import { allRecords } from '../../document/project';
import type { Project } from '../../document/kind';
import { perform, type Call } from '../../commands/register';
import { runScript } from '../../commands/script';

const wall = (
  id: string,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  buildUp = 'stone-cavity'
): Call => ({
  name: 'drawWall',
  args: { id, storey: 'storey-1', a: { x: x0, y: y0 }, b: { x: x1, y: y1 }, buildUp, settingOut: 'outer' }
});
const build = (...commands: Call[]): Project => {
  const result = runScript({ commands });
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};
const run = (project: Project, name: string, args: unknown) => {
  const result = perform(project, { name, args });
  if (!result.ok) throw new Error(result.problem.message);
  const after = applyPatch(project, result.patch);
  expect(allRecords(applyPatch(after, invertPatch(result.patch)))).toEqual(
    expect.arrayContaining(allRecords(project))
  );
  return after;
};
const refusal = (project: Project, name: string, args: unknown) => {
  const result = perform(project, { name, args });
  return result.ok ? 'accepted' : `${result.problem.code}: ${result.problem.message}`;
};
const house = build(
  wall('s', 0, 0, 6000, 0),
  wall('e', 6000, 0, 6000, 4000),
  wall('n', 6000, 4000, 0, 4000),
  wall('w', 0, 4000, 0, 0)
);
const corner = { storey: 'storey-1', at: { x: 6000, y: 0 } };
const joints = (project: Project) => [...project.tables.joint.values()];
const membersOf = (project: Project) =>
  joints(project)[0]!
    .members.map(({ wall, part }) => `${wall}:${part}`)
    .sort();

describe('asking for a cut', () => {
  it('is kept for that joint only, and taken back', () => {
    const cut = run(house, 'setJoint', { ...corner, cut: 'through', through: 's' });
    expect(membersOf(cut)).toEqual(['e:a', 's:b']);
    const model = new Model();
    const area = (project: Project, id: string) =>
      model
        .storey(project, 'storey-1')!
        .footprints.walls.get(id)!
        .bands[0]!.plies.flat()
        .reduce(
          (sum, ring) =>
            sum +
            Math.abs(
              ring.reduce(
                (a, p, i) => a + p.x * ring[(i + 1) % ring.length]!.y - ring[(i + 1) % ring.length]!.x * p.y,
                0
              ) / 2
            ),
          0
        );
    expect(area(cut, 's')).toBeGreaterThan(area(house, 's'));
    expect(area(cut, 's') + area(cut, 'e')).toBeCloseTo(area(house, 's') + area(house, 'e'), 3);
    expect(area(cut, 'n')).toBe(area(house, 'n'));
    expect(joints(run(cut, 'resetJoint', corner))).toEqual([]);
    expect(joints(run(cut, 'setJoint', { ...corner, cut: 'square', through: 'e' }))).toHaveLength(1);
  });
  it('at all alike: every corner of the same two build-ups, the same part running through', () => {
    const all = run(house, 'setJoint', { ...corner, cut: 'through', through: 's', alike: true });
    expect(joints(all)).toHaveLength(4);
    expect(new Set(joints(all).map(({ through }) => through)).size).toBe(4);
  });
  it('refuses a place without a joint, a wall that is not in it, a ply that is not there', () => {
    expect(
      refusal(house, 'setJoint', { storey: 'storey-1', at: { x: 3000, y: 2000 }, cut: 'square' })
    ).toMatch(/joint.none.*3.000.mm, 2.000.mm/);
    expect(refusal(house, 'setJoint', { ...corner, cut: 'through', through: 'w' })).toMatch(
      /joint.not-there.*w does not meet/i
    );
    expect(refusal(house, 'setJoint', { ...corner, plies: [{ wall: 's', ply: 7, runs: true }] })).toMatch(
      /no ply 7; it has 5/
    );
  });
});

describe('through edits', () => {
  const cut = run(house, 'setJoint', {
    ...corner,
    cut: 'through',
    through: 's',
    plies: [{ wall: 'e', ply: 4, runs: true }]
  });
  it('moving, thickening and a new length keep it', () => {
    let project = run(cut, 'moveWalls', { ids: ['e'], by: { x: 500, y: 0 } });
    project = run(project, 'setWalls', { ids: ['n'], buildUp: 'boarded-frame' });
    project = run(project, 'setWallLength', { id: 's', length: 7000 });
    expect(joints(project)).toEqual(joints(cut));
  });
  it('a wall that comes to it is taken in', () => {
    const project = run(cut, 'drawWall', {
      id: 'x',
      storey: 'storey-1',
      a: { x: 6000, y: 0 },
      b: { x: 8000, y: -2000 },
      buildUp: 'partition'
    });
    expect(membersOf(project)).toEqual(['e:a', 's:b', 'x:a']);
    expect(membersOf(run(project, 'deleteItems', { ids: ['x'] }))).toEqual(['e:a', 's:b']);
  });
  it('goes with its walls, in the same patch', () => {
    const gone = run(cut, 'deleteItems', { ids: ['e'] });
    expect(joints(gone)).toEqual([]);
  });
  it('what it says of a wall that left is forgotten', () => {
    const three = run(cut, 'drawWall', {
      id: 'x',
      storey: 'storey-1',
      a: { x: 6000, y: 0 },
      b: { x: 8000, y: -2000 },
      buildUp: 'partition'
    });
    const left = run(three, 'deleteItems', { ids: ['s'] });
    expect(joints(left)[0]).toMatchObject({
      through: null,
      cut: 'mitre',
      plies: [{ wall: 'e', ply: 4, runs: true }]
    });
  });
  it('a ply that a thinner build-up no longer has is forgotten', () => {
    expect(joints(run(cut, 'setWalls', { ids: ['e'], buildUp: 'partition' }))[0]!.plies).toEqual([]);
  });
});
