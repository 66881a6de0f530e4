/** Doors of rooms from which an escape window leads: that they open into the room, where the project asks for it. */
import { settingsOf } from '../../document/project';
import type { Scope } from '../../document/kind';
import { arrange } from '../../geometry/arrangement';
import { edgesOf, ringHolds, type Ring } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';
import { sideOfLeaf, type OpeningPlace } from './place';
import type { WallFrame } from '../wall/frame';
import { filledOn } from './filled';
import { swingsOn } from './swings';
import { storeyModelIn } from '../storey/model';

/** So far in front of the face of its wall an opening is taken to be in the room there, mm. */
const before = 60;

const inFront = (frame: WallFrame, { t0, t1 }: OpeningPlace, side: 1 | -1) =>
  fromFrame(frame, (t0 + t1) / 2, side > 0 ? frame.y1 + before : frame.y0 - before);

export function findOutwards({ project, query, storey, say, named }: Scope) {
  if (!settingsOf(project).openingLimits.inwards) return;
  const filled = query.get(filledOn, storey);
  const escapes = filled.filter(({ place }) => place.opening.escape);
  const swings = query.get(swingsOn, storey);
  if (escapes.length === 0 || !swings) return;
  const rings = storeyModelIn(query, storey).walls.flatMap(({ bands }) => bands[0]?.outline ?? []);
  const spaces: readonly Ring[] = arrange(rings.flatMap(edgesOf))?.faces.map(({ outer }) => outer) ?? [];
  const bedrooms = escapes.flatMap(({ footprint: { frame }, place }) => {
    const p = inFront(frame, place, frame.wall.outside === 'left' ? -1 : 1);
    const room = spaces.find((ring) => ringHolds(ring, p));
    return room ? [{ room, escape: place.opening.id }] : [];
  });
  for (const { frame, place } of swings.doors) {
    const { opening } = place;
    const side = sideOfLeaf(frame.wall, opening.handing);
    const holds = (at: 1 | -1) => bedrooms.find(({ room }) => ringHolds(room, inFront(frame, place, at)));
    const from = holds(-side as 1 | -1);
    if (!from || holds(side)) continue;
    const opens = opening.handing.opens === 'inside' ? 'outside' : 'inside';
    say(
      'openings',
      'opening.outwards',
      [opening.id, from.escape],
      {},
      { thing: named(opening.id), other: named(from.escape) },
      {
        label: 'Let it open the other way',
        call: { name: 'setOpening', args: { id: opening.id, handing: { ...opening.handing, opens } } }
      }
    );
  }
}
