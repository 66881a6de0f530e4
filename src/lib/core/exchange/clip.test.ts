import { describe, expect, it } from 'vitest';
import { perform, type Call } from '../commands/register';
import { runScript } from '../commands/script';
import { elementsOf } from '../model/bodies';
import { Model } from '../model/graph';
import { applyPatch } from '../document/patch';
import { newProject } from '../kinds/new-project';
import type { Project } from '../document/kind';
import type { Rec } from '../document/record';
import { readClip, writeClip } from './clip';

const call = (name: string, args: object): Call => ({ name, args });
const built = (...commands: Call[]): Project => {
  const result = runScript({ commands }, newProject('From'));
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};
const paste = (project: Project, records: readonly Rec[], by = { x: 0, y: 0 }) => {
  const result = perform(project, call('pasteItems', { storey: 'storey-1', records, by }));
  if (!result.ok) throw new Error(result.problem.message);
  return { project: applyPatch(project, result.patch), made: result.made };
};
const wall = (id: string, x0: number, y0: number, x1: number, y1: number, more = {}): Call =>
  call('drawWall', {
    id,
    storey: 'storey-1',
    a: { x: x0, y: y0 },
    b: { x: x1, y: y1 },
    role: 'partition',
    ...more
  });
const house = [
  call('addMaterial', { id: 'flint', name: 'Flint', colour: '#6F7478' }),
  call('addBuildUp', {
    ...{ id: 'flint-wall', name: 'Flint wall' },
    plies: [
      { material: 'flint', thickness: 200, duty: 'structure' },
      { material: 'plaster', thickness: 15, duty: 'finish' }
    ]
  }),
  call('addStorey', { name: 'Upper', height: 2500 }),
  wall('long', 0, 0, 4000, 0, {
    buildUp: 'flint-wall',
    top: { kind: 'datum', storey: 'storey-2', offset: -300 }
  }),
  wall('short', 4000, 0, 4000, 3000, { buildUp: 'partition' }),
  wall('away', 0, 0, 0, 3000, { buildUp: 'partition' }),
  call('setJoint', { storey: 'storey-1', at: { x: 4000, y: 0 }, cut: 'square', through: 'long' }),
  call('addOpening', {
    ...{ id: 'o', wall: 'long', filling: 'door', distance: 500, width: 900 },
    origin: { kind: 'face', wall: 'away', side: 'left' }
  }),
  call('addColumn', { id: 'c', storey: 'storey-1', at: { x: 2000, y: 1500 } })
];

describe('copied as text, pasted in another house', () => {
  const from = built(...house);
  const records = readClip(writeClip(new Model().at(from), ['long', 'short', 'c']))!;
  it('brings openings, joints, build-ups and materials; what was bound elsewhere is now a number', () => {
    const { project, made } = paste(newProject('To'), records, { x: 1000, y: 2000 });
    const [long, short] = made.map((id) => project.tables.wall.get(id));
    expect(long).toMatchObject({
      a: { x: 1000, y: 2000 },
      buildUp: 'flint-wall',
      top: { kind: 'height', height: 2400 }
    });
    expect(short!.buildUp).toBe('partition');
    expect(project.tables.material.get('flint')!.name).toBe('Flint');
    const [opening] = project.tables.opening.values();
    expect(opening).toMatchObject({ wall: made[0], origin: { kind: 'line' } });
    expect([...project.tables.joint.values()]).toMatchObject([{ cut: 'square', through: made[0] }]);
    expect(project.tables.column.size).toBe(1);
    const solids = (one: Project, ids: readonly string[]) =>
      elementsOf(new Model(), one)
        .filter(({ id }) => ids.includes(id))
        .map(({ parts }) => parts.length);
    expect(solids(project, made.slice(0, 2))).toEqual(solids(from, ['long', 'short']));
  });
  it('what is known here is not brought twice; another thing of the same id gets a new one', () => {
    const again = paste(paste(newProject('To'), records).project, records, { x: 9000, y: 0 }).project;
    expect([...again.tables.buildUp.values()].filter(({ name }) => name === 'Flint wall')).toHaveLength(1);
    const other = built(
      call('addMaterial', { id: 'flint', name: 'Rubble', colour: '#777777' }),
      call('addBuildUp', {
        ...{ id: 'flint-wall', name: 'Other' },
        plies: [{ material: 'flint', thickness: 300, duty: 'structure' }]
      })
    );
    const { project, made } = paste(other, records);
    const { buildUp } = project.tables.wall.get(made[0]!)!;
    expect(buildUp).not.toBe('flint-wall');
    const { material } = project.tables.buildUp.get(buildUp)!.plies[0]!;
    expect(project.tables.material.get(material)!.name).toBe('Flint');
    expect(project.tables.material.get('flint')!.name).toBe('Rubble');
  });
  it('other texts are passed over; what is no house is refused and changes nothing', () => {
    for (const text of ['', 'hello', '{', '{"application":"other"}', '{"application":"cliffstead"}'])
      expect(readClip(text)).toBeUndefined();
    const refused = perform(
      from,
      call('pasteItems', { storey: 'storey-1', records: [{ id: 'a', kind: 'wall' }] })
    );
    expect(refused.ok ? '' : refused.problem.code).toBe('clip.foreign');
    const nothing = perform(
      from,
      call('pasteItems', {
        storey: 'storey-1',
        records: records.filter(({ kind }) => kind === 'project' || kind === 'storey')
      })
    );
    expect(nothing.ok ? '' : nothing.problem.code).toBe('nothing.selected');
    expect(writeClip(new Model().at(from), [])).toContain('"records":[]');
  });
});
