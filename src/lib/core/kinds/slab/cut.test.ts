/** Slabs by rooms, cut, made one, and on other storeys. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { heightAt } from '../../geometry/plane';
import { ringHolds } from '../../geometry/ring';
import { perform } from '../../commands/register';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal, twoRooms } from '../../testing/house';
import { slabRows } from './schedule';
import { slabLevel } from './level';
import { slabParts } from './shape';

const query = (project: Project) => new Model().at(project);
const rows = (project: Project) => slabRows(query(project));
const box = (x0: number, y0: number, x1: number, y1: number) => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 }
];
const patio = (...more: ReturnType<typeof call>[]) =>
  built(
    call('addSlab', {
      id: 'patio',
      storey: 'storey-1',
      points: box(0, 0, 6000, 3000),
      thickness: 150,
      offset: -100
    }),
    ...more
  );
/** The top of whichever slab lies at a place, above project zero. */
function topAt(project: Project, x: number, y: number): number {
  const asked = query(project);
  for (const slab of project.tables.slab.values())
    for (const { surface } of asked.get(slabParts, slab.id))
      for (const { ring, plane } of surface.facets)
        if (ringHolds(ring, { x, y })) return slabLevel(project, slab) + heightAt(plane, { x, y });
  return NaN;
}
const places = [
  [500, 500],
  [2500, 2500],
  [2500, 400],
  [3500, 2500],
  [3600, 300],
  [5500, 1500]
] as const;

describe('a slab of a room', () => {
  const house = twoRooms();
  const laid = act(house, 'addSlab', {
    id: 'floor',
    storey: 'storey-1',
    room: { x: 2000, y: 3000 },
    thickness: 60
  });

  it('covers what the walls leave clear, and follows them', () => {
    // Outer walls of 425; a partition of 120 in the middle of x 4 000.
    const area = (3940 - 425) * (6000 - 850);
    expect(rows(laid)[0]!.area).toBeCloseTo(area, 0);
    const wider = act(laid, 'moveWalls', { ids: ['p'], by: { x: 500, y: 0 } });
    expect(rows(wider)[0]!.area).toBeCloseTo((4440 - 425) * 5150, 0);
    const moved = act(laid, 'moveItems', {
      ids: [...laid.tables.wall.keys()],
      by: { x: 300, y: 0 }
    });
    expect(rows(moved)[0]!.area).toBeCloseTo(area, 0);
  });

  it('is cut as it lies, drawn from then on, which is said; its parts become one again, however they are laid', () => {
    const line = { a: { x: 2000, y: -900 }, b: { x: 2200, y: 9000 } };
    const asked = perform(laid, { name: 'splitSlab', args: { id: 'floor', ...line } });
    expect(asked.ok && asked.also).toContain('follows the walls no more');
    const cut = act(laid, 'splitSlab', { id: 'floor', ...line });
    expect([...cut.tables.slab.values()].map(({ outline }) => outline.kind)).toEqual(['drawn', 'drawn']);
    expect(rows(cut).reduce((sum, { area }) => sum + area, 0)).toBeCloseTo(rows(laid)[0]!.area, 0);
    const beside = act(cut, 'addSlab', { id: 'all', storey: 'storey-1', face: 'outer', thickness: 60 });
    const whole = act(beside, 'mergeSlabs', { ids: [...beside.tables.slab.keys()] });
    expect(rows(whole)).toHaveLength(1);
    expect(whole.tables.slab.get('floor')!.outline.kind).toBe('drawn');
  });

  it('is found where its walls close round nothing any more, and refused there', () => {
    const open = act(laid, 'deleteItems', { ids: ['west'] });
    expect(rows(open)[0]!.area).toBe(0);
    expect(reviewProject(query(open)).map(({ code }) => code)).toContain('slab.no-outline');
    expect(refusal(house, 'addSlab', { storey: 'storey-1', room: { x: -3000, y: 0 } })).toMatch(
      /^slab.no-room/
    );
  });
});

