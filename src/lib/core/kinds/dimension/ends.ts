/** Ends of sizes as references: what guides and dimensions do when walls and openings that they name are gone or mirrored. */
import type { Gone, Loss, Reference } from '../../document/kind';
import type { Rec } from '../../document/record';
import type { Motion } from '../../geometry/motion';
import { otherSide } from '../../kernels/joints/frame';
import { sameBorder } from './sizes';
import type { SizeEnd } from './record';

/** An end may name a wall or an opening. */
export const endReferences = <R extends Rec>(path: string, gone: Gone<R>): Reference<R>[] => [
  { path: `${path}.wall`, to: 'wall', gone },
  { path: `${path}.opening`, to: 'opening', gone }
];

/** An end after a motion that what it names has made too. */
export function movedEnd(end: SizeEnd, { flips }: Motion): SizeEnd {
  return flips && 'wall' in end && end.side !== 'centre' ? { ...end, side: otherSide[end.side] } : end;
}

/** The end itself where it is still there; else a line of one of the walls that changed, on the very same line. */
export function heirOf(end: SizeEnd, { before, after, gone, patch }: Loss): SizeEnd | undefined {
  if (!gone.has('wall' in end ? end.wall : end.opening)) return end;
  const among = [...patch.values()].flatMap(({ after: one }) => (one?.kind === 'wall' ? [one] : []));
  return sameBorder(before.project, end, after.project, among);
}
