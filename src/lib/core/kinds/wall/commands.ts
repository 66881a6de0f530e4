/** Drawing and editing walls. Geometry of moving them is in wall-moves.ts. */
import * as wallArgs from './args';
import * as s from '../../document/schemas';
import {
  after,
  command,
  done,
  freshOrGiven,
  need,
  needFreeId,
  needPositive,
  refuse,
  storedPoint
} from '../../document/command';
import { chooseBuildUp, coversByNature, onOf, topOf, type Style } from './choose';
import { toStored, tolerances } from '../../geometry/tolerances';
import { checkAgainst, checkWall, settleEnd, standBeside } from './checks';
import { along, cross, distance, fromAngle, locate, subtract, unit, type Point } from '../../geometry/point';
import { withoutSpan, type Span } from '../../geometry/spans';
import { degree } from '../../units/angle';
import { freshIds } from '../../document/project';
import { nameOf } from '../../document/names';
import { joinsNone, steepestCut, wallsOf, type Wall, type WallTop } from './record';
import { frameOf } from './frame';
import { baseOf, originOf, type Standing } from './standing';
import type { Side } from '../../kernels/joints/frame';
import { ringArea } from '../../geometry/ring';
import { composePatches, patchOf } from '../../document/patch';
import { clearHeightOf, type Storey } from '../storey/record';
import { checkOpenings } from '../opening/checks';
import type { Command, Project, Result } from '../../document/kind';

const style = {
  storey: s.id().required(),
  settingOut: wallArgs.settingOut(),
  settingOutOffset: s.mm(),
  outside: s.side(),
  buildUp: s.id(),
  thickness: s.mm(),
  height: s.mm(),
  on: wallArgs.on(),
  base: s.mm(),
  role: wallArgs.role(),
  coversFloor: s.flag(),
  certainty: s.certainty(),
  top: wallArgs.top().default(undefined)
};

/** As asked for; else to the underside of the floor above. */
const topGiven = (project: Project, storey: Storey, given: Pick<Style, 'top' | 'height'>): WallTop =>
  given.top
    ? topOf(project, given.top)
    : { kind: 'height', height: toStored(given.height ?? clearHeightOf(project, storey)) };

function makeWalls(
  project: Project,
  given: Style,
  stretches: readonly (readonly [Point, Point])[],
  ids: readonly string[],
  label: string,
  name = ''
): Result {
  const storey = need(project, 'storey', given.storey);
  const { buildUp, made } = chooseBuildUp(project, given);
  if (given.height !== undefined) needPositive(project, 'height', 'the wall', given.height);
  const top = topGiven(project, storey, given);
  const coversFloor = given.coversFloor ?? coversByNature(project, storey, given);
  let grown = after(project, made);
  const walls = stretches.map(([a, b], i): Wall => {
    const drawn: Wall = {
      id: ids[i]!,
      kind: 'wall',
      name,
      storey: storey.id,
      a,
      b,
      settingOut: given.settingOut ?? 'outer',
      settingOutOffset: toStored(given.settingOutOffset ?? 0),
      returnEnds: false,
      endCut: 0,
      returnJambs: false,
      coversFloor,
      throughRoofs: false,
      outside: given.outside ?? 'right',
      buildUp: buildUp.id,
      on: onOf(project, given.on ?? null),
      base: toStored(given.base ?? 0),
      top,
      role: given.role ?? 'exterior',
      standsApart: false,
      certainty: given.certainty ?? 'measured'
    };
    const fit = (part: 'a' | 'b') => storedPoint(settleEnd(grown, drawn, part, new Set()));
    const wall = { ...drawn, a: fit('a'), b: fit('b') };
    checkWall(grown, wall);
    checkAgainst(grown, wall, grown.tables.wall.values());
    grown = after(grown, [wall]);
    return wall;
  });
  return done(
    project,
    label,
    [...made, ...walls],
    [],
    walls.map((wall) => wall.id)
  );
}

