/** What tables say of ties between survey rooms; mm. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { round } from '../../units/round';
import { tieState } from './net';
import { pieceWords, sizesOfTie } from './words';

export const roomTieRows = (query: Query) => {
  const { project } = query;
  return [...project.tables.roomTie.values()].map((tie) => {
    const { missing, ties, closing, fits, thickness } = tieState(query, tie);
    const { shape } = tie;
    return {
      id: tie.id,
      name: nameElement(project, tie.id),
      rooms: [tie.one, tie.other],
      kind: shape.kind,
      ties,
      missing: missing.map(([piece, at]) => pieceWords(project, tie, piece, at)),
      lengths: sizesOfTie(project, tie).map((one, i) => ({
        ...one,
        residual: fits[i] ? round(fits[i].left) : null
      })),
      walls: shape.kind === 'outside' ? shape.walls : [],
      closingError: closing === undefined ? null : round(closing),
      thickness: thickness ? thickness.map(round) : []
    };
  });
};
