/** Doors whose leaves meet one another, or something that stops them short of a right angle. */
import type { Repair, Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import type { Ring } from '../../geometry/ring';
import { spaceRing } from '../clear-space/record';
import { formatArea } from '../../units/area';
import type { Handing } from './record';
import { hung, isWide, swingsOn, type Door, type Swings } from './swings';

export function findSwings({ query, storey, say, named, project }: Scope) {
  const swings = query.get(swingsOn, storey);
  if (!swings) return;
  const { units } = settingsOf(project);
  const said = new Set<string>();
  for (const door of swings.doors) {
    const { opening } = door.place;
    if (!isWide(swings, door))
      say(
        'openings',
        'opening.stopped',
        [opening.id],
        { angle: swings.opens(door) },
        { thing: named(opening.id) },
        rehung(swings, door)
      );
    for (const space of project.tables.clearSpace.values()) {
      const area = space.storey === storey ? swings.sweptOf(door, spaceRing(space)) : 0;
      if (area === 0) continue;
      const texts = { thing: named(opening.id), other: named(space.id), area: formatArea(area, units) };
      say(
        'openings',
        'opening.in-space',
        [opening.id, space.id],
        {},
        texts,
        rehung(swings, door, spaceRing(space))
      );
    }
    for (const { other, area } of swings.clashes(door)) {
      const pair = [opening.id, other.place.opening.id].sort();
      if (said.has(pair.join(' '))) continue;
      said.add(pair.join(' '));
      const texts = { thing: named(pair[0]!), other: named(pair[1]!), area: formatArea(area, units) };
      say('openings', 'opening.swings', pair, {}, texts, rehung(swings, door) ?? rehung(swings, other));
    }
  }
}

/** The nearest way to hang a door so that it opens wide and clashes with none: on its other jamb, then to the other side. */
function rehung(swings: Swings, door: Door, clear: Ring = []): Repair | undefined {
  const { hinge, opens } = door.place.opening.handing;
  const [otherHinge, otherWay] = [
    hinge === 'near' ? 'far' : 'near',
    opens === 'inside' ? 'outside' : 'inside'
  ] as const;
  const ways: readonly (Handing & { label: string })[] = [
    { hinge: otherHinge, opens, label: 'Hang it on the other jamb' },
    { hinge, opens: otherWay, label: 'Let it open the other way' },
    { hinge: otherHinge, opens: otherWay, label: 'Hang it on the other jamb, opening the other way' }
  ];
  const found = ways.find(({ label: _, ...handing }) => {
    const tried = hung(door, handing);
    const isClear = clear.length === 0 || swings.sweptOf(tried, clear) === 0;
    return isClear && isWide(swings, tried) && swings.clashes(tried).length === 0;
  });
  if (!found) return undefined;
  const { label, ...handing } = found;
  return { label, call: { name: 'setOpening', args: { id: door.place.opening.id, handing } } };
}
