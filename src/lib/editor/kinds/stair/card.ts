/** The card of a stair. */
import { nameElement } from '../../../core/document/names';
import { brokenRules, formsOffered, formWords, limitWords, waysUp } from '../../../core/kinds/stair/choose';
import { distance } from '../../../core/geometry/point';
import { trimmedEdges } from '../../../core/kinds/stair/body';
import { headroomOver } from '../../../core/kinds/stair/headroom';
import { isTurning, type Stair } from '../../../core/kinds/stair/record';
import { arrivesOn, climbOf, footOf, limitsOf, stairLayouts } from '../../../core/kinds/stair/shape';
import { storeysInOrder } from '../../../core/kinds/storey/record';
import { fitsBeneath } from '../../../core/kernels/stairs/clearance';
import { hasLanding } from '../../../core/kernels/stairs/pieces';
import { hasWinders, isRadiating } from '../../../core/kernels/stairs/winders';
import { formatLength, formatLengthWithUnit } from '../../../core/units/length';
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import { materialField, type Setter } from '../../details/shared-fields';

export function stairCard(make: CardMaker, stair: Stair): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setStair', args: { id: stair.id, ...changes } });
  const { project } = make.editor;
  return {
    title: nameElement(project, stair.id),
    subtitle: '',
    groups: [
      { title: 'How does it climb?', fields: climbFields(make, stair, set) },
      { title: 'Where does it stand?', fields: standFields(make, stair, set) },
      { title: 'What is it made of?', fields: madeFields(make, stair, set) },
      { title: 'Does one come up it well?', fields: roomFields(make, stair) }
    ]
  };
}

function climbFields(make: CardMaker, stair: Stair, set: Setter): Field[] {
  const { project, settings } = make.editor;
  const { units } = settings;
  const { height } = climbOf(project, stair);
  const ways = height > 0 ? waysUp(project, height, stair, {}).slice(0, 8) : [];
  const present = ways.find(
    ({ risers, going }) => risers === stair.risers && Math.abs(going - stair.going) < 1e-3
  );
  const told = ways.map(({ risers, riser, going, run }) => ({
    value: `${risers}`,
    label: `${risers} × ${formatLength(riser, units)} / ${formatLength(going, units)}, ${formatLength(run, units)} long`
  }));
  return [
    make.choice(
      'form',
      'Form',
      [stair.form],
      formsOffered(project, stair.form).map((value) => ({ value, label: formWords[value] })),
      (form) => set({ form })
    ),
    ...(isTurning(stair.form)
      ? [
          make.choice(
            'turn',
            'Turns',
            [stair.turn],
            [
              { value: 'left', label: 'to the left' },
              { value: 'right', label: 'to the right' }
            ],
            (turn) => set({ turn })
          )
        ]
      : []),
    make.length('width', 'Width', [stair.width], (width) => set({ width })),
    make.choice(
      'way',
      'Steps',
      [present ? String(present.risers) : 'own'],
      [...(present ? [] : [{ value: 'own', label: 'of its own' }]), ...told],
      (value) => {
        const way = ways.find(({ risers }) => String(risers) === value);
        return set(way ? { risers: way.risers, going: way.going } : {});
      }
    ),
    make.whole('risers', 'Risers', stair.risers, (risers) => set({ risers, going: stair.going })),
    make.length('going', 'Going', [stair.going], (going) => set({ going, risers: stair.risers })),
    fact('Riser', formatLengthWithUnit(height / stair.risers, units)),
    fact('Run', formatLengthWithUnit((stair.risers - 1) * stair.going, units)),
    ...(hasLanding(stair.form)
      ? [make.whole('first', 'Risers up to the landing', stair.first, (first) => set({ first }))]
      : []),
    ...(hasWinders(stair.form)
      ? [
          make.whole('first', 'Steps before the winders', stair.first, (first) => set({ first })),
          make.whole('winders', 'Winders', stair.winders, (winders) => set({ winders }))
        ]
      : []),
    ...(stair.form === 'half' || stair.form === 'radiatingHalf'
      ? [make.length('gap', 'Between the flights', [stair.gap], (gap) => set({ gap }))]
      : []),
    ...(stair.form === 'spiral'
      ? [make.length('post', 'Post, radius', [stair.post], (post) => set({ post }))]
      : []),
    ...(isRadiating(stair.form)
      ? [make.length('newel', 'Newel', [2 * stair.post], (newel) => set({ post: newel / 2 }))]
      : [])
  ];
}

