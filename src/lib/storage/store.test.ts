import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { perform } from '../core/commands/register';
import { allRecords } from '../core/document/project';
import { newProject } from '../core/kinds/new-project';
import { renameProject } from '../components/making';
import { restored } from '../components/restored';
import { depthOf, newHistory, operate, seqsOf, type HistoryState } from '../editor/history';
import { db, onceEver, workWith } from './database';
import { listProjects, removeProject } from './shelf';
import { FileNotKept, Outrun, ProjectGone } from './faults';
import {
  addVersion,
  createProject,
  getBlob,
  headOf,
  keepSteps,
  listVersions,
  openProject,
  putBlob,
  readSteps,
  takeSnapshot,
  type StoredOperation
} from './store';

const wall = (i: number) => ({
  name: 'drawWall',
  args: { storey: 'storey-1', a: { x: 0, y: i * 1000 }, length: 3000, angle: 0, thickness: 200 }
});

/** Draw `count` walls, each kept in the journal. */
async function draw(
  id: string,
  count: number,
  from = newHistory(newProject('House'))
): Promise<HistoryState> {
  let history = from;
  for (let i = 0; i < count; i++) {
    const result = perform(history.project, wall(history.project.tables.wall.size));
    if (!result.ok) throw new Error(result.problem.message);
    const operation: StoredOperation = { op: 'do', label: result.label, patch: result.patch };
    history = operate(history, operation);
    await keepSteps(id, history.next - 1, [operation], history.project);
  }
  return history;
}

const records = async (id: string) => allRecords((await restored(id))!.history.project);

