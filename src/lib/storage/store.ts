/**
 * Projects in the browser (Dexie). Each operation is in the journal before the interface says "Saved"; a snapshot now
 * and then; opening is snapshot plus journal. Snapshots carry both stacks, so undo survives a reload.
 */
import Dexie, { type Table } from 'dexie';
import type { Patch } from '../core/document/patch';
import { allRecords, settingsOf } from '../core/document/project';
import { projectOf } from '../core/kinds/new-project';
import { migrate } from '../core/document/migrations';
import { schemaVersion, type Rec } from '../core/document/record';
import type { Project } from '../core/document/kind';

export interface StoredEntry {
  readonly label: string;
  readonly patch: Patch;
}
/** What the journal keeps of one operation. */
export type StoredOperation =
  ({ readonly op: 'do' } & StoredEntry) | { readonly op: 'undo' } | { readonly op: 'redo' };

export interface ProjectRow {
  readonly id: string;
  readonly name: string;
  readonly changed: number;
  readonly summary: string;
}
/** Rows say in which form their records are; without it they are of the first. */
interface Versioned {
  readonly schemaVersion?: number;
}
interface SnapshotRow extends Versioned {
  readonly project: string;
  readonly upTo: number;
  readonly records: Rec[];
  /** Numbers given to ids, so that none is given twice; older snapshots have only those in use. */
  readonly lastIds?: Project['lastIds'];
  readonly undo: readonly StoredEntry[];
  readonly redo: readonly StoredEntry[];
}
interface JournalRow extends Versioned {
  readonly seq?: number;
  readonly project: string;
  readonly when: number;
  readonly operation: StoredOperation;
}
interface BlobRow {
  readonly name: string;
  readonly mime: string;
  readonly bytes: Uint8Array;
}
export interface VersionRow extends Versioned {
  readonly id?: number;
  readonly project: string;
  readonly name: string;
  readonly when: number;
  readonly records: Rec[];
}

class Database extends Dexie {
  projects!: Table<ProjectRow, string>;
  snapshots!: Table<SnapshotRow, string>;
  journal!: Table<JournalRow, number>;
  blobs!: Table<BlobRow, string>;
  versions!: Table<VersionRow, number>;

  constructor() {
    super('cliffstead');
    this.version(1).stores({
      projects: 'id, changed',
      snapshots: 'project',
      journal: '++seq, project',
      blobs: 'name',
      versions: '++id, project'
    });
  }
}

let opened: Database | undefined;
const db = () => (opened ??= new Database());

/** Operations between snapshots. */
export const snapshotEvery = 200;

export interface StoredState {
  readonly project: Project;
  readonly undo: readonly StoredEntry[];
  readonly redo: readonly StoredEntry[];
  readonly operations: readonly StoredOperation[];
  /** Number of the last operation in it. */
  readonly seq: number;
  readonly saved: number;
}

const summarise = (project: Project) =>
  `${project.tables.storey.size} ${project.tables.storey.size === 1 ? 'storey' : 'storeys'}, ${project.tables.wall.size} walls, ${project.tables.opening.size} openings`;

export async function listProjects(): Promise<ProjectRow[]> {
  return db().projects.orderBy('changed').reverse().toArray();
}

export async function createProject(
  id: string,
  project: Project,
  blobs: ReadonlyMap<string, { mime: string; bytes: Uint8Array }> = new Map()
): Promise<void> {
  await db().transaction('rw', db().projects, db().snapshots, db().blobs, async () => {
    await db().projects.add({
      id,
      name: settingsOf(project).name,
      changed: Date.now(),
      summary: summarise(project)
    });
    await db().snapshots.put({
      project: id,
      upTo: 0,
      schemaVersion,
      records: allRecords(project),
      lastIds: project.lastIds,
      undo: [],
      redo: []
    });
    for (const [name, blob] of blobs) await db().blobs.put({ name, ...blob });
  });
}

