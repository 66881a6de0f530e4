/** The door for foreign records: every one is checked once, and named by its place when it is wrong. */
import { ValidationError, type AnyObject } from 'yup';
import type { Declarations, Project } from './kind';
import { notFinite } from './finite';
import { projectFrom } from './project';
import type { Kind, Rec } from './record';
import { referencesOf } from './references';

export type ReadRecords =
  { readonly ok: true; readonly project: Project } | { readonly ok: false; readonly fault: string };

/** Check a list of records from outside, and that what they name is there. */
export function readRecords(kinds: Declarations, given: unknown): ReadRecords {
  if (!Array.isArray(given)) return { ok: false, fault: 'records is not a list' };
  const records: Rec[] = [];
  for (const [i, one] of given.entries()) {
    const { kind, id: name } = (one ?? {}) as { kind?: unknown; id?: unknown };
    if (typeof kind !== 'string' || !Object.hasOwn(kinds, kind) || typeof name !== 'string' || name === '')
      return { ok: false, fault: `records[${i}] is of no known kind or has no id` };
    const fault = faultIn(kinds, kind as Kind, one as object);
    if (fault !== undefined) return { ok: false, fault: `records[${i}] (${name}): ${fault}` };
    records.push(one as Rec);
  }
  const project = projectFrom(kinds, records);
  const fault = missingReference(project, records);
  return fault ? { ok: false, fault } : { ok: true, project };
}

/** What is wrong with the fields of a record of a kind; undefined where nothing is. */
export function faultIn(kinds: Declarations, kind: Kind, record: object): string | undefined {
  const endless = notFinite(record);
  if (endless !== undefined) return `${endless} must be a finite number`;
  const rest: AnyObject = { ...record };
  delete rest.kind;
  delete rest.id;
  try {
    kinds[kind].schema.noUnknown(true).strict(true).validateSync(rest, { abortEarly: true });
  } catch (fault) {
    if (!(fault instanceof ValidationError)) throw fault;
    return fault.message;
  }
  return undefined;
}

function missingReference(project: Project, records: readonly Rec[]): string | undefined {
  const ids = new Map<string, Kind>();
  for (const record of records) {
    if (ids.has(record.id)) return `the id "${record.id}" is used twice`;
    ids.set(record.id, record.kind);
  }
  if (ids.get('project') !== 'project') return 'the settings of the project are missing';
  if (project.tables.project.size > 1) return 'it has the settings of more than one project';
  if (![...ids.values()].includes('storey')) return 'it has no storey';
  for (const record of records)
    for (const { id, reference } of referencesOf(project, record))
      if (reference.to !== null && ids.get(id) !== reference.to)
        return `${record.id} names the ${project.kinds[reference.to].words.one} "${id}", which is missing`;
  return undefined;
}
