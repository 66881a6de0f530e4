/** The card of a slab. */
import { fact, type CardMaker, type DetailsCard } from '../../details/card';
import { nameElement } from '../../../core/document/names';
import { materialField } from '../../details/shared-fields';
import type { Slab } from '../../../core/kinds/slab/record';

export function slabCard(make: CardMaker, slab: Slab): DetailsCard {
  const set = (changes: object) => ({ name: 'setSlab', args: { id: slab.id, ...changes } });
  const face =
    slab.outline.kind === 'walls'
      ? [
          make.choice(
            'face',
            'Outline by',
            [slab.outline.face],
            [
              { value: 'outer', label: 'outer face of walls' },
              { value: 'structure', label: 'structure of walls' },
              { value: 'inner', label: 'inner face of walls' }
            ],
            (value) => set({ face: value })
          )
        ]
      : [fact('Outline', 'drawn')];
  return {
    title: nameElement(make.editor.project, slab.id),
    subtitle: '',
    groups: [
      {
        title: 'Where does it lie?',
        fields: [
          make.text('name', 'Name', slab.name, (name) => set({ name })),
          ...face,
          make.height('offset', 'Top', 'the datum', [slab.offset], (offset) => set({ offset }))
        ]
      },
      {
        title: 'What is it made of?',
        fields: [
          make.length('thickness', 'Thickness', [slab.thickness], (thickness) => set({ thickness })),
          materialField(make, slab, set, ['material', 'Material'])
        ]
      }
    ]
  };
}
