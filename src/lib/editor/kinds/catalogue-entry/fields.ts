/** How a door set or window unit is made, in plain questions: of an entry, or of an opening that has some otherwise. */
import {
  doorForms,
  baySides,
  glazings,
  handles,
  leafStyles,
  thresholdShapes,
  windowForms,
  type CatalogueEntry
} from '../../../core/kinds/catalogue-entry/record';
import { hasSurround } from '../../../core/kinds/catalogue-entry/unit';
import type { CardMaker, Field, FieldGroup } from '../../details/card';

export const formWords: Record<CatalogueEntry['form'], string> = {
  hinged: 'one leaf, hinged',
  pair: 'two leaves, hinged',
  pivot: 'one leaf, turning in its width',
  sliding: 'sliding',
  pocket: 'sliding into the wall',
  barn: 'sliding in front of the wall',
  folding: 'folding',
  garage: 'up and over',
  hatch: 'hatch, framed all round',
  casement: 'lights side by side',
  sash: 'two sashes, sliding up',
  louvre: 'blades of glass'
};

const styleWords: Record<CatalogueEntry['leaf']['style'], string> = {
  flush: 'flush',
  panelled: 'with panels',
  boarded: 'of boards',
  glazed: 'with glass'
};

const lightWords = {
  fixed: 'fixed',
  left: 'hung on the left',
  right: 'hung on the right',
  top: 'hung at the top',
  bottom: 'hung at the bottom',
  tiltLeft: 'tilts, and turns on the left',
  tiltRight: 'tilts, and turns on the right'
} as const;

const glazingWords: Record<CatalogueEntry['glazing'], string> = {
  clear: 'clear',
  obscured: 'obscured',
  safety: 'safety glass'
};

const handleWords: Record<CatalogueEntry['handle'], string> = {
  none: 'none',
  lever: 'a lever',
  knob: 'a knob',
  bar: 'a bar'
};

const choicesOf = <T extends string>(values: readonly T[], words: Readonly<Record<T, string>>) =>
  values.map((value) => ({ value, label: words[value] }));

export type Setter = (changes: object) => { name: string; args: object };
export type Group = (make: CardMaker, entry: CatalogueEntry, set: Setter) => FieldGroup;

/** Field names of an entry that an opening cannot have otherwise. */
export const namedFields: Group = (make, entry, set) => ({
  title: 'What is it called?',
  fields: [
    make.text('name', 'Name', entry.name, (name) => set({ name })),
    make.choice(
      'form',
      'Form',
      [entry.form],
      choicesOf(entry.filling === 'door' ? doorForms : windowForms, formWords),
      (form) => set({ form })
    )
  ]
});

const countWords: Partial<Record<CatalogueEntry['form'], string>> = {
  sliding: 'Leaves',
  folding: 'Leaves',
  garage: 'Sections',
  louvre: 'Blades'
};

const howItOpens: Group = (make, entry, set) => {
  const whole = (name: string, label: string, value: number, change: (count: number) => object): Field =>
    make.whole(name, label, value, (count) => set(change(count)));
  const counted = countWords[entry.form];
  return {
    title: 'How does it open?',
    fields: [
      ...(counted ? [whole('leaves', counted, entry.leaves, (leaves) => ({ leaves }))] : []),
      ...(entry.form === 'pair'
        ? [make.percent('share', 'First leaf', entry.share, (share) => set({ share }))]
        : []),
      ...(entry.form === 'casement' ? lightFields(make, entry, set) : []),
      make.choice('handle', 'Handle', [entry.handle], choicesOf(handles, handleWords), (handle) =>
        set({ handle })
      )
    ]
  };
};

const thresholdWords: Record<CatalogueEntry['thresholdShape'], string> = {
  level: 'level',
  stepped: 'stepped down outside',
  weathered: 'falling to the outside',
  ramped: 'ramped on both sides'
};

const sideWords: Record<(typeof baySides)[number], string> = {
  fixed: 'fixed',
  hung: 'hung beside the wall',
  top: 'hung at the top'
};

/** A bay in front of the wall, and lights in the wall round the corner. */
const howItLeavesTheWall: Group = (make, { bay, corner }, set) => ({
  title: 'Does it leave its wall?',
  fields: [
    make.length('bayDepth', 'Bay in front of it, deep', [bay.depth], (depth) =>
      set({ bay: { depth, ...(bay.depth === 0 && { boards: bay.boards || 50 }) } })
    ),
    ...(bay.depth > 0
      ? [
          make.length('baySplay', 'Its sides come in by', [bay.splay], (splay) => set({ bay: { splay } })),
          make.length('bayBoards', 'Its foot and head, thick', [bay.boards], (boards) =>
            set({ bay: { boards } })
          ),
          make.choice('baySides', 'Its sides are', [bay.sides], choicesOf(baySides, sideWords), (sides) =>
            set({ bay: { sides } })
          )
        ]
      : [
          make.length('cornerWidth', 'On round the corner, wide', [corner.width], (width) =>
            set({ corner: { width } })
          ),
          ...(corner.width > 0
            ? lightsOf(make, 'corner', 'Lights there', corner.lights, (lights) => set({ corner: { lights } }))
            : [])
        ])
  ]
});

function lightFields(make: CardMaker, entry: CatalogueEntry, set: Setter): Field[] {
  const { lights, rows } = entry;
  const [count, ...ways] = lightsOf(make, 'light', 'Lights', lights, (changed) => set({ lights: changed }));
  return [count!, make.whole('rows', 'In rows', rows, (high) => set({ rows: high })), ...ways];
}

