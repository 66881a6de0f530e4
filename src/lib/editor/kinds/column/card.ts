/** The card of a column. */
import { nameElement } from '../../../core/document/names';
import { materialField, placeFields, type Setter } from '../../details/shared-fields';
import { topChoiceFields } from '../../details/tops';
import type { CardMaker, DetailsCard } from '../../details/card';
import type { Column } from '../../../core/kinds/column/record';

export function columnCard(make: CardMaker, column: Column): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setColumn', args: { id: column.id, ...changes } });
  const { profile } = column;
  const size = (what: string, label: string, value: number) =>
    make.length(what, label, [value], (v) => set({ profile: { ...profile, [what]: v } }));
  return {
    title: 'Column',
    subtitle: column.name || nameElement(make.editor.project, column.id),
    groups: [
      {
        title: 'Where does it stand?',
        fields: [
          make.text('name', 'Name', column.name, (name) => set({ name })),
          ...placeFields(make, column, set)
        ]
      },
      {
        title: 'What is its profile, how high is it?',
        fields: [
          make.choice(
            'profile',
            'Profile',
            [profile.kind],
            [
              { value: 'rectangle', label: 'rectangular' },
              { value: 'round', label: 'round' }
            ],
            (kind) => {
              const across = profile.kind === 'round' ? profile.diameter : profile.width;
              return set({
                profile:
                  kind === 'round' ? { kind, diameter: across } : { kind, width: across, depth: across }
              });
            }
          ),
          ...(profile.kind === 'round'
            ? [size('diameter', 'Diameter', profile.diameter)]
            : [size('width', 'Width', profile.width), size('depth', 'Depth', profile.depth)]),
          make.height('base', 'Base', 'the datum', [column.base], (base) => set({ base })),
          ...topChoiceFields(make, [column.top], set)
        ]
      },
      { title: 'What is it made of?', fields: [materialField(make, column, set, ['material', 'Material'])] }
    ]
  };
}
