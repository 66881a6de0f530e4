/** Short ways to make records and projects for tests. */
import type { Point } from '../geometry/point';
import { newProject } from '../kinds/new-project';
import { projectOf } from '../kinds/project-of';
import { allRecords } from '../document/project';
import type { BuildUp } from '../kinds/build-up/record';
import type { Duty } from '../kernels/joints/frame';
import type { Project } from '../document/kind';
import type { Rec } from '../document/record';
import type { Wall } from '../kinds/wall/record';
import { frameOf, type WallFrame } from '../kinds/wall/frame';

/** `[100, 'structure']` a ply, from the outside inwards. */
export function buildUpOf(id: string, ...plies: [number, Duty][]): BuildUp {
  return {
    id,
    kind: 'buildUp',
    name: id,
    fireRating: '',
    soundRating: '',
    plies: plies.map(([thickness, duty]) => ({ material: 'plain', thickness, duty }))
  };
}

export function wallOf(id: string, a: Point, b: Point, buildUp: string, more: Partial<Wall> = {}): Wall {
  return {
    id,
    kind: 'wall',
    name: '',
    storey: 'storey-1',
    a,
    b,
    settingOut: 'centre',
    settingOutOffset: 0,
    returnEnds: false,
    endCut: 0,
    returnJambs: false,
    coversFloor: false,
    throughRoofs: false,
    outside: 'right',
    buildUp,
    on: null,
    base: 0,
    top: { kind: 'height', height: 2500 },
    role: 'exterior',
    standsApart: false,
    certainty: 'measured',
    ...more
  };
}

export const at = (x: number, y: number): Point => ({ x, y });

export function projectWith(...records: Rec[]): Project {
  return projectOf([...allRecords(newProject('Test')), ...records]);
}

export function framesOf(project: Project): WallFrame[] {
  return [...project.tables.wall.values()].map((wall) => frameOf(project, wall)!);
}

export const stoneCavity = buildUpOf(
  'stone',
  [100, 'cladding'],
  [50, 'cavity'],
  [120, 'insulation'],
  [140, 'structure'],
  [15, 'finish']
);
export const boarded = buildUpOf(
  'boards',
  [22, 'cladding'],
  [38, 'cavity'],
  [11, 'sheathing'],
  [165, 'structure'],
  [15, 'finish']
);
