/**
 * The card of each kind in Details: apart from the register, since it is read when something is first selected. Of one
 * record, or of several where they can be changed together.
 */
import '../../core/commands/late';
import type { Kind, Rec, Records } from '../../core/document/record';
import type { CardMaker, DetailsCard } from '../details/card';
import { alignmentCard } from './alignment/card';
import { entryCard } from './catalogue-entry/card';
import { chimneyCard } from './chimney/card';
import { columnCard } from './column/card';
import { dimensionCard } from './dimension/card';
import { guideCard } from './guide/card';
import { openingsCard } from './opening/card';
import { projectCard } from './project/card';
import { roofCard } from './roof/card';
import { rooflightCard } from './rooflight/card';
import { slabCard } from './slab/card';
import { footingCard } from './footing/card';
import { groundCard } from './ground/card';
import { spaceCard } from './clear-space/card';
import { siteNoteCard } from './site-note/card';
import { roomTieCard } from './room-tie/card';
import { surveyRoomCard } from './survey-room/card';
import { surveyCard } from './survey-run/card';
import { stairCard } from './stair/card';
import { storeyCard } from './storey/card';
import { sheetCard } from './tracing-sheet/card';
import { wallCard } from './wall/card';

type Card<R> = (make: CardMaker, records: readonly R[]) => DetailsCard | undefined;

const ofOne =
  <R>(card: (make: CardMaker, record: R) => DetailsCard): Card<R> =>
  (make, records) =>
    records.length === 1 ? card(make, records[0]!) : undefined;

const cards: { readonly [K in Kind]?: Card<Records[K]> } = {
  wall: wallCard,
  catalogueEntry: ofOne(entryCard),
  chimney: ofOne(chimneyCard),
  column: ofOne(columnCard),
  dimension: ofOne(dimensionCard),
  guide: ofOne(guideCard),
  opening: openingsCard,
  project: ofOne(projectCard),
  roof: ofOne(roofCard),
  rooflight: ofOne(rooflightCard),
  slab: ofOne(slabCard),
  stair: ofOne(stairCard),
  clearSpace: ofOne(spaceCard),
  surveyRun: ofOne(surveyCard),
  surveyRoom: ofOne(surveyRoomCard),
  roomTie: ofOne(roomTieCard),
  siteNote: ofOne(siteNoteCard),
  ground: ofOne(groundCard),
  alignment: ofOne(alignmentCard),
  footing: ofOne(footingCard),
  storey: ofOne(storeyCard),
  tracingSheet: ofOne(sheetCard)
};

export const cardFor = ({ kind }: Rec) => cards[kind] as Card<Rec> | undefined;
