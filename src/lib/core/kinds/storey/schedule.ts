/** What tables say of storeys. mm, mm2. */
import type { Query } from '../../document/kind';
import { ringsArea } from '../../geometry/ring';
import { round } from '../../units/round';
import { outlineOn } from '../wall/stages';
import { storeysInOrder } from './record';

export const storeyRows = (query: Query) =>
  storeysInOrder(query.project).map(({ id, name, datum, height, floorDepth }) => {
    const rings = outlineOn(query, id, 'outer')?.rings ?? [];
    const footprintArea = round(ringsArea(rings));
    return { id, name, datum, height, floorDepth, footprintArea };
  });
