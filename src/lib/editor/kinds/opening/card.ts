/** The card of an opening, or of several: what they share, and what one has otherwise than its entry. */
import { slabHeight } from '../../../core/kinds/slab/level';
import { nameElement } from '../../../core/document/names';
import { baseOf, entryOf, isUnlikeMirrored } from '../../../core/kinds/catalogue-entry/filled';
import { describeFrom } from './setting-out';
import { entryChoices } from './entries';
import { jambChoices, setOutChoices, waysOf } from './ways';
import type { Opening } from '../../../core/kinds/opening/record';
import { bodyGroups } from '../catalogue-entry/fields';
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

type Set = (changes: object) => { name: string; args: object };

/** The value that all have; undefined where they differ. */
function shared<T>(openings: readonly Opening[], of: (one: Opening) => T): T | undefined {
  const first = of(openings[0]!);
  return openings.every((one) => of(one) === first) ? first : undefined;
}

export function openingsCard(make: CardMaker, openings: readonly Opening[]): DetailsCard {
  const [opening] = openings;
  const { project } = make.editor;
  const ids = openings.map(({ id }) => id);
  const set: Set = (changes) => ({ name: 'setOpenings', args: { ids, ...changes } });
  const isOne = openings.length === 1;
  const groups: FieldGroup[] = [
    { title: 'Where is it set out?', fields: placeFields(make, openings, set) },
    {
      title: 'How big is it, and how sure?',
      fields: [
        make.length(
          'width',
          'Width',
          openings.map(({ width }) => width),
          (width) => set({ width })
        ),
        make.length(
          'height',
          'Height',
          openings.map(({ height }) => height),
          (height) => set({ height })
        ),
        ...heightFields(make, openings, set),
        certaintyField(
          make,
          openings.map(({ certainty }) => certainty),
          set
        )
      ]
    },
    { title: 'What fills it?', fields: fillingFields(make, openings, set) },
    ...(isOne ? otherwise(make, opening!, set) : [])
  ];
  return {
    title: isOne ? nameElement(project, opening!.id) : `${openings.length} openings`,
    subtitle: '',
    actions: isOne ? actionsOf(make.editor, opening!) : [],
    groups
  };
}

/** Sill and head over the datum, or over the floor that they keep to. */
function heightFields(make: CardMaker, openings: readonly Opening[], set: Set): Field[] {
  const { project } = make.editor;
  const [opening, ...others] = openings;
  const floor = project.tables.slab.get(shared(openings, (one) => one.floor) ?? '');
  const over = floor ? slabHeight(project, floor) : 0;
  const what = floor ? 'the floor' : 'the datum';
  const storeys = new Set(openings.map(({ wall }) => project.tables.wall.get(wall)?.storey));
  const slabs = [...project.tables.slab.values()].filter(
    ({ storey }) => storeys.size === 1 && storeys.has(storey)
  );
  return [
    make.height(
      'sill',
      'Sill',
      what,
      openings.map(({ sill }) => sill - over),
      (sill) => set({ sill: sill + over })
    ),
    ...(others.length === 0
      ? [
          make.height('head', 'Head', what, [opening!.sill + opening!.height - over], (head) =>
            set({ height: head + over - opening!.sill })
          )
        ]
      : []),
    ...(slabs.length > 0
      ? [
          make.choice(
            'floor',
            'Heights over',
            openings.map((one) => one.floor ?? ''),
            [
              { value: '', label: 'the datum' },
              ...slabs.map(({ id }) => ({
                value: id,
                label: `${nameElement(project, id)}, and kept over it`
              }))
            ],
            (id) => set({ floor: id || null })
          )
        ]
      : [])
  ];
}

