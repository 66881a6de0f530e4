/** What stands by itself: columns and piers, chimneys with their fire openings and flues. Walls are cut round them. */
import * as chimneyArgs from './args';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, needPositive, refuse, storedPoint } from '../../document/command';
import { toStored } from '../../geometry/tolerances';
import { nameOf } from '../../document/names';
import { faultsOf, topOfChimney } from './shape';
import { degree } from '../../units/angle';
import type { Chimney, ChimneyTop, Fire, Flue } from './record';
import type { Project } from '../../document/kind';
import { datumOf } from '../storey/record';
import { usualMaterial } from '../material/usual';

interface GivenFlue {
  readonly storey?: string | undefined;
  readonly along?: number | undefined;
  readonly across?: number | undefined;
  readonly width: number;
  readonly depth: number;
  readonly fire?:
    | (Pick<Fire, 'width' | 'height' | 'depth'> & {
        readonly side: Fire['side'];
        readonly reach?: number | undefined;
        readonly hearth?: number | undefined;
      })
    | null
    | undefined;
}

/** How far a hearth comes out in front of its fire opening when nothing is said, mm. */
const usualHearth = 400;

function fluesOf(project: Project, storey: string, given: readonly GivenFlue[]): Flue[] {
  return given.map(({ fire, ...flue }): Flue => {
    for (const what of ['width', 'depth'] as const) needPositive(project, what, 'the flue', flue[what]);
    if (fire) {
      for (const what of ['width', 'height', 'depth'] as const)
        needPositive(project, what, 'the fire opening', fire[what]);
      for (const what of ['reach', 'hearth'] as const)
        if ((fire[what] ?? 0) < 0) needPositive(project, what, 'the fire opening', fire[what]!);
    }
    return {
      storey: need(project, 'storey', flue.storey ?? storey).id,
      along: toStored(flue.along ?? 0),
      across: toStored(flue.across ?? 0),
      width: toStored(flue.width),
      depth: toStored(flue.depth),
      fire: fire
        ? {
            side: fire.side,
            width: toStored(fire.width),
            height: toStored(fire.height),
            depth: toStored(fire.depth),
            reach: toStored(fire.reach ?? 0),
            hearth: toStored(fire.hearth ?? usualHearth)
          }
        : null
    };
  });
}

function chimneyTopOf(
  project: Project,
  given: { kind: ChimneyTop['kind']; above?: number | undefined; height?: number | undefined }
): ChimneyTop {
  if (given.kind === 'roof') return { kind: 'roof', above: toStored(given.above ?? 900) };
  needPositive(project, 'height', 'the chimney', given.height ?? 0);
  return { kind: 'height', height: toStored(given.height ?? 0) };
}

function checkChimney(project: Project, chimney: Chimney) {
  const thing = nameOf(project, chimney);
  const datums = (storey: string) => datumOf(project, storey);
  const subjects = [chimney.id];
  for (const what of ['width', 'depth'] as const) needPositive(project, what, thing, chimney[what]);
  for (const [what, value] of [
    ['gap', chimney.gap],
    ['cap', chimney.cap],
    ['overhang of the cap', chimney.capOverhang]
  ] as const)
    if (value < 0) needPositive(project, what, thing, value);
  if (chimney.flues.length === 0) refuse(project, 'chimney.no-flue', { subjects, texts: { thing } });
  for (const { code, numbers, what, other } of faultsOf(datums, chimney))
    refuse(project, code, { subjects, numbers, texts: { thing, what, other: other ?? '' } });
  const top = topOfChimney(datums, chimney);
  if (!(top > chimney.base))
    refuse(project, 'column.height', { subjects, numbers: { height: top - chimney.base }, texts: { thing } });
}

