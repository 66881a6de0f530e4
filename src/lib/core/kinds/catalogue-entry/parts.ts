/** What a unit in an opening shows in a plan besides its leaves: boards past the wall, and how leaves that stand open are moved. */
import { boxOf, type Ring } from '../../geometry/ring';
import type { PartRole } from '../../kernels/solids/part';
import type { CatalogueEntry } from './record';
import type { Turn } from './turns';
import { frameDepth, isFramedRound, type Block, type Hole, type Leaf } from './unit';

/** `ring`: bars so wide round the block's border, inwards; `arch`: without the one at the foot; `prism`: over its
 * `base`; `profile`: its `base`, seen along the wall, from t0 to t1. */
export interface Piece extends Block {
  readonly role: PartRole;
  readonly shape: 'box' | 'ring' | 'arch' | 'prism' | 'profile';
  readonly bar: number;
  /** Convex, against the clock: of a prism where t is x, of a profile where y is x and z is y. */
  readonly base?: Ring;
  /** How it has been moved from where it stands in the plane of the wall, with its leaf shut. */
  readonly turns?: readonly Turn[];
}

export const box = (role: PartRole, block: Block): Piece => ({
  ...blockOf(block),
  role,
  shape: 'box',
  bar: 0
});
export const blockOf = ({ t0, t1, z0, z1, y0, y1 }: Block): Block => ({ t0, t1, z0, z1, y0, y1 });

export const prism = (role: PartRole, base: Ring, z0: number, z1: number): Piece => {
  const { minX: t0, maxX: t1, minY: y0, maxY: y1 } = boxOf(base);
  return { ...{ t0, t1, z0, z1, y0, y1 }, ...{ role, shape: 'prism', bar: 0, base } };
};

/** What runs along the wall with the same section, whose x is across it. */
const profile = (role: PartRole, base: Ring, t0: number, t1: number): Piece => {
  const { minX: y0, maxX: y1, minY: z0, maxY: z1 } = boxOf(base);
  return { ...{ t0, t1, z0, z1, y0, y1 }, ...{ role, shape: 'profile', bar: 0, base } };
};

/**
 * Under the leaves of a door that is not framed all round; what is outside of them lower, as its entry says.
 *
 *      leaf |  |            stepped, weathered; of a ramped one both sides fall
 *      _____|  |__.
 *     |     '--'  |'-._      | outside
 */
export function thresholdOf(
  entry: CatalogueEntry,
  hole: Hole,
  inner: Block,
  leaves: readonly Leaf[]
): Piece[] {
  const { z0, out } = hole;
  const high = inner.z0 - z0;
  if (high <= 0 || isFramedRound(entry)) return [];
  const whole = { ...inner, z0, z1: inner.z0 };
  const clamped = (y: number) => Math.min(Math.max(y, inner.y0), inner.y1);
  const low = clamped(Math.min(...leaves.map(({ y0 }) => y0)));
  const far = clamped(Math.max(...leaves.map(({ y1 }) => y1)));
  // From where it is lower on the side towards y0, and on the other.
  const [isLow, isHigh] = [out < 0, out > 0].map((isOut) => isOut || entry.thresholdShape === 'ramped');
  const a = isLow ? low : inner.y0;
  const b = isHigh ? far : inner.y1;
  const isCut = a > inner.y0 + leastSide || b < inner.y1 - leastSide;
  if (entry.thresholdShape === 'level' || !isCut || a > b) return [box('threshold', whole)];
  if (entry.thresholdShape === 'stepped') {
    const [near, step] = out > 0 ? [{ y1: b }, { y0: b }] : [{ y0: a }, { y1: a }];
    return [
      box('threshold', { ...whole, ...near }),
      box('threshold', { ...whole, ...step, z1: z0 + high / 2 })
    ];
  }
  const foot = z0 + high * (entry.thresholdShape === 'ramped' ? 0.25 : 0.5);
  const base = [
    { x: inner.y0, y: z0 },
    { x: inner.y1, y: z0 },
    ...(b < inner.y1 - leastSide ? [{ x: inner.y1, y: foot }] : []),
    { x: b, y: inner.z0 },
    ...(b - a > leastSide ? [{ x: a, y: inner.z0 }] : []),
    ...(a > inner.y0 + leastSide ? [{ x: inner.y0, y: foot }] : [])
  ];
  return [profile('threshold', base, inner.t0, inner.t1)];
}

/** A side of a threshold that is less wide is none, mm. */
const leastSide = 1;

const right = Math.PI / 2;

/** How a leaf is moved when the unit stands open by an angle, a right one being all that what slides does. */
export function turnOf(
  entry: CatalogueEntry,
  hole: Hole,
  leaves: readonly Leaf[],
  k: number,
  ajar: number
): Turn | undefined {
  if (ajar === 0) return undefined;
  const { way, hinge, latch, y0, y1, z0, z1, t0, t1 } = leaves[k]!;
  const face = hole.opens > 0 ? y1 : y0;
  const still: Turn = { about: 'upright', t: hinge, y: face, z: z0, angle: 0, by: [0, 0, 0] };
  const swung = Math.sign(latch - hinge) * hole.opens * ajar;
  const share = Math.min(1, ajar / right);
  switch (way) {
    case 'left':
    case 'right':
    case 'tiltLeft':
    case 'tiltRight':
      return { ...still, angle: swung };
    case 'pivots':
      return { ...still, y: (y0 + y1) / 2, angle: swung };
    case 'folds': {
      // They stack against the first jamb, each as thick as it is.
      const leaf = k + (latch < hinge ? 1 : 0);
      const [cos, sin] = [Math.cos(Math.min(ajar, right)), Math.sin(Math.min(ajar, right))];
      const along = -leaf * (t1 - t0) * (1 - cos) + leaf * (y1 - y0) * sin;
      return {
        ...still,
        angle: Math.sign(latch - hinge) * hole.opens * Math.min(ajar, right),
        by: [along, 0, 0]
      };
    }
    case 'top':
      return { ...still, about: 'level', z: z1, angle: hole.opens * ajar };
    case 'bottom':
      return { ...still, about: 'level', angle: -hole.opens * ajar };
    case 'rises':
      return { ...still, about: 'level', z: z1, angle: hole.opens * Math.min(ajar, right) };
    case 'fixed':
      return undefined;
    case 'slides':
      if (entry.form === 'sash')
        return k === 0 ? { ...still, by: [0, 0, (leaves[1]!.z0 - z0) * share] } : undefined;
      if (leaves.length === 1) return { ...still, by: [-Math.sign(latch - hinge) * (t1 - t0) * share, 0, 0] };
      // Every second leaf goes behind the one before it.
      return k % 2 === 1 ? { ...still, by: [(leaves[k - 1]!.t0 - t0) * share, 0, 0] } : undefined;
  }
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
