/** The card of an opening. */
import { nameElement } from '../../../core/document/names';
import { describeFrom } from './tool';
import { entryChoices } from './entries';
import { waysOf } from './ways';
import type { Opening } from '../../../core/kinds/opening/record';
import { certaintyField } from '../../details/shared-fields';
import { selecting } from '../../details/sets';
import type { Editor } from '../../editor';
import {
  CardMaker,
  fact,
  type CardAction,
  type DetailsCard,
  type Field,
  type FieldGroup
} from '../../details/card';

export function openingCard(make: CardMaker, opening: Opening): DetailsCard {
  const { project } = make.editor;
  const set = (changes: object) => ({ name: 'setOpening', args: { id: opening.id, ...changes } });
  const groups: FieldGroup[] = [
    {
      title: 'Where is it set out?',
      fields: [
        make.text('name', 'Name', opening.name, (name) => set({ name })),
        make.text('mark', 'Mark', opening.mark, (mark) => set({ mark })),
        fact('In', nameElement(project, opening.wall)),
        make.choice(
          'to',
          'Set out to',
          [opening.to],
          [
            { value: 'near', label: 'near jamb' },
            { value: 'centre', label: 'centre' },
            { value: 'far', label: 'far jamb' }
          ],
          (to) => set({ to })
        ),
        make.length('distance', 'Distance', [opening.distance], (value) => set({ distance: value })),
        fact('From', describeFrom(project, opening))
      ]
    },
    {
      title: 'How big is it, and how sure?',
      fields: [
        make.length('width', 'Width', [opening.width], (width) => set({ width })),
        make.length('height', 'Height', [opening.height], (height) => set({ height })),
        make.height('sill', 'Sill', 'the datum', [opening.sill], (sill) => set({ sill })),
        make.height('head', 'Head', 'the datum', [opening.sill + opening.height], (head) =>
          set({ height: head - opening.sill })
        ),
        certaintyField(make, [opening.certainty], set)
      ]
    },
    { title: 'What fills it?', fields: fillingFields(make, opening, set) }
  ];
  return {
    title: nameElement(project, opening.id),
    subtitle: '',
    actions: actionsOf(make.editor, opening),
    groups
  };
}

function fillingFields(
  make: CardMaker,
  opening: Opening,
  set: (changes: object) => { name: string; args: unknown }
): Field[] {
  return [
    make.choice(
      'filling',
      'Filled by',
      [opening.filling],
      [
        { value: 'door', label: 'door' },
        { value: 'window', label: 'window' },
        { value: 'none', label: 'nothing' }
      ],
      (filling) => set({ filling })
    ),
    ...(opening.filling === 'none'
      ? []
      : [
          make.choice(
            'entry',
            opening.filling === 'door' ? 'Door set' : 'Window unit',
            [opening.entry ?? ''],
            entryChoices(make.editor.project, opening.filling),
            (entry) => set({ entry: entry || null })
          )
        ]),
    ...(opening.filling === 'door'
      ? [
          make.choice(
            'hinge',
            'Hung on',
            [opening.handing.hinge],
            [
              { value: 'near', label: 'near jamb' },
              { value: 'far', label: 'far jamb' }
            ],
            (hinge) => set({ handing: { ...opening.handing, hinge } })
          ),
          make.choice(
            'opens',
            'Opens',
            [opening.handing.opens],
            waysOf(make.editor.project.tables.wall.get(opening.wall)),
            (opens) => set({ handing: { ...opening.handing, opens } })
          )
        ]
      : [])
  ];
}

/** A door hung otherwise; more of the storey selected by what this opening is. */
function actionsOf(editor: Editor, opening: Opening): CardAction[] {
  const { wall, opening: table } = editor.project.tables;
  const storeyOf = (one: Opening) => wall.get(one.wall)?.storey;
  const isAlike = (one: Opening) => storeyOf(one) === storeyOf(opening) && one.filling === opening.filling;
  const select = (label: string, like: (one: Opening) => boolean) =>
    selecting(editor, label, table, (one) => isAlike(one) && like(one));
  const { handing } = opening;
  const flip = (label: string, to: Partial<Opening['handing']>): CardAction => ({
    label,
    run: () =>
      editor.perform({ name: 'setOpening', args: { id: opening.id, handing: { ...handing, ...to } } })
  });
  const word = { door: 'doors', window: 'windows', none: 'bare openings' }[opening.filling];
  return [
    ...(opening.filling === 'door'
      ? [
          flip('Hang on the other jamb', { hinge: handing.hinge === 'near' ? 'far' : 'near' }),
          flip('Open the other way', { opens: handing.opens === 'inside' ? 'outside' : 'inside' })
        ]
      : []),
    ...(opening.entry === null
      ? []
      : [
          {
            label: `Change its ${opening.filling === 'door' ? 'door set' : 'window unit'}`,
            run: () => editor.select([opening.entry!])
          }
        ]),
    select(`Select all ${word}`, () => true),
    select(
      'Select all of this size',
      ({ width, height }) => width === opening.width && height === opening.height
    )
  ];
}
