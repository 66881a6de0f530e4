/** Openings copied, mirrored, slid and put in a row by themselves. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { act, refusal, twoRooms } from '../../testing/house';
import type { Project } from '../../document/kind';
import { Model } from '../../model/graph';
import { places } from './stages';

const stands = (project: Project, id: string) => {
  const { opening, t0, t1 } = new Model().at(project).get(places, id)!;
  const { wall, handing, end } = opening;
  return {
    wall,
    t0: Math.round(t0),
    t1: Math.round(t1),
    hungLow: (handing.hinge === 'near') === (end === 'a'),
    opens: handing.opens
  };
};
const newest = (project: Project) => [...project.tables.opening.keys()].at(-1)!;

describe('openings by themselves', () => {
  it('are copied along their wall in a row, each with a mark of its own, set out as they were', () => {
    const house = act(twoRooms(), 'setOpening', { id: 'window', width: 600 });
    const row = act(house, 'copyItems', { ids: ['window'], by: { x: -700, y: 0 }, count: 2 });
    const all = [...row.tables.opening.values()].filter(({ wall }) => wall === 'north');
    expect(all.map(({ distance, mark }) => [distance, mark])).toEqual([
      [1200, 'W01'],
      [1900, 'W02'],
      [2600, 'W03']
    ]);
  });
  it('go into the wall that stands there: that opposite, or the next partition', () => {
    const across = act(twoRooms(), 'copyItems', { ids: ['window'], by: { x: 0, y: -6000 } });
    // 9 000 long, from the other side: 1 200 from the east end.
    expect(stands(across, newest(across))).toMatchObject({ wall: 'south', t0: 6300, t1: 7800 });
    const next = act(twoRooms(), 'copyItems', { ids: ['door'], by: { x: 1600, y: 0 } });
    expect(stands(next, newest(next))).toEqual({ ...stands(next, 'door'), wall: 'q' });
    expect(refusal(twoRooms(), 'copyItems', { ids: ['door'], by: { x: 700, y: 0 } })).toMatch(
      /^opening.no-wall: No wall stands where the 900\smm wide door D01/
    );
    expect(refusal(twoRooms(), 'copyItems', { ids: ['door'], by: { x: 1600, y: 600 } })).toMatch(/crossed/);
  });
  it('are mirrored with their leaves', () => {
    const copy = act(twoRooms(), 'mirrorItems', {
      ids: ['door'],
      a: { x: 4800, y: 0 },
      b: { x: 4800, y: 1 }
    });
    const before = stands(copy, 'door');
    expect(stands(copy, newest(copy))).toEqual({ ...before, wall: 'q', opens: 'outside' });
    const along = act(twoRooms(), 'mirrorItems', {
      ...{ ids: ['door'], a: { x: 0, y: 3000 }, b: { x: 1, y: 3000 }, copy: false }
    });
    expect(stands(along, 'door')).toEqual({ ...before, t0: 3600, t1: 4500, hungLow: !before.hungLow });
  });
  it('slid there and back, or mirrored twice, they are as before', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1000, max: 1200 }),
        fc.constantFrom('near', 'far'),
        fc.constantFrom('inside', 'outside'),
        fc.constantFrom('near', 'centre', 'far'),
        (by, hinge, opens, to) => {
          const start = act(twoRooms(), 'setOpening', { id: 'door', to, handing: { hinge, opens } });
          const line = { a: { x: 0, y: 3000 }, b: { x: 1, y: 3000 }, copy: false };
          const twice = act(act(start, 'mirrorItems', { ids: ['door'], ...line }), 'mirrorItems', {
            ...{ ids: ['door'], ...line }
          });
          expect(twice.tables.opening.get('door')).toEqual(start.tables.opening.get('door'));
          const there = { ids: ['door'], by: { x: 0, y: by || 1 } };
          fc.pre(refusal(start, 'moveItems', there) === '');
          const back = act(act(start, 'moveItems', there), 'moveItems', {
            ...{ ids: ['door'], by: { x: 0, y: -(by || 1) } }
          });
          expect(back.tables.opening.get('door')).toEqual(start.tables.opening.get('door'));
        }
      ),
      { numRuns: 40 }
    );
  });
});
