/** What is known of the ground: levels, lines, the plot. */
import { command, done, freshOrGiven, need, refuse, storedPoint } from '../../document/command';
import type { Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import * as s from '../../document/schemas';
import { distance, type Point } from '../../geometry/point';
import { counterClockwise, isSimple, ringArea } from '../../geometry/ring';
import { toStored, tolerances } from '../../geometry/tolerances';
import { mostCorners, type Ground, type GroundShape } from './record';

interface Given {
  readonly at?: Point | undefined;
  readonly z?: number | undefined;
  readonly a?: Point | undefined;
  readonly za?: number | undefined;
  readonly b?: Point | undefined;
  readonly zb?: number | undefined;
  readonly points?: readonly Point[] | undefined;
}

const given = () => ({
  name: s.name(),
  at: s.point().default(undefined),
  z: s.mm(),
  a: s.point().default(undefined),
  za: s.mm(),
  b: s.point().default(undefined),
  zb: s.mm(),
  points: s.array(s.point().required()).min(3).max(mostCorners).default(undefined)
});

/** What is given makes one of the three. */
function shapeOf(project: Project, { at, z, a, za, b, zb, points }: Given): GroundShape {
  if (points) {
    const ring = points.map(storedPoint);
    if (!isSimple(ring) || ringArea(ring) === 0)
      refuse(project, 'outline.crosses', { texts: { thing: 'the plot' } });
    return { kind: 'plot', points: counterClockwise(ring) };
  }
  if (a && b && za !== undefined && zb !== undefined) {
    if (distance(a, b) < tolerances.leastLength)
      refuse(project, 'ground.short', { numbers: { length: distance(a, b), least: tolerances.leastLength } });
    return { kind: 'line', a: storedPoint(a), za: toStored(za), b: storedPoint(b), zb: toStored(zb) };
  }
  if (at && z !== undefined) return { kind: 'level', at: storedPoint(at), z: toStored(z) };
  return refuse(project, 'ground.nothing');
}

/** Refuses a second plot, and a second level of one place. */
function checkGround(project: Project, ground: Ground) {
  const others = [...project.tables.ground.values()].filter(({ id }) => id !== ground.id);
  const { shape } = ground;
  if (shape.kind === 'plot') {
    const plot = others.find((one) => one.shape.kind === 'plot');
    if (plot)
      refuse(project, 'ground.plot', { subjects: [plot.id], texts: { thing: nameOf(project, plot) } });
  }
  if (shape.kind !== 'level') return;
  const same = others.find(
    (one) => one.shape.kind === 'level' && distance(one.shape.at, shape.at) <= tolerances.coincident
  );
  if (same?.shape.kind === 'level')
    refuse(project, 'ground.twice', {
      subjects: [same.id],
      numbers: { x: shape.at.x, y: shape.at.y, z: same.shape.z },
      texts: { thing: nameOf(project, same) }
    });
}

export const addGround = command({
  name: 'addGround',
  about:
    'Tell the ground: a level at a point (`at`, `z`), along a line (`a`, `za`, `b`, `zb`), or the outline of the plot (`points`). Heights are above project zero.',
  args: s.object({ id: s.id(), ...given() }),
  example: { at: { x: 0, y: -12000 }, z: -840 },
  run: (project, { id, name, ...rest }) => {
    const ground: Ground = {
      id: freshOrGiven(project, 'ground', id),
      kind: 'ground',
      name: name ?? '',
      shape: shapeOf(project, rest)
    };
    checkGround(project, ground);
    return done(project, 'Tell the ground', [ground], [], [ground.id]);
  }
});

export const setGround = command({
  name: 'setGround',
  about: 'Change a level, a line of levels or the plot.',
  args: s.object({ id: s.id().required(), ...given() }),
  example: { id: 'ground-1', z: -900 },
  run: (project, { id, name, ...rest }) => {
    const old = need(project, 'ground', id);
    const said = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== undefined));
    const ground: Ground = {
      ...old,
      name: name ?? old.name,
      shape: shapeOf(project, { ...old.shape, ...said })
    };
    checkGround(project, ground);
    return done(project, 'Change the ground', [ground]);
  }
});
