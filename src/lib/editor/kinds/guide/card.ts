/** The card of a guide. */
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import { nameOfEnd } from '../../size-ends';
import type { Guide } from '../../../core/kinds/guide/record';

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
    groups: [
      { title: 'Where', fields: [make.text('name', 'Name', guide.name, (name) => set({ name })), ...place] }
    ]
  };
}
