/** The openings of a storey that something fills: for all that looks at what fills them and where. */
import { result, stage } from '../../document/stage';
import type { WallFootprint } from '../../kernels/joints/footprints';
import type { CatalogueEntry } from '../catalogue-entry/record';
import { storeyModels } from '../storey/model';
import type { WallFrame } from '../wall/frame';
import type { OpeningPlace } from './place';
import { entries } from './stages';

export interface Filled {
  readonly footprint: WallFootprint<WallFrame>;
  readonly place: OpeningPlace;
  readonly entry: CatalogueEntry;
}

/** By the storey's id. */
export const filledOn = stage(
  'filled openings of a storey',
  {
    model: result(storeyModels),
    filled: (query, id) =>
      [...(query.get(storeyModels, id)?.places.values() ?? [])]
        .flat()
        .map(({ opening }) => query.get(entries, opening.id))
  },
  ({ model, filled }): readonly Filled[] =>
    [...(model?.places.values() ?? [])].flat().flatMap((place, i): Filled[] => {
      const [footprint, entry] = [model!.footprints.walls.get(place.opening.wall), filled[i]];
      return footprint && entry ? [{ footprint, place, entry }] : [];
    })
);
