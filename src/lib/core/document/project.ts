/** Projects of any kinds: making them from records, finding records, fresh ids. */
import type { Declaration, Declarations, Project } from './kind';
import { raised } from './ids';
import type { Kind, Rec, RecordOf, Tabled, Tables } from './record';

/**
 * A project of these kinds from loose records; later records of an id replace earlier ones. `lastIds`: of ids that were
 * given before and are no longer in use.
 */
export function projectFrom(
  kinds: Declarations,
  records: Iterable<Rec>,
  lastIds: Tabled['lastIds'] = {}
): Project {
  const tables = Object.fromEntries(Object.keys(kinds).map((kind) => [kind, new Map<string, Rec>()]));
  const ids: string[] = [];
  for (const record of records) {
    tables[record.kind]!.set(record.id, record);
    ids.push(record.id);
  }
  return { kinds, tables: tables as unknown as Tables, lastIds: raised(lastIds, ids) };
}

/** The declaration of a record's kind. */
export const declarationOf = <R extends Rec>({ kinds }: Project, { kind }: R): Declaration<R> =>
  kinds[kind] as unknown as Declaration<R>;

/** All declarations, in the order in which files list their kinds. */
export const declarationsOf = ({ kinds }: Project): readonly Declaration[] =>
  Object.values(kinds) as unknown as Declaration[];

export const allRecords = ({ tables }: Pick<Project, 'tables'>): Rec[] =>
  (Object.values(tables) as ReadonlyMap<string, Rec>[]).flatMap((one) => [...one.values()]);

export function findRecord({ tables }: Pick<Project, 'tables'>, id: string): Rec | undefined {
  for (const one of Object.values(tables) as ReadonlyMap<string, Rec>[]) {
    const found = one.get(id);
    if (found) return found;
  }
  return undefined;
}

/**
 * Makes ids such as `wall-17`, each above the last: above the highest that was ever given, so that they are the same when
 * a script is played again, and none comes back as another thing.
 */
export function idMaker({ kinds, lastIds }: Project): (kind: Kind) => string {
  const last = new Map(Object.entries(lastIds));
  return (kind) => {
    const { prefix } = kinds[kind];
    const number = (last.get(prefix) ?? 0) + 1;
    last.set(prefix, number);
    return `${prefix}-${number}`;
  };
}

/** The next `count` ids of a kind. */
export function freshIds(project: Project, kind: Kind, count: number): string[] {
  const next = idMaker(project);
  return Array.from({ length: count }, () => next(kind));
}

/** The one record of the whole project. */
export function settingsOf({ tables }: Pick<Project, 'tables'>): RecordOf<'project'> {
  const settings = tables.project.get('project');
  if (!settings) throw new Error('a project without its settings record');
  return settings;
}
