/**
 * A door set or window unit in an opening: where its frame, its leaves and the fixed glass round them lie. All is computed
 * from dimensions, so that any size is undistorted.
 *
 *      casing +------------------+        seen from a side            seen from above, the outside on top
 *             |  frame +------+  |                                    ___casing            casing___
 *             |  |  +--+--+  |   |        t along the wall            |wall |frame  leaf  frame| wall|
 *             |  |  |leaf |  |   |        z up from the datum         |_____|__________________|_____|
 *
 * In an opening too small for its entry, frames and stiles give way to a quarter of it: nothing turns inside out.
 * Cost: linear in the pieces. Source: own.
 */
import type { CatalogueEntry, LightWay } from './record';
import type { Turn } from './turns';

/** Between two places along the wall, two heights and two distances across. */
export interface Block {
  readonly t0: number;
  readonly t1: number;
  readonly z0: number;
  readonly z1: number;
  readonly y0: number;
  readonly y1: number;
}

/** The hole that is filled, from face to face of its wall, and how. */
export interface Hole extends Block {
  /** The structure of the wall, and on which side of y 0 its outside lies. */
  readonly core: readonly [number, number];
  readonly out: 1 | -1;
  /** To which side a leaf opens, 1 to the left of the wall; and whether it hangs on the jamb at t0. */
  readonly opens: 1 | -1;
  readonly hungLow: boolean;
  /** The wall that it goes on in where it goes round a corner. */
  readonly round?: Round | undefined;
}

/** The hole in the wall round a corner, in coordinates of that wall, and how these lie in those of the own. */
export interface Round {
  readonly hole: Hole;
  readonly turn: Turn;
  /** Whether the corner is where the own wall ends, and the other. */
  readonly isAtOwnEnd: boolean;
  readonly isAtEnd: boolean;
}

/** A leaf, sash or light as it stands when it is shut, and how it opens. */
export interface Leaf extends Block {
  readonly way: LightWay | 'pivots' | 'slides' | 'folds' | 'rises';
  /** Where it hangs and where it shuts, along the wall: of those hung on a side. */
  readonly hinge: number;
  readonly latch: number;
}

/** From where to where the frame lies across the wall. */
export function frameDepth({ frame }: CatalogueEntry, { y0, y1, core, out }: Hole): [number, number] {
  const depth = Math.min(frame.depth ?? y1 - y0, y1 - y0);
  if (frame.depth === null) return [y0, y1];
  const middle = (core[0] + core[1]) / 2;
  const wanted =
    frame.recess === null ? middle - depth / 2 : out > 0 ? y1 - frame.recess - depth : y0 + frame.recess;
  // A thin wall keeps it within its faces.
  const low = Math.min(Math.max(wanted, y0), y1 - depth);
  return [low, low + depth];
}

/** How wide the bars of the frame are in a hole. */
export const barOf = ({ frame }: CatalogueEntry, { t0, t1, z0, z1 }: Hole) =>
  Math.min(frame.width, (t1 - t0) / 4, (z1 - z0) / 4);

/** Whether its frame has a bar at the foot. */
export const isFramedRound = ({ filling, form }: CatalogueEntry) => filling === 'window' || form === 'hatch';

/** What the frame leaves free. */
export function within(entry: CatalogueEntry, hole: Hole): Block {
  const bar = barOf(entry, hole);
  const [y0, y1] = frameDepth(entry, hole);
  const isRound = isFramedRound(entry);
  const foot = isRound ? bar : Math.min(entry.threshold, (hole.z1 - hole.z0) / 4);
  return { t0: hole.t0 + bar, t1: hole.t1 - bar, z0: hole.z0 + foot, z1: hole.z1 - bar, y0, y1 };
}

/** So much of a sliding leaf lies behind the next; of a sash likewise, its meeting rail. */
const overlap = (entry: CatalogueEntry, room: number) => Math.min(entry.leaf.stile, room / 4);

/** What stands round the leaves of a door: fixed glass beside and above them, and the posts and the rail between. */
export interface Surround {
  readonly panes: readonly Block[];
  readonly posts: readonly Block[];
  /** What is left for the leaves. */
  readonly room: Block;
}

export const hasSurround = ({ filling, form }: CatalogueEntry) =>
  filling === 'door' && !['pocket', 'barn', 'garage', 'hatch'].includes(form);

/** Leaves keep at least four tenths of what the frame leaves free. */
const mostBeside = 0.6;

