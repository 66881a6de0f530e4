/**
 * Sets of things and their copies, generic over the kinds: what stands by itself, what rides with it, what lies within the
 * set. A copy names the copies of what it named; of what did not come along it keeps the place.
 */
import type { Motion } from '../geometry/motion';
import { needAny, refuse } from './command';
import type { Declaration, Loss, Project, Query } from './kind';
import { nameOf } from './names';
import { declarationOf, declarationsOf, idMaker } from './project';
import type { Kind, Rec } from './record';
import { readPath, referencesOf, renamed } from './references';

/** Things that are copied, moved or kept alike together, in a fixed order. */
export interface ThingSet {
  readonly placed: readonly Rec[];
  readonly riding: readonly Rec[];
  readonly within: readonly Rec[];
}

export const copyingOf = (project: Project, record: Rec) => declarationOf(project, record).copying;

/** The id of what a riding thing rides with. */
export function hostOf(project: Project, record: Rec): string | undefined {
  const { copying, references } = declarationOf(project, record);
  return copying === 'rides' ? readPath(record, references[0]!.path.split('.'))[0] : undefined;
}

/** All things that ride with these, kind by kind in the order of their hosts. */
export function ridingWith(project: Project, hosts: readonly string[]): Rec[] {
  const order = new Map(hosts.map((id, i) => [id, i]));
  return recordsThat(project, 'rides')
    .flatMap((record) => {
      const at = order.get(hostOf(project, record) ?? '');
      return at === undefined ? [] : [{ record, at }];
    })
    .sort((p, q) => p.at - q.at)
    .map(({ record }) => record);
}

function recordsThat(project: Project, copying: Declaration['copying']): Rec[] {
  return declarationsOf(project)
    .filter((one) => one.copying === copying)
    .flatMap(({ kind }): Rec[] => [...(project.tables[kind].values() as Iterable<Rec>)]);
}

/** Things all of whose references to things of the plan are to these. */
export function lyingWithin(project: Project, ids: { has(id: string): boolean }): Rec[] {
  return recordsThat(project, 'within').filter((record) => liesWithin(project, record, ids));
}

/** Whether a record is of a kind that comes along with all that it names, and that is all among these. */
export function liesWithin(
  project: Project,
  record: Rec | undefined,
  ids: { has(id: string): boolean }
): boolean {
  return (
    record !== undefined &&
    copyingOf(project, record) === 'within' &&
    referencesOf(project, record).every(({ id, reference }) => !isThing(project, reference.to) || ids.has(id))
  );
}

/** Whether a kind is of things in the plan, which a copy brings along or leaves behind. */
const isThing = ({ kinds }: Project, kind: Kind | null) =>
  kind !== null && ['stands', 'rides', 'within'].includes(kinds[kind].copying);

/** The set that these ids choose: what rides or lies within comes along. Refuses what cannot be chosen. */
export function chooseSet(project: Project, ids: readonly string[]): ThingSet {
  const placed = new Map<string, Rec>();
  for (const id of ids) {
    const record = needAny(project, id);
    const host = hostOf(project, record);
    if (copyingOf(project, record) === 'stands') placed.set(id, record);
    else if (host === undefined)
      refuse(project, 'transform.fixed', { subjects: [id], texts: { thing: nameOf(project, record) } });
    else if (!ids.includes(host))
      refuse(project, 'transform.rides', { subjects: [id], texts: { thing: nameOf(project, record) } });
  }
  return setOf(project, [...placed.values()]);
}

/** Kind by kind, as the kinds are listed; each in the order given. */
export function setOf(project: Project, records: readonly Rec[]): ThingSet {
  const order = Object.keys(project.kinds);
  const placed = [...records].sort((p, q) => order.indexOf(p.kind) - order.indexOf(q.kind));
  const riding = ridingWith(
    project,
    placed.map(({ id }) => id)
  );
  const ids = new Set([...placed, ...riding].map(({ id }) => id));
  return { placed, riding, within: lyingWithin(project, ids) };
}

/** All of a set: what stands, what rides, what lies within. */
export const allOf = ({ placed, riding, within }: ThingSet): Rec[] => [...placed, ...riding, ...within];

/** Ids of a set that name its things one by one: what stands, then what rides. */
export const itemsOf = ({ placed, riding }: ThingSet): string[] => [...placed, ...riding].map(({ id }) => id);

/**
 * A record with what it names renamed by `to`; what is named and did not come along is lost, and the record keeps its own
 * place. `away`: whether an id was left behind.
 */
export function resettled<R extends Rec>(
  query: Query,
  record: R,
  away: (id: string) => boolean,
  to: (id: string) => string
): R {
  const { project } = query;
  const lost = new Set(
    referencesOf(project, record).flatMap(({ id, reference }) =>
      isThing(project, reference.to) && away(id) ? [id] : []
    )
  );
  const loss: Loss = { before: query, after: query, gone: lost, patch: new Map() };
  let now: Rec = record;
  for (const { reference } of lost.size > 0 ? referencesOf(project, record) : [])
    if (typeof reference.gone === 'function') now = reference.gone(now, loss) ?? now;
  return renamed(project, now as R, (id, reference) =>
    lost.has(id) && (reference.gone === 'list' || reference.gone === 'leaves') ? undefined : to(id)
  );
}

export interface Copies {
  readonly puts: readonly Rec[];
  /** Ids of the copies that stand by themselves. */
  readonly made: readonly string[];
  /** Ids of each copy, in the order of `itemsOf` the set. */
  readonly sets: readonly (readonly string[])[];
}

/** The set of one project once for each motion, as new records of another, or of the same. */
export function copies(source: Query, target: Project, set: ThingSet, motions: readonly Motion[]): Copies {
  const all = allOf(set);
  const next = idMaker(target);
  const fresh = motions.map(() => all.map(({ kind }) => next(kind)));
  const puts = motions.flatMap((motion, k) => {
    const to = new Map(all.map(({ id }, i) => [id, fresh[k]![i]!]));
    return all.map((record) => ({
      ...movedRecord(
        source.project,
        resettled(
          source,
          record,
          (id) => !to.has(id),
          (id) => to.get(id) ?? id
        ),
        motion
      ),
      id: to.get(record.id)!
    }));
  });
  const [n, m] = [set.placed.length, set.placed.length + set.riding.length];
  return {
    puts,
    made: fresh.flatMap((ids) => ids.slice(0, n)),
    sets: fresh.map((ids) => ids.slice(0, m))
  };
}

/** A record after a motion of the plan. */
export const movedRecord = <R extends Rec>(project: Project, record: R, motion: Motion): R =>
  declarationOf(project, record).moved?.(record, motion) ?? record;
