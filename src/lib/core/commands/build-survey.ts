/** The walls of a survey run, with its openings and piers; walls round a survey room. */
import { command, need, refuse } from '../document/command';
import type { Project, Query, Result } from '../document/kind';
import { nameOf } from '../document/names';
import { composePatches, patchOf } from '../document/patch';
import * as s from '../document/schemas';
import { addColumn } from '../kinds/column/commands';
import { addOpening } from '../kinds/opening/commands';
import { placeOn, stopsOf, type SurveyPiece, type SurveyRun } from '../kinds/survey-run/record';
import { pairName, sideFrom, type SurveyRoom } from '../kinds/survey-room/record';
import { facingSides, laidRoom, tieState, type FacingSide } from '../kinds/room-tie/net';
import * as wallArgs from '../kinds/wall/args';
import { chooseBuildUp, leastThickness } from '../kinds/wall/choose';
import { drawRun, drawWall, setWalls } from '../kinds/wall/commands';
import type { Wall } from '../kinds/wall/record';
import { ringArea } from '../geometry/ring';
import {
  along,
  distance,
  fromAngle,
  leftOf,
  lerp,
  meetLines,
  nearestOnSegment,
  subtract,
  unit,
  type Point
} from '../geometry/point';
import { thicknessOf } from '../kernels/joints/frame';
import { degree } from '../units/angle';
import { Steps } from './steps';

/** An opening that begins this high is a window, mm. */
const windowSill = 50;

/** Pieces from gap to gap: numbers of the first and of the one after the last. */
function stretchesOf({ pieces }: SurveyRun): [number, number][] {
  const found: [number, number][] = [];
  let from = 0;
  pieces.forEach(({ kind }, i) => {
    if (kind !== 'gap') return;
    if (i > from) found.push([from, i]);
    from = i + 1;
  });
  return from < pieces.length ? [...found, [from, pieces.length]] : found;
}

/** A part of a stretch that is one wall: pieces from one to before another, let in by `depth` from the face that was measured. */
interface WallPart {
  readonly from: number;
  readonly to: number;
  readonly depth: number;
}

/** Recesses are walls of their own, as thin as they leave. */
function partsOf({ pieces }: SurveyRun, [from, to]: readonly [number, number]): WallPart[] {
  const found: WallPart[] = [];
  for (let i = from; i < to; i++) {
    const depth = pieces[i]!.kind === 'recess' ? pieces[i]!.depth : 0;
    const last = found.at(-1);
    if (last && last.depth === 0 && depth === 0) found[found.length - 1] = { ...last, to: i + 1 };
    else found.push({ from: i, to: i + 1, depth });
  }
  return found;
}

const style = () => ({ buildUp: s.id(), thickness: s.mm(), height: s.mm(), role: wallArgs.role() });

/** Refuses to build again what stands. */
function needUnbuilt(project: Project, { id, walls }: SurveyRun | SurveyRoom, thing: string) {
  const standing = walls.filter((wall) => project.tables.wall.has(wall));
  if (standing.length > 0) refuse(project, 'survey.built', { subjects: [id, ...standing], texts: { thing } });
}

