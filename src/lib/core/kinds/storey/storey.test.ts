import { describe, expect, it } from 'vitest';
import { applyPatch, invertPatch } from '../../document/patch';
import { allRecords } from '../../document/project';
import { storeysInOrder } from './record';
import type { Project } from '../../document/kind';
import { perform, type Call } from '../../commands/register';
import { runScript } from '../../commands/script';
import { Model } from '../../model/graph';
import { act, twoRooms } from '../../testing/house';

const rectangle: Call = {
  name: 'drawRectangle',
  args: {
    storey: 'storey-1',
    corner: { x: 0, y: 0 },
    width: 6000,
    depth: 4000,
    buildUp: 'stone-cavity',
    settingOut: 'outer'
  }
};
const run = (project: Project | undefined, ...commands: Call[]): Project => {
  const result = runScript({ commands }, project);
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};
const refusal = (project: Project, name: string, args: unknown) => {
  const result = perform(project, { name, args });
  return result.ok ? 'accepted' : `${result.problem.code}: ${result.problem.message} ${result.problem.hint}`;
};
const levels = (project: Project) =>
  storeysInOrder(project).map(({ name, datum, height }) => [name, datum, height]);
const house = run(
  undefined,
  rectangle,
  { name: 'setStorey', args: { id: 'storey-1', height: 2880 } },
  { name: 'addStorey', args: { id: 'up', name: 'Upper', height: 2460, floorDepth: 330 } },
  { name: 'addStorey', args: { id: 'loft', name: 'Loft', height: 2000 } }
);

describe('storeys stay in step', () => {
  it('they stack: each height runs to the next datum', () => {
    expect(levels(house)).toEqual([
      ['Ground', 0, 2880],
      ['Upper', 2880, 2460],
      ['Loft', 5340, 2000]
    ]);
  });
  it('a greater height lifts all above', () => {
    expect(levels(run(house, { name: 'setStorey', args: { id: 'storey-1', height: 3000 } }))).toEqual([
      ['Ground', 0, 3000],
      ['Upper', 3000, 2460],
      ['Loft', 5460, 2000]
    ]);
  });
  it('under project zero a storey grows downwards: the ground floor stays where it is', () => {
    const cellars = run(
      house,
      { name: 'addStorey', args: { id: 'cellar', where: 'below', name: 'Cellar' } },
      { name: 'addStorey', args: { id: 'vault', where: 'below', name: 'Vault', height: 1000 } }
    );
    const shallow = run(cellars, { name: 'setStorey', args: { id: 'cellar', height: 160 } });
    expect(levels(shallow).slice(0, 2)).toEqual([
      ['Vault', -1160, 1000],
      ['Cellar', -160, 160]
    ]);
    expect(levels(shallow).slice(2)).toEqual(levels(house));
  });
  it('a height that no house has is asked about in words, of storeys and of walls', () => {
    const asked = /^size.beyond: Is a height of 1\D000\D000\Dmm right for .*60\D000\Dmm.*unit/;
    expect(refusal(house, 'setStorey', { id: 'storey-1', height: 1e6 })).toMatch(asked);
    const top = { kind: 'height', height: 1e6 };
    expect(refusal(house, 'setWalls', { ids: ['wall-1'], top })).toMatch(asked);
  });
  it('a moved datum takes those above along; the storey below takes up the change', () => {
    expect(levels(run(house, { name: 'setStorey', args: { id: 'up', datum: 2700 } }))).toEqual([
      ['Ground', 0, 2700],
      ['Upper', 2700, 2460],
      ['Loft', 5160, 2000]
    ]);
  });
  it('a basement goes under the lowest; a storey squeezed to nothing is refused by name and number', () => {
    const deep = run(house, { name: 'addStorey', args: { where: 'below', height: 2400 } });
    expect(levels(deep)[0]).toEqual(['Basement', -2400, 2400]);
    expect(refusal(house, 'setStorey', { id: 'up', datum: -100 })).toMatch(
      /storey.squeezed: Ground would be -100/
    );
    expect(refusal(house, 'setStorey', { id: 'up', height: 0 })).toMatch(
      /height of Upper must be more than zero/
    );
    expect(refusal(house, 'addStorey', { datum: 2880 })).toMatch(/already Upper at the datum/);
  });
  it('change places, each keeping its height; not past the ends', () => {
    expect(levels(run(house, { name: 'moveStorey', args: { id: 'loft', to: 'down' } }))).toEqual([
      ['Ground', 0, 2880],
      ['Loft', 2880, 2000],
      ['Upper', 4880, 2460]
    ]);
    expect(refusal(house, 'moveStorey', { id: 'loft', to: 'up' })).toMatch(/Loft is already at the top/);
  });
});

