/** What tables say of roofs: their planes with corners, true areas and pitches. Heights above project zero. mm, mm2, mm3. */
import type { Query } from '../../document/kind';
import { volumeOf } from '../../document/volumes';

import { heightAt } from '../../geometry/plane';
import { ringArea } from '../../geometry/ring';
import { degree } from '../../units/angle';
import { round } from '../../units/round';
import { datumOf } from '../storey/record';
import { roofModels } from './stages';
import { roofBodies } from './body';

export const roofRows = (query: Query) =>
  [...query.project.tables.roof.values()].map(({ id, storey, pitch, material }) => {
    const solved = query.get(roofModels, id);
    const datum = datumOf(query.project, storey);
    return {
      id,
      storey,
      material,
      pitchDeg: round(pitch / degree, 6),
      ridge: round(datum + (solved?.ridge ?? 0)),
      volume: volumeOf(query.get(roofBodies, id)),
      planes: (solved?.planes ?? []).map((plane) => ({
        name: plane.name,
        walls: plane.walls,
        pitchDeg: round(plane.pitch / degree, 6),
        planArea: round(ringArea(plane.ring)),
        area: round(plane.area),
        corners: plane.ring.map((p) => ({
          x: round(p.x),
          y: round(p.y),
          z: round(datum + heightAt(plane.underside, p))
        }))
      }))
    };
  });
