import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance } from '../../geometry/point';
import { chainSizes, sizeNow } from './sizes';
import { applyPatch, invertPatch } from '../../document/patch';
import type { DimensionForm, SizeEnd } from './record';
import type { Project } from '../../document/kind';
import { placeOf } from '../opening/checks';
import { act, call, refusal, twoRooms } from '../../testing/house';
import { editsArb, playEdits } from '../../testing/edits';
import { tipAt } from './angles';
import { perform } from '../../commands/register';

const runs = Number(process.env.LAW_RUNS ?? 60);
const west: SizeEnd = { wall: 'west', side: 'left' };
const p = (side: 'left' | 'right' | 'centre'): SizeEnd => ({ wall: 'p', side });
const chain = (project: Project, ends: readonly SizeEnd[], more: object = {}) =>
  act(project, 'addDimension', { id: 'chain', storey: 'storey-1', ends, at: { x: 2000, y: 2000 }, ...more });
const formOf = <K extends DimensionForm['kind']>(project: Project, id: string) =>
  project.tables.dimension.get(id)!.form as Extract<DimensionForm, { kind: K }>;

describe('sizes to middles', () => {
  const project = twoRooms();
  it('of walls and openings are told and made true', () => {
    expect(sizeNow(project, west, p('centre'))).toBeCloseTo(4000 - 425, 6);
    const door = (jamb: 'low' | 'high' | 'centre'): SizeEnd => ({ opening: 'door', jamb });
    const placed = (args: object) => {
      const after = act(project, 'makeTrue', args);
      const { t0, t1 } = placeOf(after, after.tables.opening.get('door')!, after.tables.wall.get('p')!);
      return [t0, t1].map(Math.round);
    };
    expect(placed({ from: { wall: 'south', side: 'left' }, to: door('centre'), size: 2000 })).toEqual([
      1975, 2875
    ]);
    expect(placed({ from: door('centre'), to: door('high'), size: 500 })).toEqual([1450, 2450]);
    expect(placed({ from: door('centre'), to: door('low'), size: 500 })).toEqual([1450, 2450]);
    expect(placed({ from: door('low'), to: door('centre'), size: 500 })).toEqual([1500, 2500]);
    expect(placed({ from: door('high'), to: door('centre'), size: 500 })).toEqual([1400, 2400]);
  });
});

describe('dimensions by hand', () => {
  it('a chain is put in order, follows its walls, and loses the ends whose walls go', () => {
    let project = chain(twoRooms(0.3), [{ wall: 'east', side: 'left' }, p('left'), west, p('right')]);
    const { ends } = formOf<'chain'>(project, 'chain');
    expect(ends.map((end) => 'wall' in end && `${end.wall} ${end.side}`)).toEqual([
      'west left',
      'p left',
      'p right',
      'east left'
    ]);
    const sizes = chainSizes(project, ends)!;
    project = act(project, 'makeTrue', { from: west, to: p('left'), size: 3000 });
    expect(chainSizes(project, ends)![0]).toBeCloseTo(3000, 2);
    expect(chainSizes(project, ends)!.reduce((sum, size) => sum + size)).toBeCloseTo(
      sizes.reduce((sum, size) => sum + size),
      2
    );
    project = act(project, 'deleteItems', { ids: ['p'] });
    expect(formOf<'chain'>(project, 'chain').ends).toHaveLength(2);
    expect(act(project, 'deleteItems', { ids: ['west'] }).tables.dimension.size).toBe(0);
  });
  it('goes over to the wall that took the place of its own', () => {
    let project = chain(
      twoRooms(),
      [
        { wall: 'south', side: 'left' },
        { wall: 'north', side: 'left' }
      ],
      { locked: true }
    );
    project = act(project, 'splitWall', { id: 'south', at: 5000 });
    const half = [...project.tables.wall.keys()].at(-1)!;
    expect(project.tables.dimension.size).toBe(1);
    project = act(project, 'setDimension', {
      id: 'chain',
      ends: [
        { wall: half, side: 'left' },
        { wall: 'north', side: 'left' }
      ]
    });
    project = act(project, 'joinWalls', { ids: ['south', half] });
    expect(formOf<'chain'>(project, 'chain')).toMatchObject({
      ends: [{ wall: 'south' }, { wall: 'north' }],
      locked: [5150]
    });
  });
  it('an angle is the one that holds the point; a note goes with its wall', () => {
    let project = twoRooms();
    project = act(project, 'addAngle', {
      id: 'angle',
      storey: 'storey-1',
      from: { wall: 'south', side: 'left' },
      to: { wall: 'west', side: 'left' },
      at: { x: 2000, y: 1500 }
    });
    expect(formOf<'angle'>(project, 'angle').arms).toEqual([
      { wall: 'south', side: 'left', reverse: false },
      { wall: 'west', side: 'left', reverse: true }
    ]);
    expect(
      refusal(project, 'addAngle', {
        storey: 'storey-1',
        from: { wall: 'south', side: 'left' },
        to: { wall: 'north', side: 'left' },
        at: { x: 1, y: 2 }
      })
    ).toMatch(/parallel/);
    project = act(project, 'addNote', {
      id: 'note',
      storey: 'storey-1',
      wall: 'p',
      at: { x: 4000, y: 4500 },
      to: { x: 3000, y: 5000 },
      text: ' Make good '
    });
    project = act(project, 'moveWalls', { ids: ['p'], by: { x: 250, y: 0 } });
    const note = formOf<'note'>(project, 'note');
    expect([tipAt(project, note.tip), note.text]).toEqual([{ x: 4250, y: 4500 }, 'Make good']);
    const moved = act(project, 'setDimension', { id: 'note', at: { x: 4250, y: 5500 }, text: 'Later' });
    expect(formOf<'note'>(moved, 'note')).toMatchObject({ offset: { x: 0, y: 1000 }, text: 'Later' });
    const left = act(project, 'deleteItems', { ids: ['p', 'angle'] });
    expect(formOf<'note'>(left, 'note').tip).toEqual({ kind: 'point', at: { x: 4250, y: 4500 } });
    expect(
      act(left, 'setOrigin', { at: { x: 250, y: 500 } }).tables.dimension.get('note')!.form
    ).toMatchObject({ tip: { at: { x: 4000, y: 4000 } } });
  });
  it('refuses what has no size, by name', () => {
    const project = twoRooms();
    const ask = (ends: readonly object[]) =>
      refusal(project, 'addDimension', { storey: 'storey-1', ends, at: { x: 0, y: 0 } });
    expect(ask([west, { wall: 'south', side: 'left' }])).toMatch(
      /size.not-parallel: Wall west and wall south/
    );
    expect(ask([west, west])).toMatch(/lie on one line at wall west/i);
    expect(ask([west, { wall: 'gone', side: 'left' }])).toMatch(/no wall "gone"/);
    expect(
      refusal(project, 'addNote', { storey: 'storey-1', at: { x: 0, y: 0 }, to: { x: 1, y: 1 }, text: ' ' })
    ).toMatch(/no words/);
  });
});

