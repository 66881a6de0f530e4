/** Everything about the selection as fields, grouped as the trade thinks. A field changes the selection by a command. */
import { distance } from '../core/geometry/point';
import { thicknessOf } from '../core/derive/frame';
import { nameElement } from '../core/project/names';
import type { Opening, Rec, Roof, Slab, Storey, TracingSheet, Wall, BuildUp } from '../core/project/records';
import { settingOuts, wallRoles } from '../core/project/records';
import { degree, formatAngle, parsePitch } from '../core/units/angle';
import { explainFault, formatLength, formatLengthWithUnit, parseLength } from '../core/units/length';
import type { Editor } from './editor';
import type { Choice } from './sentence';
import { describeFrom } from './tools/opening';
import { buildUpChoices, settingOutWords } from './style';

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly kind: 'length' | 'pitch' | 'text' | 'choice' | 'share' | 'flag' | 'fact';
  readonly value: string;
  readonly choices?: readonly Choice[];
  /** Answers what is wrong, or undefined when it was done. */
  readonly set?: (text: string) => string | undefined;
}

export interface FieldGroup {
  readonly title: string;
  readonly fields: readonly Field[];
}

export interface DetailsCard {
  readonly title: string;
  readonly subtitle: string;
  readonly plies: readonly { readonly colour: string; readonly thickness: number; readonly label: string }[];
  readonly groups: readonly FieldGroup[];
}

const varies = 'varies';

/** Builds fields of one selection; every setter goes through `act`. */
class CardMaker {
  constructor(readonly editor: Editor) {}

  private act(name: string, args: unknown): string | undefined {
    const before = this.editor.state;
    this.editor.perform({ name, args });
    return this.editor.state === before ? this.editor.message?.text : undefined;
  }

  length(
    name: string,
    label: string,
    values: readonly number[],
    command: (value: number) => { name: string; args: unknown }
  ): Field {
    const { units } = this.editor.settings;
    const same = values.every((value) => value === values[0]);
    return {
      name,
      label,
      kind: 'length',
      value: same ? formatLength(values[0]!, units) : varies,
      set: (text) => {
        const parsed = parseLength(text, units);
        if (!parsed.ok) return `${explainFault(text, parsed)}.`;
        const { name: called, args } = command(parsed.value);
        return this.act(called, args);
      }
    };
  }

  pitch(label: string, value: number, command: (degrees: number) => { name: string; args: unknown }): Field {
    return {
      name: 'pitch',
      label,
      kind: 'pitch',
      value: formatAngle(value, 2),
      set: (text) => {
        const parsed = parsePitch(text);
        if (!parsed.ok) return `${explainFault(text, parsed)}.`;
        const { name, args } = command(parsed.value / degree);
        return this.act(name, args);
      }
    };
  }

  choice(
    name: string,
    label: string,
    values: readonly string[],
    choices: readonly Choice[],
    command: (value: string) => { name: string; args: unknown }
  ): Field {
    const same = values.every((value) => value === values[0]);
    return {
      name,
      label,
      kind: 'choice',
      value: same ? values[0]! : '',
      choices: same ? choices : [{ value: '', label: varies }, ...choices],
      set: (text) => {
        const { name: called, args } = command(text);
        return this.act(called, args);
      }
    };
  }

  text(
    name: string,
    label: string,
    value: string,
    command: (value: string) => { name: string; args: unknown }
  ): Field {
    return {
      name,
      label,
      kind: 'text',
      value,
      set: (text) => {
        const { name: called, args } = command(text.trim());
        return this.act(called, args);
      }
    };
  }

  flag(
    name: string,
    label: string,
    value: boolean,
    command: (value: boolean) => { name: string; args: unknown }
  ): Field {
    return {
      name,
      label,
      kind: 'flag',
      value: value ? 'yes' : 'no',
      set: (text) => {
        const { name: called, args } = command(text === 'yes');
        return this.act(called, args);
      }
    };
  }
}

const fact = (label: string, value: string): Field => ({ name: label, label, kind: 'fact', value });
const words = (values: readonly string[]): Choice[] => values.map((value) => ({ value, label: value }));

export function describeSelection(editor: Editor): DetailsCard | undefined {
  const records = editor.selected;
  const first = records[0];
  if (!first) return undefined;
  const make = new CardMaker(editor);
  if (records.length > 1 && !records.every((record) => record.kind === 'wall')) return mixedCard(records);
  switch (first.kind) {
    case 'wall':
      return wallCard(make, records as Wall[]);
    case 'opening':
      return openingCard(make, first);
    case 'slab':
      return slabCard(make, first);
    case 'roof':
      return roofCard(make, first);
    case 'sheet':
      return sheetCard(make, first);
    case 'storey':
      return storeyCard(make, first);
    default:
      return undefined;
  }
}

