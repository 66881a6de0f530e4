/**
 * The one currency of change: id -> { before?, after? }. Undo swaps it, the journal keeps it, the worker and the
 * other tab follow it, caches read it. Records are shared, never copied, so undo restores the same objects.
 */
import { raised } from './ids';
import type { Kind, Rec, Tabled, Tables } from './record';

export interface Change {
  readonly before?: Rec;
  readonly after?: Rec;
}
export type Patch = ReadonlyMap<string, Change>;

/** Equal as values. Identity is tried first, so records of one process compare at once. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [p, q] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(p);
  return keys.length === Object.keys(q).length && keys.every((key) => sameValue(p[key], q[key]));
}

/** A patch that puts records (new or changed) and removes ids. Changes to an equal value are left out. */
export function patchOf(project: Tabled, puts: Iterable<Rec>, removes: Iterable<string> = []): Patch {
  const patch = new Map<string, Change>();
  const find = (id: string) =>
    (Object.values(project.tables) as ReadonlyMap<string, Rec>[]).flatMap((table) => table.get(id) ?? [])[0];
  for (const after of puts) {
    const before = project.tables[after.kind].get(after.id);
    if (!sameValue(before, after)) patch.set(after.id, before ? { before, after } : { after });
  }
  for (const id of removes) {
    const before = find(id);
    if (before) patch.set(id, { before });
  }
  return patch;
}

/** Thrown when a patch does not fit the project; a bug or a stale tab, never a user's fault. */
export class PatchMismatch extends Error {}

/** Apply; refuses (throws PatchMismatch, changes nothing) when a `before` is not the present record. */
export function applyPatch<P extends Tabled>(project: P, patch: Patch): P {
  if (patch.size === 0) return project;
  const touched: Partial<Record<Kind, Map<string, Rec>>> = {};
  const table = (kind: Kind) =>
    (touched[kind] ??= new Map<string, Rec>(project.tables[kind] as ReadonlyMap<string, Rec>));
  for (const [id, { before, after }] of patch) {
    const kind = (after ?? before)?.kind;
    if (!kind) continue;
    const present = project.tables[kind].get(id);
    if (!sameValue(present, before)) throw new PatchMismatch(`record ${id} is not what the patch expects`);
    if (after) table(kind).set(id, after);
    else table(kind).delete(id);
  }
  const tables = { ...project.tables, ...touched } as Tables;
  return { ...project, tables, lastIds: raised(project.lastIds, patch.keys()) };
}

export function invertPatch(patch: Patch): Patch {
  return new Map(
    [...patch].map(([id, { before, after }]) => [
      id,
      { ...(after && { before: after }), ...(before && { after: before }) }
    ])
  );
}

/** First `p`, then `q`, as one. Changes that cancel are dropped. */
export function composePatches(p: Patch, q: Patch): Patch {
  const joined = new Map(p);
  for (const [id, change] of q) {
    const before = joined.has(id) ? joined.get(id)!.before : change.before;
    if (sameValue(before, change.after)) joined.delete(id);
    else joined.set(id, { ...(before && { before }), ...(change.after && { after: change.after }) });
  }
  return joined;
}
