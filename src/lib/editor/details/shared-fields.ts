/** Fields that the cards of several kinds share. */
import type { Choice } from '../sentence';
import { whoMeasured, type Known } from '../../core/document/known';
import { explainFault, formatLengthWithUnit, parseLength } from '../../core/units/length';
import { fact, type CardMaker, type Field } from './card';
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

const unmeasured = 'not measured';

/** A length that may not be measured: emptied, it is not. */
export function optionalLength(
  make: CardMaker,
  name: string,
  label: string,
  length: number | null,
  set: (length: number | null) => { name: string; args: unknown }
): Field {
  const { units } = make.editor.settings;
  const run = (value: number | null) => {
    const call = set(value);
    return make.run(call.name, call.args as object);
  };
  return {
    ...{ name, label, kind: 'text' },
    value: length === null ? unmeasured : formatLengthWithUnit(length, units),
    set: (text) => {
      if (text.trim() === '' || text.trim() === unmeasured) return run(null);
      const read = parseLength(text, units);
      return read.ok ? run(read.value) : `${explainFault(text, read)}.`;
    }
  };
}

/**
 * A length that may not be measured yet, and how it is known, by whom and when. `left`: measured less what the rest says,
 * where something does. `set` takes `length` (null takes it away) or `certainty`.
 */
export function measuredFields(
  make: CardMaker,
  {
    name,
    label,
    own,
    left
  }: {
    readonly name: string;
    readonly label: string;
    readonly own: ({ readonly length: number } & Known) | undefined;
    readonly left: number | undefined;
  },
  set: Setter
): Field[] {
  const { readings, settings } = make.editor;
  const words = (size: number) => formatLengthWithUnit(Math.abs(size), settings.units);
  const typed: Field = {
    ...optionalLength(make, `length ${name}`, label, own?.length ?? null, (length) =>
      set({ length, ...(length !== null && readings.knownOf(length)) })
    ),
    ...(left !== undefined && {
      also:
        words(left) === words(0)
          ? 'agrees'
          : `${words(left)} ${left > 0 ? 'more' : 'less'} than the shape has`
    })
  };
  if (!own) return [typed];
  const known = make.choice(
    `known ${name}`,
    `${label}, how known`,
    [own.certainty],
    certaintyChoices,
    (certainty) => set({ certainty })
  );
  return [typed, known, ...(own.by || own.on ? [fact(`${label}, by`, whoMeasured(own))] : [])];
}

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