describe('projects in the browser', () => {
  // Another test may have kept something there.
  beforeAll(async () => {
    await db().delete();
    await workWith(indexedDB);
  });
  it('opening is the snapshot and the journal since', async () => {
    await createProject('a', newProject('House'));
    const { project } = await draw('a', 3);
    expect((await openProject('a'))!.operations).toHaveLength(3);
    expect(await records('a')).toEqual(allRecords(project));
  });
  it('a snapshot folds the journal up; undo reads its steps, and what nothing needs is dropped', async () => {
    await createProject('b', newProject('House'));
    let history = await draw('b', 4);
    for (const op of ['undo', 'undo', 'redo'] as const) {
      history = operate(history, { op });
      await keepSteps('b', history.next - 1, [{ op }], history.project);
    }
    await takeSnapshot('b', history.next - 1, history.project, seqsOf(history.undo), seqsOf(history.redo));
    expect((await readSteps('b', [1, 2, 3, 4, 5, 6, 7])).map(({ seq }) => seq)).toEqual([1, 2, 3, 4]);
    history = await draw('b', 1, (await restored('b'))!.history);
    expect([depthOf(history.undo), history.project.tables.wall.size]).toEqual([4, 4]);
    await takeSnapshot('b', history.next - 1, history.project, seqsOf(history.undo), seqsOf(history.redo));
    expect((await readSteps('b', [3, 4, 8])).map(({ seq }) => seq)).toEqual([3, 8]);
    expect(await records('b')).toEqual(allRecords(history.project));
  });
  it('a step that does not follow the last one is refused, and one of a project that is gone', async () => {
    await createProject('f', newProject('House'));
    const history = await draw('f', 2);
    const late = { op: 'undo' } as const;
    await expect(keepSteps('f', 2, [late], history.project)).rejects.toThrow(Outrun);
    await expect(keepSteps('f', 4, [late], history.project)).rejects.toThrow(Outrun);
    expect(await headOf('f')).toBe(2);
    await removeProject('f');
    await expect(keepSteps('f', 3, [late], history.project)).rejects.toThrow(ProjectGone);
    await expect(addVersion('f', 'Late', history.project)).rejects.toThrow(ProjectGone);
    expect(await openProject('f')).toBeUndefined();
  });
  it('what is laid once is laid once, whoever asks at the same time, or not at all', async () => {
    await Promise.all(['a', 'b', 'c', 'd', 'e'].map(removeProject));
    const lay = (id: string) =>
      onceEver('demo', () => Promise.resolve(() => createProject(id, newProject('Demo'))));
    await expect(
      onceEver('demo', () =>
        Promise.resolve(async () => {
          await createProject('half', newProject('Half'));
          throw new Error('killed');
        })
      )
    ).rejects.toThrow('killed');
    expect(await listProjects()).toEqual([]);
    await Promise.all([lay('one'), lay('two')]);
    expect((await listProjects()).map(({ name }) => name)).toEqual(['Demo']);
    await removeProject('one');
    await lay('three');
    expect(await listProjects()).toEqual([]);
  });
  it('the list shows the newest first with what is in it', async () => {
    await createProject('c', newProject('Tern Cottage'));
    await draw('c', 2, newHistory(newProject('Tern Cottage')));
    const [first] = await listProjects();
    expect(first).toMatchObject({ id: 'c', name: 'Tern Cottage', summary: '1 storey, 2 walls, 0 openings' });
    // Two walls, 3 m long and 1 m apart, fill the width of the picture and are in its middle.
    const numbers = first!.picture!.match(/[\d.]+/g)!.map(Number);
    const [xs, ys] = [0, 1].map((k) => numbers.filter((_, i) => i % 2 === k)) as [number[], number[]];
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([0, 96]);
    expect(Math.min(...ys) + Math.max(...ys)).toBeCloseTo(72, 0);
    expect(first!.picture!.match(/M/g)).toHaveLength(2);
  });
  it('a project is renamed from the list as a step that can be undone; a bad name is refused', async () => {
    await createProject('r', newProject('Tern Cottage'));
    await draw('r', 1, newHistory(newProject('Tern Cottage')));
    expect(await renameProject('r', 'Tern House')).toBeUndefined();
    expect(await renameProject('r', ' ')).toMatchObject({ code: expect.any(String) as string });
    expect((await listProjects()).find(({ id }) => id === 'r')?.name).toBe('Tern House');
    const { history } = (await restored('r'))!;
    expect(depthOf(history.undo)).toBe(2);
    expect([...operate(history, { op: 'undo' }).project.tables.project.values()][0]).toMatchObject({
      name: 'Tern Cottage'
    });
    await expect(renameProject('gone', 'x')).rejects.toBeInstanceOf(ProjectGone);
  });
  it('versions are kept whole, newest first', async () => {
    await createProject('d', newProject('House'));
    const { project } = await draw('d', 1);
    await addVersion('d', 'One wall', project);
    await addVersion('d', 'Still one wall', project);
    const [second, first] = await listVersions('d');
    expect([second!.name, first!.name]).toEqual(['Still one wall', 'One wall']);
    expect(first!.records).toEqual(allRecords(project));
  });
  it('pictures are kept beside; removing a project removes all of it', async () => {
    await createProject(
      'e',
      newProject('House'),
      new Map([['blob-1', { mime: 'image/png', bytes: new Uint8Array([1]) }]])
    );
    await putBlob('blob-2', 'image/jpeg', new Uint8Array([2]));
    expect((await getBlob('blob-1'))!.bytes).toEqual(new Uint8Array([1]));
    expect((await getBlob('blob-2'))!.mime).toBe('image/jpeg');
    await removeProject('e');
    expect(await openProject('e')).toBeUndefined();
    expect(await openProject('never')).toBeUndefined();
  });
  it('a file for which there is no room is told by its name, with what makes room', async () => {
    const full = new DOMException('The quota has been exceeded.', 'QuotaExceededError');
    const put = vi.spyOn(db().blobs, 'put').mockReturnValueOnce(Dexie.Promise.reject(full) as never);
    const fault = await putBlob('blob-3', 'image/png', new Uint8Array([3])).catch((one: unknown) => one);
    put.mockRestore();
    expect((fault as FileNotKept).told('plan.png')).toEqual({
      text: '"plan.png" cannot be kept: the browser’s storage is full.',
      hint: 'Remove versions or projects, or make room on the disk, and take it once more.'
    });
    expect(fault).toBeInstanceOf(FileNotKept);
    expect(await getBlob('blob-3')).toBeUndefined();
  });
  it('what form 1 of the storage kept is brought up to date: snapshot, journal, undo and versions', async () => {
    await createProject('old', newProject('House'));
    const { project, undo } = await draw('old', 2);
    const snapshot = allRecords(newProject('House'));
    await db().delete();
    // As form 1 wrote it: whole stacks in the snapshot, no form of records named, no fields that came later.
    const strip = <T>(record: T) =>
      Object.fromEntries(
        Object.entries(record as object).filter(
          ([key]) => key !== 'settingOutOffset' && key !== 'secondUnits'
        )
      );
    const first = new Dexie('cliffstead');
    first.version(1).stores({
      ...{ projects: 'id, changed', snapshots: 'project', journal: '++seq, project' },
      ...{ blobs: 'name', versions: '++id, project' }
    });
    const entries = undo.recent.map(({ label, patch }) => ({
      label,
      patch: new Map([...patch].map(([id, { after }]) => [id, { after: strip(after) }]))
    }));
    await first.table('projects').add({ id: 'old', name: 'House', changed: 1, summary: '' });
    await first.table('journal').bulkAdd(
      entries.map((entry, i) => ({
        project: 'old',
        seq: 7 + i,
        when: 5,
        operation: { op: 'do', ...entry }
      }))
    );
    await first.table('snapshots').add({
      ...{ project: 'old', upTo: 6, records: snapshot.map(strip) },
      ...{ undo: [{ label: 'Earlier', patch: new Map() }], redo: entries }
    });
    const version = { project: 'old', name: 'Then', when: 3, records: allRecords(project).map(strip) };
    await first.table('versions').add(version);
    first.close();
    await workWith(indexedDB);
    const { history, lost } = (await restored('old'))!;
    expect([lost, depthOf(history.undo), history.next]).toEqual([0, 3, 9]);
    expect(allRecords(history.project)).toEqual(allRecords(project));
    expect((await listVersions('old'))[0]!.records).toEqual(allRecords(project));
    await draw('old', 1, history);
    expect(await headOf('old')).toBe(9);
  });
});
