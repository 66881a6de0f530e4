/** The card of a catalogue entry: how it is made, in plain questions. */
import {
  doorForms,
  leafStyles,
  windowForms,
  type CatalogueEntry
} from '../../../core/kinds/catalogue-entry/record';
import { usesOf } from '../../../core/kinds/catalogue-entry/uses';
import type { CardMaker, DetailsCard, Field, FieldGroup } from '../../details/card';

export const formWords: Record<CatalogueEntry['form'], string> = {
  hinged: 'one leaf, hinged',
  pair: 'two leaves, hinged',
  sliding: 'sliding',
  folding: 'folding',
  garage: 'up and over, in sections',
  casement: 'lights side by side',
  sash: 'two sashes, sliding up'
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
  bottom: 'hung at the bottom'
} as const;

export function entryCard(make: CardMaker, entry: CatalogueEntry): DetailsCard {
  const used = usesOf(make.editor.project).get(entry.id) ?? 0;
  const set: Setter = (changes) => ({ name: 'saveEntry', args: { id: entry.id, ...changes } });
  return {
    title: entry.filling === 'door' ? 'Door set' : 'Window unit',
    subtitle: entry.name,
    note: `${used === 0 ? 'No opening is' : used === 1 ? 'One opening is' : `${used} openings are`} filled by it; a change reaches all of them.`,
    groups: [howItOpens, whatLeavesAreLike, howItSits, howBig].map((group) => group(make, entry, set))
  };
}

type Setter = (changes: object) => { name: string; args: object };
type Group = (make: CardMaker, entry: CatalogueEntry, set: Setter) => FieldGroup;

const howItOpens: Group = (make, entry, set) => {
  const isDoor = entry.filling === 'door';
  const hasLeaves = ['sliding', 'folding', 'garage'].includes(entry.form);
  const whole = (name: string, label: string, value: number, change: (count: number) => object): Field =>
    make.whole(name, label, value, (count) => set(change(count)));
  return {
    title: 'How does it open?',
    fields: [
      make.text('name', 'Name', entry.name, (name) => set({ name })),
      make.choice(
        'form',
        'Form',
        [entry.form],
        (isDoor ? doorForms : windowForms).map((value) => ({ value, label: formWords[value] })),
        (form) => set({ form })
      ),
      ...(hasLeaves
        ? [
            whole('leaves', entry.form === 'garage' ? 'Sections' : 'Leaves', entry.leaves, (leaves) => ({
              leaves
            }))
          ]
        : []),
      ...(entry.form === 'pair'
        ? [make.percent('share', 'First leaf', entry.share, (share) => set({ share }))]
        : []),
      ...(entry.form === 'casement'
        ? [
            whole('lights', 'Lights', entry.lights.length, (count) => ({
              lights: Array.from({ length: count }, (_, i) => entry.lights[i] ?? 'fixed')
            })),
            ...entry.lights.map((way, i) =>
              make.choice(
                `light${i}`,
                `Light ${i + 1}`,
                [way],
                Object.entries(lightWords).map(([value, label]) => ({ value, label })),
                (value) => set({ lights: entry.lights.map((old, k) => (k === i ? value : old)) })
              )
            )
          ]
        : [])
    ]
  };
};

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
            make.choice(
              'style',
              'Leaf',
              [leaf.style],
              leafStyles.map((value) => ({ value, label: styleWords[value] })),
              (style) => set({ leaf: { style } })
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
        ? [make.length('threshold', 'Threshold', [entry.threshold], (threshold) => set({ threshold }))]
        : []),
      ...(['outside', 'inside'] as const).flatMap((side) => [
        make.length(`${side}Casing`, `Casing ${side}`, [casing[side].width], (width) =>
          set({ casing: { [side]: { width, thickness: casing[side].thickness || 18 } } })
        ),
        ...(isDoor
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

const howBig: Group = (make, entry, set) => {
  const { size } = entry;
  return {
    title: 'How big is a new one?',
    fields: [
      make.length('width', 'Width', [size.width], (width) => set({ size: { width } })),
      make.length('height', 'Height', [size.height], (height) => set({ size: { height } })),
      make.height('sill', 'Sill', 'the datum', [size.sill], (sill) => set({ size: { sill } }))
    ]
  };
};
