/** What stands by itself: columns and piers, chimneys with their fire openings and flues. Walls are cut round them. */
import type { Point } from '../geometry/point';
import { add } from '../geometry/point';
import { toStored } from '../geometry/tolerances';
import { degree } from '../units/angle';
import { faultsOf, topOfColumn, topOfChimney } from '../derive/standing';
import type { Chimney, ChimneyTop, Column, Fire, Flue, Project, Section } from '../project/records';
import { command, done, nameOf, need, needPositive, refuse, type Command } from './command';
import * as s from './schemas';
import { freshOrGiven, storedPoint, topOf } from './walls';

function sectionOf(
  project: Project,
  given: {
    kind: Section['kind'];
    width?: number | undefined;
    depth?: number | undefined;
    diameter?: number | undefined;
  }
): Section {
  const size = (what: 'width' | 'depth' | 'diameter') => {
    const value = toStored(given[what] ?? 0);
    needPositive(project, what, 'the column', value);
    return value;
  };
  return given.kind === 'round'
    ? { kind: 'round', diameter: size('diameter') }
    : { kind: 'rectangle', width: size('width'), depth: size('depth') };
}

function checkColumn(project: Project, column: Column) {
  const height = topOfColumn(project, column) - column.base;
  if (!(height > 0))
    refuse(project, 'column.height', {
      subjects: [column.id],
      numbers: { height },
      texts: { thing: nameOf(column) }
    });
}

const columnShape = {
  name: s.name(),
  at: s.point().default(undefined),
  angle: s.degrees(),
  section: s.section().default(undefined),
  material: s.id(),
  base: s.mm(),
  top: s.top().default(undefined)
};

const addColumn = command({
  name: 'addColumn',
  about:
    'Stand a column or pier, rectangular or round, at a point; walls that it stands in are cut round it.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...columnShape, at: s.point().required() }),
  example: { storey: 'storey-1', at: { x: 3000, y: 2000 }, section: { kind: 'round', diameter: 300 } },
  run: (project, args) => {
    const storey = need(project, 'storey', args.storey);
    const column: Column = {
      id: freshOrGiven(project, 'column', args.id),
      kind: 'column',
      name: args.name ?? '',
      storey: storey.id,
      at: storedPoint(args.at),
      angle: (args.angle ?? 0) * degree,
      section: sectionOf(project, args.section ?? { kind: 'rectangle', width: 300, depth: 300 }),
      material: need(project, 'material', args.material ?? 'concrete').id,
      base: toStored(args.base ?? 0),
      top: topOf(
        project,
        args.top ?? { kind: 'height', height: storey.height - storey.floorDepth },
        'the column'
      )
    };
    checkColumn(project, column);
    return done(project, 'Stand a column', [column], [], [column.id]);
  }
});

const setColumn = command({
  name: 'setColumn',
  about: 'Change a column: place, angle, section, material, base, top.',
  args: s.object({ id: s.id().required(), ...columnShape }),
  example: { id: 'column-1', section: { kind: 'rectangle', width: 330, depth: 215 } },
  run: (project, args) => {
    const old = need(project, 'column', args.id);
    const column: Column = {
      ...old,
      name: args.name ?? old.name,
      at: args.at ? storedPoint(args.at) : old.at,
      angle: args.angle === undefined ? old.angle : args.angle * degree,
      section: args.section ? sectionOf(project, args.section) : old.section,
      material: args.material === undefined ? old.material : need(project, 'material', args.material).id,
      base: args.base === undefined ? old.base : toStored(args.base),
      top: args.top ? topOf(project, args.top, 'the column') : old.top
    };
    checkColumn(project, column);
    return done(project, 'Change a column', [column]);
  }
});

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
    if (fire)
      for (const what of ['width', 'height', 'depth'] as const)
        needPositive(project, what, 'the fire opening', fire[what]);
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
            reach: Math.max(0, toStored(fire.reach ?? 0)),
            hearth: Math.max(0, toStored(fire.hearth ?? usualHearth))
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
  const thing = nameOf(chimney);
  const subjects = [chimney.id];
  for (const what of ['width', 'depth'] as const) needPositive(project, what, thing, chimney[what]);
  for (const [what, value] of [
    ['gap', chimney.gap],
    ['cap', chimney.cap],
    ['overhang of the cap', chimney.capOverhang]
  ] as const)
    if (value < 0) needPositive(project, what, thing, value);
  if (chimney.flues.length === 0) refuse(project, 'chimney.no-flue', { subjects, texts: { thing } });
  for (const { code, numbers, what, other } of faultsOf(project, chimney))
    refuse(project, code, { subjects, numbers, texts: { thing, what, other: other ?? '' } });
  const top = topOfChimney(project, chimney);
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
  top: s.chimneyTop().default(undefined),
  gap: s.mm(),
  cap: s.mm(),
  capOverhang: s.mm(),
  flues: s.flues().default(undefined)
};