describe('copying walls to another storey', () => {
  it('joints are cut as below, each at its own walls', () => {
    const cut = act(twoRooms(), 'setJoint', { storey: 'storey-1', at: { x: 0, y: 0 }, through: 'west' });
    const copied = act(cut, 'copyStorey', { storey: 'storey-1', id: 'up', which: 'all' });
    const [below, above] = [...copied.tables.joint.values()];
    expect(copied.tables.joint.size).toBe(2);
    const outer = (storey: string) =>
      [...copied.tables.wall.values()].filter((wall) => wall.storey === storey && wall.role === 'exterior');
    expect(below!.through).toBe('west');
    expect(above!.through).toBe(outer('up')[3]!.id);
    expect(outer('up')[3]!.a).toEqual(copied.tables.wall.get('west')!.a);
  });
  it('outer walls and chosen partitions; one that is not there is refused', () => {
    const copied = act(twoRooms(), 'copyStorey', { storey: 'storey-1', id: 'up', partitions: ['q'] });
    const up = [...copied.tables.wall.values()].filter(({ storey }) => storey === 'up');
    expect(up.map(({ role }) => role).sort()).toEqual([...Array<string>(4).fill('exterior'), 'partition']);
    expect(up.find(({ role }) => role === 'partition')!.a).toEqual(copied.tables.wall.get('q')!.a);
    expect(refusal(twoRooms(), 'copyStorey', { storey: 'storey-1', partitions: ['z'] })).toContain('z');
    const thinner = act(twoRooms(), 'copyStorey', {
      ...{ storey: 'storey-1', id: 'up', partitions: ['q'], buildUp: 'boarded-frame' }
    });
    for (const { storey, role, buildUp } of thinner.tables.wall.values())
      if (storey === 'up') expect(buildUp === 'boarded-frame').toBe(role === 'exterior');
    const upper = [...copied.tables.wall.values()].find(({ storey }) => storey === 'up')!.id;
    expect(refusal(copied, 'copyStorey', { storey: 'storey-1', partitions: [upper] })).toContain(
      'does not stand on'
    );
  });
  it('an opening set out from a partition that is not copied keeps its place', () => {
    const project = act(twoRooms(), 'addOpening', {
      ...{ id: 'hatch', wall: 'south', filling: 'none', distance: 300, width: 800 },
      origin: { kind: 'face', wall: 'p', side: 'right' }
    });
    const copied = act(project, 'copyStorey', { storey: 'storey-1', id: 'up', openings: true });
    const model = new Model();
    const place = (storey: string) => {
      const { places } = model.storey(copied, storey)!;
      const all = [...places.values()].flat().filter(({ opening }) => opening.filling === 'none');
      expect(all).toHaveLength(1);
      return [all[0]!.t0, all[0]!.t1];
    };
    expect(place('up')[0]).toBeCloseTo(place('storey-1')[0]!, 3);
    expect(place('up')[1]).toBeCloseTo(place('storey-1')[1]!, 3);
    const above = [...copied.tables.opening.values()].find(
      ({ id, filling }) => filling === 'none' && id !== 'hatch'
    )!;
    expect(above.origin).toEqual({ kind: 'line' });
  });
  it('up: outer walls only, a thinner build-up flush outside, what was above makes room', () => {
    const copied = run(house, {
      name: 'copyStorey',
      args: { storey: 'storey-1', id: 'mid', name: 'Mid', height: 2500, buildUp: 'boarded-frame' }
    });
    expect(levels(copied).map(([name, datum]) => [name, datum])).toEqual([
      ['Ground', 0],
      ['Mid', 2880],
      ['Upper', 5380],
      ['Loft', 7840]
    ]);
    const walls = [...copied.tables.wall.values()].filter(({ storey }) => storey === 'mid');
    expect(walls.map(({ a, buildUp, settingOut }) => [a, buildUp, settingOut])).toEqual(
      [...house.tables.wall.values()].map(({ a }) => [a, 'boarded-frame', 'outer'])
    );
  });
  it('down, with openings and all walls', () => {
    const more = run(
      house,
      {
        name: 'drawWall',
        args: {
          id: 'p',
          storey: 'storey-1',
          a: { x: 3000, y: 0 },
          b: { x: 3000, y: 4000 },
          buildUp: 'partition',
          settingOut: 'centre',
          role: 'partition'
        }
      },
      {
        name: 'addOpening',
        args: {
          wall: 'p',
          filling: 'door',
          distance: 1000,
          origin: { kind: 'face', wall: 'wall-1', side: 'left' }
        }
      },
      {
        name: 'copyStorey',
        args: { storey: 'storey-1', to: 'below', id: 'down', which: 'all', openings: true, height: 2300 }
      }
    );
    expect(levels(more)[0]).toEqual(['Lower', -2300, 2300]);
    const copy = [...more.tables.opening.values()].find(
      ({ wall }) => more.tables.wall.get(wall)!.storey === 'down'
    )!;
    expect(copy.origin.kind === 'face' && more.tables.wall.get(copy.origin.wall)!.storey).toBe('down');
  });
  it('refuses where there is nothing to copy', () => {
    expect(refusal(house, 'copyStorey', { storey: 'up' })).toMatch(/Upper has no outer walls/);
  });
});

