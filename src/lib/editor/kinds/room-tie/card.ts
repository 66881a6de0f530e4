/** The card of what ties two survey rooms: whether it does, and each length of it. */
import { tieState } from '../../../core/kinds/room-tie/net';
import type { RoomTie } from '../../../core/kinds/room-tie/record';
import { namesOfRooms, outsideWords, pieceWords } from '../../../core/kinds/room-tie/words';
import { listed } from '../../../core/kinds/survey-room/review';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import { measuredFields } from '../../details/shared-fields';
import { allPieces, asLabel, pieceArgs, pieceKey, pieceLabel, rangeWords, sizeOf } from './pieces';

export function roomTieCard(make: CardMaker, tie: RoomTie): DetailsCard {
  const { project } = make.editor;
  return {
    title: tie.shape.kind === 'doorway' ? 'Doorway' : 'Length outside',
    subtitle: namesOfRooms(project, tie).join(' and '),
    groups: [
      { title: 'Does it tie them?', fields: stateFields(make, tie) },
      {
        title: 'What was measured?',
        fields: tie.shape.kind === 'doorway' ? doorwayFields(make, tie) : outsideFields(make, tie)
      }
    ]
  };
}

function stateFields({ editor }: CardMaker, tie: RoomTie): Field[] {
  const { project, settings } = editor;
  const words = (size: number) => formatLengthWithUnit(size, settings.units);
  const { missing, ties, closing, thickness } = tieState(editor.model.at(project), tie);
  const state = ties
    ? 'they lie as it says, with all else that was measured'
    : missing.length > 0
      ? `not yet: ${listed(missing.map(([piece, at]) => pieceWords(project, tie, piece, at)))}`
      : tie.shape.kind === 'doorway'
        ? 'not yet: the shape of a room is not known'
        : 'not yet: no doorway ties these rooms';
  return [
    fact('Rooms', state),
    ...(thickness
      ? [fact('Wall between them', `${rangeWords(thickness, words)} thick, from both sides`)]
      : []),
    ...(closing === undefined
      ? []
      : [fact('The way round comes back', `${words(closing)} off, shared out over all`)])
  ];
}

function doorwayFields(make: CardMaker, tie: RoomTie): Field[] {
  const { project } = make.editor;
  const { fits, ties } = tieState(make.editor.model.at(project), tie);
  return allPieces.flatMap((piece) => {
    const own = sizeOf(tie, piece);
    const at = tie.shape.kind === 'doorway' && own ? tie.shape.lengths.indexOf(own) : -1;
    const fit = ties ? fits[at] : undefined;
    return measuredFields(
      make,
      {
        ...{ name: pieceKey(piece), label: pieceLabel(project, tie, piece), own },
        // What nothing else says agrees, and says nothing by it.
        left: fit && fit.checked > 1e-3 ? fit.left : undefined
      },
      (changes) => ({ name: 'measureDoorway', args: { id: tie.id, ...pieceArgs(piece), ...changes } })
    );
  });
}

function outsideFields(make: CardMaker, tie: RoomTie): Field[] {
  const { shape } = tie;
  if (shape.kind !== 'outside') return [];
  const { project } = make.editor;
  const set = (changes: object) => ({ name: 'setOutsideLength', args: { id: tie.id, ...changes } });
  const { fits } = tieState(make.editor.model.at(project), tie);
  const words = outsideWords(project, tie);
  const wall = (key: 'wall' | 'otherWall', label: string, size: number) =>
    make.length(key, label, [size], (value) => set({ [key]: value }));
  return [
    ...measuredFields(
      make,
      {
        name: 'outside',
        label: asLabel(words),
        own: shape,
        left: fits[0]?.left
      },
      set
    ),
    wall('wall', 'Wall at its beginning', shape.walls[0]),
    wall('otherWall', 'Wall at its end', shape.walls[1])
  ];
}
