/** Slabs that have nothing to lie within. */
import { storeyModelIn } from '../storey/model';

import { slabRings } from './rings';
import type { Scope } from '../../document/kind';

export function findSlabs({ project, say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  for (const slab of project.tables.slab.values())
    if (slab.storey === model.storey.id && query.get(slabRings, slab.id).length === 0)
      say('floors', 'slab.no-outline', [slab.id], {}, { thing: named(slab.id) });
}
