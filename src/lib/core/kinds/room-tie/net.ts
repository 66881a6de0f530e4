/** Survey rooms where they lie together: by their own lengths, and by the doorways and outside lengths that tie them. */
import type { Query } from '../../document/kind';
import { own, result, stage } from '../../document/stage';
import { distance, dot, lerp, nearestOnSegment, subtract, unit, type Point } from '../../geometry/point';
import { edgesOf } from '../../geometry/ring';
import type { CornerLength, LengthFit } from '../../kernels/survey/adjust';
import type { DoorPiece } from '../../kernels/survey/door-pieces';
import {
  missingOf,
  netAbout,
  thicknessBetween,
  type Jambs,
  type Doorway,
  type NetRoom,
  type OutsideLength
} from '../../kernels/survey/network';
import type { SurveyRoom } from '../survey-room/record';
import { cornerLengths, shapedRooms, type ShapedRoom } from '../survey-room/shape';
import type { RoomTie } from './record';

/** What is known of a tie. */
export interface TieState {
  /** Pieces of a doorway without which it does not tie. */
  readonly missing: readonly (readonly [DoorPiece, 0 | 1])[];
  /** Whether both rooms lie where it says. */
  readonly ties: boolean;
  /** Jambs of a doorway: two on the face of the first room, two on that of the other. */
  readonly jambs: Jambs | undefined;
  /** How far the way round that it closes comes back off; undefined where it closes none. */
  readonly closing: number | undefined;
  /** How each of its lengths agrees with the rest. */
  readonly fits: readonly LengthFit[];
  /** Of the wall between the two sides, as both rooms have it: least and most. */
  readonly thickness: readonly [number, number] | undefined;
}

/** A length that does not agree with the net: of a room by its number among its lengths, or of a tie. */
export interface NetSlip {
  readonly of: 'room' | 'tie';
  readonly id: string;
  readonly length: number;
  /** How far it is off, about: more than is left over of it, since the others give way to it. */
  readonly off: number;
}

export interface StoreyNet {
  readonly rings: ReadonlyMap<string, readonly Point[]>;
  /** Of each room the one that its net is laid down by. */
  readonly anchors: ReadonlyMap<string, string>;
  /** How far the worst corner of a room may be off, one standard deviation. */
  readonly scatter: ReadonlyMap<string, number>;
  readonly ties: ReadonlyMap<string, TieState>;
  readonly worst: readonly NetSlip[];
}

interface Laid {
  readonly room: SurveyRoom;
  readonly shape: ShapedRoom;
}

/** Of a room that is declared square all that its shape is, else what was measured. */
function netRoom({ room, shape: { ring } }: Laid): NetRoom {
  if (!room.square) return { corners: ring, lengths: cornerLengths(room) };
  const lengths = ring.flatMap((p, a) =>
    ring.flatMap((q, b): CornerLength[] =>
      a < b ? [{ a, b, length: distance(p, q), scatter: room.tape }] : []
    )
  );
  return { corners: ring, lengths };
}

const loose: TieState = {
  ...{ missing: [], ties: false, jambs: undefined, closing: undefined, fits: [], thickness: undefined }
};

const nothing: StoreyNet = {
  ...{ rings: new Map(), anchors: new Map(), scatter: new Map(), ties: new Map(), worst: [] }
};

/** A length outside ends at the outer faces: what lies between the corners is less by the walls. */
const clearOf = (tie: RoomTie): number =>
  tie.shape.kind === 'outside' ? tie.shape.length - tie.shape.walls[0] - tie.shape.walls[1] : 0;

const offBy = ({ left, checked }: LengthFit): number => left / Math.max(checked, 1e-6);

class Net {
  readonly rings = new Map<string, readonly Point[]>();
  readonly anchors = new Map<string, string>();
  readonly scatter = new Map<string, number>();
  readonly ties = new Map<string, TieState>();
  readonly worst: NetSlip[] = [];
  private readonly doorTies: RoomTie[];
  private readonly outTies: RoomTie[];
  private readonly doorways: Doorway[];
  private readonly outside: OutsideLength[];

