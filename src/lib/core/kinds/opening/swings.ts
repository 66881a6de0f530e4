/** The doors of a storey that turn, and all that could be in the way of their leaves. */
import { allCuts } from '../../document/cuts';
import { result, stage } from '../../document/stage';
import { along, cross, dot, scale, subtract, type Point } from '../../geometry/point';
import { boxOf, boxesMeet, type Box, type Ring } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';
import type { Cut } from '../../kernels/solids/cut';
import type { CatalogueEntry } from '../catalogue-entry/record';
import { stairSolids } from '../stair/shape';
import { storeyModels, type StoreyModel } from '../storey/model';
import type { WallFrame } from '../wall/frame';
import type { OpeningPlace } from './place';
import type { Handing } from './record';
import { filledOn, type Filled } from './filled';
import { clashOf, opensTo, reachOf, sweepsOf, sweptArea, type InTheWay, type Sweep } from './swing';

/** A door that turns, with what its leaves sweep. */
export interface Door {
  readonly place: OpeningPlace;
  readonly frame: WallFrame;
  readonly entry: CatalogueEntry;
  readonly sweeps: readonly Sweep[];
}

export const doorAt = (frame: WallFrame, place: OpeningPlace, entry: CatalogueEntry): Door => ({
  ...{ frame, place, entry },
  sweeps: sweepsOf(frame, place, entry)
});

/** The door hung otherwise. */
export const hung = ({ frame, place, entry }: Door, handing: Handing): Door =>
  doorAt(frame, { ...place, opening: { ...place.opening, handing } }, entry);

type Obstacle = InTheWay & { readonly box: Box; readonly wall: string };

/** Heights above the storey's datum. */
export class Swings {
  readonly doors: readonly Door[];
  private readonly obstacles: readonly Obstacle[];

  constructor(
    { walls, storey: { datum } }: StoreyModel,
    filled: readonly Filled[],
    standingThere: readonly Pick<Cut, 'ring' | 'z0' | 'z1'>[]
  ) {
    this.doors = filled
      .map(({ footprint, place, entry }) => doorAt(footprint.frame, place, entry))
      .filter(({ sweeps }) => sweeps.length > 0);
    const standing = (wall: string, ring: Ring, z0: number, z1: number): Obstacle => ({
      ...{ wall, ring, z0, z1, box: boxOf(ring) }
    });
    this.obstacles = [
      ...walls.flatMap(({ frame, bands }) =>
        bands.flatMap(({ outline, z0, z1 }) => outline.map((ring) => standing(frame.wall.id, ring, z0, z1)))
      ),
      ...standingThere.map(({ ring, z0, z1 }) => standing('', ring, z0 - datum, z1 - datum))
    ];
  }

  /** How far a door opens, radians. */
  opens({ frame, sweeps }: Door): number {
    const own = frame.wall.id;
    return Math.min(
      ...sweeps.map((sweep) => {
        const reach = reachOf(sweep);
        const near = this.obstacles.filter(({ wall, box }) => wall !== own && boxesMeet(box, reach));
        return opensTo(sweep, near);
      })
    );
  }

  /** The other doors that a door's leaves clash with, and how much they sweep in common, the most first, mm2. */
  clashes({ place, sweeps }: Door): { other: Door; area: number }[] {
    const common = (other: Door) =>
      sweeps.reduce((sum, p) => sum + other.sweeps.reduce((n, q) => n + clashOf(p, q), 0), 0);
    return this.doors
      .filter((other) => other.place.opening.id !== place.opening.id)
      .map((other) => ({ other, area: common(other) }))
      .filter(({ area }) => area > 0)
      .sort((p, q) => q.area - p.area);
  }

  /** How much of a ring of floor a door's leaves sweep, mm2. */
  sweptOf({ sweeps }: Door, ring: Ring): number {
    const box = boxOf(ring);
    return sweeps.reduce((sum, one) => sum + (boxesMeet(reachOf(one), box) ? sweptArea(one, ring) : 0), 0);
  }

  /** How far it is from the middle of an opening to what stands before it on a side, 1 to the left of its wall. */
  depth({ frame, place: { t0, t1, z0, z1 } }: Door, side: 1 | -1): number {
    const from = fromFrame(frame, (t0 + t1) / 2, side > 0 ? frame.y1 : frame.y0);
    const way = scale(frame.left, side);
    return this.obstacles
      .filter((one) => one.wall !== frame.wall.id && one.z0 < z1 && one.z1 > z0)
      .flatMap(({ ring }) => ring.map((p, i) => hitAt(from, way, p, ring[(i + 1) % ring.length]!)))
      .reduce((least, far) => Math.min(least, far), Infinity);
  }
}

/** How far along a ray it meets an edge; Infinity where it does not. */
function hitAt(from: Point, way: Point, p: Point, q: Point): number {
  const d = subtract(q, p);
  const turn = cross(way, d);
  if (turn === 0) return Infinity;
  const far = cross(subtract(p, from), d) / turn;
  const s = dot(subtract(along(from, way, far), p), d) / dot(d, d);
  return far > 1 && s >= 0 && s <= 1 ? far : Infinity;
}

/** By the storey's id; undefined where there is no such storey. */
export const swingsOn = stage(
  'swings of doors',
  {
    model: result(storeyModels),
    filled: result(filledOn),
    cuts: (query) => query.get(allCuts, ''),
    stairs: stairSolids
  },
  ({ model, filled, cuts, stairs }): Swings | undefined =>
    model && new Swings(model, filled, [...cuts, ...stairs])
);

/** Less than this is no right angle, radians. */
const slip = Math.PI / 180;

/** Whether a door opens to a right angle. */
export const isWide = (swings: Swings, door: Door) => swings.opens(door) > Math.PI / 2 - slip;
