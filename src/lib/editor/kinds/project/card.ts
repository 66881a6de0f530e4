/** The card of the project itself: name, units, ground and limits. */
import { parsePitch } from '../../../core/units/angle';
import { formatArea, parseArea } from '../../../core/units/area';
import { formatFall, type FallForm } from '../../../core/units/fall';
import {
  defaultUnits,
  explainFault,
  formatLength,
  parseLength,
  type LengthUnits
} from '../../../core/units/length';
import type { Choice } from '../../sentence';
import {
  usualStairs,
  type OpeningLimits,
  type Settings,
  type StairRules
} from '../../../core/kinds/project/record';
import { workWords } from '../../../core/document/work';
import { fact, CardMaker, type DetailsCard, type Field } from '../../details/card';

const finenesses: Record<LengthUnits['system'], readonly (readonly [number, string])[]> = {
  mm: [
    [10, '10 mm'],
    [5, '5 mm'],
    [1, '1 mm'],
    [0.1, '0.1 mm']
  ],
  cm: [
    [10, '1 cm'],
    [5, '0.5 cm'],
    [1, '0.1 cm']
  ],
  m: [
    [10, '0.01 m'],
    [1, '0.001 m']
  ],
  ft: [
    [1, 'whole inches'],
    [4, '1/4"'],
    [8, '1/8"'],
    [16, '1/16"'],
    [32, '1/32"'],
    [64, '1/64"']
  ]
};

const systems: Choice[] = [
  { value: 'mm', label: 'millimetres' },
  { value: 'cm', label: 'centimetres' },
  { value: 'm', label: 'metres' },
  { value: 'ft', label: 'feet and inches' }
];

/** Without a module there is no grid. */
function gridFields(make: CardMaker, { grid, units, nudge }: Settings): Field[] {
  const set = (changes: object) => ({ name: 'setGrid', args: changes });
  const step = make.length('nudge', 'Arrow key step', [nudge], (value) => ({
    name: 'setProject',
    args: { nudge: value }
  }));
  const module: Field = {
    name: 'module',
    label: 'Module',
    kind: 'text',
    value: grid ? formatLength(grid.module, units) : 'none',
    set: (text) => {
      if (text.trim() === '' || text.trim() === 'none') return make.run('setGrid', { module: null });
      const parsed = parseLength(text, units);
      return parsed.ok ? make.run('setGrid', { module: parsed.value }) : `${explainFault(text, parsed)}.`;
    }
  };
  if (!grid) return [module, step];
  return [
    module,
    make.length('originX', 'Origin across', [grid.origin.x], (x) => set({ origin: { x, y: grid.origin.y } })),
    make.length('originY', 'Origin up', [grid.origin.y], (y) => set({ origin: { x: grid.origin.x, y } })),
    make.angle('gridAngle', 'Turned', [grid.angle], (angle) => set({ angle })),
    make.flag('gridShown', 'Shown', grid.shown, (shown) => set({ shown })),
    step
  ];
}

const noArea = (units: LengthUnits) => `Expected an area greater than zero, as ${formatArea(20e6, units)}.`;

/** What the review measures openings by. */
function openingFields(make: CardMaker, { openingLimits: limits, units }: Settings): Field[] {
  const set = (changes: Partial<OpeningLimits>) => ({ name: 'setProject', args: { openingLimits: changes } });
  const length = (name: Exclude<keyof OpeningLimits, 'escapeArea' | 'inwards'>, label: string) =>
    make.length(name, label, [limits[name]], (value) => set({ [name]: value }));
  return [
    length('escapeWidth', 'A way out, clear width'),
    length('escapeHeight', 'A way out, clear height'),
    {
      name: 'escapeArea',
      label: 'A way out, clear area',
      kind: 'text',
      value: formatArea(limits.escapeArea, units),
      set: (text) => {
        const escapeArea = parseArea(text, units);
        return escapeArea === undefined
          ? noArea(units)
          : make.run('setProject', { openingLimits: { escapeArea } });
      }
    },
    length('escapeSill', 'A way out, highest sill'),
    length('step', 'Step at a threshold'),
    make.flag('inwards', 'Doors of rooms with a way out open into them', limits.inwards, (inwards) =>
      set({ inwards })
    )
  ];
}

const drawnChoices = (['new', 'existing'] as const).map((value) => ({ value, label: workWords[value] }));

const fallWords: readonly { value: FallForm; label: string }[] = [
  { value: 'percent', label: 'per cent, 1.67 %' },
  { value: 'ratio', label: 'ratio, 1 : 60' },
  { value: 'degrees', label: 'degrees, 0.95°' }
];

function unitFields(make: CardMaker, { units, secondUnits }: Settings): Field[] {
  const set = (changes: object) => ({ name: 'setProject', args: changes });
  return [
    make.choice('units', 'Measured in', [units.system], systems, (system) =>
      set({ units: defaultUnits[system as LengthUnits['system']] })
    ),
    make.choice(
      'fineness',
      'Shown to',
      [String(units.fineness)],
      finenesses[units.system].map(([value, label]) => ({ value: String(value), label })),
      (fineness) => set({ units: { system: units.system, fineness: Number(fineness) } })
    ),
    make.choice(
      'secondUnits',
      'Beside them',
      [secondUnits?.system ?? 'none'],
      [{ value: 'none', label: 'no second unit' }, ...systems.filter(({ value }) => value !== units.system)],
      (system) =>
        set({ secondUnits: system === 'none' ? null : defaultUnits[system as LengthUnits['system']] })
    )
  ];
}

