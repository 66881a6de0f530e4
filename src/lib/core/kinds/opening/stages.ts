/** What is derived from openings: their places along their walls. */
import type { Query } from '../../document/kind';
import { own, result, stage, table } from '../../document/stage';
import { frames } from '../wall/stages';
import { placeOpening, type OpeningPlace, type Stretch } from './place';
import { holeBehind } from './through';
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

/** An opening where it lies, with the frame of its wall, by its id. */
const framed = stage(
  'openings with the frames of their walls',
  {
    place: result(places),
    frame: (query, id) => query.get(frames, query.project.tables.opening.get(id)?.wall ?? '')
  },
  ({ place, frame }) => place && frame && { place, frame }
);

/** Those of a storey that go on through walls behind their own. */
const throughOn = stage(
  'openings that go on',
  {
    found: (query: Query, storey) => {
      const { opening, wall } = query.project.tables;
      return [...opening.values()].flatMap((one) =>
        one.through && wall.get(one.wall)?.storey === storey ? (query.get(framed, one.id) ?? []) : []
      );
    }
  },
  ({ found }) => found
);

/** The holes that openings of other walls make in a wall that they go on through: stretches of that wall. */
export const throughIn = stage(
  'holes from walls beside',
  {
    frame: result(frames),
    from: result(throughOn, (id, { project }) => project.tables.wall.get(id)?.storey ?? ''),
    own: result(placesIn)
  },
  ({ frame, from, own: has }): readonly Stretch[] => {
    if (!frame) return [];
    const holes: Stretch[] = [];
    for (const { place, frame: behind } of from) {
      const hole = holeBehind(place, behind, frame);
      // What has an opening there already is open.
      if (hole && ![...has, ...holes].some((one) => overlaps(one, hole))) holes.push(hole);
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
