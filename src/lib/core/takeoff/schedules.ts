/**
 * The schedules of the kinds that have one, under the names that `inspect` gives them: apart from the declarations of the
 * kinds, which the page reads as well, as schedules need bodies. A new kind is a line here.
 */
import type { Query } from '../document/kind';
import type { Kind } from '../document/record';
import { alignmentRows } from '../kinds/alignment/schedule';
import { catalogueRows } from '../kinds/catalogue-entry/schedule';
import { chimneyRows } from '../kinds/chimney/schedule';
import { columnRows } from '../kinds/column/schedule';
import { dimensionRows } from '../kinds/dimension/schedule';
import { diggingOf, footingRows } from '../kinds/footing/schedule';
import { groundSummary } from '../kinds/ground/schedule';
import { openingRows } from '../kinds/opening/schedule';
import { roofRows } from '../kinds/roof/schedule';
import { rooflightRows } from '../kinds/rooflight/schedule';
import { slabRows } from '../kinds/slab/schedule';
import { stairRows } from '../kinds/stair/schedule';
import { storeyRows } from '../kinds/storey/schedule';
import { twinRows } from '../kinds/twins/schedule';
import { sheetRows } from '../kinds/tracing-sheet/schedule';
import { noteRows } from '../kinds/site-note/schedule';
import { roomTieRows } from '../kinds/room-tie/schedule';
import { surveyRoomRows } from '../kinds/survey-room/schedule';
import { surveyRows } from '../kinds/survey-run/schedule';
import { wallRows } from '../kinds/wall/schedule';

interface Schedule {
  readonly as: string;
  /** A list of rows, or one summary. */
  readonly rows: (query: Query) => object;
}

export const scheduleOf: Readonly<Record<Kind, Schedule | null>> = {
  project: null,
  storey: { as: 'storeys', rows: storeyRows },
  material: null,
  buildUp: null,
  wall: { as: 'walls', rows: wallRows },
  catalogueEntry: { as: 'catalogue', rows: catalogueRows },
  opening: { as: 'openings', rows: openingRows },
  column: { as: 'columns', rows: columnRows },
  chimney: { as: 'chimneys', rows: chimneyRows },
  slab: { as: 'slabs', rows: slabRows },
  stair: { as: 'stairs', rows: stairRows },
  clearSpace: null,
  surveyRun: { as: 'surveyRuns', rows: surveyRows },
  surveyRoom: { as: 'surveyRooms', rows: surveyRoomRows },
  roomTie: { as: 'roomTies', rows: roomTieRows },
  siteNote: { as: 'siteNotes', rows: noteRows },
  alignment: { as: 'alignments', rows: alignmentRows },
  ground: { as: 'ground', rows: (query) => ({ ...diggingOf(query), ...groundSummary(query) }) },
  footing: { as: 'footings', rows: footingRows },
  roof: { as: 'roofs', rows: roofRows },
  rooflight: { as: 'rooflights', rows: rooflightRows },
  tracingSheet: { as: 'tracingSheets', rows: sheetRows },
  joint: null,
  deferral: null,
  guide: null,
  dimension: { as: 'dimensions', rows: dimensionRows },
  preset: null,
  layer: null,
  twins: { as: 'twins', rows: twinRows }
};
