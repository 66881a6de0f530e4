/** Walls that stand on something or end at it, when that moves. */
import type { Project } from '../../document/kind';
import { checkOpenings } from '../opening/checks';
import { checkWall } from './checks';
import type { Slab } from '../slab/record';
import type { Wall } from './record';

/** Walls whose base or top slabs and foundations give. */
export const standsOrEndsAt =
  (id: string) =>
  ({ on, top }: Wall): boolean =>
    (on?.kind === 'slab' && on.slab === id) ||
    (on?.kind === 'foundation' && on.footing === id) ||
    (top.kind === 'slab' && top.slab === id);

/** What is measured from the top of a foundation. */
export const measuredFromTop = ({ tables }: Project, footing: string): (Slab | Wall)[] => [
  ...[...tables.slab.values()].filter(({ from }) => from === footing),
  ...[...tables.wall.values()].filter(({ on }) => on?.kind === 'foundation' && on.footing === footing)
];

/** Refuses where walls that are bound so, and their openings, would not stand any more. */
export function checkBound(grown: Project, isBound: (wall: Wall) => boolean) {
  const bound = [...grown.tables.wall.values()].filter(isBound);
  if (bound.length === 0) return;
  for (const wall of bound) checkWall(grown, wall);
  checkOpenings(grown, new Set(bound.map(({ id }) => id)), new Set());
}