function placeFields(make: CardMaker, openings: readonly Opening[], set: Set): Field[] {
  const { project } = make.editor;
  const [opening] = openings;
  const one = (changes: object) => ({ name: 'setOpening', args: { id: opening!.id, ...changes } });
  const isOne = openings.length === 1;
  return [
    ...(isOne
      ? [
          make.text('name', 'Name', opening!.name, (name) => one({ name })),
          make.text('mark', 'Mark', opening!.mark, (mark) => one({ mark })),
          fact('In', nameElement(project, opening!.wall))
        ]
      : []),
    make.choice(
      'to',
      'Set out to',
      openings.map(({ to }) => to),
      setOutChoices,
      (to) => set({ to })
    ),
    make.length(
      'distance',
      'Distance',
      openings.map(({ distance }) => distance),
      (distance) => set({ distance })
    ),
    ...(isOne ? [fact('From', describeFrom(project, opening!))] : [])
  ];
}

function fillingFields(make: CardMaker, openings: readonly Opening[], set: Set): Field[] {
  const { project } = make.editor;
  const filling = shared(openings, (one) => one.filling);
  const wall = project.tables.wall.get(shared(openings, (one) => one.wall) ?? '');
  return [
    make.choice(
      'filling',
      'Filled by',
      openings.map((one) => one.filling),
      [
        { value: 'door', label: 'door' },
        { value: 'window', label: 'window' },
        { value: 'none', label: 'nothing' }
      ],
      (value) => set({ filling: value })
    ),
    ...(filling === undefined || filling === 'none'
      ? []
      : [
          make.choice(
            'entry',
            filling === 'door' ? 'Door set' : 'Window unit',
            openings.map(({ entry }) => entry ?? ''),
            entryChoices(project, filling),
            (entry) => set({ entry: entry || null })
          )
        ]),
    ...(filling === 'door'
      ? [
          make.choice(
            'hinge',
            'Hung on',
            openings.map(({ handing }) => handing.hinge),
            jambChoices,
            (hinge) => set({ handing: { hinge } })
          )
        ]
      : []),
    ...(filling === undefined || filling === 'none'
      ? []
      : [
          make.choice(
            'opens',
            'Opens',
            openings.map(({ handing }) => handing.opens),
            waysOf(wall),
            (opens) => set({ handing: { opens } })
          ),
          ajarField(make, openings, set),
          ...mirrorField(make, openings, set)
        ]),
    ...(filling === 'window' ? [escapeField(make, openings, set)] : []),
    make.choice(
      'through',
      'Walls that stand against its own',
      openings.map(({ through }) => (through ? 'yes' : 'no')),
      [
        { value: 'no', label: 'stay whole' },
        { value: 'yes', label: 'are opened as well' }
      ],
      (value) => set({ through: value === 'yes' })
    ),
    ...likeField(make, openings, set)
  ];
}

/** Only where what fills them is unlike on its two sides. */
function mirrorField(make: CardMaker, openings: readonly Opening[], set: Set): Field[] {
  const { project } = make.editor;
  const isUnlike = openings.some((one) => {
    const entry = entryOf(project, one);
    return entry !== undefined && isUnlikeMirrored(entry);
  });
  if (!isUnlike) return [];
  return [
    make.choice(
      'mirrored',
      'Its left side',
      openings.map(({ mirrored }) => (mirrored ? 'yes' : 'no')),
      [
        { value: 'no', label: 'is on the left, as it is made' },
        { value: 'yes', label: 'is on the right' }
      ],
      (value) => set({ mirrored: value === 'yes' })
    )
  ];
}

/** How far its leaves are shown open; empty: as usual. */
function ajarField(make: CardMaker, openings: readonly Opening[], set: Set): Field {
  const angles = openings.map(({ ajar }) => ajar);
  const usual = angles.every((angle) => angle === null);
  const field = make.angle(
    'ajar',
    'Shown open by',
    angles.map((angle) => angle ?? -1),
    (ajar) => set({ ajar })
  );
  const value = usual ? 'as usual' : angles.includes(null) ? 'varies' : field.value;
  return {
    ...field,
    kind: 'text',
    value,
    set: (text) => {
      const { name, args } = set({ ajar: null });
      return text.trim() === '' || text.trim() === 'as usual' ? make.run(name, args) : field.set!(text);
    }
  };
}

