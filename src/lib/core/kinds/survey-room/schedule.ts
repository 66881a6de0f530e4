/** What tables say of survey rooms; mm. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { ringArea } from '../../geometry/ring';
import { round } from '../../units/round';
import { pairName } from './record';
import { laidRoom } from '../room-tie/net';

export const surveyRoomRows = (query: Query) =>
  [...query.project.tables.surveyRoom.values()].map((room) => {
    const shape = laidRoom(query, room.id)!;
    const { free, cost, ring, isKnown, left, wanted, tied } = shape;
    return {
      id: room.id,
      name: nameElement(query.project, room.id),
      storey: room.storey,
      square: room.square,
      state: isKnown ? 'known' : 'open',
      missing: !room.square && free.state === 'open' ? free.missing : 0,
      wanted: room.square ? [] : wanted.map(([a, b]) => pairName(a, b)),
      corners: isKnown ? ring.map(({ x, y }) => [round(x), round(y)] as const) : [],
      area: isKnown ? round(Math.abs(ringArea(ring))) : null,
      lengths: room.lengths.map(({ from, to, length, certainty, by, on }, i) => ({
        ...{ between: pairName(from, to), length, certainty, by, on },
        residual: left ? round(left[i]!) : null
      })),
      worst:
        !room.square && free.state === 'solved'
          ? free.worst.map((i) => pairName(room.lengths[i]!.from, room.lengths[i]!.to))
          : [],
      tiedScatter: tied === undefined ? null : round(tied),
      scatter: free.state === 'solved' ? round(Math.max(...free.scatter)) : null,
      squareCosts: cost === undefined ? null : round(cost),
      walls: room.walls
    };
  });
