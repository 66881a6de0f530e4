/**
 * Named places near the pointer: ends, corners, jambs, middles and divisions, faces and lines, their extensions,
 * crossings, guides, the grid, and from a start: square to, parallel to, in line with. The typed value wins over them.
 */
import {
  add,
  along,
  cross,
  distance,
  dot,
  fromAngle,
  leftOf,
  lerp,
  locate,
  meetLines,
  nearestOnSegment,
  rotate,
  subtract,
  unit,
  type Point
} from '../core/geometry/point';
import { edgesOf } from '../core/geometry/ring';
import { tolerances } from '../core/geometry/tolerances';
import { degree } from '../core/units/angle';
import { guideLines, type Line } from '../core/kinds/guide/lines';
import { storeyModels, type StoreyModel } from '../core/kinds/storey/model';
import { result, stage } from '../core/document/stage';
import { fromFrame, type Frame } from '../core/kernels/joints/frame';
import { nameElement } from '../core/document/names';
import type { PlanningGrid } from '../core/kinds/project/record';
import type { Query } from '../core/document/kind';
import type { DrawnSnap } from '../core/kernels/survey/line-drawing';
import type { Editor } from './editor';
import { shownSlabs, type ShownSlab } from './kinds/slab/shown';
import { runEnds } from './kinds/survey-run/ends';
import { drawnPlaces, drawnWords } from './kinds/tracing-sheet/snaps';
import { stretches } from '../core/kinds/wall/stretches';

export interface Snap {
  readonly point: Point;
  /** What it is, in words. */
  readonly name: string;
  /** A dash-dot line to what it refers to. */
  readonly from?: Point;
  /** A wall that would be joined. */
  readonly wall?: string;
}

interface Ranked extends Snap {
  /** Lower is better; distance in pixels is added. */
  readonly rank: number;
  /** A middle or a division: one can do without it. */
  readonly slight?: boolean;
}

/** How near a place must be, pixels. */
const reach = 11;
/** How far past their ends walls are looked along, mm. */
const sight = 6000;

export interface SnapInput {
  readonly pointer: Point;
  readonly mmPerPixel: number;
  /** The project whose things are snapped to and named. */
  readonly query: Query;
  readonly storey: string;
  /** Where the stretch being drawn began. */
  readonly start?: Point | undefined;
  /** First point of the run. */
  readonly first?: Point | undefined;
  readonly guides?: readonly Line[];
  readonly grid?: PlanningGrid | null;
  /** Lengths in a direction are whole numbers of it, mm. */
  readonly step?: number;
  readonly hidden?: ((id: string) => boolean) | undefined;
  /** Places of what tracing sheets show. */
  readonly drawn?: readonly DrawnSnap[];
  readonly slabs?: readonly ShownSlab[];
  /** Other places that can be met. */
  readonly places?: readonly Pick<Snap, 'point' | 'name'>[];
}

type LineWord = 'a drawn line' | 'an edge of a slab' | 'a face' | 'a wall line' | 'a guide' | 'an extension';
const several: Record<LineWord, string> = {
  'a drawn line': 'two drawn lines',
  'an edge of a slab': 'two edges of slabs',
  'a face': 'two faces',
  'a wall line': 'two wall lines',
  'a guide': 'two guides',
  'an extension': 'two extensions'
};

/** A line near the pointer, in words. */
interface NearLine extends Line {
  readonly what: LineWord;
}

/** What is only seen along comes after what is there, and after the square directions. */
const isThere = ({ what }: NearLine) => what !== 'an extension';

/** Snaps of the storey in hand as it stands, without what is being tried; none while the person asks for none. */
export function snapsAt(
  editor: Editor,
  pointer: Point,
  mmPerPixel: number,
  more: Pick<SnapInput, 'start' | 'first'> = {}
): Snap[] {
  if (editor.unsnapped) return [];
  const { project, storey } = editor;
  const guides = [...project.tables.guide.values()].filter(
    (guide) => guide.storey === storey && !editor.isHidden(guide.id)
  );
  return findSnaps({
    pointer,
    mmPerPixel,
    ...{ query: editor.model.at(project), storey },
    guides: guides.flatMap((guide) => guideLines(project, guide)),
    grid: editor.settings.grid,
    step: editor.settings.nudge,
    drawn: drawnPlaces(editor, pointer, mmPerPixel),
    slabs: shownSlabs(editor),
    places: runEnds(editor),
    hidden: editor.anyHidden ? (id) => editor.isHidden(id) : undefined,
    ...more
  });
}

