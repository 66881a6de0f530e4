/** What a new project starts with: materials and build-ups, in whole millimetres or whole inches. */
import { inch, type UnitSystem } from '../units/length';
import type { BuildUp, Duty, Hatch, Material, Ply } from './records';

const material = (id: string, name: string, colour: string, hatch: Hatch): Material => ({
  id,
  kind: 'material',
  name,
  colour,
  hatch
});

export const starterMaterials: readonly Material[] = [
  material('plain', 'Plain', '#C9CCC6', 'none'),
  material('stone', 'Coursed stone', '#BDB6A6', 'stone'),
  material('air', 'Cavity', '#F2EFE6', 'none'),
  material('wool', 'Mineral wool', '#E7DCC0', 'insulation'),
  material('block', 'Concrete block', '#A9AEAC', 'block'),
  material('brick', 'Brick', '#B57B65', 'brick'),
  material('plaster', 'Plaster', '#E4E2DB', 'none'),
  material('boards', 'Timber boards', '#CFB48A', 'timber'),
  material('studs', 'Studs and insulation', '#DCC596', 'timber'),
  material('sheet', 'Sheathing board', '#C7AD7F', 'board'),
  material('concrete', 'Concrete', '#B4B5B1', 'concrete'),
  material('slate', 'Roof slate', '#52626C', 'none')
];

const ply = (materialId: string, thickness: number, duty: Duty): Ply => ({
  material: materialId,
  thickness,
  duty
});

/** A build-up of one ply, named by its thickness in the words given. */
export function plainBuildUp(id: string, thickness: number, shown: string): BuildUp {
  return { id, kind: 'buildUp', name: `Plain ${shown}`, plies: [ply('plain', thickness, 'structure')] };
}

const buildUp = (id: string, name: string, plies: Ply[]): BuildUp => ({ id, kind: 'buildUp', name, plies });

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
      ])
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
    ])
  ];
}