export const drawWall = command({
  name: 'drawWall',
  about: 'Draw one wall on its setting-out line, to a point or by length and angle.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    a: s.point().required(),
    b: s.point().default(undefined),
    length: s.mm(),
    angle: s.degrees(),
    ...style
  }),
  example: { storey: 'storey-1', a: { x: 0, y: 0 }, length: 5000, angle: 90, thickness: 200, height: 2550 },
  run: (project, args) => {
    if (args.length !== undefined) needPositive(project, 'length', 'the wall', args.length);
    const b = args.b ?? along(args.a, fromAngle((args.angle ?? 0) * degree), args.length ?? 0);
    return makeWalls(
      project,
      args,
      [[args.a, b]],
      [freshOrGiven(project, 'wall', args.id)],
      'Draw a wall',
      args.name
    );
  }
});

export const drawRun = command({
  name: 'drawRun',
  about:
    'Draw a run of walls through points, closed on its start when asked. Ids are given in order or made.',
  args: s.object({
    points: s.array(s.point().required()).min(2).max(500).required(),
    close: s.flag(),
    ids: s.ids().default(undefined),
    ...style
  }),
  example: {
    storey: 'storey-1',
    points: [
      { x: 0, y: 0 },
      { x: 6000, y: 0 },
      { x: 6000, y: 4000 },
      { x: 0, y: 4000 }
    ],
    close: true,
    thickness: 250
  },
  run: (project, args) => {
    const { points } = args;
    const stretches = points.slice(1).map((p, i): [Point, Point] => [points[i]!, p]);
    if (args.close) stretches.push([points[points.length - 1]!, points[0]!]);
    const made = freshIds(project, 'wall', stretches.length);
    const ids = made.map((fresh, i) => args.ids?.[i] ?? fresh);
    for (const id of args.ids ?? []) needFreeId(project, id);
    const outside = args.outside ?? (args.close ? outerSide(points) : undefined);
    return makeWalls(
      project,
      { ...args, outside },
      stretches,
      ids,
      `Draw a run of ${stretches.length} walls`
    );
  }
});

/** Which side of a closed run looks outwards, seen along it. */
const outerSide = (points: readonly Point[]): Side => (ringArea(points) > 0 ? 'right' : 'left');

const closeRun = command({
  name: 'closeRun',
  about:
    'Close a run of walls, named in order, with a last one from its end to its start. The outer sides of its outer walls then look outwards, whichever way round it was drawn.',
  args: s.object({ id: s.id(), walls: s.ids().required().min(2), ...style }),
  example: { storey: 'storey-1', walls: ['wall-1', 'wall-2', 'wall-3'], thickness: 250 },
  run: (project, args) => {
    const walls = args.walls.map((id) => need(project, 'wall', id));
    const [start, end] = [walls[0]!.a, walls.at(-1)!.b];
    const outside = outerSide([...walls.map(({ a }) => a), end]);
    const isOuter = (args.role ?? 'exterior') === 'exterior';
    const turned = walls.flatMap((wall) =>
      isOuter && wall.role === 'exterior' && wall.outside !== outside ? [{ ...wall, outside }] : []
    );
    const there = after(project, turned);
    const result = makeWalls(
      there,
      isOuter ? { ...args, outside } : args,
      [[end, start]],
      [freshOrGiven(project, 'wall', args.id)],
      'Close a run of walls'
    );
    if (!result.ok || turned.length === 0) return result;
    const also =
      turned.length === 1
        ? '1 wall of the run is turned: its outer side looks outwards.'
        : `${turned.length} walls of the run are turned: their outer sides look outwards.`;
    return { ...result, patch: composePatches(patchOf(project, turned), result.patch), also };
  }
});