export const buildSurveyRoom = command({
  name: 'buildSurveyRoom',
  about:
    'Build walls round a survey room, their inner faces along its sides as they were found from what was measured. Towards a room that it is tied to the wall is as thick as both say, with the doorways between them; where that is built already it ends at it.',
  args: s.object({ id: s.id().required(), ...style() }),
  example: { id: 'room-survey-1', thickness: 300 },
  run: (project, { id, ...given }, query): Result => {
    const room = need(project, 'surveyRoom', id);
    const thing = nameOf(project, room);
    needUnbuilt(project, room, thing);
    const { ring, isKnown } = laidRoom(query, id)!;
    if (!isKnown) refuse(project, 'survey.unknown', { subjects: [id], texts: { thing } });
    const steps = new Steps(query);
    const facing = facingSides(query, room);
    const standing = new Map(
      facing.flatMap((one): [number, Wall][] => {
        const wall = wallBetween(project, one);
        return wall ? [[one.side, wall]] : [];
      })
    );
    const isForward = ringArea(ring) > 0;
    const walls = chainsOf(ring.length, new Set(standing.keys())).flatMap(({ from, count }) => {
      const sides = Array.from({ length: count }, (_, k) => (from + k) % ring.length);
      const isWhole = count === ring.length;
      const corners = [...sides, (from + count) % ring.length].map((i) => ring[i]!);
      const points = isWhole
        ? corners.slice(0, -1)
        : endedAt(corners, [
            standing.get((from + ring.length - 1) % ring.length)!,
            standing.get((from + count) % ring.length)!
          ]);
      const made = steps.run(drawRun, {
        ...{ storey: room.storey, points, close: isWhole, settingOut: 'inner', ...given },
        outside: isForward ? 'right' : 'left'
      });
      sides.forEach((side, k) => {
        const beyond = facing.find((one) => one.side === side);
        if (!beyond) return;
        const [least, most] = beyond.thickness;
        const thickness = Math.round((least + most) / 2);
        steps.run(setWalls, { ids: [made[k]!], thickness, role: 'partition' });
        for (const [distance, width] of doorwaysOn(query, room, side, points[k]!))
          steps.run(addOpening, { wall: made[k]!, filling: 'door', distance, width });
      });
      return made;
    });
    if (walls.length === 0) refuse(project, 'survey.built', { subjects: [id], texts: { thing } });
    const patch = composePatches(steps.patch, patchOf(steps.project, [{ ...room, walls }]));
    const open = [...standing.keys()].flatMap((side) => {
      const long = distance(ring[side]!, ring[(side + 1) % ring.length]!);
      const over = facing.reduce((sum, one) => (one.side === side ? sum + one.over : sum), 0);
      return over < covered * long ? [pairName(...sideFrom(side, ring.length))] : [];
    });
    return {
      ...{ ok: true, patch, label: 'Build a survey room', made: walls },
      ...(open.length > 0 && {
        also: `No wall is built along ${open.join(', ')}, where that of a room beyond stands, nor where it does not reach: draw the rest.`
      })
    };
  }
});

/** The wall that stands already between a room and one that it faces; undefined where there is none. */
function wallBetween({ tables }: Project, { room, middle, thickness }: FacingSide): Wall | undefined {
  const near = room.walls.flatMap((id) => {
    const wall = tables.wall.get(id);
    return wall ? [{ wall, far: distance(nearestOnSegment(middle, wall.a, wall.b), middle) }] : [];
  });
  const best = near.sort((p, q) => p.far - q.far)[0];
  return best && best.far < thickness[1] ? best.wall : undefined;
}

/** Sides of a room in rows, without those that are built: the first of each, and how many. */
function chainsOf(count: number, built: ReadonlySet<number>): { from: number; count: number }[] {
  if (built.size === 0) return [{ from: 0, count }];
  return [...built].flatMap((before) => {
    let n = 0;
    while (n < count && !built.has((before + 1 + n) % count)) n += 1;
    return n > 0 ? [{ from: (before + 1) % count, count: n }] : [];
  });
}

/** A side is walled by what stands beyond it where that lies along this share of it. */
const covered = 0.9;
/** Nearer to a corner of a wall that stands than this a wall begins at it, mm. */
const atCorner = 25;

/** A run whose ends reach the lines that walls which stand are set out on. */
function endedAt(points: readonly Point[], [before, after]: readonly [Wall, Wall]): Point[] {
  const end = (p: Point, next: Point, { a, b }: Wall): Point => {
    const met = meetLines(p, unit(subtract(next, p)), a, unit(subtract(b, a))) ?? p;
    return [a, b].find((corner) => distance(corner, met) < atCorner) ?? met;
  };
  const [first, second, last, previous] = [points[0]!, points[1]!, points.at(-1)!, points.at(-2)!];
  return [end(first, second, before), ...points.slice(1, -1), end(last, previous, after)];
}

/** Doorways of a room on a side: how far from where its wall begins, and how wide. */
function doorwaysOn(query: Query, room: SurveyRoom, side: number, begin: Point): [number, number][] {
  return [...query.project.tables.roomTie.values()].flatMap((tie): [number, number][] => {
    const at = tie.one === room.id ? 0 : tie.other === room.id ? 1 : undefined;
    const { jambs } = tieState(query, tie);
    if (at === undefined || tie.shape.kind !== 'doorway' || tie.shape.sides[at] !== side || !jambs) return [];
    const [near, far] = at === 0 ? [jambs[0]!, jambs[1]!] : [jambs[3]!, jambs[2]!];
    return [[distance(begin, near), distance(near, far)]];
  });
}

