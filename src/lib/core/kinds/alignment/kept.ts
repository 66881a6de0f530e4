/**
 * Upper walls follow those that they are kept over. After every command their lines are derived from those below, never
 * moved by as much as these moved, so that nothing drifts; corners are cut anew where lines that moved meet others, and what
 * is not aligned keeps its own line and stretches.
 */
import { refuse, storedPoint } from '../../document/command';
import type { Project, Query } from '../../document/kind';
import { nameElement, nameOf } from '../../document/names';
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import { freshIds, settingsOf } from '../../document/project';
import {
  cross,
  dot,
  scale,
  locate,
  along,
  meetLines,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Member, Node } from '../../kernels/joints/gather';
import { formatLengthWithUnit } from '../../units/length';
import { storeysInOrder } from '../storey/record';
import { settle, type Line } from '../wall/moves';
import { heirsOfWall } from '../wall/heirs';
import { storeyNodes } from '../wall/nodes';
import type { Wall } from '../wall/record';
import { lineFor, offLine } from './lines';
import type { Alignment } from './record';

/** Off by less, a wall is on its line: half of what is stored. */
const onLine = tolerances.storedGrid;

/** The law: walls that are kept over others lie over them. */
export function keptOver(query: Query, patch: Patch): Patch {
  const { project } = query;
  const kinds = new Set([...patch.values()].map(({ before, after }) => (after ?? before)!.kind));
  if (project.tables.alignment.size === 0 && !kinds.has('alignment')) return patch;
  if (!(['wall', 'buildUp', 'alignment', 'storey'] as const).some((kind) => kinds.has(kind))) return patch;
  let whole = inherited(project, patch);
  let now = applyPatch(project, whole);
  for (const { id } of storeysInOrder(now)) {
    const moved = walls(query, now, whole, id);
    if (!moved) continue;
    whole = composePatches(whole, moved);
    now = applyPatch(now, moved);
  }
  return whole;
}

/** Parts of an upper wall that was cut are kept over the same one. */
function inherited(project: Project, patch: Patch): Patch {
  const parts = [...project.tables.alignment.values()].flatMap((one) =>
    heirsOfWall(project, patch, one.upper).map((upper) => ({ ...one, upper }))
  );
  if (parts.length === 0) return patch;
  const now = applyPatch(project, patch);
  const held = new Set([...now.tables.alignment.values()].map(({ upper }) => upper));
  const loose = parts.filter(({ id, upper }) => now.tables.alignment.has(id) && !held.has(upper));
  const ids = freshIds(now, 'alignment', loose.length);
  const puts = loose.map((one, i): Alignment => ({ ...one, id: ids[i]! }));
  return puts.length > 0 ? composePatches(patch, patchOf(now, puts)) : patch;
}

/** What moves on a storey; undefined where all lie on their lines. */
function walls(query: Query, now: Project, patch: Patch, storey: string): Patch | undefined {
  const { wall: table, alignment } = now.tables;
  const wanted = new Map<string, Line>();
  let isOff = false;
  for (const one of alignment.values()) {
    const above = table.get(one.upper);
    const line = above?.storey === storey ? lineFor(now, one) : undefined;
    if (!above || !line) continue;
    wanted.set(above.id, line);
    if (offLine(above, line) <= onLine) continue;
    checkHeld(query.project, now, patch, one, line);
    isOff = true;
  }
  if (!isOff) return undefined;
  const nodes = storeyNodes(query.at(now), storey);
  bringInLine(now, nodes, wanted);
  const changed = brought(now, nodes, wanted);
  const result = settle(now, changed, '');
  return result.ok ? result.patch : undefined;
}

/** Whoever moves the upper wall by itself off a line that stays is told what holds it. */
function checkHeld(before: Project, now: Project, patch: Patch, one: Alignment, line: Line) {
  const was = before.tables.wall.get(one.upper);
  const is = now.tables.wall.get(one.upper)!;
  const old = before.tables.alignment.get(one.id);
  if (!was || !old || patch.get(one.id) || offLine(was, line) > onLine) return;
  const isMoved = was.a !== is.a || was.b !== is.b;
  if (!isMoved) return;
  refuse(now, 'alignment.held', {
    subjects: [one.upper, one.id],
    numbers: { off: offLine(is, line) },
    texts: { thing: nameOf(now, is), other: nameOf(now, now.tables.wall.get(one.lower)) }
  });
}

const isInLine = (p: Member, q: Member): boolean =>
  p.part !== 'body' &&
  q.part !== 'body' &&
  Math.abs(cross(p.frame.direction, q.frame.direction)) <= Math.sin(tolerances.inLine);

