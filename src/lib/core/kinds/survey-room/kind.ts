/** Survey rooms: shapes found from lengths. */
import { storedPoint } from '../../document/command';
import type { Declaration } from '../../document/kind';
import { moved, type Motion } from '../../geometry/motion';
import { planOfSurveyRooms } from './plan';
import { schema, type RoomLength, type SurveyRoom } from './record';

/** Turned over, its corners go round the other way from the first one on, and lengths go with them. */
function movedRoom(room: SurveyRoom, motion: Motion): SurveyRoom {
  const corners = room.corners.map((p) => storedPoint(moved(motion, p)));
  if (!motion.flips) return { ...room, corners };
  const count = corners.length;
  const other = (i: number) => (count - i) % count;
  const lengths = room.lengths.map((one): RoomLength => {
    const [p, q] = [other(one.from), other(one.to)];
    return { ...one, from: Math.min(p, q), to: Math.max(p, q) };
  });
  return { ...room, corners: [corners[0]!, ...corners.slice(1).reverse()], lengths };
}

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