describe('locked sizes', () => {
  const locked = chain(twoRooms(), [west, p('left')], { locked: true });
  it('refuse what would change them, naming both sides and both sizes; unlocked they let go', () => {
    expect(refusal(locked, 'moveWalls', { ids: ['p'], by: { x: 300, y: 0 } })).toMatch(
      /size of 3\s515\s*mm between wall west and wall p is locked; it would become 3\s815\s*mm/i
    );
    expect(refusal(locked, 'makeTrue', { from: west, to: p('left'), size: 3000 })).toMatch(/locked/);
    expect(refusal(locked, 'setWalls', { ids: ['p'], thickness: 200 })).toMatch(/locked/);
    expect(refusal(locked, 'turnItems', { ids: ['p'], about: { x: 4000, y: 0 }, angle: 8 })).toMatch(
      /would become askew/
    );
    const free = act(locked, 'setDimension', { id: 'chain', locked: false });
    expect(act(free, 'moveWalls', { ids: ['p'], by: { x: 300, y: 0 } }).tables.wall.get('p')!.a.x).toBe(4300);
    expect(act(locked, 'moveWalls', { ids: ['north'], by: { x: 0, y: 500 } }).tables.wall.size).toBe(7);
    expect(act(locked, 'setOrigin', { at: { x: 900, y: 70 } }).tables.dimension.size).toBe(1);
    expect(act(locked, 'deleteItems', { ids: ['p'] }).tables.dimension.size).toBe(0);
  });
  it('stay what they are through any session of edits', () =>
    fc.assert(
      fc.property(editsArb(12), (edits) => {
        playEdits(
          edits,
          (before, after) => {
            for (const { id } of before.tables.dimension.values()) {
              const form = after.tables.dimension.get(id)?.form;
              if (form?.kind !== 'chain' || !form.locked) continue;
              const sizes = chainSizes(after, form.ends)!;
              form.locked.forEach((size, i) => expect(Math.abs(sizes[i]! - size)).toBeLessThan(0.011));
            }
          },
          locked
        );
      }),
      { numRuns: runs }
    ));
});

it('wherever it is placed, a string goes through its point', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: -4000, max: 9000 }),
      fc.integer({ min: -3000, max: 8000 }),
      fc.double({ min: 0, max: 1.5, noNaN: true }),
      (x, y, turn) => {
        const project = twoRooms(turn);
        const result = perform(
          project,
          call('addDimension', { id: 'd', storey: 'storey-1', ends: [west, p('left')], at: { x, y } })
        );
        if (!result.ok) throw new Error(result.problem.message);
        const after = applyPatch(project, result.patch);
        const { place } = formOf<'chain'>(after, 'd');
        const wall = after.tables.wall.get('west')!;
        const size = distance(wall.a, wall.b);
        const along =
          ((x - wall.a.x) * (wall.b.x - wall.a.x) + (y - wall.a.y) * (wall.b.y - wall.a.y)) / size;
        expect(place).toBeCloseTo(along, 1);
        expect(applyPatch(after, invertPatch(result.patch)).tables).toEqual(project.tables);
      }
    ),
    { numRuns: 30 }
  ));
