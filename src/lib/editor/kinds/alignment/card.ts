/** The card of an alignment, and the fields of it that the card of its upper wall shows too. */
import { nameElement } from '../../../core/document/names';
import { thicknessOfWall, wallsUnder } from '../../../core/kinds/alignment/lines';
import type { Alignment } from '../../../core/kinds/alignment/record';
import { wallLines, type Wall } from '../../../core/kinds/wall/record';
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

/** What it is kept over, or nothing any more; how far outwards, by which lines. */
function alignmentFields(make: CardMaker, alignment: Alignment): Field[] {
  const { project } = make.editor;
  const set: Setter = (changes) => ({ name: 'setAlignment', args: { id: alignment.id, ...changes } });
  const upper = project.tables.wall.get(alignment.upper);
  const below = upper ? wallsUnder(project, upper).map(({ id }) => id) : [];
  return [
    make.choice(
      'lower',
      'Kept over',
      [alignment.lower],
      overChoices(make, [...new Set([alignment.lower, ...below])]),
      (lower) => (lower ? set({ lower }) : { name: 'deleteItems', args: { ids: [alignment.id] } })
    ),
    make.length('outwards', 'Outwards of it', [alignment.offset], (offset) => set({ offset })),
    make.choice('upperLine', 'Of this wall the', [alignment.upperLine], lineChoices, (upperLine) =>
      set({ upperLine })
    ),
    make.choice('lowerLine', 'Of the one below the', [alignment.lowerLine], lineChoices, (lowerLine) =>
      set({ lowerLine })
    )
  ];
}

const overChoices = (make: CardMaker, ids: readonly string[]) => [
  { value: '', label: 'nothing' },
  ...ids.map((value) => ({ value, label: nameElement(make.editor.project, value) }))
];

/** On the card of a wall: what it is kept over, or a choice of walls below that it could be. */
export function overFields(make: CardMaker, wall: Wall): Field[] {
  const { project } = make.editor;
  const alignment = [...project.tables.alignment.values()].find(({ upper }) => upper === wall.id);
  if (alignment) return alignmentFields(make, alignment);
  const below = wallsUnder(project, wall);
  if (below.length === 0) return [];
  const choices = overChoices(
    make,
    below.map(({ id }) => id)
  );
  return [
    make.choice('lower', 'Kept over', [''], choices, (lower) => ({
      name: 'alignWalls',
      args: { walls: [wall.id], lower }
    }))
  ];
}