/** All places in reach, best first. Empty: the pointer is free. */
export function findSnaps(input: SnapInput): Snap[] {
  const { pointer, mmPerPixel, query, storey, start, first, grid } = input;
  const model = query.get(storeyModels, storey);
  const radius = reach * mmPerPixel;
  const found: Ranked[] = [];
  const offer: Offer = (point, name, rank, more = {}) => {
    const gap = distance(point, pointer);
    if (gap <= radius) found.push({ point, name, rank: rank + gap / mmPerPixel / reach, ...more });
  };
  const lines: NearLine[] = [];
  if (first && start && distance(first, start) > 1) offer(first, 'start of the run', 0);
  if (model) offerWalls(model, input, radius, offer, lines);
  offerGuides(input, radius, offer, lines);
  offerDrawn(input, offer, lines);
  offerSlabs(input, radius, offer, lines);
  for (const { point, name } of input.places ?? []) offer(point, name, 0.4);
  if (grid?.shown) offerGrid(grid, pointer, radius, offer);
  offerCrossings(lines, offer);
  if (start) {
    offerDirections(start, pointer, radius, offer, input.step);
    for (const line of lines.filter(isThere)) {
      const { point, direction, what } = line;
      const foot = along(point, direction, dot(subtract(start, point), direction));
      offer(foot, `square to ${what}`, 1.5, { from: start });
    }
    offerParallels(input, start, radius, offer);
  }
  if (model) offerAlignments(model, pointer, start, radius, offer);
  const seen = new Set<string>();
  return withoutSlips(found, start)
    .sort((p, q) => p.rank - q.rank)
    .filter(({ point, name }) => {
      const key = `${Math.round(point.x)} ${Math.round(point.y)} ${name}`;
      return !seen.has(key) && seen.add(key);
    });
}

/** A middle a little off square to where the stretch began comes after all that is square: it would be a slip. */
function withoutSlips(found: Ranked[], start: Point | undefined): Ranked[] {
  const square = start && found.find(({ name }) => /^at (0|90|180|270)°$/.test(name));
  if (!square) return found;
  const across = leftOf(unit(subtract(square.point, start)));
  const isOff = ({ point }: Ranked) => Math.abs(dot(subtract(point, start), across)) > tolerances.coincident;
  return found.map((one) => (one.slight && isOff(one) ? { ...one, rank: one.rank + slip } : one));
}

/** So much worse than the last of what is square. */
const slip = 3;

type Offer = (point: Point, name: string, rank: number, more?: Partial<Ranked>) => void;

function offerWalls(
  model: StoreyModel,
  { pointer, hidden, query }: SnapInput,
  radius: number,
  offer: Offer,
  lines: NearLine[]
) {
  for (const { point, members } of model.footprints.nodes) {
    if (Math.abs(point.x - pointer.x) > radius || Math.abs(point.y - pointer.y) > radius) continue;
    offer(point, members.length > 1 ? 'joint' : 'end of a wall', 0.5, { wall: members[0]!.frame.wall.id });
  }
  for (const [id, frame] of model.frames) {
    const { t, y } = locate(pointer, frame.origin, frame.direction);
    if (y < frame.y0 - radius || y > frame.y1 + radius || t < -sight || t > frame.length + sight) continue;
    if (hidden?.(id)) continue;
    const past = t < -radius || t > frame.length + radius;
    offerLines(frame, t, y, radius, past, offer, lines);
    if (past) continue;
    offer(fromFrame(frame, frame.length / 2, 0), 'middle of a wall', 1, { wall: id, slight: true });
    for (const face of [frame.y0, frame.y1])
      offer(fromFrame(frame, frame.length / 2, face), `middle of the ${faceOf(frame, face)}`, 1.2, {
        wall: id,
        slight: true
      });
    for (const corner of model.footprints.walls.get(id)?.bands[0]?.outline.flat() ?? [])
      offer(corner, 'corner of a wall', 0.7, { wall: id });
    offerStretches(query, frame, offer);
    for (const { opening, t0, t1 } of model.places.get(id) ?? [])
      for (const face of [frame.y0, frame.y1]) {
        const name = nameElement(query.project, opening.id);
        for (const jamb of [t0, t1])
          offer(fromFrame(frame, jamb, face), `jamb of ${name}, ${faceOf(frame, face)}`, 0.8, { wall: id });
        offer(fromFrame(frame, (t0 + t1) / 2, face), `middle of ${name}, ${faceOf(frame, face)}`, 0.9, {
          wall: id
        });
      }
  }
}

