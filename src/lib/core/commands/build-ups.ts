/** Build-ups and materials. Changing one changes every wall that has it, the setting-out line holding still. */
import { toStored } from '../geometry/tolerances';
import { formatLengthWithUnit } from '../units/length';
import { settingsOf } from '../project/project';
import {
  duties,
  hatches,
  textures,
  type BuildUp,
  type Material,
  type Ply,
  type Project
} from '../project/records';
import { thicknessOf } from '../derive/frame';
import { after, checkOpenings } from './checks';
import { command, done, need, needPositive, refuse, type Command } from './command';
import * as s from './schemas';
import { freshOrGiven, leastThickness, mostThickness } from './walls';

const plyShape = () =>
  s
    .object({ material: s.id().required(), thickness: s.mm().required(), duty: s.oneOf(duties).required() })
    .noUnknown(true);
const pliesShape = () => s.array(plyShape().required()).max(20);
const rating = () => s.string().max(60);

interface GivenPly {
  material: string;
  thickness: number;
  duty: string;
}

function pliesOf(project: Project, given: readonly GivenPly[], name: string): Ply[] {
  if (given.length === 0) refuse(project, 'build-up.empty', { texts: { thing: name } });
  const plies = given.map((ply): Ply => {
    const material = need(project, 'material', ply.material);
    needPositive(project, 'thickness', `the ply of ${material.name}`, ply.thickness);
    return { material: material.id, thickness: toStored(ply.thickness), duty: ply.duty as Ply['duty'] };
  });
  const thickness = plies.reduce((sum, ply) => sum + ply.thickness, 0);
  if (thickness < leastThickness || thickness > mostThickness)
    refuse(project, 'wall.thickness', {
      numbers: { thickness, least: leastThickness, most: mostThickness },
      texts: { thing: name }
    });
  return plies;
}

const addBuildUp = command({
  name: 'addBuildUp',
  about:
    'Add a build-up: plies from the outside inwards, each with material, thickness and duty; fire and sound rating as noted.',
  args: s.object({
    id: s.id(),
    name: s.name().required(),
    plies: pliesShape().required(),
    fireRating: rating(),
    soundRating: rating()
  }),
  example: {
    id: 'garden-wall',
    name: 'Brick 215',
    plies: [{ material: 'brick', thickness: 215, duty: 'structure' }],
    fireRating: 'REI 120'
  },
  run: (project, args) => {
    const buildUp: BuildUp = {
      id: freshOrGiven(project, 'buildUp', args.id),
      kind: 'buildUp',
      name: args.name,
      fireRating: args.fireRating ?? '',
      soundRating: args.soundRating ?? '',
      plies: pliesOf(project, args.plies, args.name)
    };
    const total = formatLengthWithUnit(thicknessOf(buildUp), settingsOf(project).units);
    return done(project, `Add the build-up ${args.name} (${total})`, [buildUp], [], [buildUp.id]);
  }
});

const copyBuildUp = command({
  name: 'copyBuildUp',
  about: 'Copy a build-up under a new name, to change the copy.',
  args: s.object({ from: s.id().required(), id: s.id(), name: s.name().min(1) }),
  example: { from: 'stone-cavity', name: 'Stone cavity, thicker wool' },
  run: (project, { from, id, name }) => {
    const old = need(project, 'buildUp', from);
    const copy = { ...old, id: freshOrGiven(project, 'buildUp', id), name: name ?? `${old.name}, copy` };
    return done(project, `Copy the build-up ${old.name}`, [copy], [], [copy.id]);
  }
});

const setBuildUp = command({
  name: 'setBuildUp',
  about:
    'Change a build-up: name, plies, ratings. Every wall that has it changes; its setting-out line holds still.',
  args: s.object({
    id: s.id().required(),
    name: s.name().min(1),
    plies: pliesShape().default(undefined),
    fireRating: rating(),
    soundRating: rating()
  }),
  example: {
    id: 'partition',
    plies: [
      { material: 'board', thickness: 12.5, duty: 'finish' },
      { material: 'studs', thickness: 90, duty: 'structure' },
      { material: 'board', thickness: 12.5, duty: 'finish' }
    ]
  },
  run: (project, args) => {
    const old = need(project, 'buildUp', args.id);
    const buildUp: BuildUp = {
      ...old,
      name: args.name ?? old.name,
      fireRating: args.fireRating ?? old.fireRating,
      soundRating: args.soundRating ?? old.soundRating,
      plies: args.plies ? pliesOf(project, args.plies, args.name ?? old.name) : old.plies
    };
    const users = [...project.tables.wall.values()].filter((wall) => wall.buildUp === old.id);
    const ids = new Set(users.map(({ id }) => id));
    checkOpenings(after(project, [buildUp]), ids, ids);
    return done(project, `Change the build-up ${buildUp.name}`, [buildUp]);
  }
});

const colour = () => s.string().matches(/^#[0-9A-Fa-f]{6}$/, '${path} must be like #8F8B80');
const materialShape = {
  hatch: s.oneOf(hatches),
  conductivity: s.number().positive().max(1000).nullable(),
  density: s.number().min(0).max(30_000),
  texture: s.oneOf(textures),
  unitLength: s.number().min(0).max(20_000),
  unitHeight: s.number().min(0).max(20_000)
};

const addMaterial = command({
  name: 'addMaterial',
  about:
    'Add a material: colour (#rrggbb), hatch of its cut, conductivity in W/(m K) (null: a cavity), density in kg/m3, texture and its unit size.',
  args: s.object({ id: s.id(), name: s.name().required(), colour: colour().required(), ...materialShape }),
  example: {
    id: 'flint',
    name: 'Knapped flint',
    colour: '#6F7478',
    hatch: 'stone',
    conductivity: 2.4,
    density: 2500
  },
  run: (project, args) => {
    const material: Material = {
      id: freshOrGiven(project, 'material', args.id),
      kind: 'material',
      name: args.name,
      colour: args.colour,
      hatch: args.hatch ?? 'none',
      conductivity: args.conductivity === undefined ? 1 : args.conductivity,
      density: args.density ?? 1000,
      texture: args.texture ?? 'plain',
      unitLength: args.unitLength ?? 0,
      unitHeight: args.unitHeight ?? 0
    };
    return done(project, `Add the material ${args.name}`, [material], [], [material.id]);
  }
});

const setMaterial = command({
  name: 'setMaterial',
  about: 'Change a material; every ply of it follows.',
  args: s.object({ id: s.id().required(), name: s.name().min(1), colour: colour(), ...materialShape }),
  example: { id: 'stone', colour: '#A8A294', density: 2400 },
  run: (project, args) => {
    const old = need(project, 'material', args.id);
    const changes = Object.fromEntries(Object.entries(args).filter(([, value]) => value !== undefined));
    return done(project, `Change the material ${args.name ?? old.name}`, [
      { ...old, ...changes } as Material
    ]);
  }
});

export const buildUpCommands: Command[] = [addBuildUp, copyBuildUp, setBuildUp, addMaterial, setMaterial];
