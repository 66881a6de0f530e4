/** Guides and the planning grid. */
import * as dimensionArgs from '../dimension/args';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, refuse, storedPoint } from '../../document/command';
import { toStored, tolerances } from '../../geometry/tolerances';
import { endOf } from '../dimension/need-size';
import { distance } from '../../geometry/point';
import { guideLines } from './lines';
import { nameOf } from '../../document/names';
import type { Project } from '../../document/kind';
import type { Guide, GuideLine } from './record';

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
  from: dimensionArgs.sizeEnd().default(undefined),
  to: dimensionArgs.sizeEnd().default(undefined),
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
  const texts = { thing: nameOf(project, guide), other: 'what it divides' };
  refuse(project, line.kind === 'division' ? 'size.not-parallel' : 'guide.nothing', { texts });
}

export const addGuide = command({
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

export const setGuide = command({
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
