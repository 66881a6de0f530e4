/**
 * A door set or window unit in an opening, as pieces: boxes and rings of bars whose faces run along the wall, across it and
 * level. All are computed from dimensions, so that any size is undistorted; no two take the same room.
 *
 *      casing +------------------+        seen from a side            seen from above, the outside on top
 *             |  frame +------+  |                                    ___casing            casing___
 *             |  |  +--+--+  |   |        t along the wall            |wall |frame  leaf  frame| wall|
 *             |  |  |leaf |  |   |        z up from the datum         |_____|__________________|_____|
 *
 * In an opening too small for its entry, frames and stiles give way to a quarter of it: nothing turns inside out.
 * Cost: linear in the pieces. Source: own.
 */
import type { PartRole } from '../../kernels/solids/part';
import type { CatalogueEntry, LightWay } from './record';

/** Between two places along the wall, two heights and two distances across. */
export interface Block {
  readonly t0: number;
  readonly t1: number;
  readonly z0: number;
  readonly z1: number;
  readonly y0: number;
  readonly y1: number;
}

/** `ring`: bars so wide round the block's border, inwards; `arch`: without the one at the foot. */
export interface Piece extends Block {
  readonly role: PartRole;
  readonly shape: 'box' | 'ring' | 'arch';
  readonly bar: number;
}

/** The hole that is filled, from face to face of its wall, and how. */
export interface Hole extends Block {
  /** The structure of the wall, and on which side of y 0 its outside lies. */
  readonly core: readonly [number, number];
  readonly out: 1 | -1;
  /** To which side a leaf opens, 1 to the left of the wall; and whether it hangs on the jamb at t0. */
  readonly opens: 1 | -1;
  readonly hungLow: boolean;
}