describe('what is bound to a datum follows', () => {
  const bound = run(house, {
    name: 'setWalls',
    args: { ids: ['wall-1'], top: { kind: 'datum', storey: 'up', offset: 150 } }
  });
  it('and undo gives the same records back', () => {
    const result = perform(bound, { name: 'setStorey', args: { id: 'storey-1', height: 3100 } });
    if (!result.ok) throw new Error(result.problem.message);
    const back = applyPatch(applyPatch(bound, result.patch), invertPatch(result.patch));
    for (const record of allRecords(bound)) expect(allRecords(back)).toContain(record);
  });
  it('a storey that would leave an opening above the wall’s top is refused', () => {
    const tall = run(bound, {
      name: 'addOpening',
      args: { wall: 'wall-1', distance: 1000, height: 2600, sill: 100 }
    });
    expect(refusal(tall, 'setStorey', { id: 'storey-1', height: 2500 })).toMatch(/head at 2\s700/);
  });
  it('deleting the storey re-homes the walls that reached to it', () => {
    const rest = run(bound, { name: 'deleteItems', args: { ids: ['up'] } });
    expect(rest.tables.wall.get('wall-1')!.top).toEqual({ kind: 'height', height: 3030 });
  });
});

describe('build-ups and materials', () => {
  const plies = [{ material: 'brick', thickness: 215, duty: 'structure' }];
  it('changing one changes every wall that has it, the setting-out line holding still', () => {
    const changed = run(house, { name: 'setBuildUp', args: { id: 'stone-cavity', plies } });
    expect([...changed.tables.wall.values()].map(({ a, b }) => [a, b])).toEqual(
      [...house.tables.wall.values()].map(({ a, b }) => [a, b])
    );
  });
  it('refuses none, zero and monstrous plies, unknown materials, and deleting what is used', () => {
    expect(refusal(house, 'setBuildUp', { id: 'stone-cavity', plies: [] })).toMatch(/would have no ply/);
    expect(
      refusal(house, 'setBuildUp', { id: 'stone-cavity', plies: [{ ...plies[0], thickness: 0 }] })
    ).toMatch(/ply of Brick must be more than zero/);
    expect(
      refusal(house, 'setBuildUp', { id: 'stone-cavity', plies: [{ ...plies[0], thickness: 5000 }] })
    ).toMatch(/5\s000/);
    expect(refusal(house, 'addBuildUp', { name: 'X', plies: [{ ...plies[0], material: 'moss' }] })).toMatch(
      /no material "moss"/
    );
    expect(refusal(house, 'deleteItems', { ids: ['stone'] })).toMatch(/"Coursed stone" is used by build-up/);
    expect(refusal(house, 'deleteItems', { ids: ['stone-cavity'] })).toMatch(/is used by south wall 1/);
    expect(refusal(house, 'setProject', { areaLimit: -1 })).toMatch(/area.not-positive/);
  });
  it('a copy is its own', () => {
    const copied = run(
      house,
      { name: 'copyBuildUp', args: { from: 'partition', id: 'mine' } },
      { name: 'setBuildUp', args: { id: 'mine', fireRating: 'EI 30' } }
    );
    expect(copied.tables.buildUp.get('mine')).toMatchObject({
      name: 'Partition 120, copy',
      fireRating: 'EI 30'
    });
    expect(copied.tables.buildUp.get('partition')).toMatchObject({ fireRating: '' });
  });
});

it('findings are put off with a reason, changed, and taken up again', () => {
  const put = run(house, {
    name: 'deferFinding',
    args: { finding: 'run.open wall-1', reason: ' for now ' }
  });
  expect([...put.tables.deferral.values()]).toMatchObject([
    { finding: 'run.open wall-1', reason: 'for now' }
  ]);
  const again = run(put, { name: 'deferFinding', args: { finding: 'run.open wall-1', reason: 'agreed' } });
  expect(again.tables.deferral.size).toBe(1);
  expect(
    run(again, { name: 'resumeFinding', args: { finding: 'run.open wall-1' } }).tables.deferral.size
  ).toBe(0);
  expect(refusal(house, 'deferFinding', { finding: 'x', reason: ' ' })).toMatch(/given no reason/);
  expect(refusal(house, 'resumeFinding', { finding: 'x' })).toMatch(/no finding "x" that was put off/);
});
