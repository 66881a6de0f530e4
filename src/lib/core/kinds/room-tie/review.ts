/** Doorways that do not tie their rooms yet, and lengths of a net of rooms that do not agree. */
import type { Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { formatLengthWithUnit } from '../../units/length';
import { pairName } from '../survey-room/record';
import { listed } from '../survey-room/review';
import { netOn, type NetSlip } from './net';
import { outsideWords, pieceWords } from './words';

export function findRoomTies(scope: Scope) {
  const { project, query, storey, say, named } = scope;
  const { roomTie, surveyRoom } = project.tables;
  if (roomTie.size === 0) return;
  const net = netOn(query, storey);
  const { units } = settingsOf(project);
  for (const tie of roomTie.values()) {
    if (surveyRoom.get(tie.one)?.storey !== storey) continue;
    const { missing } = net.ties.get(tie.id)!;
    if (missing.length > 0) {
      const wanted = listed(missing.map(([piece, at]) => `the ${pieceWords(project, tie, piece, at)}`));
      say('measure', 'survey.tie-open', [tie.id], {}, { thing: named(tie.id), wanted });
    }
  }
  const told = net.worst.map(
    (slip) =>
      `${slipWords(scope, slip)} is about ${formatLengthWithUnit(Math.abs(slip.off), units)} too ${slip.off > 0 ? 'long' : 'short'}`
  );
  if (told.length > 0)
    say(
      'measure',
      'survey.net-worst',
      [...new Set(net.worst.map(({ id }) => id))],
      {},
      { told: told.join(' or ') }
    );
}

/** The length that is off, in words. */
export function slipWords({ project, named }: Pick<Scope, 'project' | 'named'>, slip: NetSlip): string {
  if (slip.of === 'room') {
    const { from, to } = project.tables.surveyRoom.get(slip.id)!.lengths[slip.length]!;
    return `${pairName(from, to)} of ${named(slip.id)}`;
  }
  const tie = project.tables.roomTie.get(slip.id)!;
  if (tie.shape.kind === 'outside') return `the length ${outsideWords(project, tie)}`;
  const { piece, at } = tie.shape.lengths[slip.length]!;
  return `the ${pieceWords(project, tie, piece, at)}`;
}
