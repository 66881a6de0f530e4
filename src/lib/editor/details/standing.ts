/** The cards of columns and chimneys. */
import { formatLengthWithUnit } from '../../core/units/length';
import { nameElement } from '../../core/project/names';
import { storeysInOrder } from '../../core/project/project';
import type { Chimney, Column, Fire, Flue } from '../../core/project/records';
import { topChoiceFields } from './tops';
import { type CardAction, type DetailsCard, type Field, type FieldGroup, CardMaker, fact } from './card';

type Setter = (changes: object) => { name: string; args: unknown };

function placeFields(make: CardMaker, { at, angle }: Column | Chimney, set: Setter): Field[] {
  return [
    make.length('x', 'Across from zero', [at.x], (x) => set({ at: { ...at, x } })),
    make.length('y', 'Up from zero', [at.y], (y) => set({ at: { ...at, y } })),
    make.angle('angle', 'Turned', angle, (turned) => set({ angle: turned }))
  ];
}

function materialField(make: CardMaker, { material }: Column | Chimney, set: Setter): Field {
  const all = [...make.editor.project.tables.material.values()];
  return make.choice(
    'material',
    'Material',
    [material],
    all.map(({ id, name }) => ({ value: id, label: name })),
    (value) => set({ material: value })
  );
}

export function columnCard(make: CardMaker, column: Column): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setColumn', args: { id: column.id, ...changes } });
  const { section } = column;
  const size = (what: string, label: string, value: number) =>
    make.length(what, label, [value], (v) => set({ section: { ...section, [what]: v } }));
  return {
    title: 'Column',
    subtitle: column.name || nameElement(make.editor.project, column.id),
    plies: [],
    groups: [
      {
        title: 'Where',
        fields: [
          make.text('name', 'Name', column.name, (name) => set({ name })),
          ...placeFields(make, column, set)
        ]
      },
      {
        title: 'Size',
        fields: [
          make.choice(
            'section',
            'Section',
            [section.kind],
            [
              { value: 'rectangle', label: 'rectangular' },
              { value: 'round', label: 'round' }
            ],
            (kind) => {
              const across = section.kind === 'round' ? section.diameter : section.width;
              return set({
                section:
                  kind === 'round' ? { kind, diameter: across } : { kind, width: across, depth: across }
              });
            }
          ),
          ...(section.kind === 'round'
            ? [size('diameter', 'Diameter', section.diameter)]
            : [size('width', 'Width', section.width), size('depth', 'Depth', section.depth)]),
          make.height('base', 'Base', 'the datum', [column.base], (base) => set({ base })),
          ...topChoiceFields(make, [column.top], set)
        ]
      },
      { title: 'Make-up', fields: [materialField(make, column, set)] }
    ]
  };
}

export function chimneyCard(make: CardMaker, chimney: Chimney): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setChimney', args: { id: chimney.id, ...changes } });
  const { editor } = make;
  const { units } = editor.settings;
  const last = chimney.flues.at(-1)!;
  const act = (label: string, flues: readonly Flue[]): CardAction => ({
    label,
    run: () => void editor.perform(set({ flues }))
  });
  return {
    title: 'Chimney',
    subtitle: chimney.name || nameElement(editor.project, chimney.id),
    plies: [],
    actions: [
      act('Add a flue beside', [
        ...chimney.flues,
        { ...last, along: last.along + last.width + leastBetween, fire: null }
      ]),
      ...(chimney.flues.length > 1 ? [act('Take out the last flue', chimney.flues.slice(0, -1))] : [])
    ],
    groups: [
      {
        title: 'Where',
        fields: [
          make.text('name', 'Name', chimney.name, (name) => set({ name })),
          ...placeFields(make, chimney, set),
          make.length('gap', 'Clear of others', [chimney.gap], (gap) => set({ gap }))
        ]
      },
      { title: 'Size', fields: chimneySize(make, chimney, set) },
      ...chimney.flues.map((_, i) => flueGroup(make, chimney, i, set)),
      {
        title: 'Make-up',
        fields: [
          materialField(make, chimney, set),
          fact(
            'Masonry up to',
            `${formatLengthWithUnit(editor.model.chimneyTop(editor.shown, chimney), units)} above zero`
          )
        ]
      }
    ]
  };
}

