/** What is measured of ties between rooms, in words. */
import type { Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import type { DoorPiece } from '../../kernels/survey/door-pieces';
import { letterName } from '../../units/letters';
import type { RoomTie } from './record';

/** By its own name where it has one: "Hall". */
export function nameOfRoom(project: Project, id: string): string {
  const room = project.tables.surveyRoom.get(id);
  return room?.name || nameOf(project, room);
}

export const namesOfRooms = (project: Project, { one, other }: Pick<RoomTie, 'one' | 'other'>) =>
  [nameOfRoom(project, one), nameOfRoom(project, other)] as const;

/** A piece of a doorway as one would say what to measure. */
export function pieceWords(project: Project, tie: RoomTie, piece: DoorPiece, at: 0 | 1): string {
  const { shape } = tie;
  if (shape.kind !== 'doorway') return '';
  const ids = [tie.one, tie.other] as const;
  const names = namesOfRooms(project, tie);
  const count = (room: 0 | 1) => project.tables.surveyRoom.get(ids[room])?.corners.length ?? 1;
  const begins = (room: 0 | 1) => letterName(shape.sides[room]);
  const ends = (room: 0 | 1) => letterName((shape.sides[room] + 1) % count(room));
  // Both ends of the doorway are told by the corners of the first room that they are nearer to.
  const near = `${at === 0 ? begins(0) : ends(0)} of ${names[0]}`;
  return {
    from: `${begins(at)} to the doorway, in ${names[at]}`,
    width: `width of the doorway, in ${names[at]}`,
    to: `the doorway to ${ends(at)}, in ${names[at]}`,
    thick: `thickness of the wall towards ${near}`,
    across: `across the doorway from its jamb towards ${near}`
  }[piece];
}

/** What was measured outside. */
export function outsideWords(project: Project, tie: RoomTie): string {
  const { shape } = tie;
  if (shape.kind !== 'outside') return '';
  const names = namesOfRooms(project, tie);
  return `outside from ${letterName(shape.corners[0])} of ${names[0]} to ${letterName(shape.corners[1])} of ${names[1]}`;
}

/** Each length of a tie, in the order that it is kept in, with what it is in words. */
export function sizesOfTie(project: Project, tie: RoomTie) {
  const { shape } = tie;
  const told =
    shape.kind === 'doorway'
      ? shape.lengths.map((one) => ({ ...one, what: pieceWords(project, tie, one.piece, one.at) }))
      : [{ ...shape, what: outsideWords(project, tie) }];
  return told.map(({ what, length, certainty, by, on }) => ({ what, length, certainty, by, on }));
}
