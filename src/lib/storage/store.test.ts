import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { describe, expect, it } from 'vitest';
import { perform } from '../core/commands/register';
import { applyPatch, invertPatch } from '../core/document/patch';
import { allRecords } from '../core/document/project';
import { newProject } from '../core/kinds/new-project';
import type { Project } from '../core/document/kind';
import {
  addVersion,
  createProject,
  getBlob,
  journalOperation,
  listProjects,
  listVersions,
  openProject,
  putBlob,
  removeProject,
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
  from = newProject('House')
): Promise<{ project: Project; seq: number }> {
  let [project, seq] = [from, 0];
  for (let i = 0; i < count; i++) {
    const result = perform(project, wall(project.tables.wall.size));
    if (!result.ok) throw new Error(result.problem.message);
    project = applyPatch(project, result.patch);
    seq = await journalOperation(id, { op: 'do', label: result.label, patch: result.patch }, project);
  }
  return { project, seq };
}

function replay(stored: { project: Project; operations: readonly StoredOperation[] }): Project {
  const done: Extract<StoredOperation, { op: 'do' }>[] = [];
  return stored.operations.reduce((project, operation) => {
    if (operation.op === 'do') done.push(operation);
    return applyPatch(project, operation.op === 'do' ? operation.patch : invertPatch(done.pop()!.patch));
  }, stored.project);
}

describe('projects in the browser', () => {
  it('opening is the snapshot and the journal since', async () => {
    await createProject('a', newProject('House'));
    const { project } = await draw('a', 3);
    const stored = (await openProject('a'))!;
    expect(stored.operations).toHaveLength(3);
    expect(allRecords(replay(stored))).toEqual(allRecords(project));
  });
  it('a snapshot folds the journal up and keeps both undo stacks', async () => {
    await createProject('b', newProject('House'));
    const { project, seq } = await draw('b', 4);
    const entry = { label: 'Draw a wall', patch: new Map() };
    await takeSnapshot('b', seq, project, [entry, entry], [entry]);
    await draw('b', 1, project);
    const stored = (await openProject('b'))!;
    expect([stored.operations.length, stored.undo.length, stored.redo.length]).toEqual([1, 2, 1]);
    expect(stored.project.tables.wall.size).toBe(4);
    expect(replay(stored).tables.wall.size).toBe(5);
  });
  it('the list shows the newest first with what is in it', async () => {
    await createProject('c', newProject('Tern Cottage'));
    await draw('c', 2, newProject('Tern Cottage'));
    const [first] = await listProjects();
    expect(first).toMatchObject({ id: 'c', name: 'Tern Cottage', summary: '1 storey, 2 walls, 0 openings' });
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
  it('what an older version kept is brought up to date: snapshot, journal, undo and versions', async () => {
    await createProject('old', newProject('House'));
    const { project } = await draw('old', 2);
    await addVersion('old', 'Then', project);
    const db = new Dexie('cliffstead');
    await db.open();
    // As version 1 wrote it: no form named, no fields that came later.
    const strip = (record: Record<string, unknown>) =>
      Object.fromEntries(
        Object.entries(record).filter(([key]) => key !== 'settingOutOffset' && key !== 'secondUnits')
      );
    await db
      .table('snapshots')
      .where({ project: 'old' })
      .modify((row: Record<string, unknown>) => {
        delete row.schemaVersion;
        row.records = (row.records as Record<string, unknown>[]).map(strip);
      });
    await db
      .table('journal')
      .where({ project: 'old' })
      .modify((row: { schemaVersion?: number; operation: { patch: Map<string, { after: object }> } }) => {
        delete row.schemaVersion;
        for (const change of row.operation.patch.values())
          change.after = strip(change.after as Record<string, unknown>);
      });
    await db
      .table('versions')
      .where({ project: 'old' })
      .modify((row: Record<string, unknown>) => {
        delete row.schemaVersion;
        row.records = (row.records as Record<string, unknown>[]).map(strip);
      });
    db.close();
    const stored = (await openProject('old'))!;
    expect(allRecords(replay(stored))).toEqual(allRecords(project));
    expect((await listVersions('old'))[0]!.records).toEqual(allRecords(project));
  });
});
