/** Survey rooms whose lengths do not hold them, or do not agree. */
import type { Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { formatLengthWithUnit } from '../../units/length';
import { letterName } from '../../units/letters';
import { pairName, type SurveyRoom } from './record';
import { laidRoom } from '../room-tie/net';

/** Names in a row, as they are said. */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join() : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

export function findSurveyRooms(scope: Scope) {
  for (const room of scope.project.tables.surveyRoom.values())
    if (room.storey === scope.storey) findRoom(scope, room);
}

function findRoom({ project, query, say, named }: Scope, room: SurveyRoom) {
  const shape = laidRoom(query, room.id);
  if (!shape) return;
  const { units } = settingsOf(project);
  const thing = named(room.id);
  const { free, square, cost } = shape;
  const wanted = shape.wanted.map(([a, b]) => pairName(a, b));
  if (room.square && square?.state === 'open') {
    say('measure', 'survey.side-missing', [room.id], {}, { thing, wanted: wanted.join(' or ') });
  } else if (!room.square && free.state === 'open') {
    say(
      'measure',
      'survey.swings',
      [room.id],
      {},
      {
        thing,
        swinging: free.swinging.length > 0 ? listed(free.swinging.map(letterName)) : 'a corner',
        wanted: listed(wanted)
      }
    );
  }
  if (shape.unlike) {
    const { length, about } = shape.unlike;
    const pair = pairName(length.from, length.to);
    say('measure', 'survey.unlike', [room.id], { length: length.length, about }, { thing, pair });
  }
  if (free.state !== 'solved') return;
  // Declared square, what is left over is told with what that costs.
  if (!room.square && free.worst.length > 0) {
    const told = free.worst.map((i) => {
      const { from, to } = room.lengths[i]!;
      return `${pairName(from, to)} by ${formatLengthWithUnit(Math.abs(free.fits[i]!.left), units)}`;
    });
    say('measure', 'survey.worst', [room.id], {}, { thing, told: told.join(' or ') });
  }
  if (free.folds.length > 0)
    say('measure', 'survey.folds', [room.id], {}, { thing, corners: listed(free.folds.map(letterName)) });
  if (room.square && cost !== undefined && cost > 3 * room.tape)
    say('measure', 'survey.askew', [room.id], { cost }, { thing });
}
