/** The card of the project itself: name, units, ground and limits. */
import {
  defaultUnits,
  explainFault,
  formatLength,
  parseLength,
  type LengthUnits
} from '../../core/units/length';
import { type Choice } from '../sentence';
import { type Settings } from '../../core/project/records';
import { type Field, type DetailsCard, CardMaker } from './card';

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

export function projectCard(make: CardMaker, settings: Settings): DetailsCard {
  const set = (changes: object) => ({ name: 'setProject', args: changes });
  const { units, secondUnits } = settings;
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
    plies: [],
    groups: [
      { title: 'Name', fields: [make.text('name', 'Name', settings.name, (name) => set({ name }))] },
      {
        title: 'Units',
        fields: [
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
            [
              { value: 'none', label: 'no second unit' },
              ...systems.filter(({ value }) => value !== units.system)
            ],
            (system) =>
              set({ secondUnits: system === 'none' ? null : defaultUnits[system as LengthUnits['system']] })
          )
        ]
      },
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
            'Floor area limit, m²',
            settings.areaLimit === null ? 'none' : String(settings.areaLimit / 1e6),
            (text) => {
              const amount = Number(text.replace(/\s*m(²|2)?$/, ''));
              return Number.isFinite(amount) ? amount * 1e6 : 'Expected an area in square metres.';
            }
          )
        ]
      }
    ]
  };
}
