/** Cards of what is laid over the plan: dimensions, notes, guides. */
import { certaintyField } from '../../details/shared-fields';
import { chainSizes } from '../../../core/kinds/dimension/sizes';
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import { formatLengthWithUnit } from '../../../core/units/length';
import { nameOfEnd } from '../../size-ends';
import { angleNow } from '../../../core/kinds/dimension/angles';
import { nameElement } from '../../../core/document/names';
import { formatAngle } from '../../../core/units/angle';
import type { Dimension } from '../../../core/kinds/dimension/record';

export function dimensionCard(make: CardMaker, dimension: Dimension): DetailsCard {
  const set = (changes: object) => ({ name: 'setDimension', args: { id: dimension.id, ...changes } });
  const { form } = dimension;
  const title = { chain: 'Dimension', angle: 'Angle', note: 'Note' }[form.kind];
  return {
    title,
    subtitle: '',
    groups: [
      { title: 'What it tells', fields: contentFields(make, dimension, set) },
      ...(form.kind === 'note'
        ? []
        : [{ title: 'Certainty', fields: [certaintyField(make, [dimension.certainty], set)] }])
    ]
  };
}

export function contentFields(
  make: CardMaker,
  { form }: Dimension,
  set: (changes: object) => { name: string; args: unknown }
): Field[] {
  const { editor } = make;
  const { units } = editor.settings;
  switch (form.kind) {
    case 'chain': {
      const sizes = chainSizes(editor.shown, form.ends) ?? [];
      return [
        ...sizes.map((size, i) =>
          fact(
            `Size ${sizes.length > 1 ? i + 1 : ''}`.trim(),
            `${formatLengthWithUnit(size, units)}, to the ${nameOfEnd(editor, form.ends[i + 1]!)}`
          )
        ),
        fact('From', `the ${nameOfEnd(editor, form.ends[0]!)}`),
        make.flag('locked', 'Locked', form.locked !== null, (locked) => set({ locked }))
      ];
    }
    case 'angle': {
      const angle = angleNow(editor.shown, form.arms);
      const [p, q] = form.arms.map(({ wall }) => nameElement(editor.shown, wall));
      return [
        fact('Opens', angle ? formatAngle(angle.size, 2) : 'not at all: they are parallel'),
        fact('Between', `${p} and ${q}`)
      ];
    }
    case 'note':
      return [
        make.text('text', 'Words', form.text, (text) => set({ text })),
        fact(
          'About',
          form.tip.kind === 'wall' ? nameElement(editor.shown, form.tip.wall) : 'a place of the plan'
        )
      ];
  }
}
