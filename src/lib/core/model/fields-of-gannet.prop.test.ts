/** Fields of the records of Gannet House, one of each kind: a model that knew the project before it changed says the same as one that did not. */
import { describe, expect, it } from 'vitest';
import { act, example, twoRooms } from '../testing/house';
import { unfollowed } from '../testing/unfollowed';

/** Without its ground and footings, which would be made anew for every field: a small house below has those. */
const house = ['ground-slab', 'patio'].reduce(
  (project, id) => act(project, 'setSlab', { id, pad: null }),
  act(example('gannet-house'), 'deleteItems', {
    ids: ['ground-1', 'ground-2', 'strips', 'post-pads', ...example('gannet-house').tables.alignment.keys()]
  })
);

describe('the derivation', () => {
  // Apart from the other house, so that both are gone through at once.
  it('of Gannet House follows its fields', () => {
    // Those of its catalogue, materials, columns and of the project itself are tried in Plover Cabin, which has the same; those
    // of storeys, slabs and stairs in the small house below.
    const { project, catalogueEntry, material, column, storey, slab, stair } = house.tables;
    const elsewhere = [project, catalogueEntry, material, column, storey, slab, stair];
    const { tried, found } = unfollowed(house, 1, (id) => !elsewhere.some((table) => table.has(id)));
    expect(found).toBeUndefined();
    expect(tried).toBeGreaterThan(80);
  }, 400_000);
  it('of a small house on ground, with footings, alignments, a stair and room kept clear, follows every field of those', () => {
    const square = [
      { x: 1000, y: -4000 },
      { x: 5000, y: -4000 },
      { x: 5000, y: -500 },
      { x: 1000, y: -500 }
    ];
    const small = (
      [
        ['addStorey', {}],
        ['addSlab', { storey: 'storey-1', points: square, thickness: 120, offset: -100 }],
        [
          'addSlab',
          { storey: 'storey-2', points: square.map(({ x, y }) => ({ x, y: y + 5000 })), thickness: 300 }
        ],
        ['setSlab', { id: 'slab-1', pad: {} }],
        ['addStair', { storey: 'storey-1', form: 'winding', foot: { x: 1500, y: 2000 } }],
        ['addClearSpace', { storey: 'storey-1', use: 'bath', at: { x: 1500, y: 500 } }],
        ['addColumn', { storey: 'storey-1', at: { x: 12_000, y: 0 }, base: -100 }],
        [
          'addFooting',
          {
            ...{ storey: 'storey-1', walls: [{ of: 'south', projection: 100 }, { of: 'west' }] },
            ...{ columns: [{ of: 'column-1' }], depth: 600, step: 200, wallTop: 0 }
          }
        ],
        [
          'drawWall',
          {
            id: 'over',
            storey: 'storey-2',
            a: { x: 0, y: 0 },
            b: { x: 9000, y: 0 },
            buildUp: 'boarded-frame',
            outside: 'right'
          }
        ],
        ['alignWalls', { walls: ['over'] }],
        ['addGround', { at: { x: 0, y: -9000 }, z: -600 }],
        ['addGround', { a: { x: -5000, y: 9000 }, za: 100, b: { x: 9000, y: 9000 }, zb: 0 }]
      ] as const
    ).reduce((project, [name, args]) => act(project, name, args), twoRooms());
    const { slab, stair, clearSpace, ground, storey, footing, alignment } = small.tables;
    const own = new Set(
      [slab, stair, clearSpace, ground, storey, footing, alignment].flatMap((table) => [...table.keys()])
    );
    const { found } = unfollowed(small, 6, (id) => own.has(id) || id === 'project');
    expect(found).toBeUndefined();
  }, 200_000);
});
