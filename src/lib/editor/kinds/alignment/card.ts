/** The card of an alignment, and the fields of it that the card of its upper wall shows too. */
import { nameElement } from '../../../core/document/names';
import { thicknessOfWall, wallsUnder } from '../../../core/kinds/alignment/lines';
import { wallLines, type Alignment } from '../../../core/kinds/alignment/record';
import type { Wall } from '../../../core/kinds/wall/record';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import type { Setter } from '../../details/shared-fields';
import { settingOutWords } from '../../style';

export function alignmentCard(make: CardMaker, alignment: Alignment): DetailsCard {
  const { project, settings } = make.editor;
  const thick = (id: string) => {
    const wall = project.tables.wall.get(id);
    return wall ? formatLengthWithUnit(thicknessOfWall(project, wall), settings.units) : '';
  };
  return {
    title: 'Alignment',
    subtitle: nameElement(project, alignment.upper),
    groups: [
      { title: 'What is it kept over?', fields: alignmentFields(make, alignment) },
      {
        title: 'How thick are they?',
        fields: [fact('This wall', thick(alignment.upper)), fact('The one below', thick(alignment.lower))]
      }
    ]
  };
}

const lineChoices = wallLines.map((value) => ({ value, label: settingOutWords[value] }));

export function alignmentFields(make: CardMaker, alignment: Alignment): Field[] {
  const { project } = make.editor;
  const set: Setter = (changes) => ({ name: 'setAlignment', args: { id: alignment.id, ...changes } });
  const upper = project.tables.wall.get(alignment.upper);
  const below = upper ? wallsUnder(project, upper).map(({ id }) => id) : [];
  const lowers = [...new Set([alignment.lower, ...below])];
  return [
    make.choice(
      'lower',
      'Kept over',
      [alignment.lower],
      lowers.map((value) => ({ value, label: nameElement(project, value) })),
      (lower) => set({ lower })
    ),
    make.length('offset', 'Outwards of it', [alignment.offset], (offset) => set({ offset })),
    make.choice('upperLine', 'Of this wall the', [alignment.upperLine], lineChoices, (upperLine) =>
      set({ upperLine })
    ),
    make.choice('lowerLine', 'Of the one below the', [alignment.lowerLine], lineChoices, (lowerLine) =>
      set({ lowerLine })
    )
  ];
}

/** On the card of a wall: what it is kept over, or a choice of walls below that it could be. */
export function overFields(make: CardMaker, wall: Wall): Field[] {
  const { project } = make.editor;
  const alignment = [...project.tables.alignment.values()].find(({ upper }) => upper === wall.id);
  const below = wallsUnder(project, wall);
  if (!alignment && below.length === 0) return [];
  const choices = [
    { value: '', label: 'nothing' },
    ...below.map(({ id }) => ({ value: id, label: nameElement(project, id) }))
  ];
  if (!alignment)
    return [
      make.choice('over', 'Kept over', [''], choices, (lower) =>
        lower
          ? { name: 'alignWalls', args: { walls: [wall.id], lower } }
          : { name: 'setWalls', args: { ids: [wall.id] } }
      )
    ];
  return [
    make.choice(
      'over',
      'Kept over',
      [alignment.lower],
      [
        ...choices,
        ...(below.some(({ id }) => id === alignment.lower)
          ? []
          : [{ value: alignment.lower, label: nameElement(project, alignment.lower) }])
      ],
      (lower) =>
        lower
          ? { name: 'setAlignment', args: { id: alignment.id, lower } }
          : { name: 'deleteItems', args: { ids: [alignment.id] } }
    ),
    make.length('overBy', 'Outwards of it', [alignment.offset], (offset) => ({
      name: 'setAlignment',
      args: { id: alignment.id, offset }
    }))
  ];
}