const drawRectangle = command({
  name: 'drawRectangle',
  about:
    'Draw four walls round a rectangle, placed at an offset from a corner; sizes are on the setting-out line. Where walls stand already, only the missing ones are built.',
  args: s.object({
    corner: s.point().required(),
    offset: s.point().default(undefined),
    width: s.mm().required(),
    depth: s.mm().required(),
    ids: s.ids().default(undefined),
    ...style
  }),
  example: {
    storey: 'storey-1',
    corner: { x: 0, y: 0 },
    offset: { x: 500, y: 0 },
    width: 6000,
    depth: 4000,
    thickness: 250
  },
  run: (project, args) => {
    needPositive(project, 'width', 'the rectangle', Math.abs(args.width));
    needPositive(project, 'depth', 'the rectangle', Math.abs(args.depth));
    const [x0, y0] = [args.corner.x + (args.offset?.x ?? 0), args.corner.y + (args.offset?.y ?? 0)];
    const [x1, y1] = [x0 + args.width, y0 + args.depth];
    const [l, r, d, u] = [Math.min(x0, x1), Math.max(x0, x1), Math.min(y0, y1), Math.max(y0, y1)];
    const corners = [
      { x: l, y: d },
      { x: r, y: d },
      { x: r, y: u },
      { x: l, y: u }
    ];
    const sides = corners.map((p, i): [Point, Point] => [p, corners[(i + 1) % 4]!]);
    for (const id of args.ids ?? []) needFreeId(project, id);
    const storey = need(project, 'storey', args.storey);
    const standing = {
      storey: storey.id,
      on: onOf(project, args.on ?? null),
      ...{ base: args.base ?? 0, top: topGiven(project, storey, args) }
    };
    const given = sides.map((side, i) => ({
      pieces: missingOf(project, standing, side),
      id: args.ids?.[i]
    }));
    const stretches = given.flatMap(({ pieces }) => pieces);
    if (stretches.length === 0) {
      const [first] = coversOf(project, standing, sides[0]!);
      refuse(project, 'rectangle.stands', { texts: { other: nameOf(project, first?.wall) } });
    }
    const fresh = freshIds(project, 'wall', stretches.length);
    const ids = given.flatMap(({ pieces, id }) => pieces.map((_, k) => (k === 0 ? id : undefined)));
    return makeWalls(
      project,
      { ...args, outside: 'right' },
      stretches,
      ids.map((id, i) => id ?? fresh[i]!),
      stretches.length === 4
        ? 'Draw a rectangle of walls'
        : `Draw the ${stretches.length} missing walls of a rectangle`
    );
  }
});

/** Walls at the height of another that a stretch runs along, within their thickness; from where to where along it. */
function coversOf(project: Project, standing: Standing, [a, b]: [Point, Point]) {
  const direction = unit(subtract(b, a));
  return wallsOf(project, standing.storey).flatMap((wall) => {
    const frame = frameOf(project, wall);
    if (!frame || joinsNone(wall) || !standBeside(project, standing, wall)) return [];
    if (Math.abs(cross(direction, frame.direction)) > tolerances.sameDirection) return [];
    const { y } = locate(a, frame.origin, frame.direction);
    if (y < frame.y0 - tolerances.joint || y > frame.y1 + tolerances.joint) return [];
    const [p, q] = [wall.a, wall.b].map((end) => locate(end, a, direction).t);
    return [{ wall, from: Math.min(p!, q!), to: Math.max(p!, q!) }];
  });
}

/** The parts of a stretch that no wall covers. */
function missingOf(project: Project, standing: Standing, [a, b]: [Point, Point]): [Point, Point][] {
  const direction = unit(subtract(b, a));
  return coversOf(project, standing, [a, b])
    .reduce<readonly Span[]>((rest, { from, to }) => withoutSpan(rest, [from, to]), [[0, distance(a, b)]])
    .filter(([s0, s1]) => s1 - s0 > tolerances.leastLength)
    .map(([s0, s1]) => [along(a, direction, s0), along(a, direction, s1)]);
}

