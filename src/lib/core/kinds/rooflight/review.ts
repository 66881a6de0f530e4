/** Rooflights that have lost their plane, or lie in one another. */
import { leastShared, sharedArea } from '../../geometry/common-area';
import { boxesMeet, boxOf } from '../../geometry/ring';
import type { Scope } from '../../document/kind';
import { lightPlaces, lightsIn } from './place';

export function findRooflights({ project, say, named, query, storey }: Scope) {
  for (const { id, roof } of project.tables.rooflight.values()) {
    if (project.tables.roof.get(roof)?.storey !== storey) continue;
    const place = query.get(lightPlaces, id);
    if (!place?.fits) {
      say('roof', 'rooflight.off', [id, roof], {}, { thing: named(id), roof: named(roof) });
      continue;
    }
    const box = boxOf(place.ring);
    for (const other of lightsIn(query, roof))
      if (
        other.light.id > id &&
        boxesMeet(box, boxOf(other.ring)) &&
        sharedArea(place.ring, other.ring) > leastShared
      )
        say(
          'roof',
          'rooflight.taken',
          [id, other.light.id],
          {},
          { thing: named(id), other: named(other.light.id) }
        );
  }
}
