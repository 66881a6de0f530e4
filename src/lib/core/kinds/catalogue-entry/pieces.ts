/**
 * A door set or window unit in an opening, as pieces: boxes and rings of bars whose faces run along the wall, across it and
 * level; what hangs on a leaf turns or slides with it. No two of a unit that is shut take the same room.
 *
 *      casing +------------------+        seen from a side            seen from above, the outside on top
 *             |  frame +------+  |                                    ___casing            casing___
 *             |  |  +--+--+  |   |        t along the wall            |wall |frame  leaf  frame| wall|
 *             |  |  |leaf |  |   |        z up from the datum         |_____|__________________|_____|
 *
 * In an opening too small for its entry, frames and stiles give way to a quarter of it: nothing turns inside out.
 * Cost: linear in the pieces. Source: own.
 */
import { box, blockOf, glazingBar, ledgeHeight, ledgesOf, thresholdOf, turnOf, type Piece } from './parts';
import { boardsOf, casingsOf } from './boards';
import { unitOf } from './planes';
import type { CatalogueEntry } from './record';
import {
  barOf,
  divided,
  frameDepth,
  isFramedRound,
  leavesOf,
  stretches,
  surroundOf,
  within,
  type Block,
  type Hole,
  type Leaf
} from './unit';

/** All pieces of an entry in a hole; its leaves open by `ajar`, radians. */
export function piecesOf(entry: CatalogueEntry, hole: Hole, ajar = 0): Piece[] {
  const unit = unitOf(entry, hole);
  if (!unit) return flatPieces(entry, hole, ajar);
  return [
    ...unit.planes.flatMap(({ entry: own, hole: its, turn }) =>
      flatPieces(own, its, ajar).map((piece) =>
        turn ? { ...piece, turns: [...(piece.turns ?? []), turn] } : piece
      )
    ),
    ...unit.posts,
    ...boardsOf(entry, hole, unit)
  ];
}

/** Of what lies in one plane. */
function flatPieces(entry: CatalogueEntry, hole: Hole, ajar: number): Piece[] {
  const bar = barOf(entry, hole);
  const [y0, y1] = frameDepth(entry, hole);
  const { t0, t1, z0, z1 } = hole;
  const inner = within(entry, hole);
  const leaves = leavesOf(entry, hole);
  const { panes: fixed, posts } = surroundOf(entry, hole);
  const frame: Piece = {
    ...{ t0, t1, z0, z1, y0, y1, bar, shape: isFramedRound(entry) ? 'ring' : 'arch' },
    role: entry.filling === 'window' ? 'frame' : 'lining'
  };
  return [
    frame,
    ...(entry.form === 'casement' ? mullions(leaves, inner) : []),
    ...posts.map((post) => box('lining', post)),
    ...fixed.flatMap((pane) => panes(entry, pane)),
    ...thresholdOf(entry, hole, inner, leaves),
    ...leaves.flatMap((leaf, k) => {
      const pieces = [
        ...leafPieces(entry, leaf),
        ...handleOf(entry, hole, leaf),
        ...dripOf(entry, hole, leaf)
      ];
      const turn = turnOf(entry, hole, leaves, k, ajar);
      return turn ? pieces.map((piece) => ({ ...piece, turns: [turn] })) : pieces;
    }),
    ...(entry.form === 'barn' ? [trackOf(leaves[0]!)] : []),
    ...ledgesOf(entry, hole),
    ...revealsOf(entry, hole, bar),
    ...casingsOf(entry, hole)
  ];
}

/** Posts between lights side by side and rails between rows of them. */
function mullions(leaves: readonly Leaf[], inner: Block): Piece[] {
  const rows = [...new Set(leaves.map(({ z0 }) => z0))].map((z0) => leaves.filter((leaf) => leaf.z0 === z0));
  return rows.flatMap((row, r) => [
    ...row
      .slice(1)
      .flatMap(({ t0, z0, z1 }, k) =>
        t0 > row[k]!.t1 ? [box('frame', { ...inner, z0, z1, t0: row[k]!.t1, t1: t0 })] : []
      ),
    ...(rows[r + 1] ? [box('frame', { ...inner, z0: rows[r + 1]![0]!.z1, z1: row[0]!.z0 })] : [])
  ]);
}

/** A groove between boards and sections, mm. */
const groove = 6;

function leafPieces(entry: CatalogueEntry, leaf: Leaf): Piece[] {
  const { style, panels, glazed } = entry.leaf;
  if (entry.form === 'louvre') return blades(entry, leaf);
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

const roleOf = (glazing: CatalogueEntry['glazing']) => (glazing === 'obscured' ? 'obscured' : 'glass');

/** Glass in the middle of what holds it, divided by bars. */
function panes({ glass, bars, glazing }: CatalogueEntry, block: Block): Piece[] {
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
      ...up.map(([z0, z1]) => box(roleOf(glazing), { t0, t1, z0, z1, ...deep })),
      ...up.slice(1).map(([from], k) => box('bar', { ...block, t0, t1, z0: up[k]![1], z1: from }))
    ])
  ];
}

/** A gap between blades of glass, mm. */
const bladeGap = 2;