  constructor(
    private readonly laid: readonly Laid[],
    ties: readonly RoomTie[]
  ) {
    const at = new Map(laid.map(({ room }, i) => [room.id, i]));
    const known = ties.filter(({ one, other, shape }) => {
      const ends = shape.kind === 'doorway' ? shape.sides : shape.corners;
      return [one, other].every((id, k) => ends[k]! < (laid[at.get(id) ?? -1]?.room.corners.length ?? 0));
    });
    const roomsOf = ({ one, other }: RoomTie) => [at.get(one)!, at.get(other)!] as const;
    const tapeOf = ({ one, other }: RoomTie) =>
      Math.max(laid[at.get(one)!]!.room.tape, laid[at.get(other)!]!.room.tape);
    for (const { id, shape } of ties)
      this.ties.set(id, shape.kind === 'doorway' ? { ...loose, missing: missingOf(shape.lengths) } : loose);
    this.doorTies = known.filter(({ shape }) => shape.kind === 'doorway');
    this.outTies = known.filter((tie) => tie.shape.kind === 'outside' && clearOf(tie) > 0);
    this.doorways = this.doorTies.flatMap((tie): Doorway[] =>
      tie.shape.kind === 'doorway'
        ? [
            {
              ...{ rooms: roomsOf(tie), sides: tie.shape.sides },
              lengths: tie.shape.lengths.map((one) => ({ ...one, scatter: tapeOf(tie) }))
            }
          ]
        : []
    );
    this.outside = this.outTies.flatMap((tie): OutsideLength[] =>
      tie.shape.kind === 'outside'
        ? [
            {
              ...{ rooms: roomsOf(tie), corners: tie.shape.corners },
              ...{ length: clearOf(tie), scatter: tapeOf(tie) }
            }
          ]
        : []
    );
  }

  solve(): this {
    const rooms = this.laid.map(netRoom);
    this.laid.forEach(({ room }, first) => {
      if (!this.rings.has(room.id)) this.take(rooms, first);
    });
    return this;
  }

  private take(rooms: readonly NetRoom[], first: number) {
    const net = netAbout(rooms, this.doorways, this.outside, first);
    if (!net) return;
    this.laid.forEach(({ room }, i) => {
      const ring = net.rooms[i];
      if (!ring) return;
      this.rings.set(room.id, ring);
      this.anchors.set(room.id, this.laid[first]!.room.id);
      this.scatter.set(room.id, Math.max(...net.scatter[i]!));
    });
    this.doorTies.forEach(({ id }, i) => {
      const jambs = net.jambs[i];
      if (!jambs) return;
      const { rooms: pair, sides } = this.doorways[i]!;
      const [p, q] = ([0, 1] as const).map((k) => {
        return edgesOf(net.rooms[pair[k]]!)[sides[k]]!;
      });
      this.ties.set(id, {
        ...{ missing: [], ties: true, jambs, closing: net.closing[i] },
        ...{ fits: net.fits.doorways[i]!, thickness: thicknessBetween(p!, q!) }
      });
    });
    this.outTies.forEach(({ id }, i) => {
      const fit = net.fits.outside[i];
      if (fit) this.ties.set(id, { ...loose, ties: true, fits: [fit] });
    });
    for (const [kind, i, length] of net.worst) {
      if (kind === 'rooms') {
        const { id, square } = this.laid[i]!.room;
        // Of a room that is declared square no single length is to blame.
        if (!square) this.worst.push({ of: 'room', id, length, off: offBy(net.fits.rooms[i]![length]!) });
      } else if (kind === 'doorways') {
        const off = offBy(net.fits.doorways[i]![length]!);
        this.worst.push({ of: 'tie', id: this.doorTies[i]!.id, length, off });
      } else
        this.worst.push({ of: 'tie', id: this.outTies[i]!.id, length: 0, off: offBy(net.fits.outside[i]!) });
    }
  }
}

