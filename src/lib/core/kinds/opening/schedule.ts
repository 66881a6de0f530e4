/** What tables say of openings: where they lie along their wall, how high and wide. mm. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { round } from '../../units/round';
import { places } from './stages';

export const openingRows = (query: Query) =>
  [...query.project.tables.opening.keys()].flatMap((id) => {
    const place = query.get(places, id);
    if (!place) return [];
    const { opening, t0, t1, z0, z1 } = place;
    return [
      {
        id,
        name: nameElement(query.project, id),
        mark: opening.mark,
        wall: opening.wall,
        filling: opening.filling,
        from: round(t0),
        to: round(t1),
        sill: round(z0),
        head: round(z1),
        width: opening.width,
        height: opening.height
      }
    ];
  });
