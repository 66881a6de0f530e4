/** What tables say of columns. Heights above project zero, mm; mm3. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { volumeOf } from '../../document/volumes';
import { round } from '../../units/round';
import { datumOf } from '../storey/record';
import { topOfColumn } from './shape';
import { columnBodies } from './body';

export const columnRows = (query: Query) =>
  [...query.project.tables.column.values()].map((column) => {
    const datum = datumOf(query.project, column.storey);
    const top = datum + topOfColumn(query.project, column);
    return {
      id: column.id,
      name: nameElement(query.project, column.id),
      storey: column.storey,
      material: column.material,
      profile: column.profile,
      base: round(datum + column.base),
      top: Number.isFinite(top) ? round(top) : 'roof',
      volume: volumeOf(query.get(columnBodies, column.id))
    };
  });
