/** The kinds that a house is made of, in the order in which files list them. A new kind is a line here. */
import type { Declarations } from '../document/kind';
import { project } from './project/kind';
import { storey } from './storey/kind';
import { material } from './material/kind';
import { buildUp } from './build-up/kind';
import { alignment } from './alignment/kind';
import { wall } from './wall/kind';
import { catalogueEntry } from './catalogue-entry/kind';
import { opening } from './opening/kind';
import { column } from './column/kind';
import { chimney } from './chimney/kind';
import { slab } from './slab/kind';
import { footing } from './footing/kind';
import { ground } from './ground/kind';
import { clearSpace } from './clear-space/kind';
import { siteNote } from './site-note/kind';
import { roomTie } from './room-tie/kind';
import { surveyRoom } from './survey-room/kind';
import { surveyRun } from './survey-run/kind';
import { stair } from './stair/kind';
import { roof } from './roof/kind';
import { rooflight } from './rooflight/kind';
import { tracingSheet } from './tracing-sheet/kind';
import { joint } from './joint/kind';
import { deferral } from './deferral/kind';
import { guide } from './guide/kind';
import { dimension } from './dimension/kind';
import { preset } from './preset/kind';
import { layer } from './layer/kind';
import { twins } from './twins/kind';

export const kinds: Declarations = {
  project,
  storey,
  material,
  buildUp,
  wall,
  alignment,
  catalogueEntry,
  opening,
  column,
  chimney,
  slab,
  stair,
  clearSpace,
  surveyRun,
  surveyRoom,
  roomTie,
  siteNote,
  ground,
  footing,
  roof,
  rooflight,
  tracingSheet,
  joint,
  deferral,
  guide,
  dimension,
  preset,
  layer,
  twins
};