export function surroundOf(entry: CatalogueEntry, hole: Hole): Surround {
  const inner = within(entry, hole);
  const { left, right, above } = entry.beside;
  if (!hasSurround(entry) || left + right + above <= 0) return { panes: [], posts: [], room: inner };
  const bar = barOf(entry, hole);
  const [wide, high] = [inner.t1 - inner.t0, inner.z1 - inner.z0];
  // Seen from inside, what lies along the wall stands to the right where the outside lies to its left.
  const sides = hole.out > 0 ? [left, right] : [right, left];
  const taken = sides.map((side) => (side > 0 ? side + bar : 0));
  const fit = Math.min(1, (wide * mostBeside) / Math.max(1, taken[0]! + taken[1]!));
  const post = (side: number) => (side > 0 ? bar * fit : 0);
  const up = above > 0 ? Math.min(above + bar, high * mostBeside) : 0;
  const rail = above > 0 ? Math.min(bar, up / 2) : 0;
  const room = {
    ...inner,
    t0: inner.t0 + taken[0]! * fit,
    t1: inner.t1 - taken[1]! * fit,
    z1: inner.z1 - up
  };
  const [p0, p1] = [post(sides[0]!), post(sides[1]!)];
  const blocks = [
    { block: { ...room, t0: inner.t0, t1: room.t0 - p0 }, isPane: sides[0]! > 0 },
    { block: { ...room, t0: room.t0 - p0, t1: room.t0 }, isPane: false },
    { block: { ...room, t0: room.t1, t1: room.t1 + p1 }, isPane: false },
    { block: { ...room, t0: room.t1 + p1, t1: inner.t1 }, isPane: sides[1]! > 0 },
    { block: { ...inner, z0: room.z1, z1: room.z1 + rail }, isPane: false },
    { block: { ...inner, z0: room.z1 + rail }, isPane: above > 0 }
  ].filter(({ block }) => block.t1 - block.t0 > least && block.z1 - block.z0 > least);
  const those = (isPane: boolean) => blocks.filter((one) => one.isPane === isPane).map(({ block }) => block);
  return { panes: those(true), posts: those(false), room };
}

/** How wide a window goes on in the wall round a corner, mm; 0 where it does not. */
export const widthRound = ({ form, bay, corner }: CatalogueEntry) =>
  form === 'casement' && bay.depth === 0 ? corner.width : 0;

/** Thinner than this, mm, nothing is made. */
const least = 1e-3;

/** Leaves and lights, from t0 on; those of a pair from the jamb that it is hung on. */
export function leavesOf(entry: CatalogueEntry, hole: Hole): Leaf[] {
  return new Leaves(entry, hole).all();
}

class Leaves {
  private readonly room: Block;
  private readonly thick: number;
  private readonly middle: number;

  constructor(
    private readonly entry: CatalogueEntry,
    private readonly hole: Hole
  ) {
    this.room = surroundOf(entry, hole).room;
    this.thick = Math.min(entry.leaf.thickness, this.room.y1 - this.room.y0);
    this.middle = (this.room.y0 + this.room.y1) / 2;
  }

  all(): Leaf[] {
    const { entry, hole, room } = this;
    const { t0, t1 } = room;
    const wide = t1 - t0;
    switch (entry.form) {
      case 'hinged':
      case 'hatch':
        return [this.hung(t0, t1, hole.hungLow, hole.hungLow ? 'left' : 'right')];
      case 'pair': {
        const first = wide * (hole.hungLow ? entry.share : 1 - entry.share);
        return [this.hung(t0, t0 + first, true, 'left'), this.hung(t0 + first, t1, false, 'right')];
      }
      case 'pivot': {
        const leaf = this.hung(t0, t1, hole.hungLow, 'pivots');
        const inset = Math.min(pivotIn, wide / 6);
        return [{ ...leaf, hinge: leaf.hinge + Math.sign(leaf.latch - leaf.hinge) * inset }];
      }
      case 'folding':
        return stretches(t0, t1, entry.leaves).map(([from, to], k) =>
          this.hung(from, to, k % 2 === 0, 'folds')
        );
      case 'garage':
        return [this.leaf(this.faced(), t0, t1, 'rises')];
      case 'sliding':
        return this.sliding();
      case 'pocket':
        return [
          this.leaf(this.centred(), ...(hole.hungLow ? ([t0, t1] as const) : ([t1, t0] as const)), 'slides')
        ];
      case 'barn':
        return [this.barn()];
      case 'sash':
        return this.sashes();
      case 'louvre':
        return [{ ...room, ...this.centred(), way: 'fixed', hinge: t0, latch: t1 }];
      case 'casement':
        return this.lights();
    }
  }

  private at(y0: number) {
    return { y0, y1: y0 + this.thick };
  }

  private centred() {
    return this.at(this.middle - this.thick / 2);
  }