const faceOf = ({ wall, y0 }: Frame, y: number) =>
  (y === y0) === (wall.outside === 'right') ? 'outer face' : 'inner face';

/** The setting-out line and both faces, on the wall and past its ends. */
function offerLines(
  frame: Frame,
  t: number,
  y: number,
  radius: number,
  past: boolean,
  offer: Offer,
  lines: NearLine[]
) {
  const { id } = frame.wall;
  const places = [
    [0, 'a wall line'],
    [frame.y0, 'a face'],
    [frame.y1, 'a face']
  ] as const;
  for (const [face, what] of places) {
    if (Math.abs(y - face) > radius || (what === 'a wall line' && (frame.y0 === 0 || frame.y1 === 0)))
      continue;
    const point = fromFrame(frame, 0, face);
    lines.push({ point, direction: frame.direction, what: past ? 'an extension' : what });
    if (past) {
      const end = fromFrame(frame, t < 0 ? 0 : frame.length, face);
      offer(fromFrame(frame, t, face), `extension of ${what}`, 4.1, { from: end });
      continue;
    }
    const at = fromFrame(frame, Math.max(0, Math.min(frame.length, t)), face);
    if (what === 'a face') offer(at, `on the ${faceOf(frame, face)}`, 2, { wall: id });
  }
  if (!past)
    offer(fromFrame(frame, Math.max(0, Math.min(frame.length, t)), 0), 'on the setting-out line', 2.2, {
      wall: id
    });
}

const parts = [
  [1 / 2, 'middle', 0.95],
  [1 / 3, 'a third', 1.3],
  [2 / 3, 'a third', 1.3],
  [1 / 4, 'a quarter', 1.4],
  [3 / 4, 'a quarter', 1.4]
] as const;

function stretchName(frame: Frame, y: number, whole: boolean): string {
  if (y === 0) return whole ? 'a wall' : 'the stretch';
  return whole ? `the clear ${faceOf(frame, y)}` : `the stretch, ${faceOf(frame, y)}`;
}

/** Divisions of the stretches between crossings, along the line and along both faces. */
function offerStretches(query: Query, frame: Frame, offer: Offer) {
  for (const { y, t0, t1, whole } of query.get(stretches, frame.wall.id))
    for (const [share, name, rank] of parts)
      offer(
        fromFrame(frame, t0 + (t1 - t0) * share, y),
        `${name} of ${stretchName(frame, y, whole)}`,
        rank + (whole ? 0.3 : 0),
        { wall: frame.wall.id, slight: true }
      );
}

const drawnRanks: Readonly<Record<DrawnSnap['what'], number>> = {
  end: 0.6,
  crossing: 0.9,
  middle: 1.25,
  along: 2.1
};

function offerDrawn({ drawn = [] }: SnapInput, offer: Offer, lines: NearLine[]) {
  for (const { point, what, direction } of drawn) {
    offer(point, drawnWords[what], drawnRanks[what], { slight: what === 'middle' });
    if (what === 'along') lines.push({ point, direction, what: 'a drawn line' });
  }
}

function offerSlabs({ pointer, slabs = [] }: SnapInput, radius: number, offer: Offer, lines: NearLine[]) {
  for (const { name, rings } of slabs)
    for (const [a, b] of rings.flatMap(edgesOf)) {
      offer(a, `corner of ${name}`, 0.65);
      offer(lerp(a, b, 0.5), `middle of an edge of ${name}`, 1.22, { slight: true });
      const on = nearestOnSegment(pointer, a, b);
      if (distance(on, pointer) > radius) continue;
      offer(on, `along an edge of ${name}`, 2.05);
      lines.push({ point: a, direction: unit(subtract(b, a)), what: 'an edge of a slab' });
    }
}

function offerGuides({ pointer, guides = [] }: SnapInput, radius: number, offer: Offer, lines: NearLine[]) {
  for (const { point, direction } of guides) {
    const foot = along(point, direction, dot(subtract(pointer, point), direction));
    if (distance(foot, pointer) > radius) continue;
    lines.push({ point, direction, what: 'a guide' });
    offer(foot, 'on a guide', 1.8);
  }
}

