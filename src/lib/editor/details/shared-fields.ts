/** Fields that the cards of several kinds share. */
import { words, type CardMaker, type Field } from './card';
import { certainties, type Certainty } from '../../core/units/certainty';
import type { Column } from '../../core/kinds/column/record';

/** How sure the sizes of something are. */
export const certaintyField = (
  make: CardMaker,
  values: readonly Certainty[],
  set: (changes: object) => { name: string; args: unknown }
): Field =>
  make.choice('certainty', 'How sure', values, words(certainties), (certainty) => set({ certainty }));

export type Setter = (changes: object) => { name: string; args: unknown };

export function placeFields(
  make: CardMaker,
  { at, angle }: Pick<Column, 'at' | 'angle'>,
  set: Setter
): Field[] {
  return [
    make.length('x', 'Across from zero', [at.x], (x) => set({ at: { ...at, x } })),
    make.length('y', 'Up from zero', [at.y], (y) => set({ at: { ...at, y } })),
    make.angle('angle', 'Turned', [angle], (turned) => set({ angle: turned }))
  ];
}

/** What something is made of, or a part of it: `field` of the record, of the materials of the house. */
export function materialField<F extends string>(
  make: CardMaker,
  record: Readonly<Record<F, string>>,
  set: Setter,
  [field, label]: readonly [F, string]
): Field {
  const all = [...make.editor.project.tables.material.values()];
  return make.choice(
    field,
    label,
    [record[field]],
    all.map(({ id, name }) => ({ value: id, label: name })),
    (value) => set({ [field]: value })
  );
}
