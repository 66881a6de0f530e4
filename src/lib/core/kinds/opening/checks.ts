/** Where openings lie, and refusing those that do not fit their wall or lie on each other. */
import { distanceFor, placeOpening, type OpeningPlace } from './place';
import { needFrame } from '../wall/checks';
import { frameOf } from '../wall/frame';
import { wallsAcross } from './crossed';
import { goingRound, goneRound, isCorner, meetingOf, offCorner } from './round';
import type { RoundWall } from './host';
import { compassOf } from '../../geometry/compass';
import { scale } from '../../geometry/point';
import { toStored, tolerances } from '../../geometry/tolerances';
import { openingsOf, type Opening } from './record';
import { nameOf } from '../../document/names';
import { refuse } from '../../document/command';
import type { Project } from '../../document/kind';
import type { Wall } from '../wall/record';

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

/** Refuses when an opening of these walls, or one set out from their faces, no longer fits. `squeezed`: by an edit. */
export function checkOpenings(
  project: Project,
  walls: ReadonlySet<string>,
  squeezed: ReadonlySet<string> | 'none' = 'none'
) {
  const affected = new Set(walls);
  for (const opening of project.tables.opening.values())
    if (opening.origin.kind === 'face' && walls.has(opening.origin.wall)) affected.add(opening.wall);
  const bent = placesRound(project);
  for (const { opening, round } of bent)
    if (walls.has(opening.wall) || walls.has(round.wall)) affected.add(opening.wall).add(round.wall);
  for (const id of affected) {
    const wall = project.tables.wall.get(id);
    if (!wall) continue;
    const own = openingsOf(project, id).map((opening) => placeOf(project, opening, wall));
    // Those round a corner, as far as they lie in this wall.
    const legs = bent.flatMap(({ round, ...place }) =>
      round.wall === id ? [{ ...place, t0: Math.max(0, round.t0), t1: round.t1 }] : []
    );
    const places = [...own, ...legs];
    for (const place of places) checkPlace(project, wall, place, squeezed !== 'none');
    for (const place of places) checkOverlaps(project, place, places);
  }
}

/** The openings that go round a corner, each with where it goes on. */
function placesRound(project: Project): (OpeningPlace & { readonly round: RoundWall })[] {
  return [...goingRound(project)].flatMap(([id, width]) => {
    const opening = project.tables.opening.get(id)!;
    const meeting = meetingOf(project, opening);
    const [wall, other] = [opening.wall, meeting?.wall ?? ''].map((one) => project.tables.wall.get(one));
    const [frame, across] = [wall && frameOf(project, wall), other && frameOf(project, other)];
    if (!meeting || !wall || !frame || !across) return [];
    const place = goneRound(frame, across, placeOf(project, opening, wall), meeting, width);
    return place.round ? [{ ...place, round: place.round }] : [];
  });
}

/** Refuses what is to go round a corner and stands at none. */
export function checkCorner(project: Project, opening: Opening) {
  if (!goingRound(project).has(opening.id)) return;
  const subjects = [opening.id, opening.wall];
  const thing = nameOf(project, opening);
  const wall = project.tables.wall.get(opening.wall)!;
  const frame = needFrame(project, wall);
  const meeting = meetingOf(project, opening);
  const other = meeting && project.tables.wall.get(meeting.wall);
  const across = other && frameOf(project, other);
  if (!across || !isCorner(frame, across))
    refuse(project, 'opening.no-corner', { subjects, texts: { thing, wall: nameOf(project, wall) } });
  const off = offCorner(frame, across, placeOf(project, opening, wall), meeting);
  if (off > tolerances.coincident)
    refuse(project, 'opening.off-corner', {
      subjects,
      numbers: { off },
      texts: { thing, wall: nameOf(project, other) }
    });
}

/** Refuses an opening that another wall of the storey runs through or ends in. */
export function checkCrossings(project: Project, opening: Opening) {
  const wall = project.tables.wall.get(opening.wall)!;
  const others = [...project.tables.wall.values()].flatMap((one) =>
    one.storey === wall.storey && one.id !== wall.id ? (frameOf(project, one) ?? []) : []
  );
  const [across] = wallsAcross(needFrame(project, wall), placeOf(project, opening, wall), others);
  if (across)
    refuse(project, 'opening.crossed', {
      subjects: [opening.id, across.other.wall.id],
      numbers: { over: across.over },
      texts: { thing: nameOf(project, opening), other: nameOf(project, across.other.wall) }
    });
}

function checkPlace(project: Project, wall: Wall, place: OpeningPlace, squeezed: boolean) {
  const { opening, t0, t1, z0, z1 } = place;
  const frame = needFrame(project, wall);
  const texts = { thing: nameOf(project, opening), wall: nameOf(project, wall) };
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
      texts: {
        ...texts,
        end: `${compassOf(-t0 > t1 - frame.length ? scale(frame.direction, -1) : frame.direction)} end`
      }
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
        texts: { thing: nameOf(project, opening), other: nameOf(project, other.opening) }
      });
  }
}