function mixedCard(records: readonly Rec[]): DetailsCard {
  const counts = new Map<string, number>();
  for (const { kind } of records) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return {
    title: `${records.length} things`,
    subtitle: [...counts].map(([kind, count]) => `${count} ${kind}${count > 1 ? 's' : ''}`).join(', '),
    plies: [],
    groups: []
  };
}

function pliesOf(editor: Editor, buildUp: BuildUp | undefined): DetailsCard['plies'] {
  return (buildUp?.plies ?? []).map(({ material, thickness }) => {
    const known = editor.project.tables.material.get(material);
    return {
      colour: known?.colour ?? '#C9CCC6',
      thickness,
      label: `${known?.name ?? material} ${formatLengthWithUnit(thickness, editor.settings.units)}`
    };
  });
}

function wallCard(make: CardMaker, walls: readonly Wall[]): DetailsCard {
  const { editor } = make;
  const first = walls[0]!;
  const one = walls.length === 1;
  const buildUp = editor.project.tables.buildUp.get(first.buildUp);
  const ids = walls.map(({ id }) => id);
  const set: WallSetter = (changes) => ({ name: 'setWalls', args: { ids, ...changes } });
  return {
    title: one ? 'Wall' : `${walls.length} walls`,
    subtitle: one ? first.name || nameElement(editor.project, first.id) : '',
    plies: walls.every((wall) => wall.buildUp === first.buildUp) ? pliesOf(editor, buildUp) : [],
    groups: [
      { title: 'Where', fields: wallPlace(make, walls, set) },
      { title: 'Size', fields: wallSize(make, walls, set) },
      {
        title: 'Make-up and joints',
        fields: [
          make.choice(
            'buildUp',
            'Build-up',
            walls.map((wall) => wall.buildUp),
            buildUpChoices(editor.project).slice(1),
            (value) => set({ buildUp: value })
          ),
          make.flag(
            'standsApart',
            'Stands apart',
            walls.every((wall) => wall.standsApart),
            (standsApart) => set({ standsApart })
          )
        ]
      }
    ]
  };
}

type WallSetter = (changes: object) => { name: string; args: unknown };

function wallPlace(make: CardMaker, walls: readonly Wall[], set: WallSetter): Field[] {
  const first = walls[0]!;
  const single = [
    make.text('name', 'Name', first.name, (name) => set({ name })),
    make.length('length', 'Length', [distance(first.a, first.b)], (length) => ({
      name: 'setWallLength',
      args: { id: first.id, length, hold: 'a' }
    }))
  ];
  return [
    ...(walls.length === 1 ? single : []),
    make.choice(
      'settingOut',
      'Set out on',
      walls.map((wall) => wall.settingOut),
      settingOuts.map((value) => ({ value, label: settingOutWords[value] })),
      (settingOut) => set({ settingOut })
    ),
    make.choice(
      'outside',
      'Outside',
      walls.map((wall) => wall.outside),
      [
        { value: 'left', label: 'left of the run' },
        { value: 'right', label: 'right of the run' }
      ],
      (outside) => set({ outside })
    ),
    make.choice(
      'role',
      'Kind',
      walls.map((wall) => wall.role),
      words(wallRoles),
      (role) => set({ role })
    )
  ];
}

function wallSize(make: CardMaker, walls: readonly Wall[], set: WallSetter): Field[] {
  const { project, storey } = make.editor;
  const usual = project.tables.storey.get(storey)?.height ?? 2400;
  const heights = walls.flatMap(({ top }) => (top.kind === 'height' ? [top.height] : []));
  return [
    make.length(
      'thickness',
      'Thickness',
      walls.map((wall) => thicknessOf(project.tables.buildUp.get(wall.buildUp)!)),
      (thickness) => set({ thickness })
    ),
    make.length(
      'base',
      'Base above datum',
      walls.map((wall) => wall.base),
      (base) => set({ base })
    ),
    make.choice(
      'top',
      'Top',
      walls.map(({ top }) => top.kind),
      [
        { value: 'height', label: 'fixed height' },
        { value: 'roof', label: 'carried up to roof' },
        ...(walls.some(({ top }) => top.kind === 'datum') ? [{ value: 'datum', label: 'at a datum' }] : [])
      ],
      (kind) => set({ top: kind === 'roof' ? { kind } : { kind: 'height', height: usual } })
    ),
    ...(heights.length === walls.length
      ? [make.length('height', 'Height', heights, (height) => set({ height }))]
      : [])
  ];
}

