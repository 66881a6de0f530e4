/** Tying survey rooms: doorways measured piece by piece, and lengths outside. */
import {
  command,
  done,
  freshOrGiven,
  need,
  needHouseSize,
  needPositive,
  refuse
} from '../../document/command';
import type { Project } from '../../document/kind';
import { knownArgs, knownOf, type KnownGiven } from '../../document/known';
import { withMeasured } from '../../document/measured';
import { nameOf } from '../../document/names';
import * as s from '../../document/schemas';
import { toStored } from '../../geometry/tolerances';
import { doorPieces } from '../../kernels/survey/door-pieces';
import { letterName } from '../../units/letters';
import { mostCorners, sideFrom, type SurveyRoom } from '../survey-room/record';
import type { DoorSize, RoomTie } from './record';
import { outsideWords, pieceWords } from './words';

const cornerArg = () => s.number().integer().min(1).max(mostCorners).required();
const rooms = () => ({ one: s.id().required(), other: s.id().required() });

/** Both rooms, on one storey, and their corners by number from 0. */
function roomsOf(
  project: Project,
  { one, other, corners }: { one: string; other: string; corners: readonly [number, number] }
): { rooms: readonly [SurveyRoom, SurveyRoom]; at: readonly [number, number] } {
  const both = [need(project, 'surveyRoom', one), need(project, 'surveyRoom', other)] as const;
  const texts = { thing: nameOf(project, both[0]), other: nameOf(project, both[1]) };
  if (one === other) refuse(project, 'survey.tie-same', { subjects: [one], texts });
  if (both[0].storey !== both[1].storey)
    refuse(project, 'survey.tie-storeys', { subjects: [one, other], texts });
  both.forEach((room, k) => {
    const count = room.corners.length;
    if (corners[k]! > count)
      refuse(project, 'survey.no-corner', {
        subjects: [room.id],
        texts: {
          thing: nameOf(project, room),
          given: String(corners[k]),
          count: String(count),
          last: letterName(count - 1)
        }
      });
  });
  return { rooms: both, at: [corners[0] - 1, corners[1] - 1] };
}

export const addDoorway = command({
  name: 'addDoorway',
  about:
    'Tie two survey rooms by a doorway between a side of the one and a side of the other, each told by the corner that it begins with (`side`, `otherSide`; A is 1). What is measured of it is given after.',
  args: s.object({ id: s.id(), ...rooms(), side: cornerArg(), otherSide: cornerArg() }),
  example: { one: 'room-survey-1', other: 'room-survey-2', side: 2, otherSide: 4 },
  run: (project, { id, one, other, side, otherSide }) => {
    const { at } = roomsOf(project, { one, other, corners: [side, otherSide] });
    const tie: RoomTie = {
      ...{ id: freshOrGiven(project, 'roomTie', id), kind: 'roomTie', one, other },
      shape: { kind: 'doorway', sides: at, lengths: [] }
    };
    return done(project, 'Tie two rooms', [tie], [], [tie.id]);
  }
});

export const measureDoorway = command({
  name: 'measureDoorway',
  about:
    'Give a length of a doorway between survey rooms; null takes it away. `from`, `width`, `to`: along the face of the first room (`at` 1) or of the other (`at` 2), going round that room; `thick`: of the wall, `across`: from a jamb to the far end of the other one; both at the end of the doorway that is nearer to where the first room’s side begins (`at` 1), or at the other one. `certainty`, `by`, `on`: how it is known, by whom, when.',
  args: s.object({
    id: s.id().required(),
    piece: s.oneOf(doorPieces).required(),
    at: s.number().integer().min(1).max(2).required(),
    length: s.mm().nullable(),
    ...knownArgs()
  }),
  example: { id: 'tie-1', piece: 'width', at: 1, length: 910 },
  run: (project, args) => {
    const { id, piece, length, ...given } = args;
    const old = need(project, 'roomTie', id);
    const { shape } = old;
    if (shape.kind !== 'doorway')
      return refuse(project, 'survey.no-doorway', { subjects: [id], texts: { thing: nameOf(project, old) } });
    const at = args.at === 1 ? 0 : 1;
    const words = pieceWords(project, old, piece, at);
    const lengths = withMeasured(
      project,
      shape.lengths,
      {
        isIt: (one: DoorSize) => one.piece === piece && one.at === at,
        ...{ bare: { piece, at }, words: `the ${words}` }
      },
      { length, ...(given as KnownGiven) }
    );
    return done(project, `Measure the ${words}`, [
      { ...old, shape: { ...shape, lengths: fitting(project, old, lengths) } }
    ]);
  }
});

