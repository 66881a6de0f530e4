/** Clear spaces that something stands in. */
import type { Scope } from '../../document/kind';
import { sharedArea } from '../../geometry/common-area';
import { boxesMeet, boxOf, type Ring } from '../../geometry/ring';
import { ringsOn } from '../../document/cuts';
import { formatArea } from '../../units/area';
import { settingsOf } from '../../document/project';
import { storeyModelIn } from '../storey/model';
import { spaceRing } from './record';

/** What reaches in by less is how it was drawn, mm2. */
const least = 5000;

export function findSpaces({ project, query, storey, say, named }: Scope) {
  const spaces = [...project.tables.clearSpace.values()].filter((one) => one.storey === storey);
  if (spaces.length === 0) return;
  const walls = storeyModelIn(query, storey).walls.flatMap(({ frame, bands }) =>
    bands.flatMap(({ outline }) => outline.map((ring) => [frame.wall.id, ring] as const))
  );
  const standing = [...ringsOn(project, storey)].filter(([id]) => !project.tables.clearSpace.has(id));
  const { units } = settingsOf(project);
  for (const space of spaces) {
    const own = spaceRing(space);
    const areas = new Map<string, number>();
    for (const [id, ring] of [...walls, ...standing] as readonly (readonly [string, Ring])[])
      if (boxesMeet(boxOf(ring), boxOf(own))) areas.set(id, (areas.get(id) ?? 0) + sharedArea(ring, own));
    for (const [id, area] of areas)
      if (area > least)
        say(
          'openings',
          'space.taken',
          [space.id, id],
          {},
          { thing: named(space.id), other: named(id), area: formatArea(area, units) }
        );
  }
}
