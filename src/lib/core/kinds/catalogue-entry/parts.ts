/** What a unit in an opening shows in a plan besides its leaves: boards past the wall, and how leaves that stand open are moved. */
import type { PartRole } from '../../kernels/solids/part';
import type { CatalogueEntry } from './record';
import { frameDepth, type Block, type Hole, type Leaf } from './unit';

/** Round an upright axis at (t, y), by an angle, against the clock where t runs to the right and y up; then along. */
export interface Turn {
  readonly t: number;
  readonly y: number;
  readonly angle: number;
  readonly along: number;
}

/** `ring`: bars so wide round the block's border, inwards; `arch`: without the one at the foot. */
export interface Piece extends Block {
  readonly role: PartRole;
  readonly shape: 'box' | 'ring' | 'arch';
  readonly bar: number;
  /** How what hangs on a leaf has been moved from where it stands shut. */
  readonly turn?: Turn;
}

export const box = (role: PartRole, block: Block): Piece => ({
  ...blockOf(block),
  role,
  shape: 'box',
  bar: 0
});
export const blockOf = ({ t0, t1, z0, z1, y0, y1 }: Block): Block => ({ t0, t1, z0, z1, y0, y1 });

const right = Math.PI / 2;

/** How a leaf is moved when the unit stands open by an angle, a right one being all that what slides does. */
export function turnOf(entry: CatalogueEntry, hole: Hole, leaves: readonly Leaf[], k: number, ajar: number) {
  const { way, hinge, latch, y0, y1, t0, t1 } = leaves[k]!;
  const hands = ['left', 'right', 'tiltLeft', 'tiltRight', 'pivots'];
  const still = { t: hinge, y: hole.opens > 0 ? y1 : y0, angle: 0, along: 0 };
  if (ajar === 0) return undefined;
  if (hands.includes(way)) {
    const y = way === 'pivots' ? (y0 + y1) / 2 : still.y;
    return { ...still, y, angle: Math.sign(latch - hinge) * hole.opens * ajar };
  }
  if (way !== 'slides' || entry.form === 'sash') return undefined;
  const share = Math.min(1, ajar / right);
  if (leaves.length === 1) return { ...still, along: -Math.sign(latch - hinge) * (t1 - t0) * share };
  // Every second leaf goes behind the one before it.
  return k % 2 === 1 ? { ...still, along: (leaves[k - 1]!.t0 - t0) * share } : undefined;
}

/** Width of a glazing bar, mm. */
export const glazingBar = 22;

/** Boards from the frame to past the faces of the wall. */
export function ledgesOf(entry: CatalogueEntry, hole: Hole): Piece[] {
  const [f0, f1] = frameDepth(entry, hole);
  const { t0, t1, z0, y0, y1, out } = hole;
  return (['outside', 'inside'] as const).flatMap((side): Piece[] => {
    const { past } = entry.ledge[side];
    const isHigh = (side === 'outside') === out > 0;
    const deep = isHigh ? { y0: f1, y1: y1 + past } : { y0: y0 - past, y1: f0 };
    const thick = ledgeHeight(entry, hole, side);
    return thick > 0 && deep.y1 - deep.y0 > 0 ? [box('ledge', { t0, t1, z0, z1: z0 + thick, ...deep })] : [];
  });
}

/** How thick a board at the foot is made: in a low opening thinner than it should be. */
export const ledgeHeight = ({ ledge }: CatalogueEntry, { z0, z1 }: Block, side: 'outside' | 'inside') =>
  Math.min(ledge[side].thickness, (z1 - z0) / 12);
