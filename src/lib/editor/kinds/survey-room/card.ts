/** The card of a survey room: whether its lengths hold it and agree, each of them, and its walls. */
import { nameElement } from '../../../core/document/names';
import { ringArea } from '../../../core/geometry/ring';
import { isSide, pairName, type SurveyRoom } from '../../../core/kinds/survey-room/record';
import { listed } from '../../../core/kinds/survey-room/review';
import type { ShapedRoom } from '../../../core/kinds/survey-room/shape';
import { laidRoom } from '../../../core/kinds/room-tie/net';
import { formatArea } from '../../../core/units/area';
import { formatLengthWithUnit } from '../../../core/units/length';
import { letterName } from '../../../core/units/letters';
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import { measuredFields, type Setter } from '../../details/shared-fields';
import { isMeasured, nextPair, pairKey, pairsOf, type Pair } from './lengths';

/** Rooms of so many corners show all their diagonals. */
const few = 6;

export function surveyRoomCard(make: CardMaker, room: SurveyRoom): DetailsCard {
  const { editor } = make;
  const shape = laidRoom(editor.model.at(editor.project), room.id);
  const set: Setter = (changes) => ({ name: 'setSurveyRoom', args: { id: room.id, ...changes } });
  const isBuilt = room.walls.some((id) => editor.project.tables.wall.has(id));
  const build = {
    label: 'Build walls round it',
    run: () => {
      const made = editor.perform({ name: 'buildSurveyRoom', args: { id: room.id } });
      if (made) editor.select(made);
    }
  };
  return {
    title: nameElement(editor.project, room.id),
    subtitle: '',
    actions: isBuilt || !shape?.isKnown ? [] : [build],
    groups: [
      ...(shape ? [{ title: 'Is its shape known?', fields: shapeFields(make, room, shape, set) }] : []),
      ...(shape ? [{ title: 'What was measured?', fields: lengthFields(make, room, shape) }] : []),
      { title: 'What is it called?', fields: [make.text('name', 'Name', room.name, (name) => set({ name }))] }
    ]
  };
}

function shapeFields(make: CardMaker, room: SurveyRoom, shape: ShapedRoom, set: Setter): Field[] {
  const { units } = make.editor.settings;
  const words = (value: number) => formatLengthWithUnit(value, units);
  const { free, square, cost, ring, isKnown } = shape;
  const next = nextPair(room, shape);
  const names = (list: readonly Pair[]) => listed(list.map(([a, b]) => pairName(a, b)));
  return [
    fact(
      'Shape',
      isKnown
        ? `known, ${formatArea(Math.abs(ringArea(ring)), units)} clear`
        : free.state === 'open' && !room.square
          ? `not known: ${free.swinging.length > 0 ? listed(free.swinging.map(letterName)) : 'a corner'} may swing`
          : shape.unlike
            ? 'not known: its sides would cross'
            : 'not known'
    ),
    ...(!isKnown && free.state === 'open' && !room.square
      ? [fact('What would hold it', names(free.wanted))]
      : []),
    make.flag('square', 'All corners are right angles', room.square, (on) => set({ square: on })),
    ...(square?.state === 'solved'
      ? [
          fact(
            'Left over',
            `${words(Math.abs(square.over.x))} along A–B, ${words(Math.abs(square.over.y))} across; shared out over the sides`
          )
        ]
      : []),
    ...(cost === undefined ? [] : [fact('Declared square it costs', `${words(cost)} at the worst corner`)]),
    ...(free.state === 'solved'
      ? [
          fact('A corner may be off by', words(Math.max(...free.scatter))),
          fact(
            'Lengths agree',
            free.spare === 0
              ? 'nothing checks them: none more than needed'
              : free.worst.length === 0
                ? `within what the tape allows, ${free.spare} more than needed`
                : `not: ${listed(free.worst.map((i) => pairName(room.lengths[i]!.from, room.lengths[i]!.to)))} ${free.worst.length > 1 ? 'may be' : 'is'} off`
          )
        ]
      : []),
    ...(shape.tied === undefined
      ? []
      : [fact('Among the rooms it is tied to', `a corner may be off by ${words(shape.tied)}`)]),
    ...(next && isKnown ? [fact('Would make it surest', pairName(...next))] : []),
    make.length('tape', 'A tape length is good to', [room.tape], (tape) => set({ tape }))
  ];
}

/** Each side, then diagonals; of many corners those that are measured or would help. */
function lengthFields(make: CardMaker, room: SurveyRoom, shape: ShapedRoom): Field[] {
  const count = room.corners.length;
  const { free } = shape;
  const next = nextPair(room, shape);
  const wanted = new Set([
    ...(free.state === 'open' ? free.wanted.map(pairKey) : []),
    ...(next ? [pairKey(next)] : [])
  ]);
  const shown = pairsOf(room).filter(
    (pair) =>
      count <= few ||
      isSide({ from: pair[0], to: pair[1] }, count) ||
      isMeasured(room, pair) ||
      wanted.has(pairKey(pair))
  );
  // Where no length is spare all agree, and say nothing by it.
  const isTold = room.square || shape.tied !== undefined || (free.state === 'solved' && free.spare > 0);
  const left = isTold ? shape.left : undefined;
  return shown.flatMap((pair): Field[] => {
    const [from, to] = pair;
    const at = room.lengths.findIndex((one) => one.from === from && one.to === to);
    const args = { id: room.id, from: from + 1, to: to + 1 };
    return measuredFields(
      make,
      { name: pairKey(pair), label: pairName(from, to), own: room.lengths[at], left: left?.[at] },
      (changes) => ({ name: 'measureRoom', args: { ...args, ...changes } })
    );
  });
}
