/**
 * The rules of the review, by kind: apart from the declarations of the kinds, which the page reads as well, as only the
 * worker and the command line review. A new kind is a line here.
 */
import type { Rule } from '../document/kind';
import type { Kind } from '../document/record';
import { findAskewDimensions } from '../kinds/dimension/review';
import { findAskewGuides } from '../kinds/guide/review';
import { findHeads, findOpenings } from '../kinds/opening/review';
import {
  findAboveRoof,
  findBays,
  findCasings,
  findEscapes,
  findGlass,
  findNoWayIn,
  findSlidingRoom,
  findThresholds
} from '../kinds/opening/review-fit';
import { findOutwards } from '../kinds/opening/review-rooms';
import { findSwings } from '../kinds/opening/review-swings';
import { findArea } from '../kinds/project/review';
import { findPartTopless, findTopless } from '../kinds/wall/review-roofs';
import { findRoofs } from '../kinds/roof/review';
import { findRooflights } from '../kinds/rooflight/review';
import { findSlabs } from '../kinds/slab/review';
import { findFootings } from '../kinds/footing/review';
import { findGround } from '../kinds/ground/review';
import { findSpaces } from '../kinds/clear-space/review';
import { findRoomTies } from '../kinds/room-tie/review';
import { findSurveyRooms } from '../kinds/survey-room/review';
import { findSurveys } from '../kinds/survey-run/review';
import { findStairs } from '../kinds/stair/review';
import { findBound } from '../kinds/wall/review-bound';
import { findOpenRuns, findOverlaps, findUnsolved } from '../kinds/wall/review';
import {
  findGaps,
  findInsideOut,
  findSkew,
  findTops,
  findUnsupported,
  findWithinHouse
} from '../kinds/wall/review-among';

/** Each is asked once for each storey. */
export const rulesOf: Readonly<Record<Kind, readonly Rule[]>> = {
  project: [findArea],
  storey: [],
  material: [],
  buildUp: [],
  wall: [
    ...[findOpenRuns, findOverlaps, findUnsolved, findTops],
    ...[findSkew, findGaps, findUnsupported, findInsideOut, findWithinHouse],
    ...[findTopless, findPartTopless, findBound]
  ],
  catalogueEntry: [],
  opening: [
    ...[findOpenings, findHeads, findSwings, findEscapes, findOutwards],
    ...[findGlass, findThresholds, findCasings, findBays, findNoWayIn, findAboveRoof, findSlidingRoom]
  ],
  column: [],
  chimney: [],
  slab: [findSlabs],
  stair: [findStairs],
  clearSpace: [findSpaces],
  surveyRun: [findSurveys],
  surveyRoom: [findSurveyRooms],
  roomTie: [findRoomTies],
  siteNote: [],
  ground: [findGround],
  alignment: [],
  footing: [findFootings],
  roof: [findRoofs],
  rooflight: [findRooflights],
  tracingSheet: [],
  joint: [],
  deferral: [],
  guide: [findAskewGuides],
  dimension: [findAskewDimensions],
  preset: [],
  layer: [],
  twins: []
};