function openingCard(make: CardMaker, opening: Opening): DetailsCard {
  const { project } = make.editor;
  const set = (changes: object) => ({ name: 'setOpening', args: { id: opening.id, ...changes } });
  const groups: FieldGroup[] = [
    {
      title: 'Where',
      fields: [
        make.text('name', 'Name', opening.name, (name) => set({ name })),
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
      title: 'Size',
      fields: [
        make.length('width', 'Width', [opening.width], (width) => set({ width })),
        make.length('height', 'Height', [opening.height], (height) => set({ height })),
        make.length('sill', 'Sill above datum', [opening.sill], (sill) => set({ sill }))
      ]
    },
    {
      title: 'Filling',
      fields: [
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
                [
                  { value: 'inside', label: 'inwards' },
                  { value: 'outside', label: 'outwards' }
                ],
                (opens) => set({ handing: { ...opening.handing, opens } })
              )
            ]
          : [])
      ]
    }
  ];
  return { title: nameElement(project, opening.id), subtitle: '', plies: [], groups };
}

function slabCard(make: CardMaker, slab: Slab): DetailsCard {
  const set = (changes: object) => ({ name: 'setSlab', args: { id: slab.id, ...changes } });
  const face =
    slab.outline.kind === 'walls'
      ? [
          make.choice(
            'face',
            'Outline by',
            [slab.outline.face],
            [
              { value: 'outer', label: 'outer face of walls' },
              { value: 'structure', label: 'structure of walls' },
              { value: 'inner', label: 'inner face of walls' }
            ],
            (value) => set({ face: value })
          )
        ]
      : [fact('Outline', 'drawn')];
  return {
    title: nameElement(make.editor.project, slab.id),
    subtitle: '',
    plies: [],
    groups: [
      {
        title: 'Where',
        fields: [
          make.text('name', 'Name', slab.name, (name) => set({ name })),
          ...face,
          make.length('offset', 'Top above datum', [slab.offset], (offset) => set({ offset }))
        ]
      },
      {
        title: 'Size',
        fields: [make.length('thickness', 'Thickness', [slab.thickness], (thickness) => set({ thickness }))]
      }
    ]
  };
}

function roofCard(make: CardMaker, roof: Roof): DetailsCard {
  const { editor } = make;
  const { units } = editor.settings;
  const set = (changes: object) => ({ name: 'setRoof', args: { id: roof.id, ...changes } });
  const solved = editor.model.roof(editor.shown, roof);
  const datum = editor.project.tables.storey.get(roof.storey)?.datum ?? 0;
  const area = (solved?.planes ?? []).reduce((sum, plane) => sum + plane.area, 0);
  return {
    title: nameElement(editor.project, roof.id),
    subtitle: '',
    plies: [],
    groups: [
      {
        title: 'Size',
        fields: [
          make.text('name', 'Name', roof.name, (name) => set({ name })),
          make.pitch('Pitch', roof.pitch, (pitch) => set({ pitch })),
          make.length('overhang', 'Overhang', [roof.overhang], (overhang) => set({ overhang })),
          make.length('plateLevel', 'Plate above datum', [roof.plateLevel], (plateLevel) =>
            set({ plateLevel })
          ),
          make.length('thickness', 'Thickness', [roof.thickness], (thickness) => set({ thickness }))
        ]
      },
      {
        title: 'Result',
        fields: [
          fact('Ridge above zero', solved ? formatLengthWithUnit(datum + solved.ridge, units) : 'no outline'),
          fact('Planes', String(solved?.planes.length ?? 0)),
          fact('Area on the slope', `${(area / 1e6).toFixed(2)} m²`)
        ]
      }
    ]
  };
}

function sheetCard(make: CardMaker, sheet: TracingSheet): DetailsCard {
  const set = (changes: object) => ({ name: 'setSheet', args: { id: sheet.id, ...changes } });
  return {
    title: 'Tracing sheet',
    subtitle: sheet.name,
    plies: [],
    groups: [
      {
        title: 'Show',
        fields: [
          {
            ...make.choice(
              'fade',
              'Strength',
              [String(sheet.fade)],
              [0.15, 0.3, 0.5, 0.75, 1].map((v) => ({ value: String(v), label: `${v * 100} %` })),
              (fade) => set({ fade: Number(fade) })
            )
          },
          make.flag('locked', 'Locked', sheet.locked, (locked) => set({ locked }))
        ]
      },
      { title: 'Scale', fields: [fact('One pixel is', `${Number(sheet.mmPerPixel.toFixed(3))} mm`)] }
    ]
  };
}

function storeyCard(make: CardMaker, storey: Storey): DetailsCard {
  const set = (changes: object) => ({ name: 'setStorey', args: { id: storey.id, ...changes } });
  return {
    title: 'Storey',
    subtitle: storey.name,
    plies: [],
    groups: [
      {
        title: 'Levels',
        fields: [
          make.text('name', 'Name', storey.name, (name) => set({ name })),
          make.length('datum', 'Datum above zero', [storey.datum], (datum) => set({ datum })),
          make.length('height', 'Storey height', [storey.height], (height) => set({ height })),
          make.length('floorDepth', 'Floor depth', [storey.floorDepth], (floorDepth) => set({ floorDepth }))
        ]
      }
    ]
  };
}
