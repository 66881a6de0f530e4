/** Marks of openings: each its own, by storey, and kept. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { act, refusal } from '../../testing/house';
import { newProject } from '../new-project';

const house = () => {
  const one = act(newProject(), 'drawRectangle', {
    ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 20_000, depth: 8000, thickness: 200 }
  });
  return act(one, 'copyStorey', { storey: 'storey-1', id: 'upper' });
};
const add = (project: Project, id: string, filling: string, distance: number, wall = 'wall-1') =>
  act(project, 'addOpening', { id, wall, filling, distance, width: 600 });
const marks = (project: Project) =>
  Object.fromEntries([...project.tables.opening.values()].map(({ id, mark }) => [id, mark]));

describe('marks of openings', () => {
  const three = add(add(add(house(), 'd', 'door', 500), 'w', 'window', 1500), 'e', 'door', 2500);
  const upper = [...three.tables.wall.values()].find(({ storey }) => storey === 'upper')!.id;
  it('are numbered by kind and storey; a bare opening has none', () => {
    const more = add(add(three, 'up', 'door', 500, upper), 'bare', 'none', 3500);
    expect(marks(more)).toEqual({ d: 'D01', w: 'W01', e: 'D02', up: 'D101', bare: '' });
  });
  it('stay when others go, and when a storey comes beneath', () => {
    const without = act(three, 'deleteItems', { ids: ['d'] });
    expect(marks(add(without, 'f', 'door', 4500))).toEqual({ w: 'W01', e: 'D02', f: 'D03' });
    const dug = act(three, 'addStorey', { where: 'below', height: 2400 });
    expect(marks(dug)).toEqual(marks(three));
  });
  it('follow the kind; one that is typed stays, unless another has it', () => {
    expect(marks(act(three, 'setOpening', { id: 'e', filling: 'window' }))).toMatchObject({ e: 'W02' });
    const typed = act(three, 'setOpening', { id: 'e', mark: 'Front' });
    expect(marks(act(typed, 'setOpening', { id: 'e', filling: 'window' }))).toMatchObject({ e: 'Front' });
    expect(refusal(typed, 'setOpening', { id: 'w', mark: 'Front' })).toMatch(
      /opening.mark: The mark Front is that of the 600\s*mm wide door Front/
    );
    expect(marks(act(typed, 'setOpening', { id: 'e', mark: '' }))).toMatchObject({ e: 'D02' });
  });
  it('are given to openings of older houses with the first change', () => {
    const table = new Map([...three.tables.opening].map(([id, one]) => [id, { ...one, mark: '' }]));
    const old = { ...three, tables: { ...three.tables, opening: table } };
    expect(marks(act(old, 'setProject', { name: 'Later' }))).toEqual(marks(three));
  });
  it('law: whatever comes, goes or is copied, each is there and is one only', () => {
    const step = fc.record({
      what: fc.constantFrom('add', 'delete', 'copy', 'change'),
      filling: fc.constantFrom('door', 'window', 'none'),
      k: fc.nat(20)
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 14 }), (steps) => {
        let project = house();
        for (const [i, { what, filling, k }] of steps.entries()) {
          const ids = [...project.tables.opening.keys()];
          const id = ids[k % Math.max(1, ids.length)];
          if (what === 'add')
            project = act(project, 'addOpening', {
              ...{ wall: 'wall-1', filling, width: 300, distance: 200 + 400 * i }
            });
          else if (what === 'delete' && id) project = act(project, 'deleteItems', { ids: [id] });
          else if (what === 'change' && id) project = act(project, 'setOpening', { id, filling });
          else if (what === 'copy' && project.tables.wall.size < 20)
            project = act(project, 'copyItems', {
              ids: ['wall-1'],
              by: { x: 0, y: -3000 * (1 + i) },
              twins: project.tables.twins.size === 0
            });
          const all = [...project.tables.opening.values()];
          const told = all.flatMap(({ mark }) => (mark ? [mark] : []));
          expect(new Set(told).size).toBe(told.length);
          expect(all.filter((one) => one.filling !== 'none' && !one.mark)).toEqual([]);
        }
      }),
      { numRuns: Number(process.env.LAW_RUNS ?? 30) }
    );
  });
});