function standFields(make: CardMaker, stair: Stair, set: Setter): Field[] {
  const { project } = make.editor;
  const { at: foot, angle } = footOf(stair);
  const storeys = storeysInOrder(project).map(({ id, name }) => ({ value: id, label: name }));
  const to = arrivesOn(project, stair);
  return [
    make.text('name', 'Name', stair.name, (name) => set({ name })),
    make.choice('storey', 'Begins on', [stair.storey], storeys, (storey) => set({ storey })),
    make.choice(
      'to',
      'Ends on',
      [to?.id ?? ''],
      to ? storeys : [{ value: '', label: 'no storey above' }, ...storeys],
      (value) => set({ to: value })
    ),
    make.length('footX', 'Foot, across from zero', [foot.x], (x) => set({ foot: { x, y: foot.y } })),
    make.length('footY', 'Foot, up from zero', [foot.y], (y) => set({ foot: { x: foot.x, y } })),
    make.angle('angle', 'Way up', [angle], (value) => set({ angle: value })),
    make.height('base', 'Floor finish at its foot', 'the datum', [stair.base], (base) => set({ base })),
    ...floorField(make, ['footFloor', 'Foot kept on'], [stair.footFloor, stair.storey], set),
    make.height('top', 'Floor finish at its head', 'the datum', [stair.top], (top) => set({ top })),
    ...floorField(make, ['headFloor', 'Head kept at'], [stair.headFloor, to?.id], set)
  ];
}

/** The slab whose top an end keeps to, where its storey has any. */
function floorField(
  make: CardMaker,
  [name, label]: readonly [string, string],
  [present, storey]: readonly [string | null, string | undefined],
  set: Setter
): Field[] {
  const { project } = make.editor;
  const slabs = [...project.tables.slab.values()].filter((slab) => slab.storey === storey);
  if (slabs.length === 0) return [];
  const choices = [
    { value: '', label: 'the level that is typed' },
    ...slabs.map(({ id }) => ({ value: id, label: `the top of ${nameElement(project, id)}` }))
  ];
  return [make.choice(name, label, [present ?? ''], choices, (id) => set({ [name]: id || null }))];
}

function madeFields(make: CardMaker, stair: Stair, set: Setter): Field[] {
  return [
    make.choice(
      'body',
      'Built',
      [stair.body],
      [
        { value: 'strings', label: 'treads between strings' },
        { value: 'solid', label: 'as one body with a soffit' }
      ],
      (body) => set({ body })
    ),
    ...(stair.body === 'strings'
      ? [
          make.length('tread', 'Treads', [stair.tread], (tread) => set({ tread })),
          make.flag('open', 'Open between treads', stair.open, (open) => set({ open }))
        ]
      : []),
    make.length('waist', stair.body === 'solid' ? 'Waist' : 'Landings', [stair.waist], (waist) =>
      set({ waist })
    ),
    materialField(make, stair, set, ['material', 'Material']),
    make.choice(
      'rails',
      'Handrails',
      [stair.rails],
      [
        { value: 'both', label: 'on both sides' },
        { value: 'left', label: 'on the left going up' },
        { value: 'right', label: 'on the right going up' },
        { value: 'none', label: 'none' }
      ],
      (rails) => set({ rails })
    ),
    make.choice(
      'hole',
      'Floor above it',
      [stair.hole],
      [
        { value: 'headroom', label: 'open as far as headroom asks' },
        { value: 'whole', label: 'open over all of it' },
        { value: 'none', label: 'not opened' }
      ],
      (hole) => set({ hole })
    ),
    make.flag('guard', 'Guards round the hole', stair.guard, (guard) => set({ guard }))
  ];
}

function roomFields(make: CardMaker, stair: Stair): Field[] {
  const { project, model, settings } = make.editor;
  const query = model.at(project);
  const { height } = climbOf(project, stair);
  const limits = limitsOf(project, stair);
  const riser = height / stair.risers;
  const least = headroomOver(query, stair);
  const words = (value: number) => formatLengthWithUnit(value, settings.units);
  const layout = query.get(stairLayouts, stair.id);
  const broken = brokenRules(project, stair, layout).map(
    ({ limit, value, bound }) => `${limitWords[limit]} ${words(value)}, ${words(bound)} is the limit`
  );
  const trimmed = trimmedEdges(query, stair.id).map(([a, b]) => words(distance(a, b)));
  const from = fitsBeneath(limits.headroom, { riser, going: stair.going }, stair.waist);
  return [
    fact('Two risers and a going', words(2 * riser + stair.going)),
    fact('Limits', broken.length > 0 ? broken.join('; ') : 'kept'),
    fact(
      'Headroom',
      least
        ? `${words(Math.max(0, least.clear))} at ${words(least.at.x)}, ${words(least.at.y)}`
        : 'nothing over it'
    ),
    ...(trimmed.length === 0 ? [] : [fact('Floor trimmed along', trimmed.join(', '))]),
    ...(layout?.turning === undefined ? [] : [fact('Going of winders', words(layout.turning))]),
    ...(layout?.narrowest === undefined ? [] : [fact('Narrowest winder', words(layout.narrowest))]),
    ...(stair.form === 'spiral'
      ? []
      : [fact(`${words(limits.headroom)} fit beneath`, `from ${words(from)} after the first nosing`)])
  ];
}
