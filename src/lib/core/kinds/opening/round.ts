/** Openings that go round a corner: on in the wall that meets theirs at the end that they are set out from. */
import { distance, dot } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Project } from '../../document/kind';
import { entryOf } from '../catalogue-entry/filled';
import { widthRound } from '../catalogue-entry/unit';
import { otherSide, type Frame, type WallEnd } from '../../kernels/joints/frame';
import type { Meeting, RoundWall } from './host';
import { originAt, type OpeningPlace, type Stretch } from './place';
import type { Opening } from './record';

type Widths = ReadonlyMap<string, number>;

/** Found once for the same openings and entries: asked for with every wall that is moved. */
const known = new WeakMap<object, { readonly entries: object; readonly widths: Widths }>();

/** The openings that go round a corner, by id, and how wide each goes on there, mm. */
export function goingRound(project: Pick<Project, 'tables'>): Widths {
  const { opening: openings, catalogueEntry: entries } = project.tables;
  const old = known.get(openings);
  if (old?.entries === entries) return old.widths;
  const widths = new Map<string, number>();
  for (const opening of openings.values()) {
    const entry = entryOf(project, opening);
    const width = entry ? widthRound(entry) : 0;
    if (width > 0) widths.set(opening.id, width);
  }
  known.set(openings, { entries, widths });
  return widths;
}

/** The one wall that meets an opening's wall at the end that it is set out from; undefined where there is none, or more. */
export function meetingOf({ tables }: Pick<Project, 'tables'>, opening: Opening): Meeting | undefined {
  const own = tables.wall.get(opening.wall);
  if (!own) return undefined;
  const corner = own[opening.end];
  const found = [...tables.wall.values()].flatMap((other): Meeting[] =>
    other.storey !== own.storey || other.id === own.id
      ? []
      : (['a', 'b'] as const)
          .filter((end) => distance(other[end], corner) <= tolerances.joint)
          .map((end) => ({ wall: other.id, end, ownEnd: opening.end }))
  );
  return found.length === 1 ? found[0] : undefined;
}

/** Where it goes on: `width` from the face of its own wall, read on the inner side of the other. */
function roundWall(own: Frame, other: Frame, meeting: Meeting, width: number): RoundWall {
  const side = otherSide[other.wall.outside];
  const start = originAt(other, meeting.end, { kind: 'face', wall: own.wall.id, side }, own);
  const [t0, t1] = meeting.end === 'a' ? [start, start + width] : [start - width, start];
  return { ...meeting, frame: other, t0, t1 };
}

/** Past any corner, mm. */
const past = 10_000;
const through = <T extends { readonly t0: number; readonly t1: number }>(stretch: T, end: WallEnd): T =>
  end === 'a' ? { ...stretch, t0: stretch.t0 - past } : { ...stretch, t1: stretch.t1 + past };

/** What an opening opens of its own wall: where it goes round a corner, up to that and through. */
export const openedBy = (place: OpeningPlace): Stretch =>
  place.round ? through(place, place.round.ownEnd) : place;

/** What it opens of the wall round the corner. */
export const legOf = ({ z0, z1 }: Stretch, { t0, t1, end }: RoundWall): Stretch =>
  through({ t0, t1, z0, z1 }, end);

/** How far an opening's jamb is off the corner that it should go round, mm: past the face of the wall there. */
export function offCorner(own: Frame, other: Frame, place: OpeningPlace, { ownEnd }: Meeting): number {
  const inner = otherSide[own.wall.outside];
  const face = originAt(own, ownEnd, { kind: 'face', wall: other.wall.id, side: inner }, other);
  return Math.max(0, ownEnd === 'a' ? place.t0 - face : face - place.t1);
}

/** Walls that run on straight have no corner between them: cosine of the angle. */
const straight = 0.98;
export const isCorner = (own: Frame, other: Frame) =>
  Math.abs(dot(own.direction, other.direction)) < straight;

/** The place of an opening that is to go round a corner: as it was, where it does not stand at one. */
export function goneRound(
  own: Frame,
  other: Frame,
  place: OpeningPlace,
  meeting: Meeting,
  width: number
): OpeningPlace {
  if (!isCorner(own, other) || offCorner(own, other, place, meeting) > tolerances.coincident) return place;
  return { ...place, round: roundWall(own, other, meeting, width) };
}