/** How many lights there are, and how each opens. */
const lightsOf = (
  make: CardMaker,
  name: string,
  label: string,
  lights: CatalogueEntry['lights'],
  change: (lights: readonly string[]) => ReturnType<Setter>
): Field[] => [
  make.whole(`${name}s`, label, lights.length, (count) =>
    change(Array.from({ length: count }, (_, i) => lights[i] ?? 'fixed'))
  ),
  ...lights.map((way, i) =>
    make.choice(
      `${name}${i}`,
      `${name === 'light' ? 'Light' : 'There, light'} ${i + 1}`,
      [way],
      Object.entries(lightWords).map(([value, text]) => ({ value, label: text })),
      (value) => change(lights.map((old, k) => (k === i ? value : old)))
    )
  )
];

const whatLeavesAreLike: Group = (make, entry, set) => {
  const isDoor = entry.filling === 'door';
  const { leaf, bars } = entry;
  const whole = (name: string, label: string, value: number, change: (count: number) => object): Field =>
    make.whole(name, label, value, (count) => set(change(count)));
  return {
    title: isDoor ? 'What are its leaves like?' : 'What are its lights like?',
    fields: [
      ...(isDoor
        ? [
            make.choice('style', 'Leaf', [leaf.style], choicesOf(leafStyles, styleWords), (style) =>
              set({ leaf: { style } })
            )
          ]
        : []),
      ...(isDoor && leaf.style === 'glazed'
        ? [make.percent('glazed', 'Of glass', leaf.glazed, (glazed) => set({ leaf: { glazed } }))]
        : []),
      ...(isDoor && (leaf.style === 'panelled' || leaf.style === 'glazed')
        ? [whole('panels', 'Panels', leaf.panels, (panels) => ({ leaf: { panels } }))]
        : []),
      make.length('thickness', 'Leaf thick', [leaf.thickness], (thickness) => set({ leaf: { thickness } })),
      make.length('stile', 'Its stiles', [leaf.stile], (stile) => set({ leaf: { stile } })),
      make.choice('glazing', 'Glass', [entry.glazing], choicesOf(glazings, glazingWords), (glazing) =>
        set({ glazing })
      ),
      make.length('glass', 'Glass thick', [entry.glass], (glass) => set({ glass })),
      whole('upright', 'Upright bars', bars.upright, (upright) => ({ bars: { upright } })),
      whole('level', 'Level bars', bars.level, (level) => ({ bars: { level } }))
    ]
  };
};

const howItSits: Group = (make, entry, set) => {
  const isDoor = entry.filling === 'door';
  const { frame, casing, ledge } = entry;
  return {
    title: 'How does it sit in the wall?',
    fields: [
      make.length('frameWidth', isDoor ? 'Lining' : 'Frame', [frame.width], (width) =>
        set({ frame: { width } })
      ),
      make.flag('asDeep', 'As deep as the wall', frame.depth === null, (asDeep) =>
        set({ frame: { depth: asDeep ? null : 70 } })
      ),
      ...(frame.depth === null
        ? []
        : [
            make.length('depth', 'Depth', [frame.depth], (depth) => set({ frame: { depth } })),
            make.flag('inMiddle', 'In the middle of the structure', frame.recess === null, (inMiddle) =>
              set({ frame: { recess: inMiddle ? null : 100 } })
            ),
            ...(frame.recess === null
              ? []
              : [
                  make.length('recess', 'In from outer face', [frame.recess], (recess) =>
                    set({ frame: { recess } })
                  )
                ])
          ]),
      ...(isDoor
        ? [
            make.length('threshold', 'Threshold', [entry.threshold], (threshold) => set({ threshold })),
            ...(entry.threshold > 0
              ? [
                  make.choice(
                    'thresholdShape',
                    'Its top is',
                    [entry.thresholdShape],
                    choicesOf(thresholdShapes, thresholdWords),
                    (thresholdShape) => set({ thresholdShape })
                  )
                ]
              : [])
          ]
        : []),
      make.length('drip', 'Drip stands out', [entry.drip], (drip) => set({ drip })),
      ...(['outside', 'inside'] as const).flatMap((side) => [
        make.length(`${side}Casing`, `Casing ${side}`, [casing[side].width], (width) =>
          set({ casing: { [side]: { width, thickness: casing[side].thickness || 18 } } })
        ),
        make.length(`${side}Reveal`, `Boards lining it ${side}`, [entry.reveal[side]], (thickness) =>
          set({ reveal: { [side]: thickness } })
        ),
        ...(isDoor && side === 'inside'
          ? []
          : [
              make.length(`${side}Sill`, `Sill ${side}, thick`, [ledge[side].thickness], (thickness) =>
                set({ ledge: { [side]: { thickness, past: ledge[side].past || 40 } } })
              )
            ])
      ])
    ]
  };
};

/** Fixed glass beside and above the leaves of a door. */
const whatIsBeside: Group = (make, { beside }, set) => ({
  title: 'What is beside its leaves?',
  fields: (
    [
      ['left', 'Glass on the left, wide'],
      ['right', 'Glass on the right, wide'],
      ['above', 'Glass above, high']
    ] as const
  ).map(([side, label]) =>
    make.length(`${side}Light`, label, [beside[side]], (wide) => set({ beside: { [side]: wide } }))
  )
});

/** All that an opening can have otherwise than its entry. */
export const bodyGroups = (make: CardMaker, entry: CatalogueEntry, set: Setter): FieldGroup[] =>
  [
    howItOpens,
    whatLeavesAreLike,
    ...(hasSurround(entry) ? [whatIsBeside] : []),
    howItSits,
    ...(entry.form === 'casement' ? [howItLeavesTheWall] : [])
  ].map((group) => group(make, entry, set));
