/** Columns in the plan of a storey. */
import { pairKey, partsOfKey, stage } from '../../document/stage';
import { closed, filled, penFor, reachOf } from './reach';
import { datumOf, type Storey } from '../storey/record';
import { endOf } from './cuts';
import { columnRing } from './shape';
import type { Mark } from '../../display/marks';
import type { Query } from '../../document/kind';
import type { Column } from './record';
import type { Material } from '../material/record';

/** By the storey that it is drawn on, and its id: `pairKey`. */
const columnPlans = stage(
  'plans of columns',
  {
    column: (query, key) => query.project.tables.column.get(partsOfKey(key)[1]),
    storey: (query, key) => query.project.tables.storey.get(partsOfKey(key)[0]),
    datum: ({ project }, key) =>
      datumOf(project, project.tables.column.get(partsOfKey(key)[1])?.storey ?? ''),
    top: (query, key) => endOf(query, partsOfKey(key)[1]),
    material: ({ project: { tables } }, key) =>
      tables.material.get(tables.column.get(partsOfKey(key)[1])?.material ?? '')
  },
  ({ column, storey, datum, top, material }): readonly Mark[] =>
    column && storey && top !== undefined ? drawColumn(column, datum, top, storey, material) : []
);

export const planOfColumns = (query: Query, storey: string): (readonly Mark[])[] =>
  [...query.project.tables.column.keys()].map((id) => query.get(columnPlans, pairKey(storey, id)));

function drawColumn(
  column: Column,
  datum: number,
  top: number,
  storey: Storey,
  material: Material | undefined
): Mark[] {
  const reach = reachOf(column, datum, datum + top, storey);
  if (reach === 'away') return [];
  const ring = columnRing(column);
  return [
    ...(reach === 'above' || reach === 'under' ? [] : [filled(column.id, ring, material)]),
    closed(column.id, ring, penFor[reach])
  ];
}
