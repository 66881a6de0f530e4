/** The tables that projects are kept in (Dexie), how older ones are brought up to date, and work without any storage. */
import Dexie, { type DexieOptions, type Table } from 'dexie';
import type { Patch } from '../core/document/patch';
import type { Project } from '../core/document/kind';
import type { Rec } from '../core/document/record';
import { whyNoStorage, type StorageFault } from './faults';

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
  /** A path of its walls, as `pictureOf` draws it; rows of older versions have none until the house changes. */
  readonly picture?: string;
  /** Number of the last step that was kept: the next must follow it. */
  readonly head: number;
}

/** Rows say in which form their records are; without it they are of the first. */
export interface Versioned {
  readonly schemaVersion?: number;
}

export interface SnapshotRow extends Versioned {
  readonly project: string;
  /** Number of the last step in it. */
  readonly upTo: number;
  readonly records: Rec[];
  /** Numbers given to ids, so that none is given twice; older snapshots have only those in use. */
  readonly lastIds?: Project['lastIds'];
  /** Numbers of the steps that can be undone and done again, deepest first. */
  readonly undo: readonly number[];
  readonly redo: readonly number[];
}

/** One step of the journal. Steps that a stack of a snapshot names are kept for undo. */
export interface StepRow extends Versioned {
  readonly project: string;
  readonly seq: number;
  readonly when: number;
  readonly operation: StoredOperation;
}

export interface BlobRow {
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

interface MarkRow {
  readonly name: string;
}

class Database extends Dexie {
  projects!: Table<ProjectRow, string>;
  snapshots!: Table<SnapshotRow, string>;
  steps!: Table<StepRow, [string, number]>;
  blobs!: Table<BlobRow, string>;
  versions!: Table<VersionRow, number>;
  marks!: Table<MarkRow, string>;

  constructor(options: DexieOptions = {}) {
    super('cliffstead', options);
    this.version(1).stores({
      ...{ projects: 'id, changed', snapshots: 'project', journal: '++seq, project' },
      ...{ blobs: 'name', versions: '++id, project' }
    });
    this.version(2).stores({ steps: '[project+seq], project', marks: 'name' }).upgrade(stepsFromJournal);
    this.version(3).stores({ journal: null });
  }
}

interface FirstSnapshot extends Omit<SnapshotRow, 'undo' | 'redo'> {
  readonly undo: readonly StoredEntry[];
  readonly redo: readonly StoredEntry[];
}

/** Form 1 had whole stacks in its snapshots and one journal for all projects: both become steps. */
async function stepsFromJournal(tx: { table(name: string): Table }): Promise<void> {
  const journal = (await tx.table('journal').toArray()) as StepRow[];
  await tx.table('steps').bulkAdd(journal);
  const snapshots = (await tx.table('snapshots').toArray()) as FirstSnapshot[];
  for (const { undo, redo, ...snapshot } of snapshots) {
    const { project, schemaVersion } = snapshot;
    const entries = [...undo, ...redo];
    // What was done before the journal begins is numbered downwards from nought.
    const seqs = entries.map((_, i) => i - entries.length);
    await tx.table('steps').bulkAdd(
      entries.map((entry, i): StepRow => ({
        ...{ project, seq: seqs[i]!, when: 0, operation: { op: 'do', ...entry } },
        ...(schemaVersion !== undefined && { schemaVersion })
      }))
    );
    const stacks = { undo: seqs.slice(0, undo.length), redo: seqs.slice(undo.length) };
    await tx.table('snapshots').put({ ...snapshot, ...stacks });
    const head = journal.reduce(
      (last, step) => (step.project === project ? Math.max(last, step.seq) : last),
      snapshot.upTo
    );
    await tx.table('projects').update(project, { head });
  }
}

let opened: Database | undefined;
let inMemory = false;

export const db = () => (opened ??= new Database());

/** Whether projects are in memory only, and gone with the page. */
export const isInMemory = () => inMemory;

/** Why projects cannot be kept in this browser; undefined when they can. */
export async function storageProblem(): Promise<Omit<StorageFault, 'kind'> | undefined> {
  try {
    await db().open();
    return undefined;
  } catch (fault) {
    opened = undefined;
    return whyNoStorage(fault);
  }
}

/** Keep projects in this factory of databases from now on. */
export async function workWith(indexedDB: IDBFactory, range = IDBKeyRange): Promise<void> {
  opened = new Database({ indexedDB, IDBKeyRange: range });
  await opened.open();
}

/** From now on projects live in this page alone; files are the way out. */
export async function workInMemory(): Promise<void> {
  const { IDBFactory, IDBKeyRange } = await import('fake-indexeddb');
  await workWith(new IDBFactory(), IDBKeyRange);
  inMemory = true;
}

/** Has nothing been laid here yet? Then `lay` runs, together with the mark that it has, or not at all. */
export async function onceEver(name: string, prepare: () => Promise<() => Promise<void>>): Promise<void> {
  const { marks, projects, snapshots, blobs } = db();
  if (await marks.get(name)) return;
  // Before the transaction, which ends when it is left waiting for anything else.
  const lay = await prepare();
  await db().transaction('rw', marks, projects, snapshots, blobs, async () => {
    if (await marks.get(name)) return;
    await marks.put({ name });
    if ((await projects.count()) === 0) await lay();
  });
}