const escapeField = (make: CardMaker, openings: readonly Opening[], set: Set): Field =>
  make.choice(
    'escape',
    'A way out in a fire',
    openings.map(({ escape }) => (escape ? 'yes' : 'no')),
    [
      { value: 'no', label: 'not wanted as one' },
      { value: 'yes', label: 'wanted as one' }
    ],
    (value) => set({ escape: value === 'yes' })
  );

/** Made like another: what fills it and how, its size, sill and handing. */
function likeField(make: CardMaker, openings: readonly Opening[], set: Set): Field[] {
  const { project } = make.editor;
  const own = new Set(openings.map(({ id }) => id));
  const others = [...project.tables.opening.values()].filter(({ id, mark }) => !own.has(id) && mark);
  if (others.length === 0) return [];
  const choices = others
    .map((one) => ({ value: one.id, label: one.name ? `${one.mark}, ${one.name}` : one.mark }))
    .sort((p, q) => p.label.localeCompare(q.label, 'en', { numeric: true }));
  return [
    make.choice('like', 'Make it like', [''], [{ value: '', label: 'no other' }, ...choices], (like) =>
      like ? set({ like }) : set({})
    )
  ];
}

/** What one opening has otherwise than the entry that fills it. */
function otherwise(make: CardMaker, opening: Opening, set: Set): FieldGroup[] {
  const { project } = make.editor;
  const [base, entry] = [baseOf(project, opening), entryOf(project, opening)];
  if (!base || !entry) return [];
  const change = (changes: object) => set({ overrides: changes });
  const was = new Map(
    bodyGroups(make, base, change).flatMap(({ fields }) =>
      fields.map((field) => [field.name, field] as const)
    )
  );
  const wordsOf = ({ value, choices }: Field) => choices?.find((one) => one.value === value)?.label ?? value;
  const fields = bodyGroups(make, entry, change)
    .flatMap((group) => group.fields)
    .map((field): Field => {
      const old = was.get(field.name);
      const isOther = old !== undefined && old.value !== field.value;
      return isOther ? { ...field, also: `in its entry ${wordsOf(old)}` } : field;
    });
  const others = fields.filter(({ also }) => also?.startsWith('in its entry')).map(({ label }) => label);
  return [
    {
      title: 'What is otherwise than in its entry?',
      folded: others.length > 0 ? others.join(', ') : 'nothing',
      fields
    }
  ];
}

/** A door hung otherwise; more of the storey selected by what this opening is. */
function actionsOf(editor: Editor, opening: Opening): CardAction[] {
  const { wall, opening: table } = editor.project.tables;
  const storeyOf = (one: Opening) => wall.get(one.wall)?.storey;
  const isAlike = (one: Opening) => storeyOf(one) === storeyOf(opening) && one.filling === opening.filling;
  const select = (label: string, like: (one: Opening) => boolean) =>
    selecting(editor, label, table, (one) => isAlike(one) && like(one));
  const { handing, id } = opening;
  const act = (label: string, changes: object): CardAction => ({
    label,
    run: () => editor.perform({ name: 'setOpenings', args: { ids: [id], ...changes } })
  });
  const word = { door: 'doors', window: 'windows', none: 'bare openings' }[opening.filling];
  return [
    ...(opening.filling === 'door'
      ? [
          act('Hang on the other jamb', {
            handing: { hinge: handing.hinge === 'near' ? 'far' : 'near' }
          }),
          act('Open the other way', {
            handing: { opens: handing.opens === 'inside' ? 'outside' : 'inside' }
          })
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
    ...(opening.overrides
      ? [
          act(`All as in ${baseOf(editor.project, opening)!.name}`, {
            overrides: null
          })
        ]
      : []),
    select(`Select all ${word}`, () => true),
    select(
      'Select all of this size',
      ({ width, height }) => width === opening.width && height === opening.height
    )
  ];
}
