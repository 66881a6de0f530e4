/** Build-ups and materials. Changing one changes every wall that has it, the setting-out line holding still. */
import * as s from '../../document/schemas';
import { duties, thicknessOf } from '../../kernels/joints/frame';
import { after, command, done, freshOrGiven, need, needPositive, refuse } from '../../document/command';
import { toStored } from '../../geometry/tolerances';
import { leastThickness, mostThickness } from '../wall/choose';
import { formatLengthWithUnit } from '../../units/length';
import { settingsOf } from '../../document/project';
import { checkOpenings } from '../opening/checks';
import type { Project } from '../../document/kind';
import type { BuildUp, Ply } from './record';

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

export const addBuildUp = command({
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

export const copyBuildUp = command({
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

export const setBuildUp = command({
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
