/** What a new project starts with: materials and build-ups, in whole millimetres or whole inches. */
import { inch, type UnitSystem } from '../units/length';
import type { Material } from './material/record';
import type { Hatch } from '../display/marks';
import type { Duty } from '../kernels/joints/frame';
import type { BuildUp, Ply } from './build-up/record';

type Physics = Pick<Material, 'conductivity' | 'density'>;

type Look = Pick<Material, 'texture' | 'unitLength' | 'unitHeight'>;

const smooth: Look = { texture: 'plain', unitLength: 0, unitHeight: 0 };

const look = (texture: Material['texture'], unitLength: number, unitHeight: number): Look => ({
  texture,
  unitLength,
  unitHeight
});

const material = (
  id: string,
  name: string,
  colour: string,
  hatch: Hatch,
  [conductivity, density, waste = 0]: [Physics['conductivity'], number, number?],
  appearance: Look = smooth
): Material => ({ id, kind: 'material', name, colour, hatch, conductivity, density, waste, ...appearance });

/** Conductivities and densities: usual design values, rounded, in the manner of ISO 10456. */
export const starterMaterials: readonly Material[] = [
  material('plain', 'Plain', '#C9CCC6', 'none', [0.5, 1200]),
  material('stone', 'Coursed stone', '#BDB6A6', 'stone', [1.7, 2300], look('courses', 450, 200)),
  material('air', 'Cavity', '#F2EFE6', 'none', [null, 1]),
  material('wool', 'Mineral wool', '#E7DCC0', 'insulation', [0.036, 30]),
  material('foam', 'Rigid insulation', '#EBD9A6', 'insulation', [0.023, 32]),
  material('block', 'Concrete block', '#A9AEAC', 'block', [0.51, 1400], look('bond', 450, 225)),
  material('brick', 'Brick', '#B57B65', 'brick', [0.77, 1700], look('bond', 225, 75)),
  material('plaster', 'Plaster', '#E4E2DB', 'none', [0.4, 1000]),
  material('board', 'Lining board', '#E9E6DD', 'board', [0.21, 700]),
  material('render', 'Render', '#E6E0D2', 'none', [1, 1800]),
  material('boards', 'Timber boards', '#CFB48A', 'timber', [0.13, 500], look('boards', 3000, 150)),
  material('studs', 'Studs and insulation', '#DCC596', 'timber', [0.048, 80]),
  material('panel', 'Solid timber panel', '#D3B27A', 'timber', [0.12, 480]),
  material('sheet', 'Sheathing board', '#C7AD7F', 'board', [0.13, 650]),
  material('membrane', 'Membrane', '#8FA3AE', 'none', [0.3, 900]),
  material('wallTile', 'Wall tiles', '#DDE6E7', 'none', [1.3, 2300], look('tiles', 300, 200)),
  material('concrete', 'Concrete', '#B4B5B1', 'concrete', [2, 2400]),
  material('slate', 'Roof slate', '#52626C', 'none', [2, 2700, 0.1], look('tiles', 250, 180))
];

const ply = (materialId: string, thickness: number, duty: Duty): Ply => ({
  material: materialId,
  thickness,
  duty
});

const buildUp = (id: string, name: string, plies: Ply[]): BuildUp => ({
  id,
  kind: 'buildUp',
  name,
  fireRating: '',
  soundRating: '',
  plies
});

export function starterBuildUps(system: UnitSystem): BuildUp[] {
  if (system === 'ft')
    return [
      buildUp('framed-outer', 'Boarded frame 7 5/16"', [
        ply('boards', 0.875 * inch, 'cladding'),
        ply('sheet', 0.4375 * inch, 'sheathing'),
        ply('studs', 5.5 * inch, 'structure'),
        ply('plaster', 0.5 * inch, 'finish')
      ]),
      buildUp('partition', 'Partition 4 1/2"', [
        ply('plaster', 0.5 * inch, 'finish'),
        ply('studs', 3.5 * inch, 'structure'),
        ply('plaster', 0.5 * inch, 'finish')
      ]),
      buildUp('brick-veneer', 'Brick veneer 10 15/16"', [
        ply('brick', 3.625 * inch, 'cladding'),
        ply('air', 1 * inch, 'cavity'),
        ply('sheet', 0.3125 * inch, 'sheathing'),
        ply('studs', 5.5 * inch, 'structure'),
        ply('board', 0.5 * inch, 'finish')
      ]),
      buildUp('foundation', 'Concrete foundation 8"', [ply('concrete', 8 * inch, 'structure')]),
      buildUp('stone-low', 'Stone wall 12"', [ply('stone', 12 * inch, 'structure')])
    ];
  return [
    buildUp('stone-cavity', 'Stone cavity 425', [
      ply('stone', 100, 'cladding'),
      ply('air', 50, 'cavity'),
      ply('wool', 120, 'insulation'),
      ply('block', 140, 'structure'),
      ply('plaster', 15, 'finish')
    ]),
    buildUp('boarded-frame', 'Boarded frame 251', [
      ply('boards', 22, 'cladding'),
      ply('air', 38, 'cavity'),
      ply('sheet', 11, 'sheathing'),
      ply('studs', 165, 'structure'),
      ply('plaster', 15, 'finish')
    ]),
    buildUp('bearing', 'Bearing partition 170', [
      ply('plaster', 15, 'finish'),
      ply('block', 140, 'structure'),
      ply('plaster', 15, 'finish')
    ]),
    buildUp('partition', 'Partition 120', [
      ply('plaster', 15, 'finish'),
      ply('studs', 90, 'structure'),
      ply('plaster', 15, 'finish')
    ]),
    buildUp('wet-room', 'Wet-room partition 130', [
      ply('plaster', 15, 'finish'),
      ply('studs', 90, 'structure'),
      ply('plaster', 15, 'finish'),
      ply('wallTile', 10, 'finish')
    ]),
    buildUp('brick-cavity', 'Brick cavity 365', [
      ply('brick', 102.5, 'cladding'),
      ply('air', 50, 'cavity'),
      ply('foam', 100, 'insulation'),
      ply('block', 100, 'structure'),
      ply('plaster', 12.5, 'finish')
    ]),
    buildUp('rendered-block', 'Rendered block 375', [
      ply('render', 20, 'finish'),
      ply('wool', 125, 'insulation'),
      ply('block', 215, 'structure'),
      ply('plaster', 15, 'finish')
    ]),
    buildUp('solid-timber', 'Solid timber 140', [ply('panel', 140, 'structure')]),
    buildUp('brick-solid', 'Brick 215', [ply('brick', 215, 'structure')]),
    buildUp('foundation', 'Concrete foundation 425', [ply('concrete', 425, 'structure')]),
    buildUp('stone-low', 'Stone wall 300', [ply('stone', 300, 'structure')])
  ];
}