const oneFire = {
  along: 0,
  across: -100,
  width: 200,
  depth: 200,
  fire: { side: 'front', width: 700, height: 800, depth: 340 }
} as const;

const addChimney = command({
  name: 'addChimney',
  about:
    'Stand a chimney at a point, through all storeys up to its top: its flues, each over its fire opening with a hearth or without. What it passes through is cut, a gap clear of it.',
  args: s.object({
    id: s.id(),
    storey: s.id().required(),
    ...chimneyShape,
    at: s.point().required(),
    flues: s.flues().required()
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
      material: need(project, 'material', args.material ?? 'brick').id,
      base: toStored(args.base ?? 0),
      top: chimneyTopOf(project, args.top ?? { kind: 'roof' }),
      gap: toStored(args.gap ?? 50),
      cap: toStored(args.cap ?? 75),
      capOverhang: toStored(args.capOverhang ?? 50),
      flues: fluesOf(project, storey.id, args.flues as GivenFlue[])
    };
    checkChimney(project, chimney);
    return done(project, 'Stand a chimney', [chimney], [], [chimney.id]);
  }
});

const setChimney = command({
  name: 'setChimney',
  about: 'Change a chimney: place, size, material, base, top, gap, cap, or all its flues.',
  args: s.object({ id: s.id().required(), ...chimneyShape }),
  example: { id: 'chimney-1', width: 1500 },
  run: (project, args) => {
    const old = need(project, 'chimney', args.id);
    const length = (value: number | undefined, before: number) =>
      value === undefined ? before : toStored(value);
    const chimney: Chimney = {
      ...old,
      name: args.name ?? old.name,
      at: args.at ? storedPoint(args.at) : old.at,
      angle: args.angle === undefined ? old.angle : args.angle * degree,
      width: length(args.width, old.width),
      depth: length(args.depth, old.depth),
      material: args.material === undefined ? old.material : need(project, 'material', args.material).id,
      base: length(args.base, old.base),
      top: args.top ? chimneyTopOf(project, args.top) : old.top,
      gap: length(args.gap, old.gap),
      cap: length(args.cap, old.cap),
      capOverhang: length(args.capOverhang, old.capOverhang),
      flues: args.flues ? fluesOf(project, old.storey, args.flues as GivenFlue[]) : old.flues
    };
    checkChimney(project, chimney);
    return done(project, 'Change a chimney', [chimney]);
  }
});

const moveStanding = command({
  name: 'moveStanding',
  about: 'Move columns and chimneys by a vector.',
  args: s.object({ ids: s.ids().required(), by: s.point().required() }),
  example: { ids: ['column-1'], by: { x: 250, y: 0 } },
  run: (project, { ids, by }) => {
    const moved = ids.map((id) => {
      const one = project.tables.chimney.get(id) ?? need(project, 'column', id);
      const at: Point = storedPoint(add(one.at, by));
      return { ...one, at };
    });
    const label =
      moved.length === 1 ? `Move a ${moved[0]!.kind}` : `Move ${moved.length} columns and chimneys`;
    return done(project, label, moved);
  }
});

export const standingCommands: Command[] = [addColumn, setColumn, addChimney, setChimney, moveStanding];
