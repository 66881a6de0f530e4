/**
 * Window units that leave the plane of their wall: a corner pair, whose lights go on in the wall that meets it, and a bay,
 * which stands in front of it. Both are flat units side by side, with a post in each bend.
 *
 *      corner pair, from above                 bay, from above, the outside on top
 *      M-----------------  outer face                 M1______________M2
 *      | post | frame ===                            /  |front       |  \      depth: of the front off the outer face
 *      |------I----------  inner face of frames  side/   P1          P2   \side splay: how far a side comes in
 *      | fra  |                                   ___P0                 P3___  outer face of the wall
 *
 * Frames stand outside the line of their inner faces, which bends at I, P1 and P2; at a corner that comes inwards, inside.
 * Cost: linear in the pieces. Source: own.
 */
import {
  add,
  along,
  angleOf,
  dot,
  fromAngle,
  leftOf,
  length,
  locate,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { ringArea, type Ring } from '../../geometry/ring';
import type { PartRole } from '../../kernels/solids/part';
import { prism, type Piece } from './parts';
import { plainWindow } from './plain';
import { placeAfter, type Turn } from './turns';
import { frameDepth, widthRound, type Hole, type Round } from './unit';
import type { CatalogueEntry, LightWay } from './record';

/** A flat part of a unit, in coordinates of its own, and how these lie in those of the wall; null: as they are. */
export interface Plane {
  readonly entry: CatalogueEntry;
  readonly hole: Hole;
  readonly turn: Turn | null;
}

export interface Unit {
  readonly planes: readonly Plane[];
  /** In the bends. */
  readonly posts: readonly Piece[];
  /** Of a bay the ring of its boards in front of the wall, of a corner how its walls meet. */
  readonly rim?: Ring;
  readonly bend?: Bend;
  /** Lines that it shows from above, of t and y. */
  readonly outline: readonly (readonly Point[])[];
}

/** A part of a unit by itself: lights in a frame, with nothing beside them, as in a plain window. */
const flat = (entry: CatalogueEntry): CatalogueEntry => {
  const { reveal, casing, ledge, bay, corner } = plainWindow;
  return { ...entry, reveal, casing, ledge, bay, corner };
};

/** The unit where it leaves the plane of its wall; undefined where it does not, or has no room for it. */
export function unitOf(entry: CatalogueEntry, hole: Hole): Unit | undefined {
  if (entry.form !== 'casement') return undefined;
  if (entry.bay.depth > 0) return bayOf(entry, hole);
  return widthRound(entry) > 0 && hole.round ? cornerOf(entry, hole, hole.round) : undefined;
}

/** The flat parts of a unit: itself where it stays in the plane of its wall. */
export const planesOf = (entry: CatalogueEntry, hole: Hole): readonly Plane[] =>
  unitOf(entry, hole)?.planes ?? [{ entry, hole, turn: null }];

/** Narrower than this no part is made, mm. */
const leastPlane = 100;
/** A frame of a bay that is said to be as deep as the wall, mm. */
const bayFrame = 70;

function bayOf(entry: CatalogueEntry, hole: Hole): Unit | undefined {
  const { t0, t1, y0, y1, out } = hole;
  const wide = t1 - t0;
  const { depth, sides } = entry.bay;
  const splay = Math.min(entry.bay.splay, (wide - leastPlane) / 2);
  const boards = Math.min(entry.bay.boards, (hole.z1 - hole.z0) / 6);
  if (splay < 0 || depth < leastPlane) return undefined;
  const thick = entry.frame.depth ?? bayFrame;
  const [inner, outer] = out > 0 ? [y0, y1] : [y1, y0];
  const front = outer + out * depth;
  const corners: Point[] = [
    { x: t0, y: outer },
    { x: t0 + splay, y: front },
    { x: t1 - splay, y: front },
    { x: t1, y: outer }
  ];
  const [z0, z1] = [hole.z0 + boards, hole.z1 - boards];
  const normals = corners.slice(1).map((q, k) => scale(leftOf(unit(subtract(q, corners[k]!))), out));
  const planes = corners.slice(1).map((q, k): Plane => {
    const p = corners[k]!;
    const way = subtract(q, p);
    // Seen from inside, the side at t0 is on the left where the outside lies to the left of the wall.
    const isLeft = (k === 0) === out > 0;
    const side: LightWay = sides === 'hung' ? (isLeft ? 'left' : 'right') : sides;
    const own = {
      ...flat(entry),
      ...(k !== 1 && { lights: [side], rows: 1 }),
      frame: { ...entry.frame, depth: thick, recess: 0 }
    };
    const deep: [number, number] = out > 0 ? [0, thick] : [-thick, 0];
    return {
      entry: own,
      hole: { ...hole, t0: 0, t1: length(way), z0, z1, y0: deep[0], y1: deep[1], core: deep },
      turn: { about: 'upright', t: 0, y: 0, z: 0, angle: angleOf(way), by: [p.x, p.y, 0] }
    };
  });
  const off = (p: Point, n: Point): Point => along(p, n, thick);
  const miters = [1, 2].map((k) => mitre(corners[k]!, normals[k - 1]!, normals[k]!, thick));
  const posts = miters.flatMap((m, k) =>
    ringed(
      'frame',
      [corners[k + 1]!, off(corners[k + 1]!, normals[k]!), m, off(corners[k + 1]!, normals[k + 1]!)],
      z0,
      z1
    )
  );
  const rim = [
    corners[0]!,
    off(corners[0]!, normals[0]!),
    ...miters,
    off(corners[3]!, normals[2]!),
    corners[3]!
  ];
  return {
    planes,
    posts,
    rim,
    outline: [
      [
        { x: t0, y: inner },
        { x: t1, y: inner }
      ],
      rim
    ]
  };
}

/** Where the outer lines of two frames meet that stand along a bend. */
const mitre = (p: Point, n: Point, m: Point, thick: number): Point =>
  along(p, add(n, m), thick / (1 + dot(n, m)));

/** A prism over a ring, whichever way round that is; none over one of no area. */
export function ringed(role: PartRole, ring: Ring, z0: number, z1: number): Piece[] {
  const area = ringArea(ring);
  return Math.abs(area) < 1 || z1 - z0 <= 0
    ? []
    : [prism(role, area > 0 ? ring : [...ring].reverse(), z0, z1)];
}

interface Side {
  readonly jamb: number;
  readonly away: 1 | -1;
  readonly place: (t: number, y: number) => Point;
}

/** Two walls at a corner: lines of theirs that lie alike, and places where these meet. */
export class Bend {
  readonly way: Point;

  constructor(
    private readonly hole: Hole,
    readonly round: Round
  ) {
    this.way = fromAngle(round.turn.angle);
  }

  /** A place of the other wall, in coordinates of the own. */
  there(t: number, y: number): Point {
    const [x, up] = placeAfter([t, y, 0], [this.round.turn]);
    return { x, y: up };
  }

  /** Where a line along the own wall meets one along the other; undefined where they run alike. */
  meet(y: number, other: number): Point | undefined {
    return meetLines({ x: 0, y }, { x: 1, y: 0 }, this.there(0, other), this.way);
  }

  /** Of the own wall, and of the other: its jamb, which way along it leads into the opening, and its places. */
  get sides(): readonly [Side, Side] {
    const { hole, round } = this;
    const side = (of: Hole, isAtEnd: boolean, place: Side['place']): Side => ({
      ...{ jamb: isAtEnd ? of.t0 : of.t1, away: isAtEnd ? 1 : -1, place }
    });
    return [
      side(hole, round.isAtOwnEnd, (x, y) => ({ x, y })),
      side(round.hole, round.isAtEnd, (t, y) => this.there(t, y))
    ];
  }

  /** Whether lines along both walls that bound a strip meet beyond the jambs. */
  fits(own: readonly [number, number], its: readonly [number, number]): boolean {
    const [mine, theirs] = this.sides;
    // In both orders: strips and faces pair those that lie alike.
    return [0, 1].every((k) =>
      [0, 1].every((l) => {
        const met = this.meet(own[k]!, its[l]!);
        if (!met) return false;
        const { t } = locate(met, this.there(0, 0), this.way);
        return mine.away * (met.x - mine.jamb) >= 0 && theirs.away * (t - theirs.jamb) >= 0;
      })
    );
  }

  /** Which of two lines across a wall lies farther out. */
  outer(of: Hole, [a, b]: readonly [number, number]): readonly [inner: number, outer: number] {
    return of.out > 0 ? [a, b] : [b, a];
  }

  /** Whether the outside lies on the far side of the corner, as at the corner of a house. */
  get comesOut(): boolean {
    const { hole, round } = this;
    const away = round.isAtEnd ? -1 : 1;
    return this.way.y * away * hole.out < 0;
  }
}

function cornerOf(entry: CatalogueEntry, hole: Hole, round: Round): Unit | undefined {
  const bend = new Bend(hole, round);
  const other = round.hole;
  const own = frameDepth(entry, hole);
  const its = frameDepth(entry, other);
  const pick = bend.comesOut ? 0 : 1;
  const [a, b] = [bend.outer(hole, own), bend.outer(other, its)];
  const pivot = bend.meet(a[pick], b[pick]);
  const tip = bend.meet(a[1 - pick]!, b[1 - pick]!);
  if (!pivot || !tip) return undefined;
  const met = locate(pivot, bend.there(0, 0), bend.way);
  const span = (of: Hole, at: number, isAtEnd: boolean) =>
    isAtEnd ? { t0: of.t0, t1: at } : { t0: at, t1: of.t1 };
  const [mine, theirs] = [span(hole, pivot.x, round.isAtOwnEnd), span(other, met.t, round.isAtEnd)];
  if (mine.t1 - mine.t0 < leastPlane || theirs.t1 - theirs.t0 < leastPlane) return undefined;
  // Too near a corner of thick walls there is no room to turn round in.
  if (!bend.fits([hole.y0, hole.y1], [other.y0, other.y1])) return undefined;
  const inWall = flat(entry);
  return {
    planes: [
      { entry: inWall, hole: { ...hole, ...mine }, turn: null },
      { entry: { ...inWall, lights: entry.corner.lights }, hole: { ...other, ...theirs }, turn: round.turn }
    ],
    posts: ringed(
      'frame',
      [pivot, { x: pivot.x, y: a[1 - pick]! }, tip, bend.there(met.t, b[1 - pick]!)],
      hole.z0,
      hole.z1
    ),
    bend,
    outline: [0, 1].flatMap((k) => {
      const [p, q] = [bend.outer(hole, [hole.y0, hole.y1])[k]!, bend.outer(other, [other.y0, other.y1])[k]!];
      const met = bend.meet(p, q);
      const [near, far] = bend.sides;
      return met ? [[near.place(near.jamb, p), met, far.place(far.jamb, q)]] : [];
    })
  };
}
