/** What is derived from openings: their places along their walls. */
import type { Query } from '../../document/kind';
import { own, stage, table } from '../../document/stage';
import { frames } from '../wall/stages';
import { placeOpening, type OpeningPlace } from './place';
import { groupedBy } from '../../document/grouped';
import { entryOf } from '../catalogue-entry/plain';
import type { CatalogueEntry } from '../catalogue-entry/record';

const openingsByWall = stage('openings by wall', { openings: table('opening') }, ({ openings }) =>
  groupedBy(openings.values(), ({ wall }) => wall)
);

/** Where an opening lies, by its id; undefined where its wall has no frame. */
export const places = stage(
  'places of openings',
  {
    opening: own('opening'),
    frame: (query, id) => query.get(frames, query.project.tables.opening.get(id)?.wall ?? ''),
    named: (query, id) => {
      const origin = query.project.tables.opening.get(id)?.origin;
      return origin?.kind === 'face' ? query.get(frames, origin.wall) : undefined;
    }
  },
  ({ opening, frame, named }): OpeningPlace | undefined =>
    opening && frame && placeOpening(frame, opening, named)
);

/** What fills an opening, by its id; undefined where it is bare. */
export const entries = stage(
  'entries of openings',
  {
    entry: ({ project }, id) => {
      const opening = project.tables.opening.get(id);
      return opening && entryOf(project, opening);
    }
  },
  ({ entry }): CatalogueEntry | undefined => entry
);

/** The places of a wall's openings along it, by the wall's id: the same list while none of them changed. */
export const placesIn = stage(
  'openings of a wall',
  {
    found: (query: Query, wall) => {
      const found: OpeningPlace[] = [];
      for (const { id } of query.get(openingsByWall, '').get(wall) ?? []) {
        const place = query.get(places, id);
        if (place) found.push(place);
      }
      return found;
    }
  },
  // As they lie, whatever the order of the records: jambs that two openings share are named after the first.
  ({ found }): readonly OpeningPlace[] => [...found].sort(alongWall)
);

const alongWall = (p: OpeningPlace, q: OpeningPlace) =>
  p.t0 - q.t0 || p.t1 - q.t1 || (p.opening.id < q.opening.id ? -1 : 1);
