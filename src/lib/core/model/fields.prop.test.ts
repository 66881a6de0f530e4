/** Fields of the records of Plover Cabin, one of each kind, and of windows that leave their wall: a model that knew the project before it changed says the same as one that did not. */
import { describe, expect, it } from 'vitest';
import { act, example, twoRooms } from '../testing/house';
import { unfollowed } from '../testing/unfollowed';

describe('the derivation', () => {
  it('of Plover Cabin follows its fields', () => {
    const { tried, found } = unfollowed(example('plover-cabin'), 1);
    expect(found).toBeUndefined();
    expect(tried).toBeGreaterThan(125);
  }, 400_000);
  it('of windows that leave their wall follows every single field of theirs and of the walls', () => {
    const window = { filling: 'window', width: 1000, height: 1200, sill: 900, distance: 0 };
    const face = { origin: { kind: 'face', wall: 'east', side: 'left' }, end: 'b' };
    const corner = act(twoRooms(), 'addOpening', {
      ...window,
      ...face,
      wall: 'south',
      entry: 'window-corner'
    });
    const bay = { ...window, wall: 'south', entry: 'window-bay', distance: 1000, width: 2000 };
    const tried = ['south', 'east', 'opening-1', 'opening-2', 'window-corner', 'window-bay'];
    const { found } = unfollowed(act(corner, 'addOpening', bay), Infinity, (id) => tried.includes(id));
    expect(found).toBeUndefined();
  }, 100_000);
});