/** Pieces together may be longer than the side that they lie along by this share of it, and no more. mm besides. */
const [longer, besides] = [0.02, 30];

/** Refuses pieces along a face that are longer together than the side was measured. */
function fitting(project: Project, tie: RoomTie, lengths: readonly DoorSize[]): readonly DoorSize[] {
  const { shape } = tie;
  if (shape.kind !== 'doorway') return lengths;
  for (const at of [0, 1] as const) {
    const room = need(project, 'surveyRoom', at === 0 ? tie.one : tie.other);
    const [from, to] = sideFrom(shape.sides[at], room.corners.length);
    const side = room.lengths.find((one) => one.from === from && one.to === to)?.length;
    const own = lengths.filter((one) => one.at === at && ['from', 'width', 'to'].includes(one.piece));
    const sum = own.reduce((all, one) => all + one.length, 0);
    if (side !== undefined && sum > side * (1 + longer) + besides)
      refuse(project, 'survey.doorway-long', {
        subjects: [tie.id],
        numbers: { sum, side },
        texts: {
          thing: nameOf(project, room),
          pieces: String(own.length),
          pair: `${letterName(from)}–${letterName(to)}`
        }
      });
  }
  return lengths;
}

const outsideArgs = () => ({
  length: s.mm().nullable(),
  /** How thick the walls at its ends are. */
  wall: s.mm().min(0),
  otherWall: s.mm().min(0),
  ...knownArgs()
});

type Outside = Extract<RoomTie['shape'], { readonly kind: 'outside' }>;

/** Refuses a length that the walls leave nothing of. */
function checkedOutside(project: Project, tie: RoomTie & { readonly shape: Outside }): RoomTie {
  const { length, walls } = tie.shape;
  const words = `the length ${outsideWords(project, tie)}`;
  needPositive(project, 'length', words, length);
  needHouseSize(project, 'length', words, length);
  const both = walls[0] + walls[1];
  if (both >= length)
    refuse(project, 'survey.outside-walls', { subjects: [tie.id], numbers: { length, both } });
  return tie;
}

export const addOutsideLength = command({
  name: 'addOutsideLength',
  about:
    'Tie two survey rooms by a length that was measured outside along the house, from a corner of the one to a corner of the other (A is 1), each behind a wall as thick as `wall` and `otherWall`.',
  args: s.object({
    id: s.id(),
    ...rooms(),
    ...{ corner: cornerArg(), otherCorner: cornerArg() },
    ...outsideArgs()
  }),
  example: {
    one: 'room-survey-1',
    other: 'room-survey-2',
    corner: 1,
    otherCorner: 2,
    length: 9000,
    wall: 300,
    otherWall: 300
  },
  run: (project, args) => {
    const { id, one, other, corner, otherCorner, length, wall, otherWall, ...given } = args;
    const { at } = roomsOf(project, { one, other, corners: [corner, otherCorner] });
    if (length == null) refuse(project, 'survey.no-length', { texts: { pair: 'the length outside' } });
    const shape: Outside = {
      ...{
        kind: 'outside',
        corners: at,
        length: toStored(length),
        walls: [toStored(wall ?? 0), toStored(otherWall ?? 0)]
      },
      ...knownOf(project, given as KnownGiven)
    };
    const tie = {
      ...{ id: freshOrGiven(project, 'roomTie', id), kind: 'roomTie' as const, one, other },
      shape
    };
    return done(project, 'Measure outside', [checkedOutside(project, tie)], [], [tie.id]);
  }
});

export const setOutsideLength = command({
  name: 'setOutsideLength',
  about:
    'Change a length that was measured outside: the length, the walls at its ends, how it is known, by whom, when.',
  args: s.object({ id: s.id().required(), ...outsideArgs() }),
  example: { id: 'tie-2', length: 9010 },
  run: (project, { id, length, wall, otherWall, ...given }) => {
    const old = need(project, 'roomTie', id);
    const { shape } = old;
    if (shape.kind !== 'outside')
      return refuse(project, 'survey.no-outside', { subjects: [id], texts: { thing: nameOf(project, old) } });
    if (length === null)
      refuse(project, 'survey.no-length', { texts: { pair: `the length ${outsideWords(project, old)}` } });
    const isAnew = length !== undefined && length !== shape.length;
    const changed: Outside = {
      ...shape,
      length: toStored(length ?? shape.length),
      walls: [toStored(wall ?? shape.walls[0]), toStored(otherWall ?? shape.walls[1])],
      ...knownOf(project, given as KnownGiven, isAnew ? undefined : shape)
    };
    return done(project, 'Change a length outside', [checkedOutside(project, { ...old, shape: changed })]);
  }
});
