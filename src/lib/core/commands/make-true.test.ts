import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cross, subtract, unit } from '../geometry/point';
import { applyPatch, invertPatch } from '../document/patch';
import { allRecords } from '../document/project';
import type { Project } from '../document/kind';
import type { SizeEnd } from '../kinds/dimension/record';
import { placeOf } from '../kinds/opening/checks';
import { sizeNow } from '../kinds/dimension/sizes';
import { act, built, call, refusal, twoRooms } from '../testing/house';
import { perform } from './register';

const runs = Number(process.env.LAW_RUNS ?? 60);
const ask = (project: Project, args: object) => act(project, 'makeTrue', args);
const refused = (project: Project, args: object) => refusal(project, 'makeTrue', args);
const face = (wall: string, side: 'left' | 'right') => ({ wall, side });
const jamb = (opening: string, which: 'low' | 'high') => ({ opening, jamb: which });

describe('making a size true', () => {
  const project = twoRooms();
  it('a clear size: the chosen side moves with what is jointed, the other stays', () => {
    const ends = { from: face('west', 'left'), to: face('p', 'left') };
    expect(sizeNow(project, ends.from, ends.to)).toBeCloseTo(4000 - 425 - 60, 6);
    const right = ask(project, { ...ends, size: 3600, moves: 'to' });
    expect(right.tables.wall.get('p')!.a.x).toBeCloseTo(4085, 6);
    expect(right.tables.wall.get('west')).toBe(project.tables.wall.get('west'));
    const left = ask(project, { ...ends, size: 3600, moves: 'from' });
    expect(left.tables.wall.get('west')!.a.x).toBeCloseTo(-85, 6);
    expect(left.tables.wall.get('south')!.a.x).toBeCloseTo(-85, 6);
    expect(left.tables.wall.get('p')).toBe(project.tables.wall.get('p'));
  });
  it('zero brings two faces into one plane', () => {
    const free = (id: string, y: number, from: number, thickness: number) =>
      call('drawWall', { id, storey: 'storey-1', a: { x: from, y }, length: 2000, angle: 0, thickness });
    const two = built(free('a', 0, 0, 200), free('b', 30, 5000, 300));
    const ends = { from: face('a', 'left'), to: face('b', 'left') };
    expect(sizeNow(two, ends.from, ends.to)).toBeCloseTo(130, 6);
    const flush = ask(two, { ...ends, size: 0 });
    expect(sizeNow(flush, ends.from, ends.to)).toBe(0);
    expect(flush.tables.wall.get('b')!.a.y).toBe(-100);
  });
  it('to a jamb: the opening slides, or a wall moves and the opening stays', () => {
    const ends = { from: face('west', 'left'), to: jamb('window', 'high') };
    const before = placeOf(project, project.tables.opening.get('window')!, project.tables.wall.get('north')!);
    const slid = ask(project, { ...ends, size: 5000, moves: 'to' });
    expect(sizeNow(slid, ends.from, ends.to)).toBeCloseTo(5000, 6);
    expect(slid.tables.opening.get('window')!.width).toBe(before.t1 - before.t0);
    const moved = ask(project, { ...ends, size: 5000, moves: 'from' });
    expect(sizeNow(moved, ends.from, ends.to)).toBeCloseTo(5000, 6);
    const ends2 = { from: face('east', 'left'), to: jamb('window', 'low') };
    const other = ask(project, { ...ends2, size: 900, moves: 'from' });
    expect(sizeNow(other, ends2.from, ends2.to)).toBeCloseTo(900, 6);
  });
  it('both jambs of one opening: its width, the other jamb holding', () => {
    const ends = { from: jamb('door', 'low'), to: jamb('door', 'high') };
    const places = (one: Project) => placeOf(one, one.tables.opening.get('door')!, one.tables.wall.get('p')!);
    const wider = ask(project, { ...ends, size: 1010, moves: 'to' });
    expect(places(wider)).toMatchObject({ t0: 1500, t1: 2510 });
    const lower = ask(project, { ...ends, size: 1010, moves: 'from' });
    expect(places(lower)).toMatchObject({ t0: 1390, t1: 2400 });
  });
  it('walls in line move along; or one moves by itself, and a step is built between', () => {
    const parted = act(act(project, 'splitWall', { id: 'north', at: 3000 }), 'splitWall', {
      id: 'wall-1',
      at: 3800
    });
    const args = { from: face('south', 'left'), to: face('north', 'left'), size: 5900, moves: 'to' };
    const at = (result: Project, id: string) => result.tables.wall.get(id)!.a.y;
    const together = ask(parted, args);
    expect(['north', 'wall-1', 'wall-2'].map((id) => at(together, id))).toEqual([6750, 6750, 6750]);
    const apart = ask(parted, { ...args, step: true });
    const north = apart.tables.wall.get('north')!;
    const [step] = [...apart.tables.wall.values()].filter(({ id }) => !parted.tables.wall.has(id));
    expect([north.a.y, north.b.y]).toEqual([6750, 6750]);
    expect(sizeNow(apart, args.from, args.to)).toBeCloseTo(5900, 6);
    expect([step!.a, step!.b, step!.buildUp]).toEqual([
      { x: north.b.x, y: 6750 },
      { x: north.b.x, y: 6000 },
      'stone-cavity'
    ]);
    expect(Math.abs(step!.a.y - step!.b.y)).toBeCloseTo(750, 6);
  });
  it('what cannot be is refused by name', () => {
    expect(refused(project, { from: face('west', 'left'), to: face('south', 'left'), size: 100 })).toMatch(
      /^size.not-parallel: Wall west and wall south are not parallel/
    );
    expect(refused(project, { from: face('p', 'left'), to: face('p', 'right'), size: 100 })).toMatch(
      /^size.thickness: Both ends of the size are faces of wall p/
    );
    expect(refused(project, { from: { wall: 'p' }, to: face('p', 'right'), size: 100 })).toMatch(
      /^size.end: An end of the size names a wall without its side/
    );
    expect(refused(project, { from: face('west', 'left'), to: face('p', 'left'), size: -1 })).toMatch(
      /^length.not-positive/
    );
    expect(refused(project, { from: face('west', 'left'), to: face('east', 'left'), size: 100 })).not.toBe(
      ''
    );
    expect(
      refused(project, { from: jamb('door', 'low'), to: face('south', 'left'), size: 6500, moves: 'from' })
    ).toMatch(/^opening/);
    const inLine = built(
      call('drawWall', { id: 'a', storey: 'storey-1', a: { x: 0, y: 0 }, b: { x: 3000, y: 0 } }),
      call('drawWall', {
        id: 'b',
        storey: 'storey-1',
        a: { x: 3000, y: 0 },
        b: { x: 6000, y: 0 },
        thickness: 300
      })
    );
    expect(refused(inLine, { from: face('a', 'left'), to: face('b', 'left'), size: 50 })).toMatch(
      /^size.chain: Wall a moves along with wall b: the size between them stays/
    );
  });
  it('law: between any two faces the size is the written one, the held side has not moved, directions are kept', () => {
    const walls = ['south', 'east', 'north', 'west', 'p', 'q', 'r'];
    const faceArb = fc.record({ wall: fc.constantFrom(...walls), side: fc.constantFrom('left', 'right') });
    fc.assert(
      fc.property(
        faceArb,
        faceArb,
        fc.integer({ min: -700, max: 700 }),
        fc.boolean(),
        fc.integer({ min: 0, max: 90 }),
        (from, to, by, forward, turn) => {
          const start = twoRooms((turn * Math.PI) / 180);
          const [p, q] = [from as SizeEnd, to as SizeEnd];
          const now = sizeNow(start, p, q);
          if (now === undefined || from.wall === to.wall || now + by < 0) return;
          const args = { from, to, size: now + by, moves: forward ? 'to' : 'from' };
          const result = perform(start, call('makeTrue', args));
          if (!result.ok) return;
          const end = applyPatch(start, result.patch);
          expect(Math.abs(sizeNow(end, p, q)! - (now + by))).toBeLessThanOrEqual(0.001);
          const held = forward ? from : to;
          const line = (one: Project) => {
            const { a, b } = one.tables.wall.get(held.wall)!;
            return { a, direction: unit(subtract(b, a)) };
          };
          const [old, fresh] = [line(start), line(end)];
          expect(Math.abs(cross(old.direction, subtract(fresh.a, old.a)))).toBeLessThan(0.002);
          for (const { id, a, b } of start.tables.wall.values()) {
            const wall = end.tables.wall.get(id)!;
            const turned = cross(unit(subtract(b, a)), unit(subtract(wall.b, wall.a)));
            expect(Math.abs(turned)).toBeLessThan(1e-6);
          }
          const back = applyPatch(end, invertPatch(result.patch));
          expect(allRecords(back)).toEqual(allRecords(start));
        }
      ),
      { numRuns: runs }
    );
  });
});