/** Blades shut edge to edge. */
function blades({ glass, leaves, glazing }: CatalogueEntry, leaf: Leaf): Piece[] {
  const middle = (leaf.y0 + leaf.y1) / 2;
  const half = Math.min(glass, leaf.y1 - leaf.y0) / 2;
  const high = Math.min(bladeGap, (leaf.z1 - leaf.z0) / leaves / 3);
  return divided(leaf.z0, leaf.z1, leaves - 1, high).map(([z0, z1]) =>
    box(roleOf(glazing), { ...leaf, z0, z1, y0: middle - half, y1: middle + half })
  );
}

/** Leaves that turn, and so have a handle and may have a drip. */
const turning: ReadonlySet<Leaf['way']> = new Set([
  ...(['left', 'right', 'top', 'bottom', 'tiltLeft', 'tiltRight', 'pivots'] as const)
]);

/** A handle stands so far in from the edge where a leaf shuts, and so high above its foot, mm. */
const backset = 60;
const handleHeight = 1000;

/** Necks and grips on both faces of a door's leaf, within on a light. */
function handleOf({ handle, form, filling }: CatalogueEntry, hole: Hole, leaf: Leaf): Piece[] {
  if (handle === 'none' || !(turning.has(leaf.way) || form === 'barn')) return [];
  const [wide, high] = [leaf.t1 - leaf.t0, leaf.z1 - leaf.z0];
  const unit = Math.min(10, wide / 40, high / 40);
  // What is hung above or below shuts in its middle.
  const isLevel = leaf.way === 'top' || leaf.way === 'bottom';
  const inward = Math.sign(leaf.hinge - leaf.latch);
  const t = isLevel ? (leaf.t0 + leaf.t1) / 2 : leaf.latch + inward * Math.min(backset, wide / 4);
  const z =
    leaf.way === 'top'
      ? leaf.z0 + Math.min(30, high / 8)
      : leaf.way === 'bottom'
        ? leaf.z1 - Math.min(30, high / 8)
        : leaf.z0 + Math.min(filling === 'door' ? handleHeight : Infinity, high / 2);
  const onFace = (isHigh: boolean): Piece[] => {
    const part = (t0: number, t1: number, z0: number, z1: number, from: number, to: number) => {
      const deep = isHigh
        ? { y0: leaf.y1 + from, y1: leaf.y1 + to }
        : { y0: leaf.y0 - to, y1: leaf.y0 - from };
      return box('handle', { t0: Math.min(t0, t1), t1: Math.max(t0, t1), z0, z1, ...deep });
    };
    const neck = (at: number) => part(t - unit, t + unit, at - unit, at + unit, 0, 45);
    if (handle === 'knob')
      return [neck(z), part(t - 2.5 * unit, t + 2.5 * unit, z - 2.5 * unit, z + 2.5 * unit, 45, 75)];
    if (handle === 'lever') {
      const tip = t + inward * Math.min(110, wide / 2);
      return [neck(z), part(t - inward * unit, tip, z - unit, z + unit, 45, 60)];
    }
    const half = Math.min(200, (isLevel ? wide : high) / 6);
    if (isLevel)
      return [
        ...[t - half, t + half].map((at) => part(at - unit, at + unit, z - unit, z + unit, 0, 45)),
        part(t - half - unit, t + half + unit, z - unit, z + unit, 45, 65)
      ];
    return [
      neck(z - half),
      neck(z + half),
      part(t - unit, t + unit, z - half - unit, z + half + unit, 45, 65)
    ];
  };
  const inner = hole.out < 0;
  if (form === 'barn') return onFace(hole.opens > 0);
  return filling === 'window' ? onFace(inner) : [...onFace(true), ...onFace(false)];
}

/** A bar at the foot of a leaf, on its outer face, above the sill outside. */
function dripOf(entry: CatalogueEntry, hole: Hole, leaf: Leaf): Piece[] {
  if (entry.drip <= 0 || !turning.has(leaf.way)) return [];
  const high = (leaf.z1 - leaf.z0) / 10;
  const z0 = Math.max(leaf.z0, hole.z0 + ledgeHeight(entry, hole, 'outside'));
  const deep =
    hole.out > 0 ? { y0: leaf.y1, y1: leaf.y1 + entry.drip } : { y0: leaf.y0 - entry.drip, y1: leaf.y0 };
  return [box('drip', { ...leaf, z0, z1: z0 + Math.min(30, high), ...deep })];
}

/** What a leaf in front of the wall hangs on: as long as it goes. */
function trackOf({ t0, t1, z1, y0, y1, hinge, latch }: Leaf): Piece {
  const way = Math.sign(hinge - latch) * (t1 - t0);
  return box('track', {
    t0: Math.min(t0, t0 + way),
    t1: Math.max(t1, t1 + way),
    z0: z1,
    z1: z1 + 40,
    y0,
    y1
  });
}

/** Boards that line the wall from the frame to its faces, above those at the foot. */
function revealsOf(entry: CatalogueEntry, hole: Hole, bar: number): Piece[] {
  const [f0, f1] = frameDepth(entry, hole);
  return (['outside', 'inside'] as const).flatMap((side): Piece[] => {
    const isHigh = (side === 'outside') === hole.out > 0;
    const deep = isHigh ? { y0: f1, y1: hole.y1 } : { y0: hole.y0, y1: f0 };
    const thick = Math.min(entry.reveal[side], bar);
    if (thick <= 0 || deep.y1 - deep.y0 < 1) return [];
    const block = { t0: hole.t0, t1: hole.t1, z0: hole.z0 + ledgeHeight(entry, hole, side), z1: hole.z1 };
    return [{ ...block, ...deep, role: 'lining', shape: 'arch', bar: thick }];
  });
}
