/** Copies, rows, mirrored and turned sets as one motion; the whole house moved to another origin. Generic over the kinds. */
import * as s from '../document/schemas';
import { mirrorIn, shiftBy, stay, turnAbout, type Motion } from '../geometry/motion';
import { scale } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { command, done, needAny, refuse, storedPoint } from '../document/command';
import {
  chooseSet,
  copies,
  copyingOf,
  itemsOf,
  movedRecord,
  resettled,
  type ThingSet
} from '../document/copies';
import type { Command, Project, Query, Result } from '../document/kind';
import { nameOf } from '../document/names';
import { allRecords, declarationOf, findRecord, freshIds, idMaker } from '../document/project';
import { fitting } from '../kinds/opening/commands';
import { movedOpening } from '../kinds/opening/moved';
import type { Opening } from '../kinds/opening/record';
import type { Rec } from '../document/record';
import type { Twins } from '../kinds/twins/record';
import { Meetings, fitted, followers } from '../kinds/wall/rejoin';
import { movedWalls, settle } from '../kinds/wall/moves';
import { settled } from '../kinds/wall/settled';
import { degree } from '../units/angle';

/** The openings that are given by themselves, without their walls; undefined where anything else is among them. */
function loneOpenings(project: Project, ids: readonly string[]): Opening[] | undefined {
  const found = ids.flatMap((id) => project.tables.opening.get(id) ?? []);
  return found.length === ids.length && found.length > 0 ? found : undefined;
}

/** Openings by themselves: copies by each motion, or they themselves by the one there is. */
function openingsBy(
  project: Project,
  label: string,
  openings: readonly Opening[],
  motions: readonly Motion[],
  themselves = false
): Result {
  const next = idMaker(project);
  const puts = motions.flatMap((motion) =>
    openings.map((one): Opening => {
      const there = movedOpening(project, one, motion);
      return themselves ? there : { ...there, id: next('opening'), mark: '' };
    })
  );
  return fitting(project, label, puts, themselves ? [] : puts.map(({ id }) => id));
}

/** Copies, kept alike with what they were copied from when asked. */
function copied(
  query: Query,
  label: string,
  ids: readonly string[],
  motions: readonly Motion[],
  twins: boolean | undefined
): Result {
  const { project } = query;
  const openings = twins ? undefined : loneOpenings(project, ids);
  if (openings) return openingsBy(project, label, openings, motions);
  const set = chooseSet(project, ids);
  const { puts, made, sets } = copies(query, project, set, motions);
  if (!twins) return settled(project, label, puts, made);
  const items = itemsOf(set);
  checkNoTwins(project, items);
  const record: Twins = {
    id: freshIds(project, 'twins', 1)[0]!,
    kind: 'twins',
    sets: [{ items, motion: stay }, ...sets.map((copy, k) => ({ items: copy, motion: motions[k]! }))]
  };
  return settled(project, `${label} as twins`, [...puts, record], made);
}

/** The things themselves, moved. */
function itself(
  query: Query,
  label: string,
  ids: readonly string[],
  motion: Motion,
  twins: boolean | undefined
): Result {
  const { project } = query;
  const openings = twins ? undefined : loneOpenings(project, ids);
  return openings
    ? openingsBy(project, label, openings, [motion], true)
    : settled(project, label, movedSet(query, chooseSet(project, ids), motion));
}

function checkNoTwins(project: Project, items: readonly string[]) {
  for (const twins of project.tables.twins.values())
    for (const { items: taken } of twins.sets) {
      const id = items.find((one) => taken.includes(one));
      if (id !== undefined)
        refuse(project, 'twins.taken', {
          subjects: [id],
          texts: { thing: nameOf(project, findRecord(project, id)) }
        });
    }
}

/** The set itself moved, its walls joined again to the walls that they were joined to. */
function movedSet(query: Query, { placed, riding }: ThingSet, motion: Motion): Rec[] {
  const { project } = query;
  const own = new Set(placed.map(({ id }) => id));
  const meetings = new Meetings(query);
  const put = placed.map((record): Rec => {
    const moved = movedRecord(project, record, motion);
    return record.kind === 'wall' && moved.kind === 'wall'
      ? fitted(meetings, project, own, moved, record)
      : moved;
  });
  const walls = put.flatMap((one) => (one.kind === 'wall' ? [one] : []));
  const along = riding.map((record) =>
    movedRecord(
      project,
      resettled(
        query,
        record,
        (id) => !own.has(id),
        (id) => id
      ),
      motion
    )
  );
  return [...put, ...followers(meetings, project, own, walls), ...along];
}

const count = (ids: readonly string[]) => (ids.length === 1 ? '' : ` ${ids.length} things`);

/** What is copied, as a label tells it. */
const things = (project: Project, ids: readonly string[]) =>
  count(ids) || (loneOpenings(project, ids) ? ' an opening' : ' a thing');

/** More copies at once than this are a slip of the finger. */
const mostCopies = 500;

/** The steps of a row along a vector, the last one at its end. */
function rowSteps(project: Project, by: { x: number; y: number }, spacing: number) {
  const size = Math.hypot(by.x, by.y);
  if (spacing < tolerances.leastLength || size / spacing > mostCopies)
    refuse(project, 'transform.nowhere', {
      numbers: { size: spacing, least: Math.max(tolerances.leastLength, size / mostCopies) }
    });
  const whole = Math.ceil(size / spacing - tolerances.share);
  return Array.from({ length: whole }, (_, k) => scale(by, Math.min(1, ((k + 1) * spacing) / size)));
}