/** A leaf, sash or light as it stands when it is shut, and how it opens. */
export interface Leaf extends Block {
  readonly way: LightWay | 'slides' | 'folds' | 'rises';
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
const barOf = ({ frame }: CatalogueEntry, { t0, t1, z0, z1 }: Hole) =>
  Math.min(frame.width, (t1 - t0) / 4, (z1 - z0) / 4);

/** What the frame leaves free. */
function within(entry: CatalogueEntry, hole: Hole): Block {
  const bar = barOf(entry, hole);
  const [y0, y1] = frameDepth(entry, hole);
  const foot = entry.filling === 'window' ? bar : Math.min(entry.threshold, (hole.z1 - hole.z0) / 4);
  return { t0: hole.t0 + bar, t1: hole.t1 - bar, z0: hole.z0 + foot, z1: hole.z1 - bar, y0, y1 };
}

/** So much of a sliding leaf lies behind the next; of a sash likewise, its meeting rail. */
const overlap = (entry: CatalogueEntry, room: number) => Math.min(entry.leaf.stile, room / 4);

/** Leaves and lights, from t0 on; those of a pair from the jamb that it is hung on. */
export function leavesOf(entry: CatalogueEntry, hole: Hole): Leaf[] {
  const inner = within(entry, hole);
  const { t0, t1, z0, z1 } = inner;
  const wide = t1 - t0;
  const thick = Math.min(entry.leaf.thickness, inner.y1 - inner.y0);
  const middle = (inner.y0 + inner.y1) / 2;
  const at = (y0: number) => ({ y0, y1: y0 + thick });
  const centred = at(middle - thick / 2);
  // A leaf stands at the face that it opens to.
  const faced = at(hole.opens > 0 ? inner.y1 - thick : inner.y0);
  const track = (k: number) => {
    const thin = Math.min(thick, (inner.y1 - inner.y0) / 2);
    return { y0: middle - (k % 2) * thin, y1: middle - (k % 2) * thin + thin };
  };
  const hung = (from: number, to: number, low: boolean, way: Leaf['way']): Leaf => ({
    ...{ ...inner, ...faced, t0: from, t1: to, way },
    ...(low ? { hinge: from, latch: to } : { hinge: to, latch: from })
  });
  switch (entry.form) {
    case 'hinged':
      return [hung(t0, t1, hole.hungLow, hole.hungLow ? 'left' : 'right')];
    case 'pair': {
      const first = wide * (hole.hungLow ? entry.share : 1 - entry.share);
      return [hung(t0, t0 + first, true, 'left'), hung(t0 + first, t1, false, 'right')];
    }
    case 'folding':
      return stretches(t0, t1, entry.leaves).map(([from, to], k) => hung(from, to, k % 2 === 0, 'folds'));
    case 'garage':
      return [{ ...inner, ...faced, way: 'rises', hinge: t0, latch: t1 }];
    case 'sliding': {
      const over = entry.leaves > 1 ? overlap(entry, wide / entry.leaves) : 0;
      const each = (wide + over * (entry.leaves - 1)) / entry.leaves;
      return Array.from({ length: entry.leaves }, (_, k): Leaf => {
        const from = t0 + k * (each - over);
        return {
          ...inner,
          ...track(k),
          t0: from,
          t1: from + each,
          way: 'slides',
          hinge: from,
          latch: from + each
        };
      });
    }
    case 'sash': {
      const meeting = overlap(entry, z1 - z0);
      const middleZ = (z0 + z1) / 2;
      // The upper one runs in the outer track.
      const upper = track(hole.out > 0 ? 0 : 1);
      const lower = track(hole.out > 0 ? 1 : 0);
      return [
        { ...inner, ...lower, z1: middleZ + meeting / 2, way: 'slides', hinge: t0, latch: t1 },
        { ...inner, ...upper, z0: middleZ - meeting / 2, way: 'slides', hinge: t0, latch: t1 }
      ];
    }
    case 'casement': {
      const { lights } = entry;
      const post = lights.length > 1 ? Math.min(barOf(entry, hole), wide / lights.length / 4) : 0;
      const each = (wide - post * (lights.length - 1)) / lights.length;
      // Seen from inside, what lies along the wall to the left stands to the left where the outside lies to its right.
      const isTurned = hole.out < 0;
      return lights.map((_, k): Leaf => {
        const way = lights[isTurned ? lights.length - 1 - k : k]!;
        const from = t0 + k * (each + post);
        const low = (way === 'left') !== isTurned;
        const ends = low ? { hinge: from, latch: from + each } : { hinge: from + each, latch: from };
        return { ...inner, ...centred, t0: from, t1: from + each, way, ...ends };
      });
    }
  }
}

const stretches = (from: number, to: number, count: number): [number, number][] =>
  Array.from({ length: count }, (_, k) => [
    from + ((to - from) * k) / count,
    from + ((to - from) * (k + 1)) / count
  ]);

/** All pieces of an entry in a hole. */
export function piecesOf(entry: CatalogueEntry, hole: Hole): Piece[] {
  const bar = barOf(entry, hole);
  const [y0, y1] = frameDepth(entry, hole);
  const { t0, t1, z0, z1 } = hole;
  const inner = within(entry, hole);
  const isWindow = entry.filling === 'window';
  const leaves = leavesOf(entry, hole);
  const frame: Piece = {
    ...{ t0, t1, z0, z1, y0, y1, bar },
    ...(isWindow ? { role: 'frame', shape: 'ring' } : { role: 'lining', shape: 'arch' })
  };
  const posts = leaves.slice(1).flatMap((leaf, k): Piece[] => {
    const before = leaves[k]!;
    return entry.form === 'casement' && leaf.t0 > before.t1
      ? [box('frame', { ...inner, t0: before.t1, t1: leaf.t0 })]
      : [];
  });
  return [
    frame,
    ...posts,
    ...(inner.z0 > z0 && !isWindow ? [box('threshold', { ...inner, z0, z1: inner.z0 })] : []),
    ...leaves.flatMap((leaf) => leafPieces(entry, leaf)),
    ...ledgesOf(entry, hole),
    ...casings(entry, hole)
  ];
}

const box = (role: PartRole, block: Block): Piece => ({ ...blockOf(block), role, shape: 'box', bar: 0 });
const blockOf = ({ t0, t1, z0, z1, y0, y1 }: Block): Block => ({ t0, t1, z0, z1, y0, y1 });

/** A groove between boards and sections, mm. */
const groove = 6;

function leafPieces(entry: CatalogueEntry, leaf: Leaf): Piece[] {
  const { style, panels, glazed } = entry.leaf;
  if (leaf.way === 'fixed') return panes(entry, leaf);
  if (entry.form === 'garage') return grooved(leaf, entry.leaves, 'level');
  if (entry.filling === 'door' && style === 'flush') return [box('leaf', leaf)];
  if (entry.filling === 'door' && style === 'boarded')
    return grooved(leaf, Math.max(1, Math.round((leaf.t1 - leaf.t0) / 120)), 'upright');
  const stile = Math.min(entry.leaf.stile, (leaf.t1 - leaf.t0) / 4, (leaf.z1 - leaf.z0) / 4);
  const inner = {
    ...{ t0: leaf.t0 + stile, t1: leaf.t1 - stile, z0: leaf.z0 + stile, z1: leaf.z1 - stile },
    ...{ y0: leaf.y0, y1: leaf.y1 }
  };
  const role = entry.filling === 'window' ? 'sash' : 'leaf';
  const around: Piece = { ...blockOf(leaf), role, shape: 'ring', bar: stile };
  const share = entry.filling === 'window' ? 1 : style === 'glazed' ? glazed : 0;
  const split = inner.z0 + (inner.z1 - inner.z0) * (1 - share);
  const solid = { ...inner, z1: split - stile / 2 };
  const glass = { ...inner, z0: split + stile / 2 };
  // What would be lower than the rail between them is left out.
  if (share >= 1 || (share > 0 && solid.z1 - solid.z0 < stile)) return [around, ...panes(entry, inner)];
  if (share <= 0 || glass.z1 - glass.z0 < stile) return [around, ...fields(inner, panels, stile)];
  const rail = box('leaf', { ...inner, z0: solid.z1, z1: glass.z0 });
  return [around, ...fields(solid, panels, stile), rail, ...panes(entry, glass)];
}

/** Panels half as thick as the leaf, one above the other with rails between. */
function fields(block: Block, count: number, rail: number): Piece[] {
  const high = block.z1 - block.z0;
  const between = Math.min(rail, high / count / 2);
  const each = (high - between * (count - 1)) / count;
  const thin = (block.y1 - block.y0) / 4;
  return Array.from({ length: count }, (_, k) => block.z0 + k * (each + between)).flatMap((from, k) => [
    box('leaf', { ...block, z0: from, z1: from + each, y0: block.y0 + thin, y1: block.y1 - thin }),
    ...(k + 1 < count ? [box('leaf', { ...block, z0: from + each, z1: from + each + between })] : [])
  ]);
}

/** A back, and boards or sections with grooves between on either side of it. */
function grooved(block: Block, count: number, way: 'upright' | 'level'): Piece[] {
  const skin = (block.y1 - block.y0) / 4;
  const [from, to] = way === 'upright' ? [block.t0, block.t1] : [block.z0, block.z1];
  const gap = Math.min(groove, (to - from) / count / 4);
  const boards = stretches(from, to, count).map(([a, b], k) => [
    k === 0 ? a : a + gap / 2,
    k + 1 === count ? b : b - gap / 2
  ]);
  const sides = [
    [block.y0, block.y0 + skin],
    [block.y1 - skin, block.y1]
  ];
  return [
    box('leaf', { ...block, y0: block.y0 + skin, y1: block.y1 - skin }),
    ...sides.flatMap(([y0, y1]) =>
      boards.map(([a, b]) =>
        box('leaf', {
          ...block,
          ...(way === 'upright' ? { t0: a!, t1: b! } : { z0: a!, z1: b! }),
          ...{ y0: y0!, y1: y1! }
        })
      )
    )
  ];
}

/** Width of a glazing bar, mm. */
const glazingBar = 22;

/** Glass in the middle of what holds it, divided by bars. */
function panes({ glass, bars }: CatalogueEntry, block: Block): Piece[] {
  const middle = (block.y0 + block.y1) / 2;
  const half = Math.min(glass, block.y1 - block.y0) / 2;
  const deep = { y0: middle - half, y1: middle + half };
  const wide = Math.min(glazingBar, (block.t1 - block.t0) / (bars.upright + 1) / 3);
  const high = Math.min(glazingBar, (block.z1 - block.z0) / (bars.level + 1) / 3);
  const across = divided(block.t0, block.t1, bars.upright, wide);
  const up = divided(block.z0, block.z1, bars.level, high);
  return [
    ...across.slice(1).map(([from], k) => box('bar', { ...block, t0: across[k]![1], t1: from })),
    ...across.flatMap(([t0, t1]) => [
      ...up.map(([z0, z1]) => box('glass', { t0, t1, z0, z1, ...deep })),
      ...up.slice(1).map(([from], k) => box('bar', { ...block, t0, t1, z0: up[k]![1], z1: from }))
    ])
  ];
}

/** What bars so thick leave of a stretch. */
function divided(from: number, to: number, bars: number, thick: number): [number, number][] {
  const each = (to - from - bars * thick) / (bars + 1);
  return Array.from({ length: bars + 1 }, (_, k) => [
    from + k * (each + thick),
    from + k * (each + thick) + each
  ]);
}

/** Boards from the frame to past the faces of the wall. */
export function ledgesOf(entry: CatalogueEntry, hole: Hole): Piece[] {
  const [f0, f1] = frameDepth(entry, hole);
  const { t0, t1, z0, z1, y0, y1, out } = hole;
  return (['outside', 'inside'] as const).flatMap((side): Piece[] => {
    const { past, thickness } = entry.ledge[side];
    const isHigh = (side === 'outside') === out > 0;
    const deep = isHigh ? { y0: f1, y1: y1 + past } : { y0: y0 - past, y1: f0 };
    const thick = Math.min(thickness, (z1 - z0) / 4);
    return thick > 0 && deep.y1 - deep.y0 > 0 ? [box('ledge', { t0, t1, z0, z1: z0 + thick, ...deep })] : [];
  });
}

/** Strips on both faces of the wall, round the jambs and the head. */
function casings({ casing }: CatalogueEntry, { t0, t1, z0, z1, y0, y1, out }: Hole): Piece[] {
  return (['outside', 'inside'] as const).flatMap((side): Piece[] => {
    const { width, thickness } = casing[side];
    if (width <= 0 || thickness <= 0) return [];
    const isHigh = (side === 'outside') === out > 0;
    const deep = isHigh ? { y0: y1, y1: y1 + thickness } : { y0: y0 - thickness, y1: y0 };
    const around = { t0: t0 - width, t1: t1 + width, z0, z1: z1 + width };
    return [{ ...around, ...deep, role: 'casing', shape: 'arch', bar: width }];
  });
}

/** How wide one can go through: the widest way that its leaves leave when they are open; 0 where none opens. */
export function clearWidthOf(entry: CatalogueEntry, hole: Hole): number {
  const { t0, t1 } = within(entry, hole);
  const leaves = leavesOf(entry, hole);
  const wide = t1 - t0;
  switch (entry.form) {
    case 'hinged':
    case 'pair':
    case 'folding':
      // A leaf at a right angle stands in the way by its thickness.
      return wide - leaves.reduce((sum, leaf) => sum + leaf.y1 - leaf.y0, 0);
    case 'garage':
    case 'sash':
      return wide;
    case 'sliding':
      return leaves.length > 1 ? wide - (leaves[0]!.t1 - leaves[0]!.t0) : 0;
    case 'casement':
      return Math.max(0, ...leaves.filter(({ way }) => way !== 'fixed').map((leaf) => leaf.t1 - leaf.t0));
  }
}
