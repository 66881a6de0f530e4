/** The least height over the steps of a stair, under all that lies over them. */
import type { Query } from '../../document/kind';
import { raise } from '../../geometry/plane';
import { boxOf } from '../../geometry/ring';
import { withoutRings } from '../../geometry/union';
import { leastClearance, type Clearance, type Cover } from '../../kernels/stairs/clearance';
import { pliesOf } from '../build-up/plied';
import { planesOver, roofSeenFrom } from '../roof/stages';
import { slabLevel } from '../slab/level';
import { layersUnder, slabParts } from '../slab/shape';
import { datumOf } from '../storey/record';
import type { Stair } from './record';
import { stairLayouts, stairPitch } from './shape';

/** Floors by their facets, open where they have holes. */
const floors = (query: Query): Cover[] =>
  [...query.project.tables.slab.values()].flatMap((slab) => {
    const level = slabLevel(query.project, slab);
    const plies = pliesOf(query.project, slab);
    return query.get(slabParts, slab.id).flatMap(({ outline, holes, surface: { facets } }) =>
      facets.map(({ ring, plane }): Cover => {
        const layers = layersUnder(slab, plies, plane);
        const [top, under] = [raise(layers[0]!.top, level), raise(layers.at(-1)!.bottom, level)];
        const open = facets.length === 1 ? [outline, ...holes] : withoutRings([ring], holes);
        return { of: slab.id, rings: holes.length === 0 ? [ring] : open, under, top };
      })
    );
  });

/** Roofs, which go on upwards: nothing is above them that counts. */
function roofs(query: Query, stair: Stair): Cover[] {
  const layout = query.get(stairLayouts, stair.id);
  if (!layout) return [];
  const box = boxOf(layout.outline);
  const datum = datumOf(query.project, stair.storey);
  return [...query.project.tables.roof.keys()].flatMap((of) =>
    planesOver(roofSeenFrom(query, of, stair.storey), box).map(({ ring, underside }): Cover => {
      const under = raise(underside, datum);
      return { of, rings: [ring], under, top: raise(under, 1e6) };
    })
  );
}

/** Other flights: a riser and their waist under their nosings. */
const flights = (query: Query, stair: Stair): Cover[] =>
  [...query.project.tables.stair.values()].flatMap((other) =>
    other.id === stair.id
      ? []
      : query.get(stairPitch, other.id).map(({ ring, plane }): Cover => ({
          ...{ of: other.id, rings: [ring], top: plane },
          under: raise(plane, -(other.waist + 200))
        }))
  );

/** Undefined where nothing is over it. */
export function headroomOver(query: Query, stair: Stair): Clearance | undefined {
  const covers = [...floors(query), ...roofs(query, stair), ...flights(query, stair)];
  return leastClearance(query.get(stairPitch, stair.id), covers);
}
