/** The shape that a survey room has by what was measured in it, laid down where its corners were pointed at. */
import { own, stage } from '../../document/stage';
import { add, angleOf, distance, rotate, subtract, type Point } from '../../geometry/point';
import type { CornerLength } from '../../kernels/survey/adjust';
import { roomShape, type RoomShape } from '../../kernels/survey/lengths';
import { apart, quartersOf, squareShape, type SquareShape } from '../../kernels/survey/square';
import { isSimple, ringArea } from '../../geometry/ring';
import { sideFrom, type RoomLength, type SurveyRoom } from './record';

export interface ShapedRoom {
  /** By lengths alone. */
  readonly free: RoomShape;
  /** Where it is declared square. */
  readonly square: SquareShape | undefined;
  /** How far the worst corner lies off when it is declared square and not; undefined where either is not known. */
  readonly cost: number | undefined;
  /** The length that is least like where its corners were pointed out, and by how much, where the whole is much unlike that. */
  readonly unlike: { readonly length: RoomLength; readonly about: number } | undefined;
  /** Between which corners is to be measured: all of them; of a square room one along each axis that has none. */
  readonly wanted: readonly (readonly [number, number])[];
  /** Of each length: measured less what the shape has. */
  readonly left: readonly number[] | undefined;
  /** Its corners; as they were pointed at, where they are not known. */
  readonly ring: readonly Point[];
  readonly isKnown: boolean;
  /** Among rooms that it is tied to: how far its worst corner may be off there, one standard deviation. */
  readonly tied?: number | undefined;
}

export const cornerLengths = ({ lengths, tape }: SurveyRoom): CornerLength[] =>
  lengths.map(({ from, to, length }) => ({ a: from, b: to, length, scatter: tape }));

/** One points out corners as well as this, mm, and as this share of the room's longest side. */
const [near, nearShare] = [700, 0.15];

/** A slip that no other length can show still turns the shape far from what was pointed out. */
function unlikeness({ corners, lengths }: SurveyRoom, shape: readonly Point[]): ShapedRoom['unlike'] {
  const longest = Math.max(...lengths.map(({ length }) => length));
  if (apart(shape, corners) < Math.max(near, nearShare * longest)) return undefined;
  const off = lengths.map((length) => {
    const about = distance(corners[length.from]!, corners[length.to]!);
    return { length, about, share: Math.abs(Math.log(length.length / Math.max(1, about))) };
  });
  return off.sort((p, q) => q.share - p.share)[0];
}

/** Goes round clockwise where it was turned over: then it is the mirror of what its lengths give one that was not. */
export function shapeRoom(room: SurveyRoom): ShapedRoom {
  if (ringArea(room.corners) >= 0) return shapeForward(room);
  const flip = ({ x, y }: Point): Point => ({ x, y: -y });
  const shape = shapeForward({ ...room, corners: room.corners.map(flip) });
  return { ...shape, ring: shape.ring.map(flip) };
}

function shapeForward(room: SurveyRoom): ShapedRoom {
  const lengths = cornerLengths(room);
  const free = roomShape(room.corners.length, lengths, room.corners);
  const quarters = room.square ? quartersOf(room.corners) : undefined;
  const square = quarters && squareShape(quarters, lengths);
  const [byLengths, byRight] = [free, square].map((one) =>
    one?.state === 'solved' ? one.corners : undefined
  );
  const solved = room.square ? byRight : byLengths;
  // What crosses itself is no room.
  const shape = solved && isSimple(solved) ? solved : undefined;
  const open = square?.state === 'open' ? square.sides.map((i) => sideFrom(i, room.corners.length)) : [];
  const byLength = free.state === 'solved' ? free.fits.map((fit) => fit.left) : undefined;
  const bySide = square?.state === 'solved' ? square.left : undefined;
  const [first, second] = [room.corners[0]!, room.corners[1]!];
  const turn = angleOf(subtract(second, first));
  return {
    ...{ free, square, isKnown: shape !== undefined },
    wanted: room.square ? open : free.state === 'open' ? free.wanted : [],
    left: room.square ? bySide : byLength,
    cost: byLengths && byRight && apart(byLengths, byRight),
    unlike: solved && unlikeness(room, solved),
    ring: shape?.map((p) => add(first, rotate(p, turn))) ?? room.corners
  };
}

/** By its own lengths alone; undefined where there is none. */
export const shapedRooms = stage('shapes of survey rooms', { room: own('surveyRoom') }, ({ room }) =>
  room ? shapeRoom(room) : undefined
);
