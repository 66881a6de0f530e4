import { expect, it } from 'vitest';
import { elementsOf } from '../model/bodies';
import { Model } from '../model/graph';
import { hasWork, workOf, works } from '../document/work';
import { findRecord } from '../document/project';
import { meshVolume } from '../geometry/mesh';
import { act, built, call, example } from '../testing/house';
import { quantitiesCsv, quantitiesOf } from './quantities';

const counted = (project: ReturnType<typeof built>) =>
  quantitiesOf(project, elementsOf(new Model(), project));

it('a wall by hand: 4 000 long, 2 400 high, two of its things at different stages', () => {
  const wall = (id: string, y: number) =>
    call('drawWall', {
      ...{ id, storey: 'storey-1', a: { x: 0, y }, b: { x: 4000, y }, buildUp: 'partition' },
      top: { kind: 'height', height: 2400 }
    });
  const project = act(built(wall('kept', 0), wall('new', 3000)), 'setWork', {
    ids: ['kept'],
    work: 'existing'
  });
  const rows = counted(project).filter(({ thing }) => thing === 'wall');
  const { plies } = project.tables.buildUp.get('partition')!;
  const { material, thickness } = plies.find(({ duty }) => duty === 'structure')!;
  const blocks = rows.filter((row) => row.material === material);
  expect(new Set(blocks.map(({ work }) => work))).toEqual(new Set(['existing', 'new']));
  for (const { volume, count, weight } of blocks) {
    expect(volume).toBeCloseTo(4000 * 2400 * thickness, 0);
    expect(count).toBe(1);
    expect(weight).toBeCloseTo((volume / 1e9) * project.tables.material.get(material)!.density, 3);
  }
});

it('the net stores: each part is in one stage of work, and none is left out', () => {
  const project = example('dunlin-net-stores');
  const bodies = elementsOf(new Model(), project);
  const rows = quantitiesOf(project, bodies);
  for (const work of works) {
    const sum = bodies
      .filter(({ id }) => {
        const record = findRecord(project, id);
        return record && hasWork(project, record.kind) && workOf(record) === work;
      })
      .flatMap(({ parts }) => parts)
      .reduce((all, { mesh }) => all + meshVolume(mesh), 0);
    const own = rows.filter((row) => row.work === work);
    expect(own.length).toBeGreaterThan(0);
    expect(own.reduce((all, { volume }) => all + volume, 0)).toBeCloseTo(sum, -1);
  }
  const lines = quantitiesCsv(project, rows).split('\r\n');
  expect(lines[0]).toBe('Storey,Stage of work,Thing,Material,Count,Volume m3,Weight kg');
  expect(lines).toHaveLength(rows.length + 1);
  expect(lines.some((line) => line.includes(',to be removed,'))).toBe(true);
});

it('a name that a table would take for a formula is text', () => {
  const project = act(built(), 'setStorey', { id: 'storey-1', name: '=1+1' });
  const row = {
    ...{ work: 'new' as const, storey: 'storey-1', thing: 'wall', material: null, of: 'x' },
    ...{ count: 1, volume: 1e9, weight: null }
  };
  expect(quantitiesCsv(project, [row])).toContain("'=1+1");
});
