/** What is to be measured next in a survey room. */
import { isSide, sideFrom, type SurveyRoom } from '../../../core/kinds/survey-room/record';
import type { ShapedRoom } from '../../../core/kinds/survey-room/shape';

export type Pair = readonly [number, number];

export const pairKey = ([from, to]: Pair): string => `${from} ${to}`;

/** All pairs of corners: sides in their order, then diagonals. */
export function pairsOf({ corners }: SurveyRoom): Pair[] {
  const count = corners.length;
  const sides = corners.map((_, i) => sideFrom(i, count));
  const diagonals = corners.flatMap((_, from) =>
    corners.flatMap((__, to): Pair[] => (from < to && !isSide({ from, to }, count) ? [[from, to]] : []))
  );
  return [...sides, ...diagonals];
}

export const isMeasured = ({ lengths }: SurveyRoom, [a, b]: Pair): boolean =>
  lengths.some(({ from, to }) => from === a && to === b);

/** First the sides, then what would hold it, then what would make it surest; undefined where nothing would. */
export function nextPair(room: SurveyRoom, { free, square, isKnown }: ShapedRoom): Pair | undefined {
  const side = pairsOf(room).find(
    (pair) => isSide({ from: pair[0], to: pair[1] }, room.corners.length) && !isMeasured(room, pair)
  );
  if (side && !(room.square && square?.state === 'solved')) return side;
  if (room.square && isKnown) return undefined;
  return free.state === 'open' ? free.wanted[0] : free.state === 'solved' ? free.best : undefined;
}
