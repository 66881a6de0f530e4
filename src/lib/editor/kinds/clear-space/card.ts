/** The card of a clear space. */
import { nameElement } from '../../../core/document/names';
import { spaceUseNames, spaceUses, type ClearSpace } from '../../../core/kinds/clear-space/record';
import type { CardMaker, DetailsCard } from '../../details/card';
import { placeFields, type Setter } from '../../details/shared-fields';

export function spaceCard(make: CardMaker, space: ClearSpace): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setClearSpace', args: { id: space.id, ...changes } });
  return {
    title: nameElement(make.editor.project, space.id),
    subtitle: '',
    groups: [
      {
        title: 'What is it kept for?',
        fields: [
          make.text('name', 'Name', space.name, (name) => set({ name })),
          make.choice('use', 'For', [space.use], useChoices, (use) => set({ use })),
          make.length('width', 'Width', [space.width], (width) => set({ width })),
          make.length('depth', 'Depth', [space.depth], (depth) => set({ depth }))
        ]
      },
      { title: 'Where does it lie?', fields: placeFields(make, space, set) }
    ]
  };
}

export const useChoices = spaceUseNames.map((value) => ({ value, label: spaceUses[value].label }));