describe('a slab cut in two', () => {
  const line = { a: { x: 3000, y: -500 }, b: { x: 3000, y: 500 } };
  const sum = (project: Project, what: 'area' | 'volume') =>
    rows(project).reduce((all, row) => all + row[what], 0);

  it.each([
    ['level', []],
    ['one way', [call('setFalls', { id: 'patio', direction: 250, slope: 0.02 })]],
    ['by corners', [call('setFalls', { id: 'patio', level: { at: { x: 6000, y: 0 }, z: -90 } })]],
    ['to a gully', [call('setFalls', { id: 'patio', level: { at: { x: 4200, y: 1500 }, z: -60 } })]],
    [
      'along a valley',
      [
        call('setFalls', {
          id: 'patio',
          lines: [{ from: { at: { x: 0, y: 1500 }, z: -30 }, to: { at: { x: 6000, y: 1500 }, z: -60 } }]
        })
      ]
    ]
  ])('lies as it did: %s', (name, more) => {
    const before = patio(...more);
    const after = act(before, 'splitSlab', { id: 'patio', ...line });
    expect(after.tables.slab.size).toBe(2);
    expect(sum(after, 'area')).toBeCloseTo(18e6, 0);
    expect(sum(after, 'volume') / 1e9).toBeCloseTo(sum(before, 'volume') / 1e9, 6);
    // Over facets the halves may be turned otherwise within.
    for (const [x, y] of name === 'one way' || name === 'level' ? places : [])
      expect(topAt(after, x, y)).toBeCloseTo(topAt(before, x, y), 1);
  });

  it('keeps holes with the part they lie in; is refused through a hole, or beside the slab', () => {
    const holed = act(patio(), 'setSlab', { id: 'patio', holes: [box(1000, 1000, 2000, 2000)] });
    const cut = act(holed, 'splitSlab', { id: 'patio', ...line });
    expect(
      rows(cut)
        .map(({ holes }) => holes)
        .sort()
    ).toEqual([0, 1]);
    expect(refusal(holed, 'splitSlab', { id: 'patio', a: { x: 1500, y: 0 }, b: { x: 1500, y: 9 } })).toMatch(
      /^slab.not-cut|^slab.cut-hole/
    );
    expect(
      refusal(holed, 'splitSlab', { id: 'patio', a: { x: 1500, y: 0 }, b: { x: 1500, y: 900 } })
    ).toMatch(/^slab.cut-hole/);
    expect(
      refusal(holed, 'splitSlab', { id: 'patio', a: { x: 9000, y: 0 }, b: { x: 9000, y: 900 } })
    ).toMatch(/^slab.not-cut/);
  });

  it('becomes one again; unlike ones do not, nor ones that lie apart', () => {
    const cut = act(patio(), 'splitSlab', { id: 'patio', ...line });
    const ids = [...cut.tables.slab.keys()];
    const whole = act(cut, 'mergeSlabs', { ids });
    expect(rows(whole)).toHaveLength(1);
    expect(rows(whole)[0]).toMatchObject({ id: 'patio', area: 18e6 });
    const outline = whole.tables.slab.get('patio')!.outline;
    expect(outline.kind === 'drawn' && outline.points).toHaveLength(4);
    const thicker = act(cut, 'setSlab', { id: ids[1]!, thickness: 200 });
    expect(refusal(thicker, 'mergeSlabs', { ids })).toMatch(/^slab.unlike/);
    const apart = act(cut, 'addSlab', {
      id: 'far',
      storey: 'storey-1',
      points: box(9000, 0, 9900, 900),
      thickness: 150,
      offset: -100
    });
    expect(refusal(apart, 'mergeSlabs', { ids: ['patio', 'far'] })).toMatch(/^slab.apart/);
    expect(refusal(cut, 'mergeSlabs', { ids: ['patio'] })).toMatch(/^slab.one/);
  });

  it('is laid on other storeys as it lies', () => {
    const two = act(patio(), 'addStorey', {});
    const both = act(two, 'copySlab', { id: 'patio', storeys: ['storey-2'] });
    const [first, second] = [...both.tables.slab.values()];
    expect([first!.offset, second!.offset, second!.storey]).toEqual([-100, -100, 'storey-2']);
  });
});
