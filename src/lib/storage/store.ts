/**
 * Projects in the browser. Each step is in the journal before the interface says "Saved", and is refused when it does not
 * follow the last one there; a snapshot now and then. Opening is the snapshot and the steps since; undo reads the older
 * ones when it comes to them.
 */
import { allRecords, settingsOf } from '../core/document/project';
import { projectOf } from '../core/kinds/project-of';
import { migrate } from '../core/document/migrations';
import { schemaVersion, type Rec } from '../core/document/record';
import type { Project } from '../core/document/kind';
import {
  db,
  type StepRow,
  type StoredEntry,
  type StoredOperation,
  type VersionRow,
  type Versioned
} from './database';
import { FileNotKept, Outrun, ProjectGone } from './faults';
import { pictureOf } from './picture';
import { shelve, type Blobs, type Shelved } from './shelf';

export type { StoredOperation, VersionRow };

/** Steps between snapshots. */
export const snapshotEvery = 200;
/** So many steps below the top of a stack come with a project when it is opened. */
const openedWith = 100;

/** A step with its number, for one of the stacks. */
export interface NumberedEntry extends StoredEntry {
  readonly seq: number;
}

export interface StoredStack {
  readonly older: readonly number[];
  readonly recent: readonly NumberedEntry[];
}

export interface StoredState {
  readonly project: Project;
  readonly undo: StoredStack;
  readonly redo: StoredStack;
  /** The number of the snapshot's last step, and the steps since. */
  readonly upTo: number;
  readonly operations: readonly StoredOperation[];
  /** Number of the last step in the journal. */
  readonly head: number;
  readonly saved: number;
}

const summarise = (project: Project) =>
  `${project.tables.storey.size} ${project.tables.storey.size === 1 ? 'storey' : 'storeys'}, ${project.tables.wall.size} walls, ${project.tables.opening.size} openings`;

/** A project as it is put on the shelf. */
export const toShelve = (project: Project): Shelved => ({
  name: settingsOf(project).name,
  summary: summarise(project),
  picture: pictureOf(project),
  schemaVersion,
  records: allRecords(project),
  lastIds: project.lastIds
});

export const createProject = (id: string, project: Project, blobs?: Blobs): Promise<void> =>
  shelve(id, toShelve(project), blobs);

const isOld = (row: Versioned) => (row.schemaVersion ?? 1) < schemaVersion;

/** Records in the present form, whichever version of the application kept them. */
function upToDate(records: Rec[], row: Versioned, house?: readonly Rec[]): Rec[] {
  return isOld(row) ? (migrate(records, row.schemaVersion ?? 1, house) as Rec[]) : records;
}

/** `house`: the snapshot's records, so that what older ones were silent about is filled in as there. */
function entryUpToDate(entry: StoredEntry, row: Versioned, house?: readonly Rec[]): StoredEntry {
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

/** Steps of the journal in the present form, by their numbers; those that are not there are left out. */
export async function readSteps(id: string, seqs: readonly number[]): Promise<NumberedEntry[]> {
  const rows = await db().steps.bulkGet(seqs.map((seq): [string, number] => [id, seq]));
  const old = rows.some((row) => row && isOld(row)) ? await db().snapshots.get(id) : undefined;
  const house = old && upToDate(old.records, old);
  return rows.flatMap((row) =>
    row?.operation.op === 'do' ? [{ seq: row.seq, ...entryUpToDate(row.operation, row, house) }] : []
  );
}

/** Snapshot and the steps since; undefined for a project that is not here. */
export async function openProject(id: string): Promise<StoredState | undefined> {
  const snapshot = await db().snapshots.get(id);
  const row = await db().projects.get(id);
  if (!snapshot || !row) return undefined;
  const since = await db()
    .steps.where('[project+seq]')
    .between([id, snapshot.upTo], [id, Infinity], false, true)
    .toArray();
  const records = upToDate(snapshot.records, snapshot);
  const undone = since.filter(({ operation }) => operation.op !== 'do').length;
  const stack = async (seqs: readonly number[]): Promise<StoredStack> => {
    const inHand = openedWith + undone;
    return { older: seqs.slice(0, -inHand), recent: await readSteps(id, seqs.slice(-inHand)) };
  };
  return {
    project: projectOf(records, snapshot.lastIds),
    undo: await stack(snapshot.undo),
    redo: await stack(snapshot.redo),
    upTo: snapshot.upTo,
    operations: since.map((step) =>
      step.operation.op === 'do'
        ? { ...step.operation, ...entryUpToDate(step.operation, step, records) }
        : step.operation
    ),
    head: row.head,
    saved: since.at(-1)?.when ?? row.changed
  };
}

/** Number of the last step kept; undefined when the project is not here. */
export const headOf = async (id: string): Promise<number | undefined> => (await db().projects.get(id))?.head;

/**
 * Keep steps, the first of them numbered `from`; resolves once they are on disk. Throws ProjectGone, Outrun, or what the
 * browser says; then nothing is kept.
 */
export async function keepSteps(
  id: string,
  from: number,
  operations: readonly StoredOperation[],
  after: Project
): Promise<void> {
  const when = Date.now();
  const { steps, projects } = db();
  await db().transaction('rw', steps, projects, async () => {
    const row = await projects.get(id);
    if (!row) throw new ProjectGone();
    if (row.head !== from - 1) throw new Outrun();
    await steps.bulkAdd(
      operations.map((operation, i): StepRow => ({
        project: id,
        seq: from + i,
        when,
        schemaVersion,
        operation
      }))
    );
    const head = from + operations.length - 1;
    await projects.update(id, {
      ...{ changed: when, name: settingsOf(after).name, summary: summarise(after) },
      ...{ picture: pictureOf(after), head }
    });
  });
}

/** Fold everything up to step `upTo` into a snapshot; steps that no stack names are dropped. */
export async function takeSnapshot(
  id: string,
  upTo: number,
  project: Project,
  undo: readonly number[],
  redo: readonly number[]
): Promise<void> {
  const { snapshots, steps, projects } = db();
  await db().transaction('rw', snapshots, steps, projects, async () => {
    if (!(await projects.get(id))) throw new ProjectGone();
    const { lastIds } = project;
    await snapshots.put({
      ...{ project: id, upTo, schemaVersion, records: allRecords(project), lastIds, undo, redo }
    });
    const named = new Set([...undo, ...redo]);
    const keys = (await steps.where({ project: id }).primaryKeys()) as [string, number][];
    await steps.bulkDelete(keys.filter(([, seq]) => seq <= upTo && !named.has(seq)));
  });
}

/** Throws `FileNotKept`. */
export async function putBlob(name: string, mime: string, bytes: Uint8Array): Promise<void> {
  await db()
    .blobs.put({ name, mime, bytes })
    .catch((fault: unknown) => {
      throw new FileNotKept(fault);
    });
}

export async function getBlob(name: string): Promise<{ mime: string; bytes: Uint8Array } | undefined> {
  return db().blobs.get(name);
}

export async function addVersion(id: string, name: string, project: Project): Promise<void> {
  if (!(await db().projects.get(id))) throw new ProjectGone();
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
