/** The card of a footing. */
import { nameElement } from '../../../core/document/names';
import { footingBreadths, type Footing } from '../../../core/kinds/footing/record';
import { footingRow } from '../../../core/kinds/footing/schedule';
import { footingLevels, undersidesOf } from '../../../core/kinds/footing/shape';
import { measuredFromTop } from '../../../core/kinds/wall/bound';
import { datumOf } from '../../../core/kinds/storey/record';
import { formatVolume } from '../../../core/units/area';
import { formatHeight } from '../../../core/units/height';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import { materialField, type Setter } from '../../details/shared-fields';

export function footingCard(make: CardMaker, footing: Footing): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setFooting', args: { id: footing.id, ...changes } });
  const { project } = make.editor;
  return {
    title: nameElement(project, footing.id),
    subtitle: '',
    groups: [
      { title: 'What stands on it?', fields: standingFields(make, footing, set) },
      { title: 'How is it made?', fields: madeFields(make, footing, set) },
      { title: 'How deep does it lie?', fields: depthFields(make, footing, set) },
      { title: 'What stands up from it?', fields: wallFields(make, footing, set) },
      {
        title: 'How wide is it under each?',
        fields: [...widthFields(make, footing, set), ...memberFields(make, footing, set)]
      }
    ]
  };
}

const breadthLabels = { wall: 'all of each wall', structure: 'the structure of each' } as const;

const standingFields = (make: CardMaker, footing: Footing, set: Setter): Field[] => [
  make.text('name', 'Name', footing.name, (name) => set({ name })),
  make.choice(
    'breadth',
    'Under',
    [footing.breadth],
    footingBreadths.map((value) => ({ value, label: breadthLabels[value] })),
    (breadth) => set({ breadth })
  ),
  make.length('projection', 'Wider on each side', [footing.projection], (projection) => set({ projection }))
];

/** How far it reaches beyond each; as far as the footing does is none of its own. */
function widthFields(make: CardMaker, footing: Footing, set: Setter): Field[] {
  const lists = ['walls', 'columns'] as const;
  return lists.flatMap((list) =>
    footing[list].map(({ of, projection }) =>
      make.length(
        `of-${of}`,
        nameElement(make.editor.project, of),
        [projection ?? footing.projection],
        (own) =>
          set({
            [list]: footing[list].map((one) =>
              one.of === of ? { of, projection: own === footing.projection ? null : own } : one
            )
          })
      )
    )
  );
}

/** What it is laid under besides, and what no more. */
function memberFields(make: CardMaker, footing: Footing, set: Setter): Field[] {
  const { project } = make.editor;
  const { wall, column } = project.tables;
  const borne = [...footing.walls, ...footing.columns].map(({ of }) => of);
  const others = [...wall.values(), ...column.values()].flatMap(({ id, storey }) =>
    storey === footing.storey && !borne.includes(id) ? [id] : []
  );
  const field = (
    name: string,
    label: string,
    ids: readonly string[],
    change: (list: 'walls' | 'columns', id: string) => object
  ) =>
    make.choice(
      name,
      label,
      [''],
      [{ value: '', label: 'nothing' }, ...ids.map((id) => ({ value: id, label: nameElement(project, id) }))],
      (id) => set(id === '' ? {} : change(wall.has(id) ? 'walls' : 'columns', id))
    );
  return [
    ...(others.length > 0
      ? [
          field('more', 'Lay it also under', others, (list, of) => ({
            [list]: [...footing[list], { of, projection: null }]
          }))
        ]
      : []),
    ...(borne.length > 1
      ? [
          field('less', 'Take it from under', borne, (list, id) => ({
            [list]: footing[list].filter(({ of }) => of !== id)
          }))
        ]
      : [])
  ];
}

const madeFields = (make: CardMaker, footing: Footing, set: Setter): Field[] => {
  const row = footingRow(make.editor.model.at(make.editor.project), footing);
  return [
    make.length('thickness', 'Thickness', [footing.thickness], (thickness) => set({ thickness })),
    materialField(make, footing, set, ['material', 'Material']),
    make.length('working', 'Room to work when dug', [footing.working], (working) => set({ working })),
    // Pads under columns have none.
    ...(row.length > 0 ? [fact('Length', formatLengthWithUnit(row.length, make.editor.settings.units))] : []),
    fact('Concrete', formatVolume(row.volume, make.editor.settings.units, 3))
  ];
};

function depthFields(make: CardMaker, footing: Footing, set: Setter): Field[] {
  const { editor } = make;
  const { units } = editor.settings;
  const { step, thickness, depth, top, storey } = footing;
  const levels = editor.model.at(editor.project).get(footingLevels, footing.id);
  const datum = datumOf(editor.project, storey);
  const undersides = (levels ? undersidesOf(levels) : []).map((z) =>
    formatHeight(z - datum, units, 'the datum')
  );
  return [
    make.height('top', 'Top of the strip, where highest', 'the datum', [top], (z) => set({ top: z })),
    make.length('depth', 'Underside under the ground, at least', [depth], (least) => set({ depth: least })),
    make.choice(
      'steps',
      'Along the ground',
      [step > 0 ? 'steps' : 'level'],
      [
        { value: 'level', label: 'level all along' },
        { value: 'steps', label: 'steps down with it' }
      ],
      (value) => set({ step: value === 'steps' ? thickness : 0 })
    ),
    ...(step > 0 ? [make.length('step', 'Height of a step', [step], (height) => set({ step: height }))] : []),
    fact('Underside', undersides.join(', '))
  ];
}

function wallFields(make: CardMaker, footing: Footing, set: Setter): Field[] {
  const { editor } = make;
  const { wall } = footing;
  const choice = make.choice(
    'stands',
    'On it',
    [wall ? 'wall' : 'none'],
    [
      { value: 'none', label: 'nothing' },
      { value: 'wall', label: 'a foundation wall' }
    ],
    (value) =>
      set({
        wallTop: value === 'wall' ? Math.max(-editor.usual.slab, footing.top + editor.usual.slab) : null
      })
  );
  if (!wall) return [choice];
  const held = measuredFromTop(editor.project, footing.id).map(({ id }) => nameElement(editor.project, id));
  return [
    choice,
    make.height('wallTop', 'Top of the foundation', 'the datum', [wall.top], (wallTop) => set({ wallTop })),
    materialField(make, { wallMaterial: wall.material }, set, ['wallMaterial', 'Material']),
    ...(held.length > 0 ? [fact('Measured from it', held.join(', '))] : [])
  ];
}
