/**
 * References as the kinds declare them: which records a record names, the record with other names in their place, and
 * what becomes of it when what it named is gone. A path is field names with `*` for every entry of a list; a part of it
 * that a record does not have (a form of its own, a null) names nothing.
 */
import { applyPatch, composePatches, patchOf, type Patch } from './patch';
import type { Declaration, Loss, Project, Query, Reference } from './kind';
import { declarationOf, declarationsOf, findRecord } from './project';
import { refuse } from './command';
import { nameOf } from './names';
import type { Rec } from './record';

type Loose = { readonly [field: string]: unknown };

const isObject = (value: unknown): value is Loose => typeof value === 'object' && value !== null;

/** The texts at a path. */
export function readPath(value: unknown, path: readonly string[]): string[] {
  const [first, ...rest] = path;
  if (first === undefined) return typeof value === 'string' ? [value] : [];
  if (first === '*') return Array.isArray(value) ? value.flatMap((one) => readPath(one, rest)) : [];
  return isObject(value) && !Array.isArray(value) ? readPath(value[first], rest) : [];
}

/**
 * The value with the texts at a path renamed. Where `rename` answers undefined, the entry of the list that holds the
 * text is left out. Answers the same object where nothing changes.
 */
export function mapPath<T>(value: T, path: readonly string[], rename: (id: string) => string | undefined): T {
  return (mapped(value, path, rename) ?? value) as T;
}

function mapped(
  value: unknown,
  path: readonly string[],
  rename: (id: string) => string | undefined
): unknown {
  const [first, ...rest] = path;
  if (first === undefined) return typeof value === 'string' ? rename(value) : value;
  if (first === '*') {
    if (!Array.isArray(value)) return value;
    const list = value.flatMap((one) => mapped(one, rest, rename) ?? []);
    return list.length === value.length && list.every((one, i) => one === value[i]) ? value : list;
  }
  if (!isObject(value) || !(first in value)) return value;
  const now = mapped(value[first], rest, rename);
  if (now === value[first]) return value;
  return now === undefined ? undefined : { ...value, [first]: now };
}

const partsOf = ({ path }: Reference) => path.split('.');

/** What a record names, with the reference by which it does. */
export function referencesOf(project: Project, record: Rec): { id: string; reference: Reference }[] {
  return declarationOf(project, record).references.flatMap((reference) =>
    readPath(record, partsOf(reference)).map((id) => ({ id, reference }))
  );
}

/** A record with what it names renamed; entries for which `rename` answers undefined are left out. */
export function renamed<R extends Rec>(
  project: Project,
  record: R,
  rename: (id: string, reference: Reference) => string | undefined
): R {
  const { references } = declarationOf<Rec>(project, record);
  return references.reduce<R>(
    (now, reference) => mapPath(now, partsOf(reference), (id) => rename(id, reference)),
    record
  );
}

/** The ids with all that goes when they do. Refuses what is still in use. */
export function withAllThatGoes(project: Project, ids: Iterable<string>): Set<string> {
  const gone = new Set(ids);
  for (let grew = true; grew;) {
    grew = false;
    for (const declaration of declarationsOf(project))
      for (const record of project.tables[declaration.kind].values()) {
        if (gone.has(record.id) || !goesToo(declaration, record, gone)) continue;
        gone.add(record.id);
        grew = true;
      }
  }
  for (const declaration of declarationsOf(project))
    for (const record of project.tables[declaration.kind].values())
      for (const reference of gone.has(record.id) ? [] : declaration.references)
        if (reference.gone === 'refuses')
          for (const id of readPath(record, partsOf(reference)))
            if (gone.has(id)) refuseInUse(project, id, record);
  return gone;
}

function goesToo({ references }: Declaration, record: Rec, gone: ReadonlySet<string>): boolean {
  return references.some((reference) => {
    if (reference.gone !== 'goes' && reference.gone !== 'leaves') return false;
    const named = readPath(record, partsOf(reference));
    return reference.gone === 'goes'
      ? named.some((id) => gone.has(id))
      : named.length > 0 && named.every((id) => gone.has(id));
  });
}

function refuseInUse(project: Project, id: string, user: Rec): never {
  const used = findRecord(project, id);
  return refuse(project, 'material.used', {
    subjects: [id, user.id],
    texts: { thing: nameOf(project, used), other: nameOf(project, user) }
  });
}

/**
 * The patch with no reference left to what it removes: what depended on it goes too, takes an heir, or keeps its own
 * place, as its kind declares. Kept after every command, so that none has to see to it.
 */
export function healed(before: Query, patch: Patch): Patch {
  const { project } = before;
  const removed = [...patch].flatMap(([id, { after }]) => (after ? [] : [id]));
  if (removed.length === 0) return patch;
  const gone = withAllThatGoes(project, removed);
  const without = composePatches(
    patch,
    patchOf(
      applyPatch(project, patch),
      [],
      [...gone].filter((id) => !patch.get(id))
    )
  );
  const loss: Loss = { before, after: before.at(applyPatch(project, without)), gone, patch: without };
  const puts: Rec[] = [];
  const more: string[] = [];
  for (const declaration of declarationsOf(project))
    for (const record of loss.after.project.tables[declaration.kind].values()) {
      const now = settled(declaration, record, loss);
      if (!now) more.push(record.id);
      else if (now !== record) puts.push(now);
    }
  for (const id of gone) {
    const record = findRecord(project, id);
    if (record) puts.push(...(declarationOf(project, record).leaves?.(record, loss) ?? []));
  }
  const whole = composePatches(without, patchOf(loss.after.project, puts));
  return more.length === 0
    ? whole
    : healed(before, composePatches(whole, patchOf(applyPatch(project, whole), [], more)));
}

function settled(declaration: Declaration, record: Rec, loss: Loss): Rec | undefined {
  let now: Rec | undefined = record;
  const asked = new Set<unknown>();
  for (const reference of declaration.references) {
    const path = partsOf(reference);
    if (!now || !readPath(now, path).some((id) => loss.gone.has(id))) continue;
    if (typeof reference.gone === 'function') {
      if (asked.has(reference.gone)) continue;
      asked.add(reference.gone);
      now = reference.gone(now, loss);
    } else if (reference.gone === 'leaves' || reference.gone === 'list')
      now = mapPath<Rec>(now, path, (id) => (loss.gone.has(id) ? undefined : id));
    else now = undefined;
  }
  return now;
}
