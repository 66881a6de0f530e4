/** What columns pass through. */
import { columnRing, topOfColumn } from './shape';
import { datumOf, heightWithoutRoof } from '../storey/record';
import { indexedRoofsFrom, planesOver } from '../roof/stages';
import { liesOver } from '../../kernels/roof/planes';
import { heightAt } from '../../geometry/plane';
import { own, stage } from '../../document/stage';
import { boxOf } from '../../geometry/ring';
import type { Query } from '../../document/kind';
import type { Cut } from '../../kernels/solids/cut';

/** Height of a column's top above its storey's datum, by its id. */
export const topOf = ({ project }: Query, id: string) => {
  const column = project.tables.column.get(id);
  return column && topOfColumn(project, column);
};
/** Where it ends: under roofs at the highest place of the undersides that it meets first, without any at the floor above. */
export function endOf(query: Query, id: string): number | undefined {
  const column = query.project.tables.column.get(id);
  const top = topOf(query, id);
  if (!column || top !== Infinity) return top;
  const ring = columnRing(column);
  const planes = planesOver(indexedRoofsFrom(query, column.storey), boxOf(ring));
  const tops = ring.flatMap((p) => {
    const over = planes.filter((plane) => liesOver(plane, p)).map(({ underside }) => heightAt(underside, p));
    const above = over.filter((z) => z > column.base);
    return above.length > 0 ? [Math.min(...above)] : [];
  });
  return tops.length > 0 ? Math.max(...tops) : heightWithoutRoof(query.project, column.storey);
}

export const datumUnder = ({ project }: Query, id: string) =>
  datumOf(project, project.tables.column.get(id)?.storey ?? '');

export const columnCuts = stage(
  'cuts of columns',
  { column: own('column'), top: endOf, datum: datumUnder },
  ({ column, top, datum }): readonly Cut[] => {
    if (!column || top === undefined) return [];
    const ring = columnRing(column);
    const [z0, z1] = [datum + column.base, datum + top];
    return [{ subject: column.id, ring, box: boxOf(ring), z0, z1, roofs: column.top.kind !== 'roof' }];
  }
);