/** Masonry between a flue and one added beside it, mm: half a brick with its joints. */
const leastBetween = 115;

function chimneySize(make: CardMaker, chimney: Chimney, set: Setter): Field[] {
  const { top } = chimney;
  const length = (name: 'width' | 'depth' | 'cap' | 'capOverhang', label: string) =>
    make.length(name, label, [chimney[name]], (value) => set({ [name]: value }));
  return [
    length('width', 'Width'),
    length('depth', 'Depth'),
    make.height('base', 'Foot', 'the datum', [chimney.base], (base) => set({ base })),
    make.choice(
      'top',
      'Ends',
      [top.kind],
      [
        { value: 'roof', label: 'above the roofs' },
        { value: 'height', label: 'at a height' }
      ],
      (kind) => {
        const { editor } = make;
        const datum = editor.project.tables.storey.get(chimney.storey)?.datum ?? 0;
        const height = editor.model.chimneyTop(editor.project, chimney) - datum;
        return set({ top: kind === 'roof' ? { kind } : { kind, height } });
      }
    ),
    top.kind === 'roof'
      ? make.length('above', 'Above the roofs', [top.above], (above) => set({ top: { kind: 'roof', above } }))
      : make.height('height', 'Top', 'the datum', [top.height], (height) =>
          set({ top: { kind: 'height', height } })
        ),
    length('cap', 'Cap'),
    length('capOverhang', 'Cap overhangs')
  ];
}

const usualFire: Fire = { side: 'front', width: 800, height: 900, depth: 340, reach: 0, hearth: 400 };

function flueGroup(make: CardMaker, chimney: Chimney, i: number, set: Setter): FieldGroup {
  const flue = chimney.flues[i]!;
  const { fire } = flue;
  const name = (what: string) => `flue ${i + 1} ${what}`;
  const put = (changes: Partial<Flue>) =>
    set({ flues: chimney.flues.map((one, k) => (k === i ? { ...one, ...changes } : one)) });
  const length = (what: 'along' | 'across' | 'width' | 'depth', label: string) =>
    make.length(name(what), label, [flue[what]], (value) => put({ [what]: value }));
  const ofFire = (what: 'width' | 'height' | 'depth' | 'reach' | 'hearth', label: string) =>
    make.length(name(`fire ${what}`), label, [fire![what]], (value) =>
      put({ fire: { ...fire!, [what]: value } })
    );
  return {
    title: `Flue ${i + 1}`,
    fields: [
      make.choice(
        name('storey'),
        'Begins on',
        [flue.storey],
        storeysInOrder(make.editor.project).map(({ id, name: label }) => ({ value: id, label })),
        (storey) => put({ storey })
      ),
      length('along', 'Right of middle'),
      length('across', 'Behind middle'),
      length('width', 'Flue width'),
      length('depth', 'Flue depth'),
      make.choice(
        name('fire'),
        'Fire opening',
        [fire?.side ?? 'none'],
        [
          { value: 'none', label: 'none' },
          { value: 'front', label: 'in front' },
          { value: 'back', label: 'at the back' }
        ],
        (side) =>
          put({ fire: side === 'none' ? null : { ...(fire ?? usualFire), side: side as Fire['side'] } })
      ),
      ...(fire
        ? [
            ofFire('width', 'Fire width'),
            ofFire('height', 'Fire height'),
            ofFire('depth', 'Fire depth'),
            ofFire('reach', 'Runs on in front'),
            ofFire('hearth', 'Hearth out')
          ]
        : [])
    ]
  };
}