  /** A leaf stands at the face that it opens to. */
  private faced() {
    return this.at(this.hole.opens > 0 ? this.room.y1 - this.thick : this.room.y0);
  }

  private track(k: number) {
    const thin = Math.min(this.thick, (this.room.y1 - this.room.y0) / 2);
    return { y0: this.middle - (k % 2) * thin, y1: this.middle - (k % 2) * thin + thin };
  }

  private leaf(deep: { y0: number; y1: number }, hinge: number, latch: number, way: Leaf['way']): Leaf {
    const ends = { t0: Math.min(hinge, latch), t1: Math.max(hinge, latch) };
    return { ...this.room, ...deep, ...ends, hinge, latch, way };
  }

  private hung(from: number, to: number, low: boolean, way: Leaf['way']): Leaf {
    return this.leaf(this.faced(), low ? from : to, low ? to : from, way);
  }

  private sliding(): Leaf[] {
    const { entry, room } = this;
    const wide = room.t1 - room.t0;
    const over = entry.leaves > 1 ? overlap(entry, wide / entry.leaves) : 0;
    const each = (wide + over * (entry.leaves - 1)) / entry.leaves;
    return Array.from({ length: entry.leaves }, (_, k) => {
      const from = room.t0 + k * (each - over);
      return this.leaf(this.track(k), from, from + each, 'slides');
    });
  }

  /** In front of the wall on the side that it opens to, clear of the casing there, past the hole on all sides but the foot. */
  private barn(): Leaf {
    const { entry, hole, thick } = this;
    const side = hole.opens === hole.out ? 'outside' : 'inside';
    const clear = barnGap + Math.max(entry.casing[side].thickness, entry.ledge[side].past);
    const y0 = hole.opens > 0 ? hole.y1 + clear : hole.y0 - clear - thick;
    const [low, high] = [hole.t0 - barnOver, hole.t1 + barnOver];
    const ends = hole.hungLow ? ([low, high] as const) : ([high, low] as const);
    return { ...this.leaf(this.at(y0), ...ends, 'slides'), z0: hole.z0 + barnGap, z1: hole.z1 + barnOver };
  }

  private sashes(): Leaf[] {
    const { entry, hole, room } = this;
    const { t0, t1, z0, z1 } = room;
    const meeting = overlap(entry, z1 - z0);
    const middle = (z0 + z1) / 2;
    // The upper one runs in the outer track.
    const [upper, lower] = hole.out > 0 ? [0, 1] : [1, 0];
    return [
      { ...this.leaf(this.track(lower), t0, t1, 'slides'), z1: middle + meeting / 2 },
      { ...this.leaf(this.track(upper), t0, t1, 'slides'), z0: middle - meeting / 2 }
    ];
  }

  private lights(): Leaf[] {
    const { entry, hole, room } = this;
    const { lights } = entry;
    const rows = Math.min(entry.rows, lights.length);
    const columns = Math.ceil(lights.length / rows);
    const bar = barOf(entry, hole);
    const across = stretched(room.t0, room.t1, columns, bar);
    const up = stretched(room.z0, room.z1, rows, bar).reverse();
    // Seen from inside, what lies along the wall to the left stands to the left where the outside lies to its right.
    const isTurned = hole.out < 0;
    return up.flatMap(([z0, z1], row) =>
      across.map(([t0, t1], k): Leaf => {
        const way = lights[row * columns + (isTurned ? columns - 1 - k : k)] ?? 'fixed';
        const isLeft = way === 'left' || way === 'tiltLeft';
        const isLow = isLeft !== isTurned;
        return { ...this.leaf(this.centred(), isLow ? t0 : t1, isLow ? t1 : t0, way), z0, z1 };
      })
    );
  }
}

/** A pivot stands in from the jamb by this at most, mm. */
const pivotIn = 150;
/** A leaf in front of the wall laps over the hole, and clears what is behind it, mm. */
const barnOver = 50;
const barnGap = 10;

/** What bars so thick leave of a stretch. */
export function divided(from: number, to: number, bars: number, thick: number): [number, number][] {
  const each = (to - from - bars * thick) / (bars + 1);
  return Array.from({ length: bars + 1 }, (_, k) => [
    from + k * (each + thick),
    from + k * (each + thick) + each
  ]);
}

/** Equal parts of a stretch with posts between, which give way where it is short. */
const stretched = (from: number, to: number, count: number, post: number) =>
  divided(from, to, count - 1, Math.min(post, (to - from) / count / 4));

export const stretches = (from: number, to: number, count: number): [number, number][] =>
  Array.from({ length: count }, (_, k) => [
    from + ((to - from) * k) / count,
    from + ((to - from) * (k + 1)) / count
  ]);
