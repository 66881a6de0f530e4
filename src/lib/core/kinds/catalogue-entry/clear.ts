/** What one can go or climb through when the leaves of a unit stand open. */
import { planesOf } from './planes';
import type { CatalogueEntry } from './record';
import { leavesOf, surroundOf, type Hole, type Leaf } from './unit';

export interface Clear {
  readonly width: number;
  readonly height: number;
}

const shut: Clear = { width: 0, height: 0 };

const larger = (p: Clear, q: Clear) => (q.width * q.height > p.width * p.height ? q : p);

/** The widest way that leaves leave when they are open, of windows the largest; nought where none opens. mm. */
export const clearOf = (entry: CatalogueEntry, hole: Hole): Clear =>
  planesOf(entry, hole)
    .map((plane) => clearIn(plane.entry, plane.hole))
    .reduce(larger);

function clearIn(entry: CatalogueEntry, hole: Hole): Clear {
  const { t0, t1, z0, z1 } = surroundOf(entry, hole).room;
  const leaves = leavesOf(entry, hole);
  const [wide, height] = [t1 - t0, z1 - z0];
  const thick = ({ y0, y1 }: Leaf) => y1 - y0;
  switch (entry.form) {
    case 'hinged':
    case 'pair':
    case 'folding':
    case 'hatch':
      // A leaf at a right angle stands in the way by its thickness.
      return { width: wide - leaves.reduce((sum, leaf) => sum + thick(leaf), 0), height };
    case 'pivot': {
      // It turns in its own thickness; what lies between it and the jamb that it hangs near is of no use.
      const { hinge, latch } = leaves[0]!;
      return { width: Math.abs(latch - hinge) - thick(leaves[0]!) / 2, height };
    }
    case 'garage':
    case 'pocket':
    case 'barn':
      return { width: wide, height };
    case 'sash':
      return { width: wide, height: z1 - leaves[0]!.z1 };
    case 'sliding':
      return leaves.length > 1 ? { width: wide - (leaves[0]!.t1 - leaves[0]!.t0), height } : shut;
    case 'louvre':
      return shut;
    case 'casement':
      return leaves
        .filter(({ way }) => way !== 'fixed')
        .map((leaf): Clear => {
          const isHungAtSide = leaf.way !== 'top' && leaf.way !== 'bottom';
          const width = leaf.t1 - leaf.t0 - (isHungAtSide ? thick(leaf) : 0);
          return { width: Math.max(0, width), height: leaf.z1 - leaf.z0 };
        })
        .reduce(larger, shut);
  }
}
