/** The list of projects, without what it takes to open one: the first page shows it at once. */
import { db, type ProjectRow, type SnapshotRow } from './database';

export async function listProjects(): Promise<ProjectRow[]> {
  return db().projects.orderBy('changed').reverse().toArray();
}

/** The box that pictures of houses fit, with y down. */
export const pictureSize = { width: 96, height: 72 } as const;

/** A new project, and what the list says of it. */
export interface Shelved extends Pick<SnapshotRow, 'schemaVersion' | 'records' | 'lastIds'> {
  readonly name: string;
  readonly summary: string;
  readonly picture: string;
}

export type Blobs = ReadonlyMap<string, { mime: string; bytes: Uint8Array }>;

export async function shelve(
  id: string,
  { name, summary, picture, ...snapshot }: Shelved,
  blobs: Blobs = new Map()
): Promise<void> {
  await db().transaction('rw', db().projects, db().snapshots, db().blobs, async () => {
    await db().projects.add({ id, name, changed: Date.now(), summary, picture, head: 0 });
    await db().snapshots.put({ project: id, upTo: 0, ...snapshot, undo: [], redo: [] });
    for (const [blob, content] of blobs) await db().blobs.put({ name: blob, ...content });
  });
}

export async function removeProject(id: string): Promise<void> {
  const { projects, snapshots, steps, versions } = db();
  await db().transaction('rw', projects, snapshots, steps, versions, async () => {
    await Promise.all([
      projects.delete(id),
      snapshots.delete(id),
      steps.where({ project: id }).delete(),
      versions.where({ project: id }).delete()
    ]);
  });
}
