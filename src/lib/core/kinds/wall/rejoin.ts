/** Walls that were put elsewhere as a set, joined again to the walls outside it that they were joined to. */
import { cross, distance, meetLines, subtract, unit, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Member, Node } from '../../kernels/joints/gather';
import type { Project, Query } from '../../document/kind';
import type { Wall } from './record';
import type { WallEnd, WallPart } from '../../kernels/joints/frame';
import { checkOnHost, checkSense } from './checks';
import { nameOf } from '../../document/names';
import { refuse, storedPoint } from '../../document/command';
import { storeyNodes } from './nodes';

/** Where walls meet in a project, looked up by wall. */
export class Meetings {
  constructor(readonly query: Query) {}

  of(storey: string): readonly Node[] {
    return storeyNodes(this.query, storey);
  }

  /** Walls outside a set that a wall end of it is joined to, and where; the one it stops at first. */
  outside(set: ReadonlySet<string>, wall: Wall, end: WallEnd): { wall: string; part: WallPart }[] {
    const node = this.of(wall.storey).find(({ members }) =>
      members.some(({ frame, part }) => frame.wall.id === wall.id && part === end)
    );
    const own = node?.members.find(({ frame }) => frame.wall.id === wall.id);
    if (!node || !own) return [];
    const sine = ({ frame, part }: Member) =>
      Math.abs(cross(own.frame.direction, frame.direction)) + (part === 'body' ? 1 : 0);
    return node.members
      .filter(({ frame }) => !set.has(frame.wall.id))
      .sort((p, q) => sine(q) - sine(p))
      .map(({ frame, part }) => ({ wall: frame.wall.id, part }));
  }
}

const directionOf = ({ a, b }: Wall) => unit(subtract(b, a));

/** Where the line of one wall meets that of another; undefined when they run in line. Refuses less than the least angle. */
function meeting(project: Project, wall: Wall, other: Wall): Point | undefined {
  const [d, e] = [directionOf(wall), directionOf(other)];
  const sine = Math.abs(cross(d, e));
  if (sine < Math.sin(tolerances.inLine)) return undefined;
  if (sine < Math.sin(tolerances.leastAngle))
    refuse(project, 'wall.acute', {
      subjects: [wall.id, other.id],
      numbers: { angle: Math.asin(sine), least: tolerances.leastAngle },
      texts: { thing: nameOf(project, wall), other: nameOf(project, other) }
    });
  return meetLines(wall.a, d, other.a, e);
}

/** A wall of the set as it was put, its ends that were joined outside where its line meets those walls as they are now. */
export function fitted(
  meetings: Meetings,
  now: Project,
  set: ReadonlySet<string>,
  put: Wall,
  was: Wall
): Wall {
  const fit = (end: WallEnd): Point => {
    for (const { wall, part } of meetings.outside(set, was, end)) {
      const host = now.tables.wall.get(wall);
      const met = host && meeting(now, put, host);
      if (!met) continue;
      if (part === 'body') checkOnHost(now, host, met, put);
      return storedPoint(met);
    }
    return put[end];
  };
  const wall = { ...put, a: fit('a'), b: fit('b') };
  checkSense(now, put, wall);
  return wall;
}

/** Walls from outside that end on walls of the set follow those along their own lines. `put`: the set as it is now. */
export function followers(
  meetings: Meetings,
  now: Project,
  set: ReadonlySet<string>,
  put: readonly Wall[]
): Wall[] {
  const moving = new Map(put.map((wall) => [wall.id, wall]));
  const out = new Map<string, Wall>();
  for (const storey of new Set(put.map((wall) => wall.storey)))
    for (const { members } of meetings.of(storey)) {
      const hosts = members.flatMap(({ frame }) => moving.get(frame.wall.id) ?? []);
      const moved = hosts.filter((host) => now.tables.wall.get(host.id) !== host);
      for (const { frame, part } of moved.length > 0 ? members : []) {
        const wall = out.get(frame.wall.id) ?? now.tables.wall.get(frame.wall.id);
        if (part === 'body' || set.has(frame.wall.id) || !wall) continue;
        const met = moved.map((host) => meeting(now, wall, host)).find((point) => point !== undefined);
        const stops = members.find((one) => one.part === 'body' && moving.has(one.frame.wall.id));
        if (met && stops) checkOnHost(now, moving.get(stops.frame.wall.id)!, met, wall);
        if (!met || distance(met, wall[part]) <= tolerances.coincident) continue;
        const following = { ...wall, [part]: storedPoint(met) };
        checkSense(now, wall, following);
        out.set(wall.id, following);
      }
    }
  return [...out.values()];
}
