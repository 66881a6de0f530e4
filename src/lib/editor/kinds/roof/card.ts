/** The card of a roof. */
import { nameElement } from '../../../core/document/names';
import { fact, type CardMaker, type DetailsCard, type Field, type FieldGroup } from '../../details/card';
import type { RoofModel } from '../../../core/kinds/roof/planes';
import { formatAngle } from '../../../core/units/angle';
import { formatLengthWithUnit } from '../../../core/units/length';
import { materialField } from '../../details/shared-fields';
import { edgeWords, roofEdgeKinds, type Roof } from '../../../core/kinds/roof/record';

const kindWords = roofEdgeKinds.map((value) => ({ value, label: value }));

/** How each edge is made, over the wall that it is named by. */
function edgeGroups(make: CardMaker, roof: Roof, solved: RoofModel | undefined): FieldGroup[] {
  const { project } = make.editor;
  return (solved?.edges.flat() ?? []).flatMap(({ walls, kind, pitch, overhang, plateLevel }, i) => {
    const [wall] = walls;
    if (wall === undefined) return [];
    const set = (changes: object) => ({ name: 'setRoofEdge', args: { roof: roof.id, wall, ...changes } });
    const named = (field: Field): Field => ({ ...field, name: `${field.name} ${i}` });
    return [
      {
        title: `Over ${nameElement(project, wall)}`,
        folded: kind === 'eave' ? `${edgeWords.eave} at ${formatAngle(pitch, 2)}` : edgeWords[kind],
        fields: [
          make.choice('kind', 'Kind', [kind], kindWords, (value) => set({ kind: value })),
          ...(kind === 'eave' ? [make.pitch('Pitch', pitch, (value) => set({ pitch: value }))] : []),
          ...(kind === 'abutment'
            ? []
            : [
                make.length(
                  'overhang',
                  kind === 'gable' ? 'Verge past the wall' : 'Overhang',
                  [overhang],
                  (value) => set({ overhang: value })
                )
              ]),
          ...(kind === 'eave'
            ? [
                make.height('plateLevel', 'Plate', 'the datum', [plateLevel], (value) =>
                  set({ plateLevel: value })
                )
              ]
            : [])
        ].map(named)
      }
    ];
  });
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
      ...edgeGroups(make, roof, solved),
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