/** Walls in line with those that are kept on a line, end to end, go along; refused where they are kept on another. */
function bringInLine(now: Project, nodes: readonly Node[], wanted: Map<string, Line>) {
  for (let grew = true; grew;) {
    grew = false;
    for (const { members } of nodes)
      for (const one of members)
        for (const other of members) {
          const line = wanted.get(one.frame.wall.id);
          if (!line || one === other || !isInLine(one, other)) continue;
          const wall = now.tables.wall.get(other.frame.wall.id)!;
          const own = wanted.get(wall.id);
          if (!own) {
            const isAlong = dot(other.frame.direction, line.direction) > 0;
            wanted.set(wall.id, { ...line, direction: isAlong ? line.direction : scale(line.direction, -1) });
            grew = true;
          } else if (Math.abs(locate(own.origin, line.origin, line.direction).y) > 2 * tolerances.joint)
            refuse(now, 'alignment.in-line', {
              subjects: [one.frame.wall.id, wall.id],
              numbers: { off: Math.abs(locate(own.origin, line.origin, line.direction).y) },
              texts: { thing: nameOf(now, now.tables.wall.get(one.frame.wall.id)), other: nameOf(now, wall) }
            });
        }
  }
}

/** Walls with their ends where lines meet now. */
function brought(now: Project, nodes: readonly Node[], wanted: ReadonlyMap<string, Line>): Wall[] {
  const ends = new Map<string, { a?: Point; b?: Point }>();
  const lineOf = ({ frame }: Member): Line => wanted.get(frame.wall.id) ?? frame;
  for (const { members, point } of nodes) {
    const aligned = members.filter(({ frame }) => wanted.has(frame.wall.id));
    const lead = aligned[0];
    if (!lead) continue;
    const first = lineOf(lead);
    // Of those that meet it, aligned ones before others, then the squarest.
    const turn = (one: Member) => Math.abs(cross(lineOf(one).direction, first.direction));
    const other = members
      .filter((one) => one !== lead && turn(one) > Math.sin(tolerances.inLine))
      .sort((p, q) => Number(aligned.includes(q)) - Number(aligned.includes(p)) || turn(q) - turn(p))[0];
    const second = other && lineOf(other);
    const met = second && meetLines(first.origin, first.direction, second.origin, second.direction);
    const to = met ?? along(first.origin, first.direction, locate(point, first.origin, first.direction).t);
    for (const member of members) {
      if (member.part === 'body') continue;
      const own = lineOf(member);
      // Not off its own line, where that crosses the one that moved.
      const at =
        member === lead || member === other
          ? to
          : (meetLines(own.origin, own.direction, first.origin, first.direction) ?? to);
      ends.set(member.frame.wall.id, { ...ends.get(member.frame.wall.id), [member.part]: storedPoint(at) });
    }
  }
  return [...ends].flatMap(([id, { a, b }]): Wall[] => {
    const wall = now.tables.wall.get(id)!;
    const line = wanted.get(id);
    const free = (p: Point) =>
      line ? storedPoint(along(line.origin, line.direction, locate(p, line.origin, line.direction).t)) : p;
    const moved = { ...wall, a: a ?? free(wall.a), b: b ?? free(wall.b) };
    const isSame = [moved.a, moved.b].every((p, i) => {
      const old = i === 0 ? wall.a : wall.b;
      return Math.abs(p.x - old.x) + Math.abs(p.y - old.y) <= tolerances.storedGrid;
    });
    return isSame ? [] : [moved];
  });
}

/** What followed walls below, and what is kept over nothing any more, in sentences. */
export function saidOfAlignments({ project }: Query, patch: Patch): string[] {
  if (project.tables.alignment.size === 0) return [];
  const now = applyPatch(project, patch);
  const { units } = settingsOf(project);
  const moved = [...now.tables.alignment.values()].flatMap(({ upper, lower }) => {
    const change = patch.get(upper);
    if (change?.before?.kind !== 'wall' || change.after?.kind !== 'wall' || !patch.get(lower)) return [];
    const { a, b } = change.before;
    const way = unit(subtract(b, a));
    const by = Math.abs(locate(change.after.a, a, way).y);
    return by > tolerances.storedGrid ? [{ upper, by }] : [];
  });
  const lost = [...patch.values()].flatMap(({ before, after }) => {
    if (before?.kind !== 'alignment' || after) return [];
    return now.tables.wall.has(before.upper) && !now.tables.wall.has(before.lower)
      ? [`${nameElement(project, before.upper)} is kept over nothing any more.`]
      : [];
  });
  const [one] = moved;
  if (!one) return lost;
  const told =
    moved.length === 1
      ? `${nameElement(now, one.upper)} follows the wall below by ${formatLengthWithUnit(one.by, units)}.`
      : `${moved.length} walls above follow those that they are kept over.`;
  return [told, ...lost];
}
