/**
 * A kind that the product does not have is declared here and nowhere else: all that goes across kinds takes it as it is.
 */
import { number, object } from 'yup';
import { describe, expect, it } from 'vitest';
import * as f from '../document/fields';
import { clipOf } from '../commands/clipboard';
import { perform } from '../commands/register';
import { storedPoint } from '../document/command';
import type { Declarations, Project } from '../document/kind';
import { applyPatch, invertPatch } from '../document/patch';
import { allRecords, findRecord, freshIds, projectFrom } from '../document/project';
import { readRecords } from '../document/read';
import type { Rec } from '../document/record';
import { moved } from '../geometry/motion';
import type { Point } from '../geometry/point';
import { Model } from '../model/graph';
import { reviewProject } from '../review/review';
import { layerThat, layersOf } from './layer/layers';
import { newProject } from './new-project';
import { kinds } from './register';

/** A lamp on a wall. */
interface Lamp {
  readonly id: string;
  readonly kind: 'lamp';
  readonly name: string;
  readonly wall: string;
  readonly shade: string;
  readonly at: Point;
  readonly watts: number;
}

const lamp = {
  kind: 'lamp',
  prefix: 'lamp',
  words: { one: 'lamp', title: () => 'Lamp' },
  called: null,
  schema: object({ name: f.text(), wall: f.id(), shade: f.id(), at: f.point(), watts: number().required() }),
  storey: ({ wall }: Lamp, { tables }: Project) => tables.wall.get(wall)?.storey,
  layers: { all: [{ what: 'lamp', label: 'Lamps' }], of: () => 'lamp' },
  references: [
    { path: 'wall', to: 'wall', gone: 'goes' },
    { path: 'shade', to: 'material', gone: 'refuses' }
  ],
  moved: (one: Lamp, motion: Parameters<typeof moved>[0]): Lamp => ({
    ...one,
    at: storedPoint(moved(motion, one.at))
  }),
  copying: 'rides',
  locks: { layer: true, sizes: false },
  ...{ keeps: null, leaves: null, law: null, holds: null, ring: null },
  ...{ cuts: null, plan: null, planOver: null }
};

/** Types know only the kinds of the product; here is one more. */
const withLamp = { ...kinds, lamp } as unknown as Declarations;
const lamps = (project: Project): Lamp[] => [
  ...(project.tables as unknown as { lamp: ReadonlyMap<string, Lamp> }).lamp.values()
];
const rec = (one: Lamp) => one as unknown as Rec;
const made: Lamp = {
  ...{ id: 'lamp-1', kind: 'lamp', name: '', wall: 'w', shade: 'linen', at: { x: 1000, y: 0 }, watts: 40 }
};

const call = (project: Project, name: string, args: object) => perform(project, { name, args });
function act(project: Project, name: string, args: object): Project {
  const result = call(project, name, args);
  if (!result.ok) throw new Error(result.problem.message);
  const after = applyPatch(project, result.patch);
  expect(applyPatch(after, invertPatch(result.patch)).tables, 'undone').toEqual(project.tables);
  return after;
}
const house = (): Project => {
  const linen = act(projectFrom(withLamp, allRecords(newProject())), 'addMaterial', {
    ...{ id: 'linen', name: 'Linen', colour: '#EEE8DD' }
  });
  const walls = act(linen, 'drawWall', {
    ...{ id: 'w', storey: 'storey-1', a: { x: 0, y: 0 }, b: { x: 4000, y: 0 }, buildUp: 'partition' },
    role: 'partition'
  });
  return projectFrom(withLamp, [...allRecords(walls), rec(made)]);
};

describe('a made-up kind', () => {
  const project = house();
  const read = (changes: object) =>
    readRecords(withLamp, [
      ...allRecords(project).filter(({ id }) => id !== 'lamp-1'),
      { ...made, ...changes }
    ]);

  it('is validated, and what it names must be there', () => {
    expect(read({}).ok).toBe(true);
    expect(read({ watts: 'many' })).toMatchObject({
      fault: expect.stringMatching(/lamp-1\): watts/) as string
    });
    expect(read({ wall: 'gone' })).toMatchObject({ fault: 'lamp-1 names the wall "gone", which is missing' });
    expect(read({ colour: 'red' }).ok).toBe(false);
  });
  it('is copied and mirrored with its host, named anew, and stays alike as a twin', () => {
    const copied = act(project, 'copyItems', { ids: ['w'], by: { x: 0, y: 3000 }, twins: true });
    const [, copy] = lamps(copied);
    expect(copy).toMatchObject({ id: 'lamp-2', wall: 'wall-1', at: { x: 1000, y: 3000 }, watts: 40 });
    const brighter = applyPatch(
      copied,
      new Map([['lamp-2', { before: rec(copy!), after: rec({ ...copy!, watts: 60 }) }]])
    );
    expect(lamps(brighter).map(({ watts }) => watts)).toEqual([40, 60]);
    const moved = act(copied, 'moveWalls', { ids: ['w'], by: { x: 0, y: -500 } });
    expect(lamps(moved)).toHaveLength(2);
    const mirrored = act(project, 'mirrorItems', { ids: ['w'], a: { x: 5000, y: 0 }, b: { x: 5000, y: 1 } });
    expect(lamps(mirrored)[1]).toMatchObject({ wall: 'wall-1', at: { x: 9000, y: 0 } });
    expect(call(project, 'copyItems', { ids: ['lamp-1'], by: { x: 0, y: 900 } })).toMatchObject({
      problem: { code: 'transform.rides', message: expect.stringMatching(/^Lamp 1 goes with/) as string }
    });
  });
  it('goes with its host, and its material cannot go while it stands', () => {
    expect(lamps(act(project, 'deleteItems', { ids: ['w'] }))).toEqual([]);
    expect(lamps(act(project, 'deleteItems', { ids: ['lamp-1'] }))).toEqual([]);
    expect(call(project, 'deleteItems', { ids: ['linen'] })).toMatchObject({
      problem: { code: 'material.used', subjects: ['linen', 'lamp-1'] }
    });
  });
  it('moves with the origin of the house', () => {
    expect(lamps(act(project, 'setOrigin', { at: { x: 300, y: 200 } }))[0]!.at).toEqual({ x: 700, y: -200 });
  });
  it('goes to the clipboard with what it is made of, and is pasted', () => {
    const other = projectFrom(withLamp, allRecords(newProject('Other')));
    const records = clipOf(new Model().at(project), ['w']);
    const pasted = act(other, 'pasteItems', { storey: 'storey-1', records, by: { x: 0, y: 100 } });
    expect(lamps(pasted)[0]).toMatchObject({ wall: 'wall-1', shade: 'linen', at: { x: 1000, y: 100 } });
    expect(findRecord(pasted, 'linen')).toBeDefined();
  });
  it('has a layer, a name, and ids that are never given twice', () => {
    expect(layersOf(project).map(({ name }) => name)).toContain('Lamps');
    const hidden = act(project, 'setLayer', { what: 'lamp', shown: false, locked: true });
    expect(layerThat(hidden, 'hidden', rec(made))?.name).toBe('Lamps');
    expect(call(hidden, 'deleteItems', { ids: ['w'] })).toMatchObject({ problem: { code: 'layer.locked' } });
    const query = new Model().at(project);
    expect(reviewProject(query).map(({ code }) => code)).toEqual([]);
    const gone = act(project, 'deleteItems', { ids: ['lamp-1'] });
    expect(freshIds(gone, 'lamp' as 'wall', 1)).toEqual(['lamp-2']);
  });
});
