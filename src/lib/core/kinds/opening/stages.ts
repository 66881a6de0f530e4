/** What is derived from openings: their places along their walls. */
import type { Query } from '../../document/kind';
import { own, result, stage, table } from '../../document/stage';
import { frames } from '../wall/stages';
import { placeOpening, type OpeningPlace, type Stretch } from './place';
import { holeBehind } from './through';
import { goingRound, goneRound, legOf, meetingOf, openedBy } from './round';
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
    },
    // The wall that it goes on in round a corner; a list, so that it is the same while its members are.
    corner: (query, id) => {
      const { project } = query;
      const width = goingRound(project).get(id);
      if (width === undefined) return undefined;
      const meeting = meetingOf(project, project.tables.opening.get(id)!);
      const other = meeting && query.get(frames, meeting.wall);
      return meeting && other ? ([other, width, meeting.end, meeting.ownEnd] as const) : undefined;
    }
  },
  ({ opening, frame, named, corner }): OpeningPlace | undefined => {
    if (!opening || !frame) return undefined;
    const place = placeOpening(frame, opening, named);
    if (!corner) return place;
    const [other, width, end, ownEnd] = corner;
    return goneRound(frame, other, place, { wall: other.wall.id, end, ownEnd }, width);
  }
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

/** Those of a storey that go on: through walls behind their own, or round a corner. */
const goingOn = stage(
  'openings that go on',
  {
    found: (query: Query, storey) => {
      const { project } = query;
      const { opening, wall } = project.tables;
      const round = goingRound(project);
      return [...opening.values()].flatMap((one) =>
        (one.through || round.has(one.id)) && wall.get(one.wall)?.storey === storey
          ? (query.get(framed, one.id) ?? [])
          : []
      );
    }
  },
  ({ found }) => found
);

/** What openings of other walls open of a wall: stretches of it that they go on through, and those round a corner. */
export const opensBeside = stage(
  'holes from walls beside',
  {
    frame: result(frames),
    from: result(goingOn, (id, { project }) => project.tables.wall.get(id)?.storey ?? ''),
    own: result(placesIn)
  },
  ({
    frame,
    from,
    own: has
  }): { readonly through: readonly Stretch[]; readonly legs: readonly Stretch[] } => {
    if (!frame || from.length === 0) return nothing;
    const through: Stretch[] = [];
    const legs: Stretch[] = [];
    for (const { place, frame: behind } of from) {
      if (place.round?.wall === frame.wall.id) legs.push(legOf(place, place.round));
      const hole = place.opening.through ? holeBehind(place, behind, frame) : undefined;
      // What has an opening there already is open.
      if (hole && ![...has, ...through].some((one) => overlaps(one, hole))) through.push(hole);
    }
    return through.length + legs.length > 0 ? { through, legs } : nothing;
  }
);

const nothing = { through: [], legs: [] } as const;

/** All that opens a wall: its own openings, and what others open in it. */
export const holesIn = stage(
  'holes of a wall',
  { own: result(placesIn), beside: result(opensBeside) },
  ({ own, beside: { through, legs } }): readonly Stretch[] =>
    through.length + legs.length === 0 && own.every(({ round }) => !round)
      ? own
      : [...own.map(openedBy), ...through, ...legs]
);

const overlaps = (p: Stretch, q: Stretch) => p.t0 < q.t1 && q.t0 < p.t1 && p.z0 < q.z1 && q.z0 < p.z1;
