/** The cards of columns and chimneys. */
import { nameElement } from '../../../core/document/names';
import { materialField, placeFields, type Setter } from '../../details/shared-fields';
import {
  fact,
  type CardAction,
  type CardMaker,
  type DetailsCard,
  type Field,
  type FieldGroup
} from '../../details/card';
import { formatLengthWithUnit } from '../../../core/units/length';

import { chimneyTop } from '../../../core/kinds/chimney/cuts';
import { storeysInOrder } from '../../../core/kinds/storey/record';
import type { Chimney, Fire, Flue } from '../../../core/kinds/chimney/record';

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
    actions: [
      act('Add a flue beside', [
        ...chimney.flues,
        { ...last, along: last.along + last.width + leastBetween, fire: null }
      ]),
      ...(chimney.flues.length > 1 ? [act('Take out the last flue', chimney.flues.slice(0, -1))] : [])
    ],
    groups: [
      {
        title: 'Where does it stand?',
        fields: [
          make.text('name', 'Name', chimney.name, (name) => set({ name })),
          ...placeFields(make, chimney, set),
          make.length('gap', 'Clear of others', [chimney.gap], (gap) => set({ gap }))
        ]
      },
      { title: 'How big is it?', fields: chimneySize(make, chimney, set) },
      ...chimney.flues.map((_, i) => flueGroup(make, chimney, i, set)),
      {
        title: 'What is it made of?',
        fields: [
          materialField(make, chimney, set, ['material', 'Masonry']),
          materialField(make, chimney, set, ['capMaterial', 'Cap of']),
          materialField(make, chimney, set, ['hearthMaterial', 'Hearths of']),
          fact(
            'Masonry up to',
            `${formatLengthWithUnit(chimneyTop(editor.model.at(editor.shown), chimney.id)!, units)} above zero`
          )
        ]
      }
    ]
  };
}

/** Masonry between a flue and one added beside it, mm: half a brick with its joints. */
export const leastBetween = 115;

export function chimneySize(make: CardMaker, chimney: Chimney, set: Setter): Field[] {
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
        const height = chimneyTop(editor.model.at(editor.project), chimney.id)! - datum;
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

export const usualFire: Fire = {
  side: 'front',
  width: 800,
  height: 900,
  depth: 340,
  reach: 0,
  hearth: 400
};

export function flueGroup(make: CardMaker, chimney: Chimney, i: number, set: Setter): FieldGroup {
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
