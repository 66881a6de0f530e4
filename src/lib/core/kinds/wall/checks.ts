/** Laws that every command keeps: walls long enough and apart, openings inside their walls and clear of each other. */
import { frameOf } from './frame';
import { heightsOf, type Standing } from './standing';
import { needHouseSize, refuse } from '../../document/command';
import { cross, distance, dot, locate, subtract, unit, type Point } from '../../geometry/point';
import { nameOf } from '../../document/names';
import { tolerances } from '../../geometry/tolerances';
import type { Project } from '../../document/kind';
import { joinsNone, type Wall } from './record';
import { clearInHeight, type Frame } from '../../kernels/joints/frame';

export function needFrame(project: Project, wall: Wall): Frame {
  return (
    frameOf(project, wall) ??
    refuse(project, 'record.missing', { texts: { kind: 'build-up', id: wall.buildUp } })
  );
}

/** Refuses walls that are too short or have no height. */
export function checkWall(project: Project, wall: Wall) {
  const size = distance(wall.a, wall.b);
  const thing = nameOf(project, wall);
  if (size < tolerances.leastLength)
    refuse(project, 'wall.too-short', {
      subjects: [wall.id],
      numbers: { length: size, least: tolerances.leastLength },
      texts: { thing }
    });
  needHouseSize(project, 'length', thing, size);
  const frame = needFrame(project, wall);
  if (Number.isFinite(frame.top)) needHouseSize(project, 'height', thing, frame.top - frame.base);
  if (!(frame.top - frame.base > 0))
    refuse(project, 'wall.height', {
      subjects: [wall.id],
      numbers: { height: frame.top - frame.base },
      texts: { thing }
    });
}

/** Refuses a wall whose ends have come too near each other, or passed, against where it ran before. */
export function checkSense(project: Project, before: Wall, after: Wall) {
  const to = dot(subtract(after.b, after.a), unit(subtract(before.b, before.a)));
  if (to < tolerances.leastLength)
    refuse(project, 'wall.reversed', {
      subjects: [after.id],
      numbers: { from: distance(before.a, before.b), to: Math.max(0, to), least: tolerances.leastLength },
      texts: { thing: nameOf(project, before) }
    });
}

/** Refuses an end past either end of the wall whose body it stops at. */
export function checkOnHost(project: Project, host: Wall, end: Point, branch: Wall) {
  const { t } = locate(end, host.a, unit(subtract(host.b, host.a)));
  const over = Math.max(-t, t - distance(host.a, host.b));
  if (over > tolerances.joint)
    refuse(project, 'wall.off-host', {
      subjects: [branch.id, host.id],
      numbers: { over },
      texts: { thing: nameOf(project, branch), other: nameOf(project, host) }
    });
}

/** Both stand at some height: a foundation wall may run under the walls of its storey. */
export function standBeside(project: Project, p: Standing, q: Standing): boolean {
  const [a, b] = [heightsOf(project, p), heightsOf(project, q)];
  return a === undefined || b === undefined || !clearInHeight(a, b);
}

/** Two spans that do not come near each other. */
const areApart = (a: number, b: number, c: number, d: number) =>
  Math.max(a, b) + tolerances.joint < Math.min(c, d) || Math.max(c, d) + tolerances.joint < Math.min(a, b);

/** Refuses a wall that lies on another of the same height or meets one end to end at too small an angle. */
export function checkAgainst(project: Project, wall: Wall, others: Iterable<Wall>) {
  const direction = unit(subtract(wall.b, wall.a));
  for (const other of others) {
    if (other.id === wall.id || other.storey !== wall.storey || joinsNone(other) || joinsNone(wall)) continue;
    if (
      areApart(wall.a.x, wall.b.x, other.a.x, other.b.x) ||
      areApart(wall.a.y, wall.b.y, other.a.y, other.b.y) ||
      !standBeside(project, wall, other)
    )
      continue;
    const theirs = unit(subtract(other.b, other.a));
    const texts = () => ({ thing: nameOf(project, wall), other: nameOf(project, other) });
    const [p, q] = [locate(other.a, wall.a, direction), locate(other.b, wall.a, direction)];
    const over = Math.min(distance(wall.a, wall.b), Math.max(p.t, q.t)) - Math.max(0, Math.min(p.t, q.t));
    if (Math.max(Math.abs(p.y), Math.abs(q.y)) <= tolerances.joint && over > tolerances.leastLength)
      refuse(project, 'wall.duplicate', {
        subjects: [wall.id, other.id],
        numbers: { length: over },
        texts: texts()
      });
    for (const [own, away] of [
      [wall.a, direction],
      [wall.b, { x: -direction.x, y: -direction.y }]
    ] as const)
      for (const [end, back] of [
        [other.a, theirs],
        [other.b, { x: -theirs.x, y: -theirs.y }]
      ] as const) {
        if (distance(own, end) > tolerances.joint) continue;
        const angle = Math.atan2(Math.abs(cross(away, back)), dot(away, back));
        if (angle < tolerances.leastAngle)
          refuse(project, 'wall.acute', {
            subjects: [wall.id, other.id],
            numbers: { angle, least: tolerances.leastAngle },
            texts: texts()
          });
      }
  }
}

/**
 * An end that falls inside the body of another wall is carried along its own line to that wall's setting-out line,
 * so that what touches also joins. Answers the point unchanged when nothing is there.
 */
export function settleEnd(project: Project, one: Wall, part: 'a' | 'b', except: ReadonlySet<string>): Point {
  const [end, from] = part === 'a' ? [one.a, one.b] : [one.b, one.a];
  const direction = unit(subtract(end, from));
  let best: { point: Point; gap: number } | undefined;
  for (const wall of project.tables.wall.values()) {
    if (wall.storey !== one.storey || except.has(wall.id) || joinsNone(wall)) continue;
    const frame = frameOf(project, wall);
    if (!frame || !standBeside(project, one, wall)) continue;
    const { t, y } = locate(end, frame.origin, frame.direction);
    const slack = tolerances.joint;
    if (t < -slack || t > frame.length + slack || y < frame.y0 - slack || y > frame.y1 + slack) continue;
    if (distance(end, wall.a) <= slack || distance(end, wall.b) <= slack || Math.abs(y) <= slack / 2)
      return end;
    const sine = cross(direction, frame.direction);
    if (Math.abs(sine) < Math.sin(tolerances.leastAngle)) continue;
    const reach = cross(subtract(frame.origin, end), frame.direction) / sine;
    const point = { x: end.x + direction.x * reach, y: end.y + direction.y * reach };
    const at = locate(point, frame.origin, frame.direction).t;
    if (at < -slack || at > frame.length + slack) continue;
    if (!best || Math.abs(reach) < best.gap) best = { point, gap: Math.abs(reach) };
  }
  return best?.point ?? end;
}
