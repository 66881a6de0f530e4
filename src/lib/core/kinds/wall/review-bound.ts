/** Walls that end at the underside of a slab: that it is over them, and over their base. */
import type { Scope } from '../../document/kind';
import { sharedArea, leastShared } from '../../geometry/common-area';
import { slabOutlines } from '../slab/rings';
import { storeyModelIn } from '../storey/model';

export function findBound({ query, say, named, storey, project }: Scope) {
  for (const { frame, bands } of storeyModelIn(query, storey).walls) {
    const { id, top } = frame.wall;
    if (frame.top <= frame.base)
      say('walls', 'wall.height', [id], { height: frame.top - frame.base }, { thing: named(id) });
    const slab = top.kind === 'slab' && project.tables.slab.get(top.slab);
    if (!slab) continue;
    const rings = query.get(slabOutlines, slab.id);
    const isUnder = bands
      .flatMap(({ outline }) => outline)
      .some((ring) => rings.some((over) => sharedArea(ring, over) > leastShared));
    if (!isUnder && frame.top > frame.base)
      say('walls', 'wall.not-under', [id, slab.id], {}, { thing: named(id), other: named(slab.id) });
  }
}
