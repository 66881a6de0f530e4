/** What columns pass through. */
import { columnRing, topOfColumn } from './shape';
import { datumOf } from '../storey/record';
import { own, stage } from '../../document/stage';
import { boxOf } from '../../geometry/ring';
import type { Query } from '../../document/kind';
import type { Cut } from '../../kernels/solids/cut';

/** Height of a column's top above its storey's datum, by its id. */
export const topOf = ({ project }: Query, id: string) => {
  const column = project.tables.column.get(id);
  return column && topOfColumn(project, column);
};
export const datumUnder = ({ project }: Query, id: string) =>
  datumOf(project, project.tables.column.get(id)?.storey ?? '');

export const columnCuts = stage(
  'cuts of columns',
  { column: own('column'), top: topOf, datum: datumUnder },
  ({ column, top, datum }): readonly Cut[] => {
    if (!column || top === undefined) return [];
    const ring = columnRing(column);
    const [z0, z1] = [datum + column.base, datum + top];
    return [{ subject: column.id, ring, box: boxOf(ring), z0, z1, roofs: column.top.kind !== 'roof' }];
  }
);
