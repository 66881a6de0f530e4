/** Every single field of every record changed by itself: for laws that hold whatever is changed. */
import type { Project } from '../document/kind';
import { applyPatch, patchOf } from '../document/patch';
import { allRecords } from '../document/project';
import { faultIn } from '../document/read';
import type { Rec } from '../document/record';
import { referencesOf } from '../document/references';

/** Other values that a field might have. */
function othersOf(value: unknown, choices: readonly string[]): unknown[] {
  if (typeof value === 'number') return [value + 7, value + 0.05, value - 7, value * 0.9, 1, 2];
  if (typeof value === 'boolean') return [!value];
  if (typeof value === 'string') return [...choices.filter((one) => one !== value), `${value}x`, '#123456'];
  return value === null ? [5000] : [];
}

/** Paths to all values that are not made of others; `null` is one. */
function leavesOf(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return Object.entries(value).flatMap(([key, one]) => leavesOf(one, [...path, key]));
}

const at = (value: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((now, key) => (now as Record<string, unknown>)[key], value);

function withValue(value: unknown, [key, ...rest]: readonly string[], leaf: unknown): unknown {
  if (key === undefined) return leaf;
  const changed = withValue((value as Record<string, unknown>)[key], rest, leaf);
  if (Array.isArray(value)) return value.map((one, i) => (String(i) === key ? changed : (one as unknown)));
  return { ...(value as object), [key]: changed };
}

/** Words that choices of fields are made of, wherever they stand. */
const words =
  'left right a b near far centre inside outside door window none gable eave outer structure inner structureOuter structureInner offset exterior partition low nib mitre through square front back measured assumed unknown stone timber courses boards mm ft line face height roof'.split(
    ' '
  );

/** A field of a record: what it is called within it, as `edges.2.pitch`. */
export interface Field {
  readonly record: Rec;
  readonly path: string;
}

export const fieldsOf = (project: Project): Field[] =>
  [...allRecords(project)].flatMap((record) =>
    leavesOf(record)
      .map((path) => ({ record, path: path.join('.') }))
      .filter(({ path }) => path !== 'id' && path !== 'kind')
  );

/** The project with another value there that the reader of files would let in; none for a field that can have no other. */
export function withOther(project: Project, { record, path }: Field): Project | undefined {
  const keys = path.split('.');
  const now = at(record, keys);
  const named = referencesOf(project, record).find(({ id }) => id === now);
  const ids = named?.reference.to ? [...project.tables[named.reference.to].keys()] : words;
  const changed = othersOf(now, ids)
    .map((other) => withValue(record, keys, other) as Rec)
    .find((one) => isSound(project, one));
  return changed && applyPatch(project, patchOf(project, [changed]));
}

function isSound(project: Project, record: Rec): boolean {
  return (
    faultIn(project.kinds, record.kind, record) === undefined &&
    referencesOf(project, record).every(
      ({ id, reference }) => reference.to === null || project.tables[reference.to].has(id)
    )
  );
}
