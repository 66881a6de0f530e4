/** Laws that every command keeps: walls long enough and apart, openings inside their walls and clear of each other. */
import { cross, dot, distance, locate, subtract, unit, type Point } from '../geometry/point';
import { toStored, tolerances } from '../geometry/tolerances';
import { distanceFor, placeOpening, type OpeningPlace } from '../derive/2-openings';
import { frameOf, type Frame } from '../derive/frame';
import { applyPatch, patchOf } from '../project/patch';
import { openingsOf } from '../project/project';
import type { Opening, Project, Rec, Wall } from '../project/records';
import { nameOf, refuse } from './command';

/** The project as it would be. */
export function after(project: Project, puts: readonly Rec[], removes: readonly string[] = []): Project {
  return applyPatch(project, patchOf(project, puts, removes));
}

export function needFrame(project: Project, wall: Wall): Frame {
  return (
    frameOf(project, wall) ??
    refuse(project, 'record.missing', { texts: { kind: 'build-up', id: wall.buildUp } })
  );
}

export function placeOf(project: Project, opening: Opening, wall: Wall): OpeningPlace {
  const named = opening.origin.kind === 'face' ? project.tables.wall.get(opening.origin.wall) : undefined;
  return placeOpening(needFrame(project, wall), opening, named && frameOf(project, named));
}

/** An opening with its set-out as before, its near end at t0 of its wall as that is now. */
export function placedAt(project: Project, opening: Opening, t0: number): Opening {
  const wall = project.tables.wall.get(opening.wall)!;
  const named = opening.origin.kind === 'face' ? project.tables.wall.get(opening.origin.wall) : undefined;
  const far = distanceFor(needFrame(project, wall), opening, named && frameOf(project, named), t0);
  return { ...opening, distance: toStored(far) };
}

/** An opening at its place, set out from the end of its wall's line. */
export function freed(project: Project, opening: Opening): Opening {
  const wall = project.tables.wall.get(opening.wall)!;
  const { t0 } = placeOf(project, opening, wall);
  return placedAt(project, { ...opening, origin: { kind: 'line' } }, t0);
}

/** Refuses walls that are too short or have no height. */
export function checkWall(project: Project, wall: Wall) {
  const size = distance(wall.a, wall.b);
  const thing = nameOf(wall);
  if (size < tolerances.leastLength)
    refuse(project, 'wall.too-short', {
      subjects: [wall.id],
      numbers: { length: size, least: tolerances.leastLength },
      texts: { thing }
    });
  const frame = needFrame(project, wall);
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
      texts: { thing: nameOf(before) }
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
      texts: { thing: nameOf(branch), other: nameOf(host) }
    });
}

/** Two spans that do not come near each other. */
const areApart = (a: number, b: number, c: number, d: number) =>
  Math.max(a, b) + tolerances.joint < Math.min(c, d) || Math.max(c, d) + tolerances.joint < Math.min(a, b);

/** Refuses a wall that lies on another or meets one end to end at too small an angle. */
export function checkAgainst(project: Project, wall: Wall, others: Iterable<Wall>) {
  const direction = unit(subtract(wall.b, wall.a));
  for (const other of others) {
    if (other.id === wall.id || other.storey !== wall.storey || other.standsApart || wall.standsApart)
      continue;
    if (
      areApart(wall.a.x, wall.b.x, other.a.x, other.b.x) ||
      areApart(wall.a.y, wall.b.y, other.a.y, other.b.y)
    )
      continue;
    const theirs = unit(subtract(other.b, other.a));
    const texts = () => ({ thing: nameOf(wall), other: nameOf(other) });
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

/** Refuses when an opening of these walls, or one set out from their faces, no longer fits. `squeezed`: by an edit. */
export function checkOpenings(
  project: Project,
  walls: ReadonlySet<string>,
  squeezed: ReadonlySet<string> | 'none' = 'none'
) {
  const affected = new Set(walls);
  for (const opening of project.tables.opening.values())
    if (opening.origin.kind === 'face' && walls.has(opening.origin.wall)) affected.add(opening.wall);
  for (const id of affected) {
    const wall = project.tables.wall.get(id);
    if (!wall) continue;
    const places = openingsOf(project, id).map((opening) => placeOf(project, opening, wall));
    for (const place of places) checkPlace(project, wall, place, squeezed !== 'none');
    for (const place of places) checkOverlaps(project, place, places);
  }
}

function checkPlace(project: Project, wall: Wall, place: OpeningPlace, squeezed: boolean) {
  const { opening, t0, t1, z0, z1 } = place;
  const frame = needFrame(project, wall);
  const texts = { thing: nameOf(opening), wall: nameOf(wall) };
  const subjects = [opening.id, wall.id];
  const slack = tolerances.coincident;
  if (!squeezed && opening.width > frame.length + slack)
    refuse(project, 'opening.too-wide', {
      subjects,
      numbers: { width: opening.width, room: frame.length },
      texts
    });
  const over = Math.max(-t0, t1 - frame.length);
  if (over > slack) {
    if (squeezed) refuse(project, 'opening.squeezed', { subjects, numbers: { over }, texts });
    refuse(project, 'opening.outside', {
      subjects,
      numbers: { over },
      texts: { ...texts, end: -t0 > t1 - frame.length ? 'start' : 'end' }
    });
  }
  if (z0 < frame.base - slack)
    refuse(project, 'opening.below', { subjects, numbers: { sill: z0, base: frame.base }, texts });
  if (z1 > frame.top + slack)
    refuse(project, 'opening.height', { subjects, numbers: { head: z1, top: frame.top }, texts });
}

function checkOverlaps(
  project: Project,
  { opening, t0, t1, z0, z1 }: OpeningPlace,
  places: readonly OpeningPlace[]
) {
  const slack = tolerances.coincident;
  for (const other of places) {
    if (other.opening.id <= opening.id) continue;
    const shared = Math.min(t1, other.t1) - Math.max(t0, other.t0);
    if (shared > slack && Math.min(z1, other.z1) - Math.max(z0, other.z0) > slack)
      refuse(project, 'opening.overlaps', {
        subjects: [opening.id, other.opening.id],
        numbers: { over: shared },
        texts: { thing: nameOf(opening), other: nameOf(other.opening) }
      });
  }
}

/**
 * An end that falls inside the body of another wall is carried along its own line to that wall's setting-out line,
 * so that what touches also joins. Answers the point unchanged when nothing is there.
 */
export function settleEnd(
  project: Project,
  storey: string,
  end: Point,
  from: Point,
  except: ReadonlySet<string>
): Point {
  const direction = unit(subtract(end, from));
  let best: { point: Point; gap: number } | undefined;
  for (const wall of project.tables.wall.values()) {
    if (wall.storey !== storey || except.has(wall.id) || wall.standsApart) continue;
    const frame = frameOf(project, wall);
    if (!frame) continue;
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
