/** Sills that are measured over a floor, and stairs whose ends keep to floors. */
import { describe, expect, it } from 'vitest';
import { perform } from '../../commands/register';
import type { Project } from '../../document/kind';
import { act, built, call, refusal } from '../../testing/house';

const house = built(
  call('drawRectangle', {
    ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 9000, depth: 7000 },
    ...{ thickness: 300, height: 2600 }
  }),
  call('addFooting', { id: 'strips', storey: 'storey-1', walls: [{ of: 'wall-1' }], wallTop: -150 }),
  call('addSlab', { id: 'floor', storey: 'storey-1', face: 'inner', thickness: 150, offset: 50 }),
  call('copyStorey', { storey: 'storey-1' }),
  call('addSlab', { id: 'upper', storey: 'storey-2', face: 'inner', thickness: 300 }),
  call('addOpening', {
    ...{ wall: 'wall-1', filling: 'window', distance: 2000, width: 1200, height: 1200 },
    ...{ id: 'window', sill: 950, floor: 'floor' }
  }),
  call('addOpening', { id: 'other', wall: 'wall-1', filling: 'window', distance: 5000, sill: 900 })
);
const sill = (project: Project, id = 'window') => project.tables.opening.get(id)!.sill;
const floor = (project: Project) => project.tables.opening.get('window')!.floor;

describe('a sill that is measured over a floor', () => {
  it('goes up and down with it, which is said; others stay', () => {
    const result = perform(house, { name: 'setSlab', args: { id: 'floor', offset: 150 } });
    expect(result.ok && result.also).toMatch(/^1 opening goes 100.mm up with Slab floor\.$/);
    const higher = act(house, 'setSlab', { id: 'floor', offset: 150 });
    expect([sill(higher), sill(higher, 'other')]).toEqual([1050, 900]);
    // By what the floor itself is measured from.
    const onWall = act(house, 'setSlab', { id: 'floor', from: 'strips' });
    expect(sill(onWall)).toBe(950);
    expect(sill(act(onWall, 'setFooting', { id: 'strips', wallTop: -250 }))).toBe(850);
    // Its storey takes both along.
    expect(sill(act(house, 'setStorey', { id: 'storey-1', datum: -300 }))).toBe(950);
  });

  it('is typed anew over it, is let go, stays where its floor goes, and is of its own storey', () => {
    const typed = act(house, 'setOpening', { id: 'window', sill: 700 });
    expect(sill(act(typed, 'setSlab', { id: 'floor', offset: 0 }))).toBe(650);
    const free = act(house, 'setOpening', { id: 'window', floor: null });
    expect(sill(act(free, 'setSlab', { id: 'floor', offset: 0 }))).toBe(950);
    const bare = act(house, 'deleteItems', { ids: ['floor'] });
    expect([sill(bare), floor(bare)]).toEqual([950, null]);
    expect(refusal(house, 'setOpening', { id: 'window', floor: 'upper' })).toMatch(/no floor of Ground/);
    expect(floor(act(house, 'setOpening', { id: 'window', wall: 'wall-5' }))).toBeNull();
    const twice = act(house, 'copyStorey', { storey: 'storey-1' });
    const copies = [...twice.tables.opening.values()].filter(({ id }) => !house.tables.opening.has(id));
    expect(copies.map((one) => [one.sill, one.floor])).toEqual(copies.map((one) => [one.sill, null]));
  });
});

describe('a stair whose ends keep to floors', () => {
  const climbed = act(house, 'addStair', {
    ...{ id: 'stair', storey: 'storey-1', foot: { x: 1500, y: 3000 } },
    ...{ footFloor: 'floor', headFloor: 'upper' }
  });
  const ends = (project: Project) => {
    const { base, top, footFloor, headFloor } = project.tables.stair.get('stair')!;
    return [base, top, footFloor, headFloor];
  };

  it('goes with them and is solved again; a level that is typed holds', () => {
    expect(ends(climbed)).toEqual([50, 0, 'floor', 'upper']);
    const raised = perform(climbed, { name: 'setSlab', args: { id: 'upper', offset: 240 } });
    expect(raised.ok && raised.also).toMatch(/has 15 risers of 193 now/);
    const higher = act(climbed, 'setSlab', { id: 'upper', offset: 240 });
    expect(ends(higher)).toEqual([50, 240, 'floor', 'upper']);
    const typed = act(higher, 'setStair', { id: 'stair', base: 20 });
    expect(ends(typed)).toEqual([20, 240, null, 'upper']);
    expect(ends(act(typed, 'setSlab', { id: 'floor', offset: 90 }))).toEqual([20, 240, null, 'upper']);
    expect(ends(act(higher, 'deleteItems', { ids: ['upper'] }))).toEqual([50, 240, 'floor', null]);
    expect(refusal(climbed, 'setStair', { id: 'stair', footFloor: 'upper' })).toMatch(/no floor of Ground/);
    expect(ends(act(typed, 'setStair', { id: 'stair', footFloor: 'floor' }))[0]).toBe(50);
  });
});