/** Measured from something else it stays as high as it was, unless its base is said too. */
function baseGiven(
  project: Project,
  wall: Wall,
  { on, base }: Pick<Style, 'on' | 'base'>
): Pick<Wall, 'on' | 'base'> {
  if (on === undefined) return { on: wall.on, base: base === undefined ? wall.base : toStored(base) };
  const now = onOf(project, on);
  const origin = originOf(project, { storey: wall.storey, on: now });
  return { on: now, base: toStored(base ?? baseOf(project, wall) - origin) };
}

export const setWalls = command({
  name: 'setWalls',
  about:
    'Change what walls are: build-up or thickness, setting-out line, outside, base (above the datum, or what it stands `on`: a foundation, a slab; said without it, the wall stays as high), height or top, role, name, how sure its sizes are.',
  args: s.object({
    ids: s.ids().required(),
    name: s.name(),
    standsApart: s.flag(),
    settingOut: wallArgs.settingOut(),
    settingOutOffset: s.mm(),
    returnEnds: s.flag(),
    endCut: s.degrees(),
    returnJambs: s.flag(),
    coversFloor: s.flag(),
    throughRoofs: s.flag(),
    outside: s.side(),
    buildUp: s.id(),
    thickness: s.mm(),
    on: wallArgs.on(),
    base: s.mm(),
    height: s.mm(),
    top: wallArgs.top().default(undefined),
    role: wallArgs.role(),
    certainty: s.certainty()
  }),
  example: { ids: ['wall-1'], height: 2400, thickness: 300 },
  run: (project, args) => {
    const chosen =
      args.buildUp !== undefined || args.thickness !== undefined ? chooseBuildUp(project, args) : undefined;
    if (args.height !== undefined) needPositive(project, 'height', 'the wall', args.height);
    if (Math.abs(args.endCut ?? 0) * degree > steepestCut) {
      const numbers = { angle: args.endCut! * degree, least: -steepestCut, most: steepestCut };
      refuse(project, 'wall.end-cut', { subjects: args.ids, numbers });
    }
    const top = args.top
      ? topOf(project, args.top)
      : args.height !== undefined
        ? topOf(project, { kind: 'height', height: args.height })
        : undefined;
    const walls = args.ids.map((id): Wall => {
      const wall = need(project, 'wall', id);
      return {
        ...wall,
        name: args.name ?? wall.name,
        standsApart: args.standsApart ?? wall.standsApart,
        settingOut: args.settingOut ?? (args.settingOutOffset === undefined ? wall.settingOut : 'offset'),
        settingOutOffset:
          args.settingOutOffset === undefined ? wall.settingOutOffset : toStored(args.settingOutOffset),
        returnEnds: args.returnEnds ?? wall.returnEnds,
        endCut: args.endCut === undefined ? wall.endCut : args.endCut * degree,
        returnJambs: args.returnJambs ?? wall.returnJambs,
        coversFloor: args.coversFloor ?? wall.coversFloor,
        // What is carried up ends under them.
        throughRoofs: args.throughRoofs ?? (wall.throughRoofs && (top ?? wall.top).kind !== 'roof'),
        outside: args.outside ?? wall.outside,
        buildUp: chosen?.buildUp.id ?? wall.buildUp,
        ...baseGiven(project, wall, args),
        top: top ?? wall.top,
        role: args.role ?? wall.role,
        certainty: args.certainty ?? wall.certainty
      };
    });
    const puts = [...(chosen?.made ?? []), ...walls];
    const grown = after(project, puts);
    for (const wall of walls) {
      checkWall(grown, wall);
      if (wall.throughRoofs && wall.top.kind === 'roof')
        refuse(project, 'wall.through-top', { subjects: [wall.id], texts: { thing: nameOf(project, wall) } });
      if (args.base !== undefined || args.on !== undefined || top)
        checkAgainst(grown, wall, grown.tables.wall.values());
    }
    checkOpenings(grown, new Set(args.ids), new Set(args.ids));
    return done(project, walls.length === 1 ? 'Change a wall' : `Change ${walls.length} walls`, puts);
  }
});

export const wallCommands: Command[] = [drawWall, drawRun, closeRun, drawRectangle, setWalls];
