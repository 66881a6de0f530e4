/**
 * Rooms of a house and the doorways between them as one net: what was measured in each room, along both faces of each
 * doorway, through it, and outside. Each room is held by its own lengths; from there they are set beside each other doorway
 * by doorway and adjusted together. Rooms and places are told by their numbers. mm.
 *
 *     room 0    to <-- J1 ------ J0 <-- from         thick 0: J0 to K0, thick 1: J1 to K1
 *              ========          ========            across 0: J0 to K1, across 1: J1 to K0
 *     room 1  from --> K1 ------ K0 --> to           each room goes round with itself on the left
 */
import {
  add,
  along,
  angleOf,
  cross,
  distance,
  leftOf,
  lerp,
  rotate,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { edgesOf, ringArea, type Ring } from '../../geometry/ring';
import {
  adjusted,
  fitsOf,
  Spread,
  worstOf,
  type CornerLength,
  type LengthFit,
  type Observed
} from './adjust';
import type { DoorPiece } from './door-pieces';

/** A room by its own lengths: its corners, and what was measured between them. */
export interface NetRoom {
  readonly corners: readonly Point[];
  readonly lengths: readonly CornerLength[];
}

export interface DoorLength {
  readonly piece: DoorPiece;
  readonly at: 0 | 1;
  readonly length: number;
  readonly scatter: number;
}

/** Between a side of one room and a side of another; a side is told by the corner that it begins with. */
export interface Doorway {
  readonly rooms: readonly [number, number];
  readonly sides: readonly [number, number];
  readonly lengths: readonly DoorLength[];
}

/** Between corners of two rooms, such as measured outside less the walls at both ends. */
export interface OutsideLength {
  readonly rooms: readonly [number, number];
  readonly corners: readonly [number, number];
  readonly length: number;
  readonly scatter: number;
}

/** Jambs lie on the faces of walls as nearly as this. */
const onFace = 1;
/** What is taken as square or as even where it was not measured is good to this. */
const taken = 5;

type Piece = Pick<DoorLength, 'piece' | 'at' | 'length'>;

const pieceOf = (lengths: readonly Piece[], piece: DoorPiece, at: 0 | 1): number | undefined =>
  lengths.find((one) => one.piece === piece && one.at === at)?.length;

const lengthOf = ({ lengths }: Doorway, piece: DoorPiece, at: 0 | 1) => pieceOf(lengths, piece, at);

/**
 * What is still to be measured for a doorway to tie its rooms: two of the three pieces along each face, and how thick the
 * wall is at one end. What is not measured beyond that is taken as even and square.
 */
export function missingOf(lengths: readonly Piece[]): readonly (readonly [DoorPiece, 0 | 1])[] {
  const isThere = (piece: DoorPiece, at: 0 | 1) => pieceOf(lengths, piece, at) !== undefined;
  const along = ([0, 1] as const).flatMap((at) => {
    const open = (['from', 'width', 'to'] as const).filter((piece) => !isThere(piece, at));
    // The last of them follows from the side.
    return open.slice(0, Math.max(0, open.length - 1)).map((piece) => [piece, at] as const);
  });
  return isThere('thick', 0) || isThere('thick', 1) ? along : [...along, ['thick', 0]];
}

/** Where the jambs of a doorway lie on a side, in the order that the room goes round. */
function jambsOn(doorway: Doorway, at: 0 | 1, a: Point, b: Point): readonly [Point, Point] {
  const whole = distance(a, b);
  const [from, width, to] = (['from', 'width', 'to'] as const).map((piece) => lengthOf(doorway, piece, at));
  const begin = from ?? whole - to! - width!;
  const end = begin + (width ?? whole - from! - to!);
  return [lerp(a, b, begin / whole), lerp(a, b, end / whole)];
}

const thickOf = (doorway: Doorway, at: 0 | 1): number =>
  lengthOf(doorway, 'thick', at) ?? lengthOf(doorway, 'thick', at === 0 ? 1 : 0)!;

const sideOf = (corners: Ring, i: number): readonly [Point, Point] => edgesOf(corners)[i]!;

/** To the outside of a room: to the right, of one that goes round with itself on the left. */
function outwards(corners: Ring, i: number): Point {
  const [a, b] = sideOf(corners, i);
  return scale(unit(leftOf(subtract(b, a))), ringArea(corners) > 0 ? -1 : 1);
}

/** The place so far from one and so far from another, on the side that a way points to; undefined where there is none. */
function crossing(p: Point, far: number, q: Point, other: number, out: Point): Point | undefined {
  const base = distance(p, q);
  const on = (far ** 2 - other ** 2 + base ** 2) / (2 * base);
  const off = far ** 2 - on ** 2;
  return off > 0 ? along(along(p, unit(subtract(q, p)), on), out, Math.sqrt(off)) : undefined;
}

/** Where the jambs on the other side of a doorway should lie by a room that stands: as measured across, else straight opposite. */
function opposite(doorway: Doorway, at: 0 | 1, corners: readonly Point[]): readonly [Point, Point] {
  const side = doorway.sides[at];
  const own = jambsOn(doorway, at, ...sideOf(corners, side));
  const out = outwards(corners, side);
  // By the ends of the doorway: the first jamb on the way round the second room is opposite the last one of the first.
  const ends = at === 0 ? own : ([own[1], own[0]] as const);
  const facing = ([0, 1] as const).map((end) => {
    const far = thickOf(doorway, end);
    const over = lengthOf(doorway, 'across', at === end ? 1 : 0);
    const [near, other] = [ends[end], ends[end === 0 ? 1 : 0]];
    return (over === undefined ? undefined : crossing(near, far, other, over, out)) ?? along(near, out, far);
  });
  return at === 0 ? [facing[1]!, facing[0]!] : [facing[0]!, facing[1]!];
}

/** A room set beside one that stands, its doorway opposite. */
function besides(doorway: Doorway, at: 0 | 1, standing: readonly Point[], own: readonly Point[]): Point[] {
  const other = at === 0 ? 1 : 0;
  const want = opposite(doorway, at, standing);
  const have = jambsOn(doorway, other, ...sideOf(own, doorway.sides[other]));
  const turn = angleOf(subtract(want[1], want[0])) - angleOf(subtract(have[1], have[0]));
  const [from, to] = [lerp(...have, 0.5), lerp(...want, 0.5)];
  return own.map((p) => add(to, rotate(subtract(p, from), turn)));
}

/** On the face of the first room and on that of the other: J0, J1, K0, K1. */
export type Jambs = readonly [Point, Point, Point, Point];

export interface Net {
  /** By their number; undefined of those that no doorway leads to. */
  readonly rooms: readonly (readonly Point[] | undefined)[];
  /** Of each doorway the jambs J0, J1, K0, K1; undefined where it does not tie yet, or leads nowhere. */
  readonly jambs: readonly (Jambs | undefined)[];
  /** How far rooms come back off where a doorway closes a way round, before anything is adjusted; undefined of others. */
  readonly closing: readonly (number | undefined)[];
  readonly fits: {
    readonly rooms: readonly (readonly LengthFit[])[];
    readonly doorways: readonly (readonly LengthFit[])[];
    readonly outside: readonly (LengthFit | undefined)[];
  };
  /** What is off by most. */
  readonly worst: readonly (readonly ['rooms' | 'doorways' | 'outside', number, number])[];
  /** How far each corner of each room may be off, one standard deviation. */
  readonly scatter: readonly (readonly number[])[];
}

/** Rooms set beside each other from one that stands, and where ways round come back. */
function setOut(rooms: readonly NetRoom[], doorways: readonly Doorway[], first: number) {
  const standing: (readonly Point[] | undefined)[] = rooms.map(() => undefined);
  const closing: (number | undefined)[] = doorways.map(() => undefined);
  const used = new Set<number>();
  standing[first] = rooms[first]!.corners;
  const queue = [first];
  for (const room of queue)
    doorways.forEach((doorway, i) => {
      const at = doorway.rooms[0] === room ? 0 : doorway.rooms[1] === room ? 1 : undefined;
      if (at === undefined || used.has(i) || missingOf(doorway.lengths).length > 0) return;
      used.add(i);
      const next = doorway.rooms[at === 0 ? 1 : 0];
      const own = standing[next];
      if (!own) {
        standing[next] = besides(doorway, at, standing[room]!, rooms[next]!.corners);
        queue.push(next);
        return;
      }
      const want = opposite(doorway, at, standing[room]!);
      const have = jambsOn(doorway, at === 0 ? 1 : 0, ...sideOf(own, doorway.sides[at === 0 ? 1 : 0]));
      closing[i] = distance(lerp(...want, 0.5), lerp(...have, 0.5));
    });
  return { standing, closing, used };
}

type Source = readonly ['rooms' | 'doorways' | 'outside', number, number];

/** Everything that was measured of what stands, with what it is of; what is only taken is of nothing. */
class Observations {
  readonly places: Point[] = [];
  readonly seen: Observed[] = [];
  readonly of: (Source | undefined)[] = [];

  put(one: Observed, source?: Source) {
    this.seen.push(one);
    this.of.push(source);
  }

  /** Numbers of places that are new. */
  begin(points: readonly Point[]): number {
    this.places.push(...points);
    return this.places.length - points.length;
  }

  doorway(
    doorway: Doorway,
    i: number,
    corners: readonly [readonly Point[], readonly Point[]],
    starts: readonly [number, number]
  ) {
    const [j, k] = ([0, 1] as const).map((at) =>
      jambsOn(doorway, at, ...sideOf(corners[at], doorway.sides[at]))
    );
    // Opposite ends together: J0, J1, K0, K1.
    const begin = this.begin([j![0], j![1], k![1], k![0]]);
    const ends = ([0, 1] as const).map((at) => {
      const side = doorway.sides[at];
      const [first, last] = at === 0 ? [begin, begin + 1] : [begin + 3, begin + 2];
      const [a, b] = [starts[at] + side, starts[at] + ((side + 1) % corners[at].length)];
      for (const jamb of [first, last]) this.put({ at: jamb, a, b, scatter: onFace });
      return { from: [a, first], width: [first, last], to: [last, b] } as const;
    });
    const through = {
      thick: [
        [begin, begin + 2],
        [begin + 1, begin + 3]
      ],
      across: [
        [begin, begin + 3],
        [begin + 1, begin + 2]
      ]
    } as const;
    doorway.lengths.forEach(({ piece, at, length, scatter }, n) => {
      const pair = piece === 'thick' || piece === 'across' ? through[piece][at] : ends[at]![piece];
      this.put({ a: pair[0], b: pair[1], length, scatter }, ['doorways', i, n]);
    });
    const take = (pair: readonly [number, number], length: number) =>
      this.put({ a: pair[0], b: pair[1], length, scatter: taken });
    const thick = [thickOf(doorway, 0), thickOf(doorway, 1)] as const;
    for (const at of [0, 1] as const)
      if (lengthOf(doorway, 'thick', at) === undefined) take(through.thick[at], thick[at]);
    if (lengthOf(doorway, 'across', 0) === undefined && lengthOf(doorway, 'across', 1) === undefined) {
      const width = (distance(...j!) + distance(...k!)) / 2;
      for (const at of [0, 1] as const)
        take(through.across[at], Math.hypot(width, (thick[0] + thick[1]) / 2));
    }
    return begin;
  }
}

/**
 * The net about a room: rooms that doorways lead to from there, adjusted with what was measured outside between them.
 * Undefined where nothing is tied to it.
 */
export function netAbout(
  rooms: readonly NetRoom[],
  doorways: readonly Doorway[],
  outside: readonly OutsideLength[],
  first: number
): Net | undefined {
  const { standing, closing, used } = setOut(rooms, doorways, first);
  if (used.size === 0) return undefined;
  const all = new Observations();
  const starts = standing.map((corners) => (corners ? all.begin(corners) : 0));
  standing.forEach((corners, i) => {
    if (!corners) return;
    rooms[i]!.lengths.forEach((one, n) =>
      all.put({ ...one, a: starts[i]! + one.a, b: starts[i]! + one.b }, ['rooms', i, n])
    );
  });
  const jambs = doorways.map((doorway, i) => {
    const [p, q] = doorway.rooms;
    return used.has(i)
      ? all.doorway(doorway, i, [standing[p]!, standing[q]!], [starts[p]!, starts[q]!])
      : undefined;
  });
  outside.forEach(({ rooms: [p, q], corners: [a, b], length, scatter }, i) => {
    if (standing[p] && standing[q])
      all.put({ a: starts[p]! + a, b: starts[q]! + b, length, scatter }, ['outside', i, 0]);
  });
  const places = laidBack(adjusted(all.places, all.seen), starts[first]!, rooms[first]!.corners);
  const spread = Spread.of(places, all.seen);
  const fits = spread ? fitsOf(places, all.seen, spread) : [];
  const scatter = spread?.scatter ?? [];
  // What is only taken is not held to blame.
  const measured = fits.map((fit, i) => (all.of[i] ? fit : { ...fit, weight: 0 }));
  const spare = all.seen.length - (2 * all.places.length - 3);
  const fitOf = (kind: Source[0], i: number): LengthFit[] =>
    fits.filter((_, n) => all.of[n]?.[0] === kind && all.of[n][1] === i);
  return {
    rooms: standing.map((corners, i) => corners && places.slice(starts[i]!, starts[i]! + corners.length)),
    jambs: jambs.map((begin) =>
      begin === undefined ? undefined : (places.slice(begin, begin + 4) as unknown as Jambs)
    ),
    closing,
    fits: {
      rooms: rooms.map((_, i) => fitOf('rooms', i)),
      doorways: doorways.map((_, i) => fitOf('doorways', i)),
      outside: outside.map((_, i) => fitOf('outside', i)[0])
    },
    worst: worstOf(measured, spare).map((i) => all.of[i]!),
    scatter: standing.map((corners, i) =>
      corners ? scatter.slice(starts[i]!, starts[i]! + corners.length) : []
    )
  };
}

/** Places as they were adjusted, the first room's first corner and the way of its first side where they were. */
function laidBack(places: readonly Point[], start: number, corners: readonly Point[]): Point[] {
  const [p, q] = [places[start]!, places[start + 1]!];
  const turn = angleOf(subtract(corners[1]!, corners[0]!)) - angleOf(subtract(q, p));
  return places.map((one) => add(corners[0]!, rotate(subtract(one, p), turn)));
}

/** How thick the wall is between two sides that face each other: least and most, across where they lie beside each other. */
export function thicknessBetween(
  [a, b]: readonly [Point, Point],
  [c, d]: readonly [Point, Point]
): readonly [number, number] | undefined {
  const way = unit(subtract(b, a));
  const far = distance(a, b);
  const [s, t] = [c, d].map((p) => {
    const by = subtract(p, a);
    return { on: by.x * way.x + by.y * way.y, off: cross(way, by) };
  }) as [{ on: number; off: number }, { on: number; off: number }];
  const [low, high] = [Math.max(0, Math.min(s.on, t.on)), Math.min(far, Math.max(s.on, t.on))];
  if (high - low < 1e-6) return undefined;
  const at = (on: number) => Math.abs(s.off + ((on - s.on) / (t.on - s.on)) * (t.off - s.off));
  const [one, other] = [at(low), at(high)];
  return [Math.min(one, other), Math.max(one, other)];
}
