/** Guides and the planning grid. */
import { distance } from '../geometry/point';
import { toStored, tolerances } from '../geometry/tolerances';
import { guideLines } from '../derive/guides';
import { settingsOf } from '../project/project';
import type { Guide, GuideLine, PlanningGrid, Project } from '../project/records';
import { degree } from '../units/angle';
import { command, done, nameOf, need, needPositive, refuse, type Command } from './command';
import { endOf } from './make-true';
import * as s from './schemas';
import { freshOrGiven, storedPoint } from './walls';

interface GivenLine {
  a?: { x: number; y: number } | undefined;
  b?: { x: number; y: number } | undefined;
  wall?: string | undefined;
  side?: 'left' | 'right' | undefined;
  distance?: number | undefined;
  from?: Parameters<typeof endOf>[1] | undefined;
  to?: Parameters<typeof endOf>[1] | undefined;
  parts?: number | undefined;
}

const given = {
  name: s.name(),
  a: s.point().default(undefined),
  b: s.point().default(undefined),
  wall: s.id(),
  side: s.side(),
  distance: s.mm(),
  from: s.sizeEnd().default(undefined),
  to: s.sizeEnd().default(undefined),
  parts: s.number().integer().min(2).max(200)
};

function lineOf(project: Project, args: GivenLine): GuideLine {
  if (args.wall !== undefined)
    return {
      kind: 'face',
      wall: need(project, 'wall', args.wall).id,
      side: args.side ?? 'left',
      distance: toStored(args.distance ?? 0)
    };
  if (args.from && args.to)
    return {
      kind: 'division',
      from: endOf(project, args.from),
      to: endOf(project, args.to),
      parts: args.parts ?? 2
    };
  const { a, b } = args;
  if (!a || !b) refuse(project, 'guide.nothing');
  const size = distance(a, b);
  if (size < tolerances.leastLength)
    refuse(project, 'guide.short', { numbers: { size, least: tolerances.leastLength } });
  return { kind: 'points', a: storedPoint(a), b: storedPoint(b) };
}

/** Refuses a guide that is no line of the plan. */
function checkGuide(project: Project, guide: Guide) {
  const { line } = guide;
  if (guideLines(project, guide).length > 0) return;
  const texts = { thing: nameOf(guide), other: 'what it divides' };
  refuse(project, line.kind === 'division' ? 'size.not-parallel' : 'guide.nothing', { texts });
}

const addGuide = command({
  name: 'addGuide',
  about:
    'A construction line that prints nowhere: through points a and b; or at a distance off a face of a wall, which it follows; or the lines that divide the room between two parallel faces or jambs into equal parts.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...given }),
  example: { storey: 'storey-1', wall: 'wall-1', side: 'left', distance: 1200 },
  run: (project, args) => {
    const guide: Guide = {
      id: freshOrGiven(project, 'guide', args.id),
      kind: 'guide',
      name: args.name ?? '',
      storey: need(project, 'storey', args.storey).id,
      line: lineOf(project, args)
    };
    checkGuide(project, guide);
    return done(project, 'Add a guide', [guide], [], [guide.id]);
  }
});

const setGuide = command({
  name: 'setGuide',
  about: 'Change a guide: its name, its distance, its parts, or what it is set out from.',
  args: s.object({ id: s.id().required(), ...given }),
  example: { id: 'guide-1', distance: 1500 },
  run: (project, { id, ...args }) => {
    const old = need(project, 'guide', id);
    const { line } = old;
    const merged =
      line.kind === 'points' && !args.wall && !args.from
        ? { a: args.a ?? line.a, b: args.b ?? line.b }
        : { ...line, ...Object.fromEntries(Object.entries(args).filter(([, value]) => value !== undefined)) };
    const guide: Guide = { ...old, name: args.name ?? old.name, line: lineOf(project, merged) };
    checkGuide(project, guide);
    return done(project, 'Change a guide', [guide]);
  }
});

const setGrid = command({
  name: 'setGrid',
  about:
    'The planning grid: its module, origin and angle, and whether it is shown. Lengths may then be typed in modules ("3 mod"). Without a module given, what there is is changed; `module: null` takes it away.',
  args: s.object({
    module: s.mm().nullable(),
    origin: s.point().default(undefined),
    angle: s.degrees(),
    shown: s.flag()
  }),
  example: { module: 450, origin: { x: 0, y: 0 }, angle: 0 },
  run: (project, args) => {
    const old = settingsOf(project);
    if (args.module === null) return done(project, 'Take the planning grid away', [{ ...old, grid: null }]);
    const module = args.module ?? old.grid?.module ?? refuse(project, 'grid.none');
    needPositive(project, 'module', 'the planning grid', module);
    const grid: PlanningGrid = {
      module: toStored(module),
      origin: args.origin ? storedPoint(args.origin) : (old.grid?.origin ?? { x: 0, y: 0 }),
      angle: args.angle === undefined ? (old.grid?.angle ?? 0) : args.angle * degree,
      shown: args.shown ?? old.grid?.shown ?? true
    };
    return done(project, 'Set the planning grid', [{ ...old, grid }]);
  }
});

export const guideCommands: Command[] = [addGuide, setGuide, setGrid];
