/** The card of a roof. */
import { nameElement } from '../../../core/document/names';
import { fact, type CardMaker, type DetailsCard } from '../../details/card';
import { formatLengthWithUnit } from '../../../core/units/length';
import { materialField } from '../../details/shared-fields';
import type { Roof } from '../../../core/kinds/roof/record';

export function roofCard(make: CardMaker, roof: Roof): DetailsCard {
  const { editor } = make;
  const { units } = editor.settings;
  const set = (changes: object) => ({ name: 'setRoof', args: { id: roof.id, ...changes } });
  const solved = editor.model.roof(editor.shown, roof);
  const datum = editor.project.tables.storey.get(roof.storey)?.datum ?? 0;
  const area = (solved?.planes ?? []).reduce((sum, plane) => sum + plane.area, 0);
  return {
    title: nameElement(editor.project, roof.id),
    subtitle: '',
    groups: [
      {
        title: 'How does it run, what is it covered with?',
        fields: [
          make.text('name', 'Name', roof.name, (name) => set({ name })),
          make.pitch('Pitch', roof.pitch, (pitch) => set({ pitch })),
          make.length('overhang', 'Overhang', [roof.overhang], (overhang) => set({ overhang })),
          make.height('plateLevel', 'Plate', 'the datum', [roof.plateLevel], (plateLevel) =>
            set({ plateLevel })
          ),
          make.length('thickness', 'Thickness', [roof.thickness], (thickness) => set({ thickness })),
          materialField(make, roof, set, ['material', 'Covering'])
        ]
      },
      {
        title: 'What comes of it?',
        fields: [
          fact('Ridge above zero', solved ? formatLengthWithUnit(datum + solved.ridge, units) : 'no outline'),
          fact('Planes', String(solved?.planes.length ?? 0)),
          fact('Area on the slope', `${(area / 1e6).toFixed(2)} m²`)
        ]
      }
    ]
  };
}
