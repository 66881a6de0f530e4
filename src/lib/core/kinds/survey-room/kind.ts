/** Survey rooms: shapes found from lengths. */
import { storedPoint } from '../../document/command';
import type { Declaration } from '../../document/kind';
import { moved, type Motion } from '../../geometry/motion';
import { planOfSurveyRooms } from './plan';
import { schema, type SurveyRoom } from './record';

/** Turned over, its corners keep their letters and go round the other way. */
const movedRoom = (room: SurveyRoom, motion: Motion): SurveyRoom => ({
  ...room,
  corners: room.corners.map((p) => storedPoint(moved(motion, p)))
});

export const surveyRoom: Declaration<SurveyRoom> = {
  kind: 'surveyRoom',
  prefix: 'room-survey',
  words: { one: 'survey room', title: () => 'Survey room' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'survey room', label: 'Survey rooms' }], of: () => 'survey room' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'walls.*', to: 'wall', gone: 'list' }
  ],
  moved: movedRoom,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfSurveyRooms
};