function offerGrid({ module, origin, angle }: PlanningGrid, pointer: Point, radius: number, offer: Offer) {
  const { x, y } = rotate(subtract(pointer, origin), -angle);
  const [u, v] = [Math.round(x / module) * module, Math.round(y / module) * module];
  const at = (p: Point) => add(origin, rotate(p, angle));
  offer(at({ x: u, y: v }), 'crossing of the grid', 1.6);
  if (Math.abs(x - u) <= radius) offer(at({ x: u, y }), 'on a grid line', 3.8);
  if (Math.abs(y - v) <= radius) offer(at({ x, y: v }), 'on a grid line', 3.8);
}

function offerCrossings(lines: readonly NearLine[], offer: Offer) {
  lines.forEach((p, i) => {
    for (const q of lines.slice(i + 1)) {
      if (Math.abs(cross(p.direction, q.direction)) < 0.02) continue;
      const met = meetLines(p.point, p.direction, q.point, q.direction);
      const there = Number(isThere(p)) + Number(isThere(q));
      const of = p.what === q.what ? several[p.what] : `${p.what} and ${q.what}`;
      if (met) offer(met, `crossing of ${of}`, [4.3, 2.9, 1.1][there]!);
    }
  });
}

/** Square to the page and at steps of 15 degrees from the start. */
function offerDirections(start: Point, pointer: Point, radius: number, offer: Offer, step?: number) {
  const away = subtract(pointer, start);
  if (distance(start, pointer) < radius) return;
  for (let turn = 0; turn < 360; turn += 15) {
    const direction = fromAngle(turn * degree);
    const free = dot(away, direction);
    const size = step ? Math.max(step, Math.round(free / step) * step) : free;
    if (free > 0)
      offer(along(start, direction, size), `at ${turn}°`, turn % 90 === 0 ? 3 : 3.6, { from: start });
  }
}

/** One wall for each direction in which walls of a storey run, the longest. */
const directions = stage(
  'directions of walls',
  { model: result(storeyModels) },
  ({ model }): readonly Frame[] => {
    const found = new Map<number, Frame>();
    for (const frame of model?.frames.values() ?? []) {
      const turn = (Math.atan2(frame.direction.y, frame.direction.x) + Math.PI) % Math.PI;
      const key = Math.round(turn / tolerances.sameDirection / 10);
      const known = found.get(key);
      if (!known || known.length < frame.length) found.set(key, frame);
    }
    return [...found.values()].sort((p, q) => q.length - p.length).slice(0, 24);
  }
);

/** Parallel and square to walls that do not run with the page. */
function offerParallels({ pointer, query, storey }: SnapInput, start: Point, radius: number, offer: Offer) {
  const away = subtract(pointer, start);
  if (distance(start, pointer) < radius) return;
  for (const { direction, wall } of query.get(directions, storey)) {
    const turn = (Math.atan2(direction.y, direction.x) / degree + 360) % 15;
    if (Math.min(turn, 15 - turn) < 0.001) continue;
    const name = nameElement(query.project, wall.id);
    offer(along(start, direction, dot(away, direction)), `parallel to ${name}`, 3.1, { from: start });
    const square = leftOf(direction);
    offer(along(start, square, dot(away, square)), `square to ${name}`, 3.2, { from: start });
  }
}

/** Level with a joint, across or up the page; with a start also where that crosses a square direction. */
function offerAlignments(
  model: StoreyModel,
  pointer: Point,
  start: Point | undefined,
  radius: number,
  offer: Offer
) {
  for (const { point } of model.footprints.nodes) {
    const [dx, dy] = [Math.abs(point.x - pointer.x), Math.abs(point.y - pointer.y)];
    if ((dx > radius && dy > radius) || (dx < radius && dy < radius)) continue;
    const direction = dy <= radius ? { x: 1, y: 0 } : { x: 0, y: 1 };
    const foot = along(point, direction, dot(subtract(pointer, point), direction));
    offer(foot, 'in line with a joint', 4, { from: point });
    if (!start) continue;
    const square = { x: direction.y, y: direction.x };
    const met = meetLines(point, direction, start, square);
    if (met) offer(met, 'square, in line with a joint', 2.6, { from: point });
  }
}
