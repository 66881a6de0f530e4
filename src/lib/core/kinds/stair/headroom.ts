/** The least height over the steps of a stair, under all that lies over them. */
import type { Query } from '../../document/kind';
import { flat, raise } from '../../geometry/plane';
import { boxesMeet, boxOf, type Ring } from '../../geometry/ring';
import { withoutRings } from '../../geometry/union';
import { frameRectangle } from '../../kernels/joints/frame';
import { leastClearance, type Clearance, type Cover } from '../../kernels/stairs/clearance';
import { pliesOf } from '../build-up/plied';
import { holesIn } from '../opening/stages';
import { planesOver, roofSeenFrom } from '../roof/stages';
import { slabLevel } from '../slab/level';
import { layersUnder, slabParts } from '../slab/shape';
import { datumOf } from '../storey/record';
import { footprints } from '../wall/stages';
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

/** Walls that stand over it: those of other storeys, and of its own what is over openings. What it stands in is told otherwise. */
function walls(query: Query, stair: Stair): Cover[] {
  const layout = query.get(stairLayouts, stair.id);
  if (!layout) return [];
  const box = boxOf(layout.outline);
  const cover = (of: string, rings: readonly Ring[], z0: number, z1: number): Cover[] => {
    const near = rings.filter((ring) => boxesMeet(boxOf(ring), box));
    return near.length === 0 ? [] : [{ of, rings: near, under: flat(z0), top: flat(z1) }];
  };
  return [...query.project.tables.storey.values()].flatMap(({ id, datum }) =>
    [...query.get(footprints, id).walls.values()].flatMap(({ frame, bands }) => {
      if (id !== stair.storey)
        return bands.flatMap(({ z0, z1, outline }) =>
          cover(frame.wall.id, outline, datum + z0, Number.isFinite(z1) ? datum + z1 : 1e6)
        );
      const high = Number.isFinite(frame.top) ? datum + frame.top : 1e6;
      return query
        .get(holesIn, frame.wall.id)
        .flatMap(({ t0, t1, z1 }) =>
          cover(frame.wall.id, [frameRectangle(frame, t0, t1, frame.y0, frame.y1)], datum + z1, high)
        );
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
  const covers = [...floors(query), ...walls(query, stair), ...roofs(query, stair), ...flights(query, stair)];
  return leastClearance(query.get(stairPitch, stair.id), covers);
}
