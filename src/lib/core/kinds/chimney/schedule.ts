/** What tables say of chimneys. Heights above project zero, mm; mm3. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { volumeOf, volumesOf } from '../../document/volumes';
import { round } from '../../units/round';
import { datumOf } from '../storey/record';
import { chimneyBodies } from './body';
import { chimneyTop } from './cuts';

export const chimneyRows = (query: Query) =>
  [...query.project.tables.chimney.values()].map(({ id, storey, base, flues }) => ({
    id,
    name: nameElement(query.project, id),
    storey,
    base: round(datumOf(query.project, storey) + base),
    top: round(chimneyTop(query, id)!),
    flues: flues.length,
    fires: flues.filter(({ fire }) => fire).length,
    volumes: volumesOf(query.get(chimneyBodies, id)),
    volume: volumeOf(query.get(chimneyBodies, id))
  }));
