/** Ties between survey rooms: doorways, and lengths outside. */
import type { Declaration } from '../../document/kind';
import { planOfTies } from './plan';
import { schema, type RoomTie } from './record';
import { namesOfRooms } from './words';

const titles = { doorway: 'Doorway between rooms', outside: 'Length outside' } as const;

export const roomTie: Declaration<RoomTie> = {
  kind: 'roomTie',
  prefix: 'tie',
  words: { one: 'tie between rooms', title: ({ shape }) => titles[shape.kind] },
  called: (tie, project) => {
    const [one, other] = namesOfRooms(project, tie);
    return tie.shape.kind === 'doorway'
      ? `the doorway between ${one} and ${other}`
      : `the length outside from ${one} to ${other}`;
  },
  schema,
  storey: ({ one }, { tables }) => tables.surveyRoom.get(one)?.storey,
  layers: null,
  references: [
    { path: 'one', to: 'surveyRoom', gone: 'goes' },
    { path: 'other', to: 'surveyRoom', gone: 'goes' }
  ],
  moved: null,
  copying: 'stays',
  locks: { layer: false, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfTies
};
