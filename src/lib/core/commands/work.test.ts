/** Stages of work: of everything that is built, in drawings, tables and the review. */
import { describe, expect, it } from 'vitest';
import { projectAt } from '../document/at-stage';
import type { Project } from '../document/kind';
import { workOf } from '../document/work';
import { planDrawing } from '../drawing/plan-drawing';
import { ringsArea } from '../geometry/ring';
import { outlineOn } from '../kinds/wall/stages';
import { readProject, writeProject } from '../exchange/archive';
import { writeGlb } from '../exchange/glb';
import { elementsOf } from '../model/bodies';
import { Model } from '../model/graph';
import { reviewProject } from '../review/review';
import { inspectProject } from '../takeoff/inspect';
import { act, refusal, twoRooms } from '../testing/house';

const query = (project: Project) => new Model().at(project);
const house = twoRooms();
const marksOf = (project: Project, subject: string) =>
  planDrawing(query(project), 'storey-1', { paper: 50 })
    .things.flat()
    .filter((mark) => mark.subject === subject);
const row = (project: Project, list: string, id: string) =>
  (inspectProject(query(project))[list] as { id: string; work: string }[]).find((one) => one.id === id)!;

describe('stages of work', () => {
  const old = act(house, 'setWork', { ids: ['south', 'east', 'north', 'west', 'p'], work: 'existing' });
  const without = act(old, 'setWork', { ids: ['p'], work: 'removed' });

  it('are of everything that is built, and openings go with their wall', () => {
    expect(
      [row(old, 'walls', 'south'), row(old, 'walls', 'q'), row(old, 'openings', 'door')].map(
        ({ work }) => work
      )
    ).toEqual(['existing', 'new', 'existing']);
    expect(row(without, 'openings', 'door').work).toBe('removed');
    // A new window in an old wall stays new.
    const window = act(old, 'setWork', { ids: ['window'], work: 'new' });
    const back = act(window, 'setWork', { ids: ['north'], work: 'removed' });
    expect(row(back, 'openings', 'window').work).toBe('new');
    expect('work' in act(old, 'setWork', { ids: ['south'], work: 'new' }).tables.wall.get('south')!).toBe(
      false
    );
  });

  it('are drawn light, in full, and in dashes without a fill', () => {
    const fills = (project: Project, id: string) =>
      marksOf(project, id).flatMap((mark) => (mark.kind === 'region' ? [mark.fill] : []));
    expect(fills(old, 'south')).not.toEqual(fills(house, 'south'));
    expect(fills(old, 'q')).toEqual(fills(house, 'q'));
    expect(fills(without, 'p')).toEqual([]);
    const pens = marksOf(without, 'p').flatMap((mark) => ('pen' in mark ? [mark.pen] : []));
    expect(new Set(pens)).toEqual(new Set(['overhead']));
    // The same list while nothing changes.
    const asked = query(old);
    const list = () =>
      planDrawing(asked, 'storey-1', { paper: 50 }).things.find(([mark]) => mark?.subject === 'south');
    expect(list()).toBe(list());
  });

  it('a project before the work has nothing new, and walls are whole there; after it nothing that is removed', () => {
    const mixed = act(without, 'setWork', { ids: ['window'], work: 'new' });
    const before = projectAt(query(mixed), 'before');
    expect([...before.tables.wall.keys()].sort()).toEqual(['east', 'north', 'p', 'south', 'west']);
    expect(before.tables.opening.has('window')).toBe(false);
    expect(before.tables.opening.has('door')).toBe(true);
    const after = projectAt(query(mixed), 'after');
    expect(after.tables.wall.has('p')).toBe(false);
    // What stands in a wall that goes goes with it.
    expect(after.tables.opening.has('door')).toBe(false);
    expect(after.tables.opening.has('window')).toBe(true);
    expect(projectAt(query(house), 'after')).toBe(house);
  });

  it('what is to be removed joins nothing, makes no outline, and is no finding', () => {
    const area = (project: Project) => ringsArea(outlineOn(query(project), 'storey-1', 'outer')?.rings ?? []);
    expect(area(old)).toBeCloseTo(54e6, 0);
    expect(area(act(old, 'setWork', { ids: ['west'], work: 'removed' }))).toBe(0);
    // A new wall stands where the old one is taken away.
    const again = act(without, 'drawWall', {
      ...{ id: 'again', storey: 'storey-1', a: { x: 4050, y: 0 }, b: { x: 4050, y: 6000 } },
      ...{ buildUp: 'partition', settingOut: 'centre', role: 'partition' }
    });
    expect(reviewProject(query(again)).filter(({ subjects }) => subjects.includes('p'))).toEqual([]);
    const { joints } = new Model().storey(again, 'storey-1')!.footprints;
    const meets = joints.some(
      ({ node }) => node.members.length > 1 && node.members.some(({ frame }) => frame.wall.id === 'p')
    );
    expect(meets).toBe(false);
  });

  it('are taken by what is drawn, where the project draws what exists', () => {
    const measuring = act(house, 'setProject', { drawnAs: 'existing' });
    const drawn = act(measuring, 'drawWall', {
      id: 'w',
      storey: 'storey-1',
      a: { x: 0, y: 9000 },
      b: { x: 4000, y: 9000 }
    });
    expect(workOf(drawn.tables.wall.get('w')!)).toBe('existing');
    expect(workOf(drawn.tables.wall.get('q')!)).toBe('new');
    const cut = act(act(drawn, 'setProject', { drawnAs: 'new' }), 'splitWall', { id: 'w', at: 2000 });
    expect([...cut.tables.wall.values()].filter(({ a }) => a.y === 9000).map(workOf)).toEqual([
      'existing',
      'existing'
    ]);
  });

  it('the model that is handed over is the house as it will stand', async () => {
    const then = projectAt(query(without), 'after');
    const bytes = await writeGlb(then, elementsOf(new Model(), then));
    const { nodes } = JSON.parse(
      new TextDecoder().decode(
        bytes.subarray(20, 20 + new DataView(bytes.buffer, bytes.byteOffset).getUint32(12, true))
      )
    ) as { nodes: { extras?: { id: string; work?: string } }[] };
    const work = new Map(nodes.flatMap(({ extras }) => (extras ? [[extras.id, extras.work]] : [])));
    expect([work.has('p'), work.has('door'), work.get('south'), work.get('q')]).toEqual([
      false,
      false,
      'existing',
      undefined
    ]);
  });

  it('are kept in a file, and refused of what is not built', () => {
    const read = readProject('house.cliffstead', writeProject(without, new Map()));
    expect(read.ok && workOf(read.project.tables.wall.get('p')!)).toBe('removed');
    expect(refusal(house, 'setWork', { ids: ['storey-1'], work: 'existing' })).toMatch(/^work.none/);
    expect(refusal(house, 'setWork', { ids: ['south'], work: 'gone' })).toMatch(/^args.invalid/);
  });
});
