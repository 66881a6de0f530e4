/** What of a doorway is measured, in the order that it is asked for. */
import type { Project } from '../../../core/document/kind';
import type { RoomTie } from '../../../core/kinds/room-tie/record';
import { pieceWords } from '../../../core/kinds/room-tie/words';
import type { DoorPiece } from '../../../core/kernels/survey/door-pieces';
import { missingOf } from '../../../core/kernels/survey/network';

export type Piece = readonly [DoorPiece, 0 | 1];

export const allPieces: readonly Piece[] = [
  ...([0, 1] as const).flatMap((at) => (['from', 'width', 'to'] as const).map((piece): Piece => [piece, at])),
  ...(['thick', 'across'] as const).flatMap((piece) => ([0, 1] as const).map((at): Piece => [piece, at]))
];

export const pieceKey = ([piece, at]: Piece): string => `${piece} ${at + 1}`;

export const pieceArgs = ([piece, at]: Piece) => ({ piece, at: at + 1 });

const lengthsOf = ({ shape }: RoomTie) => (shape.kind === 'doorway' ? shape.lengths : []);

export const sizeOf = (tie: RoomTie, [piece, at]: Piece) =>
  lengthsOf(tie).find((one) => one.piece === piece && one.at === at);

/** First what ties, then what makes it surer; undefined where all is measured. */
export function nextPiece(tie: RoomTie): Piece | undefined {
  const sure: Piece[] = [
    ['thick', 0],
    ['thick', 1],
    ['across', 0],
    ['across', 1],
    ['to', 0],
    ['to', 1]
  ];
  return [...missingOf(lengthsOf(tie)), ...sure].find((piece) => !sizeOf(tie, piece));
}

/** As the beginning of a line. */
export const asLabel = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

export const pieceLabel = (project: Project, tie: RoomTie, piece: Piece): string =>
  asLabel(pieceWords(project, tie, ...piece));

/** One size, or from the least to the most where they differ as one would read them. */
export const rangeWords = (
  [least, most]: readonly [number, number],
  words: (size: number) => string
): string => (words(least) === words(most) ? words(most) : `${words(least)} to ${words(most)}`);
