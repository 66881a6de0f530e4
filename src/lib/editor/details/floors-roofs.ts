/** The cards of slabs and roofs. */
import { formatLengthWithUnit } from '../../core/units/length';
import { nameElement } from '../../core/project/names';
import { type Roof, type Slab } from '../../core/project/records';
import { type DetailsCard, CardMaker, fact } from './card';

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
    plies: [],
    groups: [
      {
        title: 'Where',
        fields: [
          make.text('name', 'Name', slab.name, (name) => set({ name })),
          ...face,
          make.height('offset', 'Top', 'the datum', [slab.offset], (offset) => set({ offset }))
        ]
      },
      {
        title: 'Size',
        fields: [make.length('thickness', 'Thickness', [slab.thickness], (thickness) => set({ thickness }))]
      }
    ]
  };
}

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
    plies: [],
    groups: [
      {
        title: 'Size',
        fields: [
          make.text('name', 'Name', roof.name, (name) => set({ name })),
          make.pitch('Pitch', roof.pitch, (pitch) => set({ pitch })),
          make.length('overhang', 'Overhang', [roof.overhang], (overhang) => set({ overhang })),
          make.height('plateLevel', 'Plate', 'the datum', [roof.plateLevel], (plateLevel) =>
            set({ plateLevel })
          ),
          make.length('thickness', 'Thickness', [roof.thickness], (thickness) => set({ thickness }))
        ]
      },
      {
        title: 'Result',
        fields: [
          fact('Ridge above zero', solved ? formatLengthWithUnit(datum + solved.ridge, units) : 'no outline'),
          fact('Planes', String(solved?.planes.length ?? 0)),
          fact('Area on the slope', `${(area / 1e6).toFixed(2)} m²`)
        ]
      }
    ]
  };
}
