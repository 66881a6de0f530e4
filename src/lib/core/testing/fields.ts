/** Every single field of every record changed by itself: for laws that hold whatever is changed. */
import type { Project } from '../document/kind';
import { applyPatch, patchOf } from '../document/patch';
import { allRecords } from '../document/project';
import { faultIn } from '../document/read';
import type { Rec } from '../document/record';
import { referencesOf } from '../document/references';

export interface FieldChange {
  readonly id: string;
  readonly path: string;
  readonly project: Project;
}

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

/** Each field with another value that the reader of files would let in; none for fields that can have no other. */
export function* fieldChanges(project: Project): Iterable<FieldChange> {
  for (const record of allRecords(project))
    for (const path of leavesOf(record)) {
      const name = path.join('.');
      if (name === 'id' || name === 'kind') continue;
      const named = referencesOf(project, record).find(({ id }) => id === at(record, path));
      const ids = named?.reference.to ? [...project.tables[named.reference.to].keys()] : words;
      for (const other of othersOf(at(record, path), ids)) {
        const changed = withValue(record, path, other) as Rec;
        if (!isSound(project, changed)) continue;
        yield { id: record.id, path: name, project: applyPatch(project, patchOf(project, [changed])) };
        break;
      }
    }
}

function isSound(project: Project, record: Rec): boolean {
  return (
    faultIn(project.kinds, record.kind, record) === undefined &&
    referencesOf(project, record).every(
      ({ id, reference }) => reference.to === null || project.tables[reference.to].has(id)
    )
  );
}
