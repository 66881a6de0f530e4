/** What tables say of slabs. mm, mm2, mm3; falls with their gradient, the way counter-clockwise from east. */
import type { Query } from '../../document/kind';
import { volumeOf } from '../../document/volumes';
import { meshVolume } from '../../geometry/mesh';
import { angleOf } from '../../geometry/point';
import { ringPerimeter, ringsArea } from '../../geometry/ring';
import { fallOf, steepness } from '../../kernels/falls/surface';
import { degree } from '../../units/angle';
import { round } from '../../units/round';
import { slabBodies } from './body';
import { facetsSeen } from './markers';
import { slabRings } from './rings';
import { slabParts } from './shape';
import { lowestOf, varyingOf } from './thin';

/** Its body's parts with their volumes, mm3, and what all weighs, kg. */
export function slabAmounts(query: Query, id: string) {
  const { material: materials } = query.project.tables;
  const body = query.get(slabBodies, id);
  const parts = (body?.parts ?? []).map((part) => ({ ...part, volume: meshVolume(part.mesh) }));
  const weighs = (material: string | null) => materials.get(material ?? '')?.density ?? 0;
  return {
    parts,
    volume: volumeOf(body),
    weight: round(parts.reduce((sum, part) => sum + (part.volume / 1e9) * weighs(part.material), 0))
  };
}

export const slabRows = (query: Query) =>
  [...query.project.tables.slab.values()].map((slab) => {
    const { id, storey, thickness, material, buildUp, offset, from, falls, underside } = slab;
    const rings = query.get(slabRings, id);
    const parts = query.get(slabParts, id);
    const { parts: volumes, volume, weight } = slabAmounts(query, id);
    return {
      ...{ id, storey, thickness, material, buildUp, offset, from },
      holes: slab.holes.length,
      area: round(ringsArea(rings)),
      perimeter: round(rings.reduce((sum, ring) => sum + ringPerimeter(ring), 0)),
      volume,
      weight,
      plies: volumes.flatMap(({ role, ply, material, volume }) =>
        role === 'slab' ? [{ ply, material, volume: round(volume) }] : []
      ),
      /** Of what it is deeper along its border. */
      edgeVolume: round(
        volumes.reduce((sum, { role, volume }) => sum + (role === 'slabEdge' ? volume : 0), 0)
      ),
      underside,
      least: underside === 'flat' ? round(varyingOf(query, slab) + (lowestOf(parts)?.z ?? 0)) : null,
      falls: falls
        ? parts.flatMap(({ surface }) =>
            facetsSeen(surface).map(({ plane }) => ({
              gradient: round(steepness(plane), 6),
              direction:
                steepness(plane) === 0 ? null : round((angleOf(fallOf(plane)) / degree + 360) % 360, 3)
            }))
          )
        : []
    };
  });
