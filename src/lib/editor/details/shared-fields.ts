/** Fields that the cards of several kinds share. */
import type { Choice } from '../sentence';
import type { CardMaker, Field } from './card';
import { certainties, certaintyWords, type Certainty } from '../../core/units/certainty';
import type { Column } from '../../core/kinds/column/record';

export const certaintyChoices: readonly Choice[] = certainties.map((value) => ({
  value,
  label: certaintyWords[value]
}));

/** How the sizes of something are known. */
export const certaintyField = (
  make: CardMaker,
  values: readonly Certainty[],
  set: (changes: object) => { name: string; args: unknown }
): Field =>
  make.choice('certainty', 'How known', values, certaintyChoices, (certainty) => set({ certainty }));

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
