/**
 * Bodies of rooflights, each as columns over its hole, which is cut plumb: boards that line it, a frame on its edge, glass.
 *
 *        __        __  upstand          section along the slope, here level:
 *       |  |______|  |                  frame over the covering, glass in it,
 *     --'=.________.='-- top            linings down to the underside
 *         |        |
 *     ----'        '---- underside
 */
import { buildColumns, type Cell } from '../../geometry/columns';
import { raise, type Plane } from '../../geometry/plane';
import type { Ring } from '../../geometry/ring';
import { liftCells } from '../../kernels/solids/cells';
import type { Part } from '../../kernels/solids/part';
import { result, stage } from '../../document/stage';
import type { ElementBody } from '../../document/kind';
import { datumOf } from '../storey/record';
import { lightPlaces, type LightPlace } from './place';
import { lightMade } from './record';

const column = (ring: Ring, bottom: Plane, top: Plane): Cell => ({
  ring,
  intervals: [{ bottom, top, bottomName: 'foot', topName: 'top' }]
});

/** Between two rings of as many corners, mitred. */
const around = (outer: Ring, inner: Ring, bottom: Plane, top: Plane): Cell[] =>
  outer.map((a, i) => {
    const next = (i + 1) % outer.length;
    return column([a, outer[next]!, inner[next]!, inner[i]!], bottom, top);
  });

/** Heights over the storey's datum; sizes square to the slope are longer upright. */
export function lightCells(
  place: LightPlace
): { readonly role: 'frame' | 'lining' | 'glass'; cells: Cell[] }[] {
  const { plane, light, ring } = place;
  const over = (by: number) => raise(plane.top, by / Math.cos(plane.pitch));
  const { face, lining, glass, under } = lightMade;
  const inner = place.inset(face);
  return [
    { role: 'lining', cells: around(ring, place.inset(lining), plane.underside, plane.top) },
    { role: 'frame', cells: around(ring, inner, plane.top, over(light.upstand)) },
    {
      role: 'glass',
      cells: [column(inner, over(light.upstand - under - glass), over(light.upstand - under))]
    }
  ];
}

export const lightBodies = stage(
  'bodies of rooflights',
  {
    place: result(lightPlaces),
    storey: ({ project: { tables } }, id) =>
      tables.roof.get(tables.rooflight.get(id)?.roof ?? '')?.storey ?? '',
    datum: ({ project }, id) => {
      const { rooflight, roof } = project.tables;
      return datumOf(project, roof.get(rooflight.get(id)?.roof ?? '')?.storey ?? '');
    }
  },
  ({ place, storey, datum }, id): ElementBody | undefined =>
    place && {
      ...{ id, kind: 'rooflight', storey },
      parts: (place.fits ? lightCells(place) : []).map(({ role, cells }): Part => ({
        ...{ role, ply: null, material: null },
        mesh: buildColumns(liftCells(cells, datum), () => 'side')
      }))
    }
);