function floorFields(make: CardMaker, settings: Settings): Field[] {
  const set = (changes: object) => ({ name: 'setProject', args: changes });
  const act = (args: object) => make.run('setProject', args);
  return [
    make.choice('drawnAs', 'What is drawn is', [settings.drawnAs], drawnChoices, (drawnAs) =>
      set({ drawnAs })
    ),
    {
      ...{ name: 'leastFall', label: 'Fall away from the house, least', kind: 'pitch' },
      value: settings.leastFall === 0 ? 'none' : formatFall(settings.leastFall, settings.fallsAs),
      set: (text: string) => {
        if (/^\s*(none|0)\s*$/.test(text)) return act({ leastFall: 0 });
        const read = parsePitch(text);
        return read.ok ? act({ leastFall: Math.tan(read.value) }) : `Type ${read.expected}.`;
      }
    },
    make.length('guardDrop', 'Guards from a drop of', [settings.guardLimits.drop], (drop) =>
      set({ guardLimits: { drop } })
    ),
    make.length('guardHeight', 'Guards, height', [settings.guardLimits.height], (height) =>
      set({ guardLimits: { height } })
    ),
    make.choice('fallsAs', 'Falls told as', [settings.fallsAs], fallWords, (fallsAs) => set({ fallsAs }))
  ];
}

const limitLabels: Readonly<Record<keyof StairRules, string>> = {
  riser: 'highest riser',
  going: 'least going',
  strideLeast: 'two risers and a going from',
  strideMost: 'two risers and a going to',
  headroom: 'headroom',
  width: 'least width',
  narrow: 'narrow end of winders'
};

const stairSets = [
  ['stair', 'Stairs', ['riser', 'going', 'strideLeast', 'strideMost', 'headroom', 'width', 'narrow']],
  ['spiral', 'Spirals', ['riser', 'going', 'headroom', 'width']],
  ['ladder', 'Ship ladders', ['riser', 'going', 'headroom', 'width']]
] as const;

/** What steps of stairs may be; by them they are solved and found fault with. */
function stairFields(make: CardMaker, { stairLimits }: Settings): Field[] {
  const { going, narrow } = stairLimits.stair;
  const isUsual = going === usualStairs.stair.going && narrow === usualStairs.stair.narrow;
  return [
    ...stairSets.flatMap(([set, words, names]) =>
      names.map((name) =>
        make.length(
          `${set}-${name}`,
          `${words}, ${limitLabels[name]}`,
          [stairLimits[set][name]],
          (value) => ({
            name: 'setProject',
            args: { stairLimits: { [set]: { [name]: value } } }
          })
        )
      )
    ),
    fact(
      'Winders round a newel',
      isUsual ? 'offered once the least going or the narrow end is changed' : 'offered'
    )
  ];
}

/** What is entered from now on was measured by them, then. */
function measuringFields(make: CardMaker, { measuring }: Settings): Field[] {
  const set = (changes: object) => ({ name: 'setProject', args: { measuring: changes } });
  return [
    make.text('measuredBy', 'Measured by', measuring.by, (by) => set({ by })),
    make.text('measuredOn', 'On', measuring.on, (on) => set({ on }))
  ];
}

export function projectCard(make: CardMaker, settings: Settings): DetailsCard {
  const set = (changes: object) => ({ name: 'setProject', args: changes });
  const { units } = settings;
  const act = (args: object) => make.run('setProject', args);
  const limit = (
    name: 'heightLimit' | 'areaLimit',
    label: string,
    value: string,
    read: (text: string) => number | string
  ): Field => ({
    name,
    label,
    kind: 'text',
    value,
    set: (text) => {
      if (text.trim() === '' || text.trim() === 'none') return act({ [name]: null });
      const amount = read(text);
      return typeof amount === 'string' ? amount : act({ [name]: amount });
    }
  });
  return {
    title: 'Project',
    subtitle: settings.name,
    groups: [
      { title: 'Name', fields: [make.text('name', 'Name', settings.name, (name) => set({ name }))] },
      {
        title: 'Units',
        fields: unitFields(make, settings)
      },
      {
        title: 'Floors',
        fields: floorFields(make, settings)
      },
      { title: 'Who measures?', fields: measuringFields(make, settings) },
      { title: 'What may steps of stairs be?', fields: stairFields(make, settings) },
      { title: 'What are openings measured by?', fields: openingFields(make, settings) },
      { title: 'Planning grid', fields: gridFields(make, settings) },
      {
        title: 'Ground and limits',
        fields: [
          make.height('ground', 'Ground', 'zero', [settings.ground], (ground) => set({ ground })),
          limit(
            'heightLimit',
            'Ridge limit above it',
            settings.heightLimit === null ? 'none' : formatLength(settings.heightLimit, units),
            (text) => {
              const parsed = parseLength(text, units);
              return parsed.ok ? parsed.value : `${explainFault(text, parsed)}.`;
            }
          ),
          limit(
            'areaLimit',
            'Floor area limit',
            settings.areaLimit === null ? 'none' : formatArea(settings.areaLimit, units),
            (text) => parseArea(text, units) ?? noArea(units)
          )
        ]
      }
    ]
  };
}