const storeyNets = stage(
  'nets of survey rooms',
  {
    // A room and its shape, by turns.
    laid: (query: Query, storey: string) =>
      [...query.project.tables.surveyRoom.values()].flatMap((room) => {
        const shape = room.storey === storey ? query.get(shapedRooms, room.id) : undefined;
        return shape?.isKnown ? [room, shape] : [];
      }),
    ties: ({ project: { tables } }: Query, storey: string) =>
      [...tables.roomTie.values()].filter(({ one }) => tables.surveyRoom.get(one)?.storey === storey)
  },
  ({ laid, ties }): StoreyNet => {
    if (ties.length === 0) return nothing;
    const all = laid.flatMap((one, i): Laid[] =>
      i % 2 === 0 ? [{ room: one as SurveyRoom, shape: laid[i + 1] as ShapedRoom }] : []
    );
    return new Net(all, ties).solve();
  },
  Object.is
);

export const netOn = (query: Query, storey: string): StoreyNet =>
  query.project.tables.roomTie.size === 0 ? nothing : query.get(storeyNets, storey);

export function tieState(query: Query, { id, one }: RoomTie): TieState {
  const storey = query.project.tables.surveyRoom.get(one)?.storey;
  return (storey === undefined ? undefined : netOn(query, storey).ties.get(id)) ?? loose;
}

const laidRooms = stage(
  'survey rooms where they lie',
  {
    room: own('surveyRoom'),
    shape: result(shapedRooms),
    net: (query: Query, id: string) => {
      const room = query.project.tables.surveyRoom.get(id);
      const net = room && netOn(query, room.storey);
      return [net?.rings.get(id), net?.scatter.get(id)] as const;
    }
  },
  ({ room, shape, net: [ring, tied] }): ShapedRoom | undefined =>
    room && shape && ring
      ? {
          ...{ ...shape, ring, tied },
          left: room.lengths.map(({ from, to, length }) => length - distance(ring[from]!, ring[to]!))
        }
      : shape,
  Object.is
);

/** The shape of a room where it lies: by its own lengths, among others that it is tied to by theirs as well. */
export const laidRoom = (query: Query, id: string): ShapedRoom | undefined => query.get(laidRooms, id);

/** Its corners there; none where there is no such room. */
export const laidRing = (query: Query, id: string): readonly Point[] => laidRoom(query, id)?.ring ?? [];

/** The room that a room and all that it is tied to are laid down by. */
export function anchorOf(query: Query, id: string): string {
  const room = query.project.tables.surveyRoom.get(id);
  return (room && netOn(query, room.storey).anchors.get(id)) ?? id;
}

/** A side of a room that faces a side of another that it is tied to, over a wall between them. */
export interface FacingSide {
  readonly side: number;
  readonly room: SurveyRoom;
  /** Of the wall, least and most. */
  readonly thickness: readonly [number, number];
  /** How far both lie beside each other. */
  readonly over: number;
  /** The middle of the wall, about. */
  readonly middle: Point;
}

/** Thicker is no wall between two rooms, mm; sides that face each other run alike as nearly as this. */
const [thickest, alike] = [800, Math.cos(0.08)];

/** Which sides of a room face another room of its net. */
export function facingSides(query: Query, { id, storey }: SurveyRoom): FacingSide[] {
  const { rings } = netOn(query, storey);
  const ring = rings.get(id);
  if (!ring) return [];
  const wayOf = ([p, q]: readonly [Point, Point]) => unit(subtract(q, p));
  return edgesOf(ring).flatMap((own, side): FacingSide[] =>
    [...rings].flatMap(([other, corners]) => {
      const room = query.project.tables.surveyRoom.get(other);
      if (other === id || !room) return [];
      return edgesOf(corners).flatMap((facing): FacingSide[] => {
        const thickness = thicknessBetween(own, facing);
        const isFacing = dot(wayOf(own), wayOf(facing)) < -alike;
        if (!thickness || !isFacing || thickness[1] > thickest || thickness[0] <= 0) return [];
        const near = nearestOnSegment(lerp(...own, 0.5), ...facing);
        const [s, t] = facing.map((p) => dot(subtract(p, own[0]), wayOf(own))) as [number, number];
        const over = Math.min(distance(...own), Math.max(s, t)) - Math.max(0, Math.min(s, t));
        return [{ side, room, thickness, over, middle: lerp(nearestOnSegment(near, ...own), near, 0.5) }];
      });
    })
  );
}
