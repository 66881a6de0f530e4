/** What the plan of a storey is made of, gathered: frames, footprints and joints of its walls, places of its openings. */
import { own, result, stage } from '../../document/stage';
import type { StoreyFootprints, WallFootprint } from '../../kernels/joints/footprints';
import { placesIn } from '../opening/stages';
import type { OpeningPlace } from '../opening/place';
import type { WallFrame } from '../wall/frame';
import { footprints, framesOn, wallsOn } from '../wall/stages';
import type { Storey } from './record';
import type { Query } from '../../document/kind';

export interface StoreyModel {
  readonly storey: Storey;
  readonly frames: ReadonlyMap<string, WallFrame>;
  readonly footprints: StoreyFootprints<WallFrame>;
  readonly walls: readonly WallFootprint<WallFrame>[];
  /** Openings of each wall with any. */
  readonly places: ReadonlyMap<string, readonly OpeningPlace[]>;
}

/** By the storey's id; undefined where there is no such storey. */
export const storeyModels = stage(
  'storeys',
  {
    storey: own('storey'),
    frames: result(framesOn),
    footprints: (query, id) => query.get(footprints, id),
    places: (query, id) => query.get(wallsOn, id).map((wall) => query.get(placesIn, wall.id))
  },
  (given): StoreyModel | undefined =>
    given.storey && {
      storey: given.storey,
      frames: new Map(given.frames.map((frame) => [frame.wall.id, frame])),
      footprints: given.footprints,
      walls: [...given.footprints.walls.values()],
      places: new Map(given.places.flatMap((list) => (list[0] ? [[list[0].opening.wall, list]] : [])))
    }
);

/** Of a storey that is there. */
export function storeyModelIn(query: Query, storey: string): StoreyModel {
  const model = query.get(storeyModels, storey);
  if (!model) throw new Error(`there is no storey ${storey}`);
  return model;
}
