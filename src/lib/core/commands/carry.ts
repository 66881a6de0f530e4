/** Copies, rows, mirrored and turned sets: walls with their openings and joints, columns and chimneys, as one motion. */
import { add, angleOf, dot, fromAngle, rotate, scale, subtract, unit, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { degree } from '../units/angle';
import { freshIds, openingsOf } from '../project/project';
import {
  otherSide,
  type Chimney,
  type Column,
  type Joint,
  type Opening,
  type Project,
  type Rec,
  type Wall
} from '../project/records';
import { after, checkAgainst, checkOpenings, checkWall, freed } from './checks';
import { command, done, nameOf, need, refuse, type Command, type Result } from './command';
import * as s from './schemas';
import { storedPoint } from './walls';

/** A motion of the plan. `flips`: left becomes right. */
export interface Motion {
  readonly point: (p: Point) => Point;
  readonly direction: (d: Point) => Point;
  readonly flips: boolean;
}

export const shift = (by: Point): Motion => ({ point: (p) => add(p, by), direction: (d) => d, flips: false });
const turn = (about: Point, angle: number): Motion => ({
  point: (p) => rotate(p, angle, about),
  direction: (d) => rotate(d, angle),
  flips: false
});
function mirror(a: Point, b: Point): Motion {
  const d = unit(subtract(b, a));
  const direction = (v: Point) => subtract(scale(d, 2 * dot(v, d)), v);
  return { point: (p) => add(a, direction(subtract(p, a))), direction, flips: true };
}

const moveWall = (wall: Wall, motion: Motion): Wall => ({
  ...wall,
  a: storedPoint(motion.point(wall.a)),
  b: storedPoint(motion.point(wall.b)),
  outside: motion.flips ? otherSide[wall.outside] : wall.outside
});
const moveColumn = (column: Column, motion: Motion): Column => ({
  ...column,
  at: storedPoint(motion.point(column.at)),
  angle: angleOf(motion.direction(fromAngle(column.angle)))
});
/** A flipped chimney keeps its front in front: its width runs the other way, and so do its flues. */
function moveChimney(chimney: Chimney, motion: Motion): Chimney {
  const way = motion.direction(fromAngle(chimney.angle));
  return {
    ...chimney,
    at: storedPoint(motion.point(chimney.at)),
    angle: angleOf(motion.flips ? scale(way, -1) : way),
    flues: motion.flips ? chimney.flues.map((flue) => ({ ...flue, along: -flue.along })) : chimney.flues
  };
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

/** Openings of copied walls; what they were set out from comes along, or their place is kept from the end of the line. */
function copyOpenings(
  project: Project,
  to: ReadonlyMap<string, string>,
  motion: Motion,
  taken: readonly string[]
): Opening[] {
  const riding = [...to.keys()].flatMap((id) => openingsOf(project, id));
  return riding.map((opening, i): Opening => {
    const { origin } = opening;
    const base = { ...opening, id: taken[i]!, wall: to.get(opening.wall)! };
    if (origin.kind === 'line') return base;
    const named = to.get(origin.wall);
    if (named !== undefined)
      return {
        ...base,
        origin: { ...origin, wall: named, side: motion.flips ? otherSide[origin.side] : origin.side }
      };
    return { ...freed(project, opening), id: base.id, wall: base.wall };
  });
}

/** Records of joints whose walls are all copied. */
function copyJoints(project: Project, to: ReadonlyMap<string, string>): Omit<Joint, 'id'>[] {
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

/** The set of one project once for each motion, as new records of another, or of the same. */
export function copies(
  source: Project,
  target: Project,
  chosen: Chosen,
  motions: readonly Motion[]
): { puts: Rec[]; made: string[] } {
  const { walls, columns, chimneys } = chosen;
  const n = motions.length;
  const wallIds = freshIds(target, 'wall', walls.length * n);
  const columnIds = freshIds(target, 'column', columns.length * n);
  const chimneyIds = freshIds(target, 'chimney', chimneys.length * n);
  const riding = walls.reduce((sum, { id }) => sum + openingsOf(source, id).length, 0);
  const openingIds = freshIds(target, 'opening', riding * n);
  const joints: Omit<Joint, 'id'>[] = [];
  const puts = motions.flatMap((motion, k): Rec[] => {
    const to = new Map(walls.map(({ id }, i) => [id, wallIds[k * walls.length + i]!]));
    joints.push(...copyJoints(source, to));
    return [
      ...walls.map((wall) => ({ ...moveWall(wall, motion), id: to.get(wall.id)! })),
      ...copyOpenings(source, to, motion, openingIds.slice(k * riding, (k + 1) * riding)),
      ...columns.map((one, i) => ({ ...moveColumn(one, motion), id: columnIds[k * columns.length + i]! })),
      ...chimneys.map((one, i) => ({ ...moveChimney(one, motion), id: chimneyIds[k * chimneys.length + i]! }))
    ];
  });
  const jointIds = freshIds(target, 'joint', joints.length);
  puts.push(...joints.map((joint, i): Joint => ({ ...joint, id: jointIds[i]! })));
  return { puts, made: [...wallIds, ...columnIds, ...chimneyIds] };
}

/** The set itself moved. */
function moved(project: Project, { walls, columns, chimneys }: Chosen, motion: Motion): Rec[] {
  const own = new Map(walls.map(({ id }) => [id, id]));
  const ids = walls.flatMap(({ id }) => openingsOf(project, id).map((opening) => opening.id));
  return [
    ...walls.map((wall) => moveWall(wall, motion)),
    ...copyOpenings(project, own, motion, ids),
    ...columns.map((one) => moveColumn(one, motion)),
    ...chimneys.map((one) => moveChimney(one, motion))
  ];
}

export function settled(
  project: Project,
  label: string,
  puts: readonly Rec[],
  made: readonly string[] = []
): Result {
  const grown = after(project, puts);
  const walls = puts.flatMap((one) => (one.kind === 'wall' ? [one] : []));
  const ids = new Set(walls.map(({ id }) => id));
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
    'Copy walls with their openings, columns and chimneys: so many times by a vector; or, with a spacing, along the whole vector, the last one at its end.',
  args: s.object({
    ids: s.ids().required(),
    by: s.point().required(),
    count: s.number().integer().min(1).max(mostCopies),
    spacing: s.mm()
  }),
  example: { ids: ['wall-1'], by: { x: 0, y: 1200 } },
  run: (project, { ids, by, count: times, spacing }) => {
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
    const { puts, made } = copies(project, project, choose(project, ids), steps.map(shift));
    return settled(
      project,
      `Copy${count(ids)}${steps.length > 1 ? `, ${steps.length} times` : ''}`,
      puts,
      made
    );
  }
});

const mirrorItems = command({
  name: 'mirrorItems',
  about:
    'Mirror walls with their openings, columns and chimneys about the line from a to b: a copy, or the set itself.',
  args: s.object({
    ids: s.ids().required(),
    a: s.point().required(),
    b: s.point().required(),
    copy: s.flag()
  }),
  example: { ids: ['wall-2'], a: { x: 9000, y: 0 }, b: { x: 9000, y: 1000 } },
  run: (project, { ids, a, b, copy }) => {
    const size = Math.hypot(b.x - a.x, b.y - a.y);
    if (size < 1) refuse(project, 'carry.nowhere', { numbers: { size, least: 1 } });
    const chosen = choose(project, ids);
    const motion = mirror(a, b);
    if (copy === false) return settled(project, `Mirror${count(ids)}`, moved(project, chosen, motion));
    const { puts, made } = copies(project, project, chosen, [motion]);
    return settled(project, `Mirror a copy of${count(ids) || ' a thing'}`, puts, made);
  }
});

const turnItems = command({
  name: 'turnItems',
  about:
    'Turn walls with their openings, columns and chimneys about a point by an angle: the set itself, or a copy.',
  args: s.object({
    ids: s.ids().required(),
    about: s.point().required(),
    angle: s.degrees().required(),
    copy: s.flag()
  }),
  example: { ids: ['wall-1', 'wall-2', 'wall-3', 'wall-4'], about: { x: 0, y: 0 }, angle: 15 },
  run: (project, { ids, about, angle, copy }) => {
    const chosen = choose(project, ids);
    const motion = turn(about, angle * degree);
    if (!copy) return settled(project, `Turn${count(ids)}`, moved(project, chosen, motion));
    const { puts, made } = copies(project, project, chosen, [motion]);
    return settled(project, `Turn a copy of${count(ids) || ' a thing'}`, puts, made);
  }
});

const setOrigin = command({
  name: 'setOrigin',
  about: 'Move the whole house so that a point of it becomes project zero.',
  args: s.object({ at: s.point().required() }),
  example: { at: { x: 8000, y: 0 } },
  run: (project, { at }) => {
    const { wall, column, chimney, slab, sheet } = project.tables;
    const by = { x: -at.x, y: -at.y };
    const motion = shift(by);
    const puts: Rec[] = [
      ...[...wall.values()].map((one) => moveWall(one, motion)),
      ...[...column.values()].map((one) => ({ ...one, at: storedPoint(add(one.at, by)) })),
      ...[...chimney.values()].map((one) => ({ ...one, at: storedPoint(add(one.at, by)) })),
      ...[...sheet.values()].map((one) => ({ ...one, origin: storedPoint(add(one.origin, by)) })),
      ...[...slab.values()].flatMap((one): Rec[] =>
        one.outline.kind === 'drawn'
          ? [
              {
                ...one,
                outline: { kind: 'drawn', points: one.outline.points.map((p) => storedPoint(add(p, by))) }
              }
            ]
          : []
      )
    ];
    return done(project, 'Set the origin', puts);
  }
});

export const carryCommands: Command[] = [copyItems, mirrorItems, turnItems, setOrigin];
