/** Copies, rows, mirrored and turned sets: walls with their openings and joints, columns and chimneys, as one motion. */
import { mirrorIn, moved, shiftBy, stay, turnAbout, turnedAngle, type Motion } from '../geometry/motion';
import { add, scale, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { degree } from '../units/angle';
import { findRecord, freshIds, openingsOf, settingsOf } from '../project/project';
import {
  otherSide,
  type Chimney,
  type Column,
  type Joint,
  type Opening,
  type Project,
  type Rec,
  type SetOutOrigin,
  type Twins,
  type Wall
} from '../project/records';
import { after, checkAgainst, checkOpenings, checkWall, freed, settleEnd } from './checks';
import { command, done, nameOf, need, refuse, type Command, type Result } from './command';
import { fitted, followers, Meetings } from './rejoin';
import * as s from './schemas';
import { storedPoint } from './walls';

const moveWall = (wall: Wall, motion: Motion): Wall => ({
  ...wall,
  a: storedPoint(moved(motion, wall.a)),
  b: storedPoint(moved(motion, wall.b)),
  outside: motion.flips ? otherSide[wall.outside] : wall.outside
});
const moveColumn = (column: Column, motion: Motion): Column => ({
  ...column,
  at: storedPoint(moved(motion, column.at)),
  angle: turnedAngle(motion, column.angle)
});
/** A flipped chimney keeps its front in front: its width runs the other way, and so do its flues. */
function moveChimney(chimney: Chimney, motion: Motion): Chimney {
  return {
    ...chimney,
    at: storedPoint(moved(motion, chimney.at)),
    angle: turnedAngle(motion, chimney.angle + (motion.flips ? Math.PI : 0)),
    flues: motion.flips ? chimney.flues.map((flue) => ({ ...flue, along: -flue.along })) : chimney.flues
  };
}
/** What stands in the plan, moved; an opening rides with its wall. */
export function movedRecord<R extends Wall | Column | Chimney>(record: R, motion: Motion): R {
  switch (record.kind) {
    case 'wall':
      return moveWall(record, motion) as R;
    case 'column':
      return moveColumn(record, motion) as R;
    case 'chimney':
      return moveChimney(record, motion) as R;
  }
}

export interface Chosen {
  readonly walls: readonly Wall[];
  readonly columns: readonly Column[];
  readonly chimneys: readonly Chimney[];
}

export function choose(project: Project, ids: readonly string[]): Chosen {
  const { wall, column, chimney, opening } = project.tables;
  const pick = <T>(table: ReadonlyMap<string, T>) => ids.flatMap((id) => table.get(id) ?? []);
  const chosen = { walls: pick(wall), columns: pick(column), chimneys: pick(chimney) };
  const known = new Set([...wall.keys(), ...column.keys(), ...chimney.keys()]);
  for (const id of ids) {
    // An opening comes along with its wall, and not without it.
    const riding = opening.get(id);
    if (known.has(id) || (riding && ids.includes(riding.wall))) continue;
    if (riding) refuse(project, 'carry.opening', { subjects: [id], texts: { thing: nameOf(riding) } });
    need(project, 'wall', id);
  }
  return chosen;
}

/** What an opening is set out from, moved; undefined where that does not come along. */
export function movedOrigin(
  origin: SetOutOrigin,
  to: ReadonlyMap<string, string>,
  motion: Motion
): SetOutOrigin | undefined {
  if (origin.kind === 'line') return origin;
  const wall = to.get(origin.wall);
  return wall === undefined
    ? undefined
    : { kind: 'face', wall, side: motion.flips ? otherSide[origin.side] : origin.side };
}

/** Openings of copied walls; what they were set out from comes along, or their place is kept from the end of the line. */
function copyOpenings(
  project: Project,
  to: ReadonlyMap<string, string>,
  motion: Motion,
  taken: readonly string[]
): Opening[] {
  const riding = [...to.keys()].flatMap((id) => openingsOf(project, id));
  return riding.map((opening, i): Opening => {
    const origin = movedOrigin(opening.origin, to, motion);
    const base = {
      ...(origin ? opening : freed(project, opening)),
      id: taken[i]!,
      wall: to.get(opening.wall)!
    };
    return origin ? { ...base, origin } : base;
  });
}

/** Records of joints whose walls are all copied. */
export function copyJoints(project: Project, to: ReadonlyMap<string, string>): Omit<Joint, 'id'>[] {
  return [...project.tables.joint.values()].flatMap((joint) => {
    if (!joint.members.every(({ wall }) => to.has(wall))) return [];
    const named = (wall: string) => to.get(wall)!;
    return [
      {
        ...joint,
        members: joint.members.map((member) => ({ ...member, wall: named(member.wall) })),
        through: joint.through === null ? null : named(joint.through),
        plies: joint.plies.map((one) => ({ ...one, wall: named(one.wall) }))
      }
    ];
  });
}

export interface Copies {
  readonly puts: readonly Rec[];
  readonly made: readonly string[];
  /** Ids of each copy, in the order of `itemsOf` the chosen. */
  readonly sets: readonly (readonly string[])[];
}

/** Walls, their openings, columns, chimneys. */
export const itemsOf = (project: Project, { walls, columns, chimneys }: Chosen): string[] => [
  ...walls.map(({ id }) => id),
  ...walls.flatMap(({ id }) => openingsOf(project, id).map((opening) => opening.id)),
  ...columns.map(({ id }) => id),
  ...chimneys.map(({ id }) => id)
];

/** The set of one project once for each motion, as new records of another, or of the same. */
export function copies(source: Project, target: Project, chosen: Chosen, motions: readonly Motion[]): Copies {
  const { walls, columns, chimneys } = chosen;
  const n = motions.length;
  const wallIds = freshIds(target, 'wall', walls.length * n);
  const columnIds = freshIds(target, 'column', columns.length * n);
  const chimneyIds = freshIds(target, 'chimney', chimneys.length * n);
  const riding = walls.reduce((sum, { id }) => sum + openingsOf(source, id).length, 0);
  const openingIds = freshIds(target, 'opening', riding * n);
  const part = (ids: readonly string[], k: number) =>
    ids.slice((k * ids.length) / n, ((k + 1) * ids.length) / n);
  const joints: Omit<Joint, 'id'>[] = [];
  const puts = motions.flatMap((motion, k): Rec[] => {
    const to = new Map(walls.map(({ id }, i) => [id, part(wallIds, k)[i]!]));
    joints.push(...copyJoints(source, to));
    return [
      ...walls.map((wall) => ({ ...moveWall(wall, motion), id: to.get(wall.id)! })),
      ...copyOpenings(source, to, motion, part(openingIds, k)),
      ...columns.map((one, i) => ({ ...moveColumn(one, motion), id: part(columnIds, k)[i]! })),
      ...chimneys.map((one, i) => ({ ...moveChimney(one, motion), id: part(chimneyIds, k)[i]! }))
    ];
  });
  const jointIds = freshIds(target, 'joint', joints.length);
  puts.push(...joints.map((joint, i): Joint => ({ ...joint, id: jointIds[i]! })));
  return {
    puts,
    made: [...wallIds, ...columnIds, ...chimneyIds],
    sets: motions.map((_, k) => [wallIds, openingIds, columnIds, chimneyIds].flatMap((ids) => part(ids, k)))
  };
}

/** Copies, kept alike with what they were copied from when asked. */
function copied(
  project: Project,
  label: string,
  ids: readonly string[],
  motions: readonly Motion[],
  twins: boolean | undefined
): Result {
  const chosen = choose(project, ids);
  const { puts, made, sets } = copies(project, project, chosen, motions);
  if (!twins) return settled(project, label, puts, made);
  const items = itemsOf(project, chosen);
  checkNoTwins(project, items);
  const record: Twins = {
    id: freshIds(project, 'twins', 1)[0]!,
    kind: 'twins',
    sets: [{ items, motion: stay }, ...sets.map((set, k) => ({ items: set, motion: motions[k]! }))]
  };
  return settled(project, `${label} as twins`, [...puts, record], made);
}

function checkNoTwins(project: Project, items: readonly string[]) {
  for (const twins of project.tables.twins.values())
    for (const { items: taken } of twins.sets) {
      const id = items.find((one) => taken.includes(one));
      if (id !== undefined)
        refuse(project, 'twins.taken', { subjects: [id], texts: { thing: nameOf(findRecord(project, id)) } });
    }
}

/** The set itself moved, joined again to the walls that it was joined to. */
function movedSet(project: Project, { walls, columns, chimneys }: Chosen, motion: Motion): Rec[] {
  const own = new Map(walls.map(({ id }) => [id, id]));
  const set = new Set(own.keys());
  const ids = walls.flatMap(({ id }) => openingsOf(project, id).map((opening) => opening.id));
  const meetings = new Meetings(project);
  const put = walls.map((wall) => fitted(meetings, project, set, moveWall(wall, motion), wall));
  return [
    ...put,
    ...followers(meetings, project, set, put),
    ...copyOpenings(project, own, motion, ids),
    ...columns.map((one) => moveColumn(one, motion)),
    ...chimneys.map((one) => moveChimney(one, motion))
  ];
}

/** Walls that were put somewhere fit themselves to the walls they meet there. */
export function settled(
  project: Project,
  label: string,
  given: readonly Rec[],
  made: readonly string[] = []
): Result {
  const ids = new Set(given.flatMap((one) => (one.kind === 'wall' ? [one.id] : [])));
  const there = after(project, given);
  const puts = given.map((one): Rec => {
    if (one.kind !== 'wall') return one;
    const fit = (end: Point, from: Point) => storedPoint(settleEnd(there, one.storey, end, from, ids));
    return { ...one, a: fit(one.a, one.b), b: fit(one.b, one.a) };
  });
  const walls = puts.flatMap((one) => (one.kind === 'wall' ? [one] : []));
  const grown = after(project, puts);
  for (const wall of walls) {
    checkWall(grown, wall);
    checkAgainst(grown, wall, grown.tables.wall.values());
  }
  checkOpenings(grown, ids, ids);
  return done(project, label, puts, [], made);
}

const count = (ids: readonly string[]) => (ids.length === 1 ? '' : ` ${ids.length} things`);

/** More copies at once than this are a slip of the finger. */
const mostCopies = 500;

const copyItems = command({
  name: 'copyItems',
  about:
    'Copy walls with their openings, columns and chimneys: so many times by a vector; or, with a spacing, along the whole vector, the last one at its end. `twins`: they stay alike until released.',
  args: s.object({
    ids: s.ids().required(),
    by: s.point().required(),
    count: s.number().integer().min(1).max(mostCopies),
    spacing: s.mm(),
    twins: s.flag()
  }),
  example: { ids: ['wall-1'], by: { x: 0, y: 1200 } },
  run: (project, { ids, by, count: times, spacing, twins }) => {
    const size = Math.hypot(by.x, by.y);
    if (size < tolerances.leastLength)
      refuse(project, 'carry.nowhere', { numbers: { size, least: tolerances.leastLength } });
    let steps = Array.from({ length: times ?? 1 }, (_, k) => scale(by, k + 1));
    if (spacing !== undefined) {
      if (spacing < tolerances.leastLength || size / spacing > mostCopies)
        refuse(project, 'carry.nowhere', {
          numbers: { size: spacing, least: Math.max(tolerances.leastLength, size / mostCopies) }
        });
      const whole = Math.ceil(size / spacing - 1e-9);
      steps = Array.from({ length: whole }, (_, k) => scale(by, Math.min(1, ((k + 1) * spacing) / size)));
    }
    const label = `Copy${count(ids)}${steps.length > 1 ? `, ${steps.length} times` : ''}`;
    return copied(project, label, ids, steps.map(shiftBy), twins);
  }
});

const mirrorItems = command({
  name: 'mirrorItems',
  about:
    'Mirror walls with their openings, columns and chimneys about the line from a to b: a copy (`twins`: that stays alike until released), or the set itself.',
  args: s.object({
    ids: s.ids().required(),
    a: s.point().required(),
    b: s.point().required(),
    copy: s.flag(),
    twins: s.flag()
  }),
  example: { ids: ['wall-2'], a: { x: 9000, y: 0 }, b: { x: 9000, y: 1000 } },
  run: (project, { ids, a, b, copy, twins }) => {
    const size = Math.hypot(b.x - a.x, b.y - a.y);
    if (size < 1) refuse(project, 'carry.nowhere', { numbers: { size, least: 1 } });
    const motion = mirrorIn(a, b);
    if (copy === false)
      return settled(project, `Mirror${count(ids)}`, movedSet(project, choose(project, ids), motion));
    return copied(project, `Mirror a copy of${count(ids) || ' a thing'}`, ids, [motion], twins);
  }
});

const turnItems = command({
  name: 'turnItems',
  about:
    'Turn walls with their openings, columns and chimneys about a point by an angle: the set itself, or a copy (`twins`: that stays alike until released).',
  args: s.object({
    ids: s.ids().required(),
    about: s.point().required(),
    angle: s.degrees().required(),
    copy: s.flag(),
    twins: s.flag()
  }),
  example: { ids: ['wall-1', 'wall-2', 'wall-3', 'wall-4'], about: { x: 0, y: 0 }, angle: 15 },
  run: (project, { ids, about, angle, copy, twins }) => {
    const motion = turnAbout(about, angle * degree);
    if (!copy) return settled(project, `Turn${count(ids)}`, movedSet(project, choose(project, ids), motion));
    return copied(project, `Turn a copy of${count(ids) || ' a thing'}`, ids, [motion], twins);
  }
});

const setOrigin = command({
  name: 'setOrigin',
  about: 'Move the whole house so that a point of it becomes project zero.',
  args: s.object({ at: s.point().required() }),
  example: { at: { x: 8000, y: 0 } },
  run: (project, { at: zero }) => {
    const { wall, column, chimney, slab, sheet, guide, dimension } = project.tables;
    const settings = settingsOf(project);
    const by = { x: -zero.x, y: -zero.y };
    const motion = shiftBy(by);
    const at = (p: Point) => storedPoint(add(p, by));
    const puts: Rec[] = [
      ...[...wall.values()].map((one) => moveWall(one, motion)),
      ...[...column.values()].map((one) => ({ ...one, at: at(one.at) })),
      ...[...chimney.values()].map((one) => ({ ...one, at: at(one.at) })),
      ...[...sheet.values()].map((one) => ({ ...one, origin: at(one.origin) })),
      ...[...slab.values()].flatMap((one): Rec[] =>
        one.outline.kind === 'drawn'
          ? [
              {
                ...one,
                outline: { kind: 'drawn', points: one.outline.points.map(at) }
              }
            ]
          : []
      ),
      ...[...guide.values()].flatMap((one): Rec[] =>
        one.line.kind === 'points'
          ? [{ ...one, line: { ...one.line, a: at(one.line.a), b: at(one.line.b) } }]
          : []
      ),
      ...[...dimension.values()].flatMap((one): Rec[] =>
        one.form.kind === 'note' && one.form.tip.kind === 'point'
          ? [{ ...one, form: { ...one.form, tip: { kind: 'point', at: at(one.form.tip.at) } } }]
          : []
      ),
      ...(settings.grid
        ? [{ ...settings, grid: { ...settings.grid, origin: at(settings.grid.origin) } }]
        : [])
    ];
    return done(project, 'Set the origin', puts);
  }
});

export const carryCommands: Command[] = [copyItems, mirrorItems, turnItems, setOrigin];
