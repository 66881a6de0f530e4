/** Doors whose leaves meet one another, or something that stops them short of a right angle. */
import { allCuts } from '../../document/cuts';
import type { Query, Repair, Scope } from '../../document/kind';
import { formatArea } from '../../units/area';
import { settingsOf } from '../../document/project';
import { storeyModelIn } from '../storey/model';
import type { WallFrame } from '../wall/frame';
import { boxOf, boxesMeet, type Box } from '../../geometry/ring';
import type { Handing } from './record';
import type { OpeningPlace } from './place';
import { entries } from './stages';
import { clashOf, opensTo, sweepsOf, type InTheWay, type Sweep } from './swing';
import type { CatalogueEntry } from '../catalogue-entry/record';

/** A door that turns, with what its leaves sweep. */
interface Door {
  readonly place: OpeningPlace;
  readonly frame: WallFrame;
  readonly entry: CatalogueEntry;
  readonly sweeps: readonly Sweep[];
}

type Obstacle = InTheWay & { readonly box: Box; readonly wall: string };

/** The doors of a storey and all that could stop their leaves: walls, columns, chimneys. Heights above the datum. */
export class Swings {
  readonly doors: readonly Door[];
  private readonly obstacles: readonly Obstacle[];

  constructor(query: Query, storey: string) {
    const model = storeyModelIn(query, storey);
    const { datum } = model.storey;
    this.doors = [...model.places].flatMap(([wall, places]) =>
      places.flatMap((place): Door[] => {
        const [frame, entry] = [model.frames.get(wall)!, query.get(entries, place.opening.id)];
        const sweeps = sweepsOf(frame, place, entry);
        return sweeps.length > 0 && entry ? [{ place, frame, entry, sweeps }] : [];
      })
    );
    const standing = (wall: string, ring: InTheWay['ring'], z0: number, z1: number): Obstacle => ({
      ...{ wall, ring, z0, z1, box: boxOf(ring) }
    });
    this.obstacles = [
      ...model.walls.flatMap(({ frame, bands }) =>
        bands.flatMap(({ outline, z0, z1 }) => outline.map((ring) => standing(frame.wall.id, ring, z0, z1)))
      ),
      ...query.get(allCuts, '').map(({ ring, z0, z1 }) => standing('', ring, z0 - datum, z1 - datum))
    ];
  }

  /** How far a door opens, radians. */
  opens({ frame, sweeps }: Pick<Door, 'frame' | 'sweeps'>): number {
    const own = frame.wall.id;
    return Math.min(
      ...sweeps.map((sweep) => {
        const { x, y } = sweep.centre;
        const r = sweep.radius;
        const reach = { minX: x - r, minY: y - r, maxX: x + r, maxY: y + r };
        return opensTo(
          sweep,
          this.obstacles.filter(({ wall, box }) => wall !== own && boxesMeet(box, reach))
        );
      })
    );
  }

  /** The other doors that a door's leaves clash with, and how much they sweep in common, the most first. */
  clashes({ place, sweeps }: Pick<Door, 'place' | 'sweeps'>): { other: Door; area: number }[] {
    return this.doors
      .filter(({ place: { opening } }) => opening.id !== place.opening.id)
      .map((other) => ({
        other,
        area: sweeps.reduce((sum, p) => sum + other.sweeps.reduce((n, q) => n + clashOf(p, q), 0), 0)
      }))
      .filter(({ area }) => area > 0)
      .sort((p, q) => q.area - p.area);
  }

  /** The door hung otherwise. */
  hung(door: Door, handing: Handing): Door {
    const place = { ...door.place, opening: { ...door.place.opening, handing } };
    return { ...door, place, sweeps: sweepsOf(door.frame, place, door.entry) };
  }
}

/** Less than this is no right angle, radians. */
const slip = Math.PI / 180;

export function findSwings({ query, storey, say, named, project }: Scope) {
  const swings = new Swings(query, storey);
  const { units } = settingsOf(project);
  const said = new Set<string>();
  for (const door of swings.doors) {
    const { opening } = door.place;
    const angle = swings.opens(door);
    if (angle < Math.PI / 2 - slip)
      say(
        'openings',
        'opening.stopped',
        [opening.id],
        { angle },
        { thing: named(opening.id) },
        rehung(swings, door)
      );
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
function rehung(swings: Swings, door: Door): Repair | undefined {
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
    const tried = swings.hung(door, handing);
    return swings.opens(tried) > Math.PI / 2 - slip && swings.clashes(tried).length === 0;
  });
  if (!found) return undefined;
  const { label, ...handing } = found;
  return { label, call: { name: 'setOpening', args: { id: door.place.opening.id, handing } } };
}