export async function removeProject(id: string): Promise<void> {
  const { projects, snapshots, journal, versions } = db();
  await db().transaction('rw', projects, snapshots, journal, versions, async () => {
    await Promise.all([
      projects.delete(id),
      snapshots.delete(id),
      journal.where({ project: id }).delete(),
      versions.where({ project: id }).delete()
    ]);
  });
}

const isOld = (row: Versioned) => (row.schemaVersion ?? 1) < schemaVersion;

/** Records in the present form, whichever version of the application kept them. */
function upToDate(records: Rec[], row: Versioned, house?: readonly Rec[]): Rec[] {
  return isOld(row) ? (migrate(records, row.schemaVersion ?? 1, house) as Rec[]) : records;
}

/** `house`: the snapshot's records, so that what older ones were silent about is filled in as there. */
function entryUpToDate(entry: StoredEntry, row: Versioned, house: readonly Rec[]): StoredEntry {
  if (!isOld(row)) return entry;
  const one = (record: Rec | undefined) => record && upToDate([record], row, house)[0];
  const patch = new Map(
    [...entry.patch].map(([id, { before, after }]) => [
      id,
      { ...(before && { before: one(before)! }), ...(after && { after: one(after)! }) }
    ])
  );
  return { label: entry.label, patch };
}

/** Snapshot and the operations since; undefined for a project that is not here. */
export async function openProject(id: string): Promise<StoredState | undefined> {
  const snapshot = await db().snapshots.get(id);
  if (!snapshot) return undefined;
  const rows = await db().journal.where({ project: id }).sortBy('seq');
  const since = rows.filter((row) => row.seq! > snapshot.upTo);
  const row = await db().projects.get(id);
  const records = upToDate(snapshot.records, snapshot);
  return {
    project: projectOf(records, snapshot.lastIds),
    undo: snapshot.undo.map((entry) => entryUpToDate(entry, snapshot, records)),
    redo: snapshot.redo.map((entry) => entryUpToDate(entry, snapshot, records)),
    operations: since.map((row) =>
      row.operation.op === 'do'
        ? { ...row.operation, ...entryUpToDate(row.operation, row, records) }
        : row.operation
    ),
    seq: since.at(-1)?.seq ?? snapshot.upTo,
    saved: since.at(-1)?.when ?? row?.changed ?? Date.now()
  };
}

/** Keep an operation; resolves once it is on disk. */
export async function journalOperation(
  id: string,
  operation: StoredOperation,
  after: Project
): Promise<number> {
  const when = Date.now();
  const seq = await db().transaction('rw', db().journal, db().projects, async () => {
    await db().projects.update(id, {
      changed: when,
      name: settingsOf(after).name,
      summary: summarise(after)
    });
    return db().journal.add({ project: id, when, schemaVersion, operation });
  });
  return seq;
}

/** Fold everything up to `seq` into a snapshot. */
export async function takeSnapshot(
  id: string,
  seq: number,
  project: Project,
  undo: readonly StoredEntry[],
  redo: readonly StoredEntry[]
): Promise<void> {
  await db().transaction('rw', db().snapshots, db().journal, async () => {
    await db().snapshots.put({
      project: id,
      upTo: seq,
      schemaVersion,
      records: allRecords(project),
      lastIds: project.lastIds,
      undo,
      redo
    });
    await db()
      .journal.where({ project: id })
      .and((row) => row.seq! <= seq)
      .delete();
  });
}

export async function putBlob(name: string, mime: string, bytes: Uint8Array): Promise<void> {
  await db().blobs.put({ name, mime, bytes });
}

export async function getBlob(name: string): Promise<{ mime: string; bytes: Uint8Array } | undefined> {
  return db().blobs.get(name);
}

export async function addVersion(id: string, name: string, project: Project): Promise<void> {
  await db().versions.add({
    project: id,
    name,
    when: Date.now(),
    schemaVersion,
    records: allRecords(project)
  });
}

export async function listVersions(id: string): Promise<VersionRow[]> {
  const rows = await db().versions.where({ project: id }).toArray();
  return rows.reverse().map((row) => ({ ...row, records: upToDate(row.records, row) }));
}
