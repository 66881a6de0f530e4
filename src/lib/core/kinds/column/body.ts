/** Bodies of columns, and what they cut out of others. */
import { columnRing } from './shape';
import { cellsUnder, flatCell, liftCells } from '../../kernels/solids/cells';
import { angleOf, subtract, type Point } from '../../geometry/point';
import { buildColumns } from '../../geometry/columns';

import { datumUnder, topOf } from './cuts';
import { own, stage } from '../../document/stage';
import { heightWithoutRoof } from '../storey/record';
import { indexedRoofsFrom, planesOver } from '../roof/stages';
import { undersideOver } from '../slab/under';
import { boxOf } from '../../geometry/ring';
import type { Column } from './record';
import type { RoofPlane } from '../../kernels/roof/planes';
import type { Mesh } from '../../geometry/mesh';
import type { ElementBody } from '../../document/kind';

/** A column between its base and its top, or the undersides of roofs or a slab over it; `height`: where there is none. */
export function columnMesh(
  column: Column,
  top: number,
  datum: number,
  planes: readonly RoofPlane[],
  height: number
): Mesh {
  const ring = columnRing(column);
  const cells =
    top === Infinity || planes.length > 0
      ? cellsUnder(ring, [], { base: column.base, z0: column.base, z1: top }, planes, height)
      : [flatCell(ring, [], column.base, top)];
  const side = (p: Point, q: Point) =>
    `side ${Math.round((angleOf(subtract(q, p)) - column.angle) / (Math.PI / 2))}`;
  return buildColumns(liftCells(cells, datum), column.profile.kind === 'round' ? () => 'side' : side);
}

export const columnBodies = stage(
  'bodies of columns',
  {
    column: own('column'),
    top: topOf,
    datum: datumUnder,
    planes: (query, id) => {
      const column = query.project.tables.column.get(id);
      if (!column) return [];
      return topOf(query, id) === Infinity
        ? planesOver(indexedRoofsFrom(query, column.storey), boxOf(columnRing(column)))
        : undersideOver(query, column.top, column.storey);
    },
    height: ({ project }, id) => heightWithoutRoof(project, project.tables.column.get(id)?.storey ?? '')
  },
  ({ column, top, datum, planes, height }, id): ElementBody | undefined =>
    column && top !== undefined
      ? {
          id,
          kind: 'column',
          storey: column.storey,
          parts: [
            {
              role: 'shaft',
              ply: null,
              material: column.material,
              mesh: columnMesh(column, top, datum, planes, height)
            }
          ]
        }
      : undefined
);
