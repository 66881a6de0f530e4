/** Where slabs lie. */
import { own, stage } from '../../document/stage';
import type { Ring } from '../../geometry/ring';
import { outlineOn } from '../wall/stages';

/** The rings that a slab covers, by its id: drawn, or as the walls run. */
export const slabRings = stage(
  'rings of slabs',
  {
    slab: own('slab'),
    outline: (query, id) => {
      const slab = query.project.tables.slab.get(id);
      return slab?.outline.kind === 'walls' ? outlineOn(query, slab.storey, slab.outline.face) : undefined;
    }
  },
  ({ slab, outline }): readonly Ring[] =>
    slab?.outline.kind === 'drawn' ? [slab.outline.points] : (outline?.rings ?? [])
);