export const buildSurveyRun = command({
  name: 'buildSurveyRun',
  about:
    'Build the walls of a survey run, from gap to gap, with its openings (windows where they have a sill, else doors), piers and recesses (a thinner wall behind each), as thick as it was measured. Its line is the face that was measured along: the outer one, or with `face` the inner one.',
  args: s.object({
    id: s.id().required(),
    face: s.oneOf(['outer', 'inner'] as const),
    outside: s.side(),
    ...style()
  }),
  example: { id: 'survey-1', thickness: 300 },
  run: (project, { id, face, ...asked }, query): Result => {
    const run = need(project, 'surveyRun', id);
    const thick = asked.buildUp === undefined ? (asked.thickness ?? run.thickness ?? undefined) : undefined;
    const given = { ...asked, ...(thick !== undefined && { thickness: thick }) };
    const subjects = [id];
    const texts = { thing: nameOf(project, run) };
    needUnbuilt(project, run, texts.thing);
    const stretches = stretchesOf(run);
    if (stretches.length === 0) refuse(project, 'survey.empty', { subjects, texts });
    const thickness = thicknessOf(chooseBuildUp(project, given).buildUp);
    const deepest = run.pieces.findIndex(
      ({ kind, depth }) => kind === 'recess' && depth > thickness - leastThickness
    );
    if (deepest >= 0)
      refuse(project, 'survey.recess-deep', {
        subjects,
        numbers: { depth: run.pieces[deepest]!.depth, thickness, least: leastThickness },
        texts: { piece: String(deepest + 1) }
      });
    const building: Building = { run, face: face ?? 'outer', given, thickness };
    const steps = new Steps(query);
    const walls = stretches.flatMap((stretch) => buildStretch(steps, building, partsOf(run, stretch)));
    const patch = composePatches(steps.patch, patchOf(steps.project, [{ ...run, walls }]));
    return { ok: true, patch, label: 'Build a survey run', made: walls };
  }
});

/** How thick trim is taken to be, mm. */
const trimThickness = 20;

/** What fills an opening, set back and trimmed as it was seen from the face that was measured. */
function asMeasured({ depth, trim }: SurveyPiece, face: 'outer' | 'inner') {
  // How deep a frame is is not measured, so that only from outside it is known where it begins.
  const isBack = depth > 0 && face === 'outer';
  const side = face === 'outer' ? 'outside' : 'inside';
  return {
    ...(isBack && { frame: { recess: depth } }),
    ...(trim > 0 && { casing: { [side]: { width: trim, thickness: trimThickness } } })
  };
}

interface Building {
  readonly run: SurveyRun;
  readonly face: 'outer' | 'inner';
  readonly given: {
    readonly outside?: 'left' | 'right' | undefined;
    readonly buildUp?: string | undefined;
    readonly thickness?: number | undefined;
  };
  readonly thickness: number;
}

/** Walls of a stretch with what is in them. With a recess all are set out on the other face, which they share. */
function buildStretch(steps: Steps, building: Building, parts: readonly WallPart[]): string[] {
  const { run, face, given, thickness } = building;
  const stops = stopsOf(run);
  const left = leftOf(fromAngle(run.angle));
  // From the line that was measured along into the wall.
  const inwards = (given.outside === 'left' ? -1 : 1) * (face === 'inner' ? -1 : 1);
  const isShared = parts.some(({ depth }) => depth > 0);
  const place = (i: number) => along(placeOn(run, stops[i]!), left, isShared ? inwards * thickness : 0);
  const settingOut = isShared ? (face === 'outer' ? 'inner' : 'outer') : face;
  return parts.map(({ from, to, depth }) => {
    const [made] = steps.run(drawWall, {
      ...{ storey: run.storey, a: place(from), b: place(to), settingOut, ...given },
      ...(depth > 0 && { buildUp: undefined, thickness: thickness - depth }),
      ...(run.name && { name: run.name })
    });
    for (let i = from; i < to; i++) {
      const { kind, length, sill, head, depth: deep } = run.pieces[i]!;
      const distance = stops[i]! - stops[from]!;
      if (kind === 'opening')
        steps.run(addOpening, {
          ...{ wall: made, distance, width: length, sill, height: head - sill },
          filling: sill > windowSill ? 'window' : 'door',
          overrides: asMeasured(run.pieces[i]!, face)
        });
      if (kind === 'pier')
        steps.run(addColumn, {
          ...{ storey: run.storey, angle: run.angle / degree },
          at: along(
            lerp(placeOn(run, stops[i]!), placeOn(run, stops[i + 1]!), 0.5),
            left,
            (inwards * thickness) / 2
          ),
          profile: { kind: 'rectangle', width: length, depth: Math.max(deep, thickness) }
        });
    }
    return made!;
  });
}
