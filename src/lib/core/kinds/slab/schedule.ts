/** What tables say of slabs. mm, mm2, mm3. */
import type { Query } from '../../document/kind';
import { volumeOf } from '../../document/volumes';
import { ringPerimeter, ringsArea } from '../../geometry/ring';
import { round } from '../../units/round';
import { slabBodies } from './body';
import { slabRings } from './rings';

export const slabRows = (query: Query) =>
  [...query.project.tables.slab.values()].map(({ id, storey, thickness, material }) => {
    const rings = query.get(slabRings, id);
    return {
      id,
      storey,
      thickness,
      material,
      area: round(ringsArea(rings)),
      perimeter: round(rings.reduce((sum, ring) => sum + ringPerimeter(ring), 0)),
      volume: volumeOf(query.get(slabBodies, id))
    };
  });