const copyItems = command({
  name: 'copyItems',
  about:
    'Copy walls with their openings, columns and chimneys, or openings by themselves into the walls that stand there: so many times by a vector; or, with a spacing, along the whole vector, the last one at its end. `twins`: they stay alike until released.',
  args: s.object({
    ids: s.ids().required(),
    by: s.point().required(),
    count: s.number().integer().min(1).max(mostCopies),
    spacing: s.mm(),
    twins: s.flag()
  }),
  example: { ids: ['wall-1'], by: { x: 0, y: 1200 } },
  run: (project, { ids, by, count: times, spacing, twins }, query) => {
    const size = Math.hypot(by.x, by.y);
    if (size < tolerances.leastLength)
      refuse(project, 'transform.nowhere', { numbers: { size, least: tolerances.leastLength } });
    const steps =
      spacing === undefined
        ? Array.from({ length: times ?? 1 }, (_, k) => scale(by, k + 1))
        : rowSteps(project, by, spacing);
    const label = `Copy${count(ids)}${steps.length > 1 ? `, ${steps.length} times` : ''}`;
    return copied(query, label, ids, steps.map(shiftBy), twins);
  }
});

const mirrorItems = command({
  name: 'mirrorItems',
  about:
    'Mirror walls with their openings, columns and chimneys, or openings by themselves, about the line from a to b: a copy (`twins`: that stays alike until released), or the set itself.',
  args: s.object({
    ids: s.ids().required(),
    a: s.point().required(),
    b: s.point().required(),
    copy: s.flag(),
    twins: s.flag()
  }),
  example: { ids: ['wall-2'], a: { x: 9000, y: 0 }, b: { x: 9000, y: 1000 } },
  run: (project, { ids, a, b, copy, twins }, query) => {
    const size = Math.hypot(b.x - a.x, b.y - a.y);
    if (size < 1) refuse(project, 'transform.nowhere', { numbers: { size, least: 1 } });
    const motion = mirrorIn(a, b);
    return copy === false
      ? itself(query, `Mirror${count(ids)}`, ids, motion, twins)
      : copied(query, `Mirror a copy of${things(project, ids)}`, ids, [motion], twins);
  }
});

const turnItems = command({
  name: 'turnItems',
  about:
    'Turn walls with their openings, columns and chimneys, or openings by themselves, about a point by an angle: the set itself, or a copy (`twins`: that stays alike until released).',
  args: s.object({
    ids: s.ids().required(),
    about: s.point().required(),
    angle: s.degrees().required(),
    copy: s.flag(),
    twins: s.flag()
  }),
  example: { ids: ['wall-1', 'wall-2', 'wall-3', 'wall-4'], about: { x: 0, y: 0 }, angle: 15 },
  run: (project, { ids, about, angle, copy, twins }, query) => {
    const motion = turnAbout(about, angle * degree);
    const what = loneOpenings(project, ids) ? things(project, ids) : count(ids);
    return copy
      ? copied(query, `Turn a copy of${things(project, ids)}`, ids, [motion], twins)
      : itself(query, `Turn${what}`, ids, motion, twins);
  }
});

const moveItems = command({
  name: 'moveItems',
  about:
    'Move walls, columns and chimneys together by a vector, or openings by themselves. Walls jointed to those that move stretch or shrink, as with moveWalls.',
  args: s.object({ ids: s.ids().required(), by: s.point().required() }),
  example: { ids: ['column-1'], by: { x: 250, y: 0 } },
  run: (project, { ids, by }, query) => {
    const records = ids.map((id) => needAny(project, id));
    const openings = loneOpenings(project, ids);
    if (openings) {
      const what = openings.length === 1 ? 'an opening' : `${openings.length} openings`;
      return openingsBy(project, `Move ${what}`, openings, [shiftBy(by)], true);
    }
    for (const record of records)
      if (copyingOf(project, record) !== 'stands')
        refuse(project, 'transform.fixed', {
          subjects: [record.id],
          texts: { thing: nameOf(project, record) }
        });
    const { words } = declarationOf(project, records[0]!);
    const label = records.length === 1 ? `Move a ${words.one}` : `Move ${records.length} things`;
    const walls = records.filter(({ kind }) => kind === 'wall').map(({ id }) => id);
    const { changed } = movedWalls(query, walls, by, 'along');
    settle(project, changed, label);
    const standing = records.filter(({ kind }) => kind !== 'wall');
    return done(project, label, [
      ...changed,
      ...standing.map((record) => movedRecord(project, record, shiftBy(by)))
    ]);
  }
});

const setOrigin = command({
  name: 'setOrigin',
  about: 'Move the whole house so that a point of it becomes project zero.',
  args: s.object({ at: s.point().required() }),
  example: { at: { x: 8000, y: 0 } },
  run: (project, { at }) => {
    const zero = storedPoint(at);
    const motion = shiftBy({ x: -zero.x, y: -zero.y });
    return done(
      project,
      'Set the origin',
      allRecords(project).map((record) => movedRecord(project, record, motion))
    );
  }
});

export const transformCommands: Command[] = [copyItems, mirrorItems, turnItems, moveItems, setOrigin];
