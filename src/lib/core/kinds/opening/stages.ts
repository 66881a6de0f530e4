/** What is derived from openings: their places along their walls. */
import type { Query } from '../../document/kind';
import { own, result, stage, table } from '../../document/stage';
import { frames } from '../wall/stages';
import { placeOpening, type OpeningPlace, type Stretch } from './place';
import { holeBehind } from './through';
import type { WallFrame } from '../wall/frame';
import { groupedBy } from '../../document/grouped';
import { entryOf } from '../catalogue-entry/filled';
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

/** Openings that go on through walls behind their own, by storey. */
const throughOn = stage(
  'openings that go on',
  {
    places: (query: Query, storey) => {
      const { opening, wall } = query.project.tables;
      return [...opening.values()].flatMap((one) =>
        one.through && wall.get(one.wall)?.storey === storey ? (query.get(places, one.id) ?? []) : []
      );
    }
  },
  ({ places: found }): readonly OpeningPlace[] => found
);

/** The holes that openings of other walls make in a wall that they go on through: stretches of that wall. */
export const throughIn = stage(
  'holes from walls beside',
  {
    frame: result(frames),
    from: (query: Query, id) => {
      const storey = query.project.tables.wall.get(id)?.storey ?? '';
      return query
        .get(throughOn, storey)
        .flatMap((place) => [place, query.get(frames, place.opening.wall)] as const);
    },
    own: result(placesIn)
  },
  ({ frame, from, own }): readonly Stretch[] => {
    if (!frame) return [];
    const holes: Stretch[] = [];
    for (let i = 0; i < from.length; i += 2) {
      const hole = holeBehind(from[i] as OpeningPlace, from[i + 1] as WallFrame | undefined, frame);
      // What has an opening there already is open.
      if (hole && ![...own, ...holes].some((one) => overlaps(one, hole))) holes.push(hole);
    }
    return holes;
  }
);

/** All that opens a wall: its own openings, and what others open in it. */
export const holesIn = stage(
  'holes of a wall',
  { own: result(placesIn), more: result(throughIn) },
  ({ own, more }): readonly Stretch[] => (more.length === 0 ? own : [...own, ...more])
);

const overlaps = (p: Stretch, q: Stretch) => p.t0 < q.t1 && q.t0 < p.t1 && p.z0 < q.z1 && q.z0 < p.z1;