const chimneyShape = {
  name: s.name(),
  at: s.point().default(undefined),
  angle: s.degrees(),
  width: s.mm(),
  depth: s.mm(),
  material: s.id(),
  base: s.mm(),
  top: chimneyArgs.chimneyTop().default(undefined),
  gap: s.mm(),
  cap: s.mm(),
  capOverhang: s.mm(),
  capMaterial: s.id(),
  hearthMaterial: s.id(),
  flues: chimneyArgs.flues().default(undefined)
};

const oneFire = {
  along: 0,
  across: -100,
  width: 200,
  depth: 200,
  fire: { side: 'front', width: 700, height: 800, depth: 340 }
} as const;

export const addChimney = command({
  name: 'addChimney',
  about:
    'Stand a chimney at a point, through all storeys up to its top: its flues, each over its fire opening with a hearth or without. What it passes through is cut, a gap clear of it.',
  args: s.object({
    id: s.id(),
    storey: s.id().required(),
    ...chimneyShape,
    at: s.point().required(),
    flues: chimneyArgs.flues().required()
  }),
  example: {
    storey: 'storey-1',
    at: { x: 3000, y: 2000 },
    width: 1200,
    depth: 600,
    top: { kind: 'height', height: 6000 },
    flues: [oneFire]
  },
  run: (project, args) => {
    const storey = need(project, 'storey', args.storey);
    const chimney: Chimney = {
      id: freshOrGiven(project, 'chimney', args.id),
      kind: 'chimney',
      name: args.name ?? '',
      storey: storey.id,
      at: storedPoint(args.at),
      angle: (args.angle ?? 0) * degree,
      width: toStored(args.width ?? 1200),
      depth: toStored(args.depth ?? 600),
      material: need(project, 'material', args.material ?? usualMaterial(project, 'chimney')).id,
      base: toStored(args.base ?? 0),
      top: chimneyTopOf(project, args.top ?? { kind: 'roof' }),
      gap: toStored(args.gap ?? 50),
      cap: toStored(args.cap ?? 75),
      capOverhang: toStored(args.capOverhang ?? 50),
      capMaterial: need(project, 'material', args.capMaterial ?? usualMaterial(project, 'cap')).id,
      hearthMaterial: need(project, 'material', args.hearthMaterial ?? usualMaterial(project, 'hearth')).id,
      flues: fluesOf(project, storey.id, args.flues as GivenFlue[])
    };
    checkChimney(project, chimney);
    return done(project, 'Stand a chimney', [chimney], [], [chimney.id]);
  }
});

export const setChimney = command({
  name: 'setChimney',
  about: 'Change a chimney: place, size, material, base, top, gap, cap, or all its flues.',
  args: s.object({ id: s.id().required(), ...chimneyShape }),
  example: { id: 'chimney-1', width: 1500 },
  run: (project, args) => {
    const old = need(project, 'chimney', args.id);
    const length = (value: number | undefined, before: number) =>
      value === undefined ? before : toStored(value);
    const material = (given: string | undefined, before: string) =>
      given === undefined ? before : need(project, 'material', given).id;
    const chimney: Chimney = {
      ...old,
      name: args.name ?? old.name,
      at: args.at ? storedPoint(args.at) : old.at,
      angle: args.angle === undefined ? old.angle : args.angle * degree,
      width: length(args.width, old.width),
      depth: length(args.depth, old.depth),
      material: material(args.material, old.material),
      base: length(args.base, old.base),
      top: args.top ? chimneyTopOf(project, args.top) : old.top,
      gap: length(args.gap, old.gap),
      cap: length(args.cap, old.cap),
      capOverhang: length(args.capOverhang, old.capOverhang),
      capMaterial: material(args.capMaterial, old.capMaterial),
      hearthMaterial: material(args.hearthMaterial, old.hearthMaterial),
      flues: args.flues ? fluesOf(project, old.storey, args.flues as GivenFlue[]) : old.flues
    };
    checkChimney(project, chimney);
    return done(project, 'Change a chimney', [chimney]);
  }
});
