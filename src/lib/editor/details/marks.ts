/** Cards of what is laid over the plan: dimensions, notes, guides. */
import { chainSizes } from '../../core/derive/sizes';
import { angleNow } from '../../core/derive/dimensions';
import { nameElement } from '../../core/project/names';
import { certainties, type Certainty, type Dimension, type Guide } from '../../core/project/records';
import { formatAngle } from '../../core/units/angle';
import { formatLengthWithUnit } from '../../core/units/length';
import { nameOfEnd } from '../size-ends';
import { CardMaker, fact, words, type DetailsCard, type Field } from './card';

/** How sure the sizes of something are. */
export const certaintyField = (
  make: CardMaker,
  values: readonly Certainty[],
  set: (changes: object) => { name: string; args: unknown }
): Field =>
  make.choice('certainty', 'How sure', values, words(certainties), (certainty) => set({ certainty }));

export function dimensionCard(make: CardMaker, dimension: Dimension): DetailsCard {
  const set = (changes: object) => ({ name: 'setDimension', args: { id: dimension.id, ...changes } });
  const { form } = dimension;
  const title = { chain: 'Dimension', angle: 'Angle', note: 'Note' }[form.kind];
  return {
    title,
    subtitle: '',
    plies: [],
    groups: [
      { title: 'What it tells', fields: contentFields(make, dimension, set) },
      ...(form.kind === 'note'
        ? []
        : [{ title: 'Certainty', fields: [certaintyField(make, [dimension.certainty], set)] }])
    ]
  };
}

function contentFields(
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

export function guideCard(make: CardMaker, guide: Guide): DetailsCard {
  const { editor } = make;
  const set = (changes: object) => ({ name: 'setGuide', args: { id: guide.id, ...changes } });
  const { line } = guide;
  const place: Field[] =
    line.kind === 'face'
      ? [
          make.length('distance', 'Distance', [line.distance], (distance) => set({ distance })),
          fact('Off', `the ${nameOfEnd(editor, line)}`)
        ]
      : line.kind === 'division'
        ? [
            {
              name: 'parts',
              label: 'Equal parts',
              kind: 'text',
              value: String(line.parts),
              set: (text) =>
                /^\d+$/.test(text.trim())
                  ? make.run('setGuide', { id: guide.id, parts: Number(text) })
                  : 'Expected a whole number.'
            },
            fact('Between', `the ${nameOfEnd(editor, line.from)} and the ${nameOfEnd(editor, line.to)}`)
          ]
        : [fact('Through', 'two points')];
  return {
    title: 'Guide',
    subtitle: guide.name,
    plies: [],
    groups: [
      { title: 'Where', fields: [make.text('name', 'Name', guide.name, (name) => set({ name })), ...place] }
    ]
  };
}
