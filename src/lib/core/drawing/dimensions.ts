/**
 * Automatic dimension strings outside the building, on its four sides: openings, wall faces, overall. Directions follow
 * the longest outer wall, so a turned house is dimensioned square to itself.
 */
import { formatLength, formatLengthWithUnit } from '../units/length';
import {
  add,
  along,
  cross,
  distance,
  dot,
  leftOf,
  lerp,
  scale,
  subtract,
  unit,
  type Point
} from '../geometry/point';
import { boxHolds, boxOf, boxesMeet, ringHolds, segmentsCross, type Box, type Ring } from '../geometry/ring';
import { tolerances } from '../geometry/tolerances';
import { fromFrame } from '../kernels/joints/frame';
import { paperGaps, textHeight } from '../display/dimension';
import { placeAll, placeWell } from './size-texts';
import { characterWidth, type DimensionString, type SizeText } from '../display/marks';
import type { Settings } from '../kinds/project/record';
import type { StoreyModel } from '../kinds/storey/model';
import type { Surround } from '../kinds/wall/outline';
import { sameInput } from '../document/stage';
import type { Certainty } from '../units/certainty';
import type { SizeEnd } from '../kinds/dimension/record';

/** How sizes are written: in the project's units, and in brackets in its second unit where it has one. */
export type SizeUnits = Pick<Settings, 'units' | 'secondUnits'>;

export const writeSize = (size: number, { units, secondUnits }: SizeUnits) =>
  secondUnits
    ? `${formatLength(size, units)} [${formatLengthWithUnit(size, secondUnits)}]`
    : formatLength(size, units);

/** What strings of a storey are made for. */
export interface StringRoom {
  /** mm of the model to a mm of paper. */
  readonly paper: number;
  /** How deep the strings of a side may be, mm of paper. */
  readonly room: number;
  /** What is drawn over the plan besides its walls: strings begin beyond it. */
  readonly roofs?: readonly Ring[];
}

/**
 * Strings for a storey, round each of its buildings. `placed`: strings by hand, which keep their room, and what they tell
 * is not told again. Every size is told once: the coarse strings first, and what one side tells the others leave out. A
 * string that would not be read well at this scale is left out whole, so that little by little, as the scale gets smaller,
 * only the overall sizes are left.
 */
export function dimensionStrings(
  model: StoreyModel,
  surrounds: readonly Surround[],
  units: SizeUnits,
  { paper, room, roofs = [] }: StringRoom,
  placed: readonly DimensionString[] = [],
  memory: StringMemory = new StringMemory()
): DimensionString[] {
  const isUnsure = unsureSizes(model);
  const made = surrounds.map((surround) => memory.buildingOf(surround));
  const stray = [...strayWalls(model, surrounds), ...roofs];
  const taken = made.map(({ rectangle, box }): Taken => ({ ring: rectangle, box }));
  const found = made.flatMap((building, i) => {
    const inputs = [...stray, ...placed, ...inputsOf(model, building), units.units, units.secondUnits];
    const sides = memory.sidesOf(building, inputs, () => sidesOf(model, building, stray, placed, paper));
    const rooms = sides.map((side) => roomOf(side, taken, i, room, paper));
    const strings = memory.stringsOf(building, rooms, () => {
      const free = sides.flatMap((side, k) => (rooms[k]! > 0 ? [{ ...side, room: rooms[k]! }] : []));
      return bestStrings(free, placed, units, paper);
    });
    for (const { side, depth } of strings) {
      const ring = bandOf(side, depth, paper);
      if (depth > 0) taken.push({ ring, box: boxOf(ring) });
    }
    return strings.flatMap((one) => one.found);
  });
  memory.forgetAllBut(made);
  return found.map(isUnsure);
}

/** All that the strings round a building read of the storey: they are made anew where one of these is another. */
const inputsOf = (model: StoreyModel, { rings, walls }: Surround): unknown[] => [
  ...rings,
  ...[...new Set(walls.flat(2))].flatMap((id) => [
    model.frames.get(id),
    model.places.get(id),
    ...(model.footprints.walls.get(id)?.joints ?? [])
  ])
];

interface KeptStrings {
  readonly building: Building;
  inputs: readonly unknown[];
  sides: readonly Side[];
  rooms: readonly number[] | undefined;
  strings: readonly SideStrings[];
}

/** The strings of the last time, building by building: a change of one leaves the others. For one scale. */
export class StringMemory {
  private readonly kept = new Map<Ring, KeptStrings>();

  buildingOf(surround: Surround): Building {
    const known = this.kept.get(surround.rings[0]!);
    if (known && sameInput(known.building.rings, surround.rings)) return known.building;
    const building = buildingOf(surround);
    this.kept.set(surround.rings[0]!, { building, inputs: [], sides: [], rooms: undefined, strings: [] });
    return building;
  }

  sidesOf(building: Building, inputs: readonly unknown[], make: () => readonly Side[]): readonly Side[] {
    const kept = this.kept.get(building.rings[0]!)!;
    if (!sameInput(kept.inputs, inputs)) Object.assign(kept, { inputs, sides: make(), rooms: undefined });
    return kept.sides;
  }

  stringsOf(
    building: Building,
    rooms: readonly number[],
    make: () => readonly SideStrings[]
  ): readonly SideStrings[] {
    const kept = this.kept.get(building.rings[0]!)!;
    if (!sameInput(kept.rooms, rooms)) Object.assign(kept, { rooms, strings: make() });
    return kept.strings;
  }

  forgetAllBut(buildings: readonly Building[]) {
    const rings = new Set(buildings.map(({ rings: [first] }) => first!));
    for (const ring of this.kept.keys()) if (!rings.has(ring)) this.kept.delete(ring);
  }
}

interface Building extends Surround {
  readonly axis: Point;
  /** Round all of it, square to the axis. */
  readonly rectangle: Ring;
  readonly box: Box;
}

/** A part of the plan that no strings may run over. */
interface Taken {
  readonly ring: Ring;
  readonly box: Box;
}

function buildingOf(surround: Surround): Building {
  const points = surround.rings.flat();
  const longest = surround.rings
    .flatMap(edgesOf)
    .reduce((best, edge) => (distance(...edge) > distance(...best) + tolerances.coincident ? edge : best));
  const axis = squareAxis(unit(subtract(longest[1], longest[0])));
  const [x, y] = [points.map((p) => dot(p, axis)), points.map((p) => dot(p, leftOf(axis)))];
  const corner = (u: number, v: number) => add(scale(axis, u), scale(leftOf(axis), v));
  const [x0, x1, y0, y1] = [Math.min(...x), Math.max(...x), Math.min(...y), Math.max(...y)];
  const rectangle = [corner(x0, y0), corner(x1, y0), corner(x1, y1), corner(x0, y1)];
  return { ...surround, axis, rectangle, box: boxOf(rectangle) };
}

const edgesOf = (ring: Ring) => ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const);

interface Side {
  readonly slant: 1 | -1;
  readonly along: Point;
  readonly out: Point;
  /** How far out the building reaches, and from where to where it goes along. */
  readonly from: number;
  readonly ends: readonly [number, number];
  /** What can be told, from the coarse to the fine. */
  readonly rows: readonly { readonly what: What; readonly stops: readonly number[] }[];
  /** Strings by hand outside this side. */
  readonly beside: ReturnType<typeof placedBeside>;
}

type What = 'overall' | 'faces' | 'openings';

function sidesOf(
  model: StoreyModel,
  building: Building,
  stray: readonly Ring[],
  placed: readonly DimensionString[],
  paper: number
): Side[] {
  const { rings, walls: round, axis } = building;
  const points = rings.flat();
  const directions = [
    [axis, -1],
    [scale(leftOf(axis), -1), 1],
    [scale(axis, -1), 1],
    [leftOf(axis), -1]
  ] as const;
  return directions.map(([direction, slant]): Side => {
    const out = scale(leftOf(direction), -1);
    const along = scale(direction, -slant);
    const at = (p: Point) => dot(p, along);
    const facing = rings.flatMap((ring, r) =>
      edgesOf(ring).flatMap(([p, q], i) => {
        if (dot(unit(subtract(q, p)), direction) <= 1 - tolerances.sameSide) return [];
        // The inner face of a wall looks out too where nothing is closed: across the building, though.
        return building.isClosed || !isBehind(rings, lerp(p, q, 0.5), out)
          ? [{ p, q, walls: round[r]![i]! }]
          : [];
      })
    );
    const overall = sorted(points.map(at));
    const corners = sorted(facing.flatMap(({ p, q }) => [at(p), at(q)]));
    const walls = new Set(facing.flatMap((edge) => edge.walls));
    const jambs = [...walls].flatMap((wall) =>
      (model.places.get(wall) ?? []).flatMap(({ t0, t1 }) => {
        const frame = model.frames.get(wall)!;
        return [at(fromFrame(frame, t0, 0)), at(fromFrame(frame, t1, 0))];
      })
    );
    const faces = sorted([...corners, ...crossFaces(model, walls, along)]);
    const ends = [overall[0]!, overall.at(-1)!] as const;
    const from = reachOf(points, stray, { ends, along, out }, paper);
    return {
      ...{ slant, along, out, from, ends },
      rows: [
        { what: 'overall', stops: ends },
        { what: 'faces', stops: faces },
        { what: 'openings', stops: jambs.length > 0 ? sorted([...corners, ...jambs]) : [] }
      ],
      beside: placedBeside(placed, along, out, from)
    };
  });
}

/** Whether something of the rings lies beyond a point in a direction. */
const isBehind = (rings: readonly Ring[], p: Point, out: Point) => {
  const from = along(p, out, tolerances.joint);
  return rings.some((ring) =>
    edgesOf(ring).some(([a, b]) => segmentsCross(from, along(p, out, farOff), a, b))
  );
};

/** Past any building, mm. */
const farOff = 1e6;

/** What the walls take of the plan that neither go round a building nor lie within one. */
function strayWalls(model: StoreyModel, surrounds: readonly Surround[]): Ring[] {
  const round = new Set(surrounds.flatMap(({ walls }) => walls.flat(2)));
  const rings = surrounds.flatMap((one) =>
    one.isClosed ? one.rings.map((ring) => ({ ring, box: boxOf(ring) })) : []
  );
  return model.walls.flatMap(({ frame, bands }) => {
    const middle = fromFrame(frame, frame.length / 2, (frame.y0 + frame.y1) / 2);
    const isStray =
      !round.has(frame.wall.id) &&
      !rings.some(({ ring, box }) => boxHolds(box, middle) && ringHolds(ring, middle));
    return isStray ? bands.flatMap((band) => band.outline) : [];
  });
}

/** How far out a building reaches on a side, with the walls outside it that its strings would run over. */
function reachOf(
  points: readonly Point[],
  stray: readonly Ring[],
  side: Pick<Side, 'along' | 'out' | 'ends'>,
  paper: number
): number {
  const far = (ring: Ring) => Math.max(...ring.map((p) => dot(p, side.out)));
  let from = far(points);
  const left = new Set(stray);
  for (let isClear = false; !isClear;) {
    const band = bandOf({ ...side, from }, deepest, paper);
    const met = [...left].filter((ring) => far(ring) > from && ringsMeet(ring, band));
    for (const ring of met) {
      left.delete(ring);
      from = Math.max(from, far(ring));
    }
    isClear = met.length === 0;
  }
  return from;
}

function ringsMeet(p: Ring, q: Ring): boolean {
  if (!boxesMeet(boxOf(p), boxOf(q))) return false;
  const isCrossed = edgesOf(p).some(([a, b]) => edgesOf(q).some(([c, d]) => segmentsCross(a, b, c, d)));
  return isCrossed || ringHolds(p, q[0]!) || ringHolds(q, p[0]!);
}

/** As deep as three strings with rows are, mm of paper. */
const deepest = paperGaps.first + 2 * (paperGaps.next + paperGaps.row) + paperGaps.row + textHeight;

/** The part of the plan that strings so deep take on a side. */
function bandOf(
  { along, out, from, ends }: Pick<Side, 'along' | 'out' | 'from' | 'ends'>,
  depth: number,
  paper: number
): Ring {
  const past = paperGaps.beside * paper;
  const corner = (t: number, o: number) => add(scale(along, t), scale(out, o));
  const [t0, t1, far] = [ends[0] - past, ends[1] + past, from + depth * paper];
  return [corner(t0, from), corner(t1, from), corner(t1, far), corner(t0, far)];
}

/** How deep strings may be on a side: all that is asked for, or what keeps clear of all others; 0 for none. */
function roomOf(side: Side, taken: readonly Taken[], own: number, room: number, paper: number): number {
  const least = paperGaps.first + paperGaps.row;
  const metBy = (depth: number) => {
    const ring = bandOf(side, depth, paper);
    const box = boxOf(ring);
    return taken.filter((one, k) => k !== own && boxesMeet(one.box, box) && ringsMeet(one.ring, ring));
  };
  const met = metBy(Math.min(room, deepest));
  if (met.length === 0) return room;
  const far = met.flatMap(({ ring }) => ring.map((p) => (dot(p, side.out) - side.from) / paper));
  const gap = Math.min(room, ...far.filter((depth) => depth > least)) - 1;
  return gap > least && metBy(gap).length === 0 ? gap : 0;
}

interface SideStrings {
  readonly side: Side;
  readonly found: readonly DimensionString[];
  /** mm of paper. */
  readonly depth: number;
}

type Free = Side & { readonly room: number };

/** The strings of all sides; where those of a side are too deep, without its innermost. */
function bestStrings(
  sides: readonly Free[],
  placed: readonly DimensionString[],
  units: SizeUnits,
  paper: number
): SideStrings[] {
  const banned = new Set<string>();
  for (;;) {
    const chosen = choose(sides, placed, units, paper, banned);
    const laid = sides.map((side, i) => layOut(side, chosen[i]!, paper));
    const deep = laid.findIndex(({ depth }, i) => depth > sides[i]!.room && chosen[i]!.length > 0);
    if (deep < 0) return laid;
    banned.add(`${deep} ${chosen[deep]!.at(-1)!.what}`);
  }
}

interface Chosen {
  readonly what: What;
  /** Runs of stretches that hang together. */
  readonly runs: readonly { readonly stops: readonly number[]; readonly sizes: readonly SizeText[] }[];
}

/** What each side tells, from the coarse to the fine. */
function choose(
  sides: readonly Side[],
  placed: readonly DimensionString[],
  units: SizeUnits,
  paper: number,
  banned: ReadonlySet<string>
): Chosen[][] {
  const told = new Told(placed);
  const chosen: Chosen[][] = sides.map(() => []);
  // Where a string is left out, finer ones are too: openings without faces would be read as faces.
  const ended = new Set<number>();
  for (const what of ['overall', 'faces', 'openings'] as const)
    sides.forEach((side, i) => {
      if (ended.has(i)) return;
      if (banned.has(`${i} ${what}`)) return void ended.add(i);
      const { stops } = side.rows.find((row) => row.what === what)!;
      const stretches = stops
        .slice(1)
        .map((to, k) => ({ from: stops[k]!, to, text: writeSize(to - stops[k]!, units) }));
      const fresh = stretches.filter(({ from, to }) => !told.has(side.along, from, to));
      if (fresh.length === 0) return;
      const places = placesFor(what, fresh, side, paper);
      if (!places) return void ended.add(i);
      for (const { from, to } of fresh) told.add(side.along, from, to);
      chosen[i]!.push({ what, runs: runsOf(fresh, places) });
    });
  return chosen;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

function placesFor(
  what: What,
  stretches: readonly Stretch[],
  { ends }: Side,
  paper: number
): { at: number; row: number }[] | undefined {
  const told = stretches.map(({ from, to, text }) => ({
    from: from / paper,
    to: to / paper,
    width: widthOf(text)
  }));
  const [start, end] = [ends[0] / paper, ends[1] / paper];
  const places =
    what === 'overall'
      ? told[0]!.width <= end - start + 2 * paperGaps.beside && placeAll(told)
      : placeWell(told, start, end);
  return places ? places.map(({ at, row }) => ({ at: at * paper, row })) : undefined;
}

const widthOf = (text: string) => text.length * textHeight * characterWidth;

/** Stretches one after another as strings of their own. */
function runsOf(
  stretches: readonly Stretch[],
  places: readonly { readonly at: number; readonly row: number }[]
): { stops: number[]; sizes: SizeText[] }[] {
  const runs: { stops: number[]; sizes: SizeText[] }[] = [];
  stretches.forEach(({ from, to, text }, i) => {
    const last = runs.at(-1);
    const run = last?.stops.at(-1) === from ? last : { stops: [from], sizes: [] };
    if (run !== last) runs.push(run);
    run.stops.push(to);
    run.sizes.push({ middle: (from + to) / 2, text, ...places[i]! });
  });
  return runs;
}

/** The strings of a side one beyond the other, the fine ones nearest to the building. */
function layOut(side: Side, chosen: readonly Chosen[], paper: number): SideStrings {
  const { slant, along, out, from, beside } = side;
  let level = from + paperGaps.first * paper;
  let depth = 0;
  const found: DimensionString[] = [];
  for (const { what, runs } of [...chosen].reverse()) {
    const isFirst = found.length === 0;
    const stops = runs.flatMap((run) => run.stops);
    level = freeLevel(level, stops, beside, paper);
    const start = isFirst ? Math.min(level, from + paperGaps.house * paper) : level - paperGaps.stub * paper;
    for (const run of runs)
      found.push({ slant, what, along, out, level, ...run, froms: run.stops.map(() => start) });
    const isRow = runs.some(({ sizes }) => sizes.some(({ row }) => row > 0));
    depth = (level - from) / paper + (isRow ? paperGaps.row + textHeight : paperGaps.above + textHeight);
    level += (paperGaps.next + (isRow ? paperGaps.row : 0)) * paper;
  }
  return { side, found, depth };
}

/** Stretches of which the size is written somewhere. */
class Told {
  private readonly list: { readonly way: Point; readonly from: number; readonly to: number }[] = [];

  constructor(placed: readonly DimensionString[]) {
    for (const { along, stops } of placed)
      stops.slice(1).forEach((stop, i) => this.add(along, stops[i]!, stop));
  }

  add(way: Point, from: number, to: number) {
    this.list.push({ way, from, to });
  }

  has(way: Point, from: number, to: number): boolean {
    return this.list.some((one) => {
      if (Math.abs(cross(way, one.way)) > tolerances.sameDirection) return false;
      const turn = dot(way, one.way);
      const [a, b] = turn > 0 ? [one.from, one.to] : [-one.to, -one.from];
      return Math.abs(a - from) <= tolerances.coincident && Math.abs(b - to) <= tolerances.coincident;
    });
  }
}

/** The nearest of the four turns that points mostly to the right. */
export function squareAxis(d: Point): Point {
  const turns = [d, leftOf(d), scale(d, -1), scale(leftOf(d), -1)];
  return turns.reduce((best, turn) => (turn.x > best.x + tolerances.sameTurn ? turn : best));
}

/** Strings with the sizes between walls and openings that are not sure marked. */
function unsureSizes(model: StoreyModel): (string: DimensionString) => DimensionString {
  const isUnsure = ({ certainty }: { certainty: Certainty }) => certainty !== 'measured';
  const walls = [...model.frames.values()].filter(({ wall }) => isUnsure(wall));
  const openings = [...model.places.values()].flat().filter(({ opening }) => isUnsure(opening));
  const unsure = new Set([...walls.map(({ wall }) => wall.id), ...openings.map(({ opening }) => opening.id)]);
  if (unsure.size === 0) return (string) => string;
  return (string) => ({
    ...string,
    sizes: string.sizes.map((size, i) => {
      const ends = endsOfSize(model, string, i) ?? [];
      return ends.some((end) => unsure.has('wall' in end ? end.wall : end.opening))
        ? { ...size, unsure: true }
        : size;
    })
  });
}

/** Strings by hand outside the building on one side, as that side measures. */
function placedBeside(
  placed: readonly DimensionString[],
  along: Point,
  out: Point,
  from: number
): { level: number; depth: number; stops: readonly number[] }[] {
  return placed.flatMap((one) => {
    if (Math.abs(cross(one.along, along)) > tolerances.sameDirection) return [];
    const level = dot(scale(one.out, one.level), out);
    const turn = dot(one.along, along);
    const stops = one.stops.map((stop) => stop * turn).sort((p, q) => p - q);
    const depth = Math.max(0, ...one.sizes.map(({ row }) => row));
    return level > from ? [{ level, depth, stops }] : [];
  });
}

/** The first level from one on at which a string runs clear of those by hand. */
function freeLevel(
  level: number,
  stops: readonly number[],
  beside: ReturnType<typeof placedBeside>,
  paper: number
): number {
  let free = level;
  for (const one of [...beside].sort((p, q) => p.level - q.level)) {
    const over = one.stops[0]! < stops.at(-1)! && one.stops.at(-1)! > stops[0]!;
    const room = paperGaps.next * paper;
    const deep = (paperGaps.next + (one.depth > 0 ? paperGaps.row : 0)) * paper;
    if (over && one.level > free - deep && one.level < free + room) free = one.level + deep;
  }
  return free;
}

/** Sizes of a string by hand, which is never left out. */
export function placeSizes(stops: readonly number[], units: SizeUnits, paper: number): SizeText[] {
  const stretches = stops
    .slice(1)
    .map((to, i) => ({ from: stops[i]!, to, text: writeSize(to - stops[i]!, units) }));
  const places = placeAll(
    stretches.map(({ from, to, text }) => ({ from: from / paper, to: to / paper, width: widthOf(text) }))
  )!;
  return stretches.map(({ from, to, text }, i) => ({
    ...{ middle: (from + to) / 2, text },
    ...{ at: places[i]!.at * paper, row: places[i]!.row }
  }));
}

function sorted(values: readonly number[]): number[] {
  const list = [...values].sort((p, q) => p - q);
  return list.filter((v, i) => i === 0 || v - list[i - 1]! > tolerances.coincident);
}

/** Faces of the walls that stand square to the side and meet one of its walls. */
function crossFaces(model: StoreyModel, walls: ReadonlySet<string>, along: Point): number[] {
  const joints = new Set([...walls].flatMap((wall) => model.footprints.walls.get(wall)?.joints ?? []));
  return [...joints].flatMap(({ node }) =>
    node.members.flatMap(({ frame }) =>
      !walls.has(frame.wall.id) && Math.abs(dot(frame.direction, along)) < tolerances.sameDirection
        ? [frame.y0, frame.y1].map((y) => dot(fromFrame(frame, 0, y), along))
        : []
    )
  );
}

/** What the i-th size of a string is measured between; undefined where no face or jamb answers for a stop. */
export function endsOfSize(
  model: StoreyModel,
  { along, out, stops, what }: DimensionString,
  i: number
): [SizeEnd, SizeEnd] | undefined {
  const [from, to] = [stops[i]!, stops[i + 1]!].map((stop) => {
    const found: { end: SizeEnd; far: number }[] = [];
    const offer = (end: SizeEnd, p: Point, q: Point) => {
      if (Math.abs(dot(p, along) - stop) <= tolerances.coincident)
        found.push({ end, far: Math.max(dot(p, out), dot(q, out)) });
    };
    for (const [wall, frame] of model.frames) {
      const skew = Math.abs(dot(frame.direction, along));
      if (skew < tolerances.sameDirection)
        for (const [side, y] of [
          ['right', frame.y0],
          ['left', frame.y1]
        ] as const)
          offer({ wall, side }, fromFrame(frame, 0, y), fromFrame(frame, frame.length, y));
      else if (what === 'openings' && skew > 1 - tolerances.sameDirection)
        for (const { opening, t0, t1 } of model.places.get(wall) ?? [])
          for (const [jamb, t] of [
            ['low', t0],
            ['high', t1]
          ] as const)
            offer(
              { opening: opening.id, jamb },
              fromFrame(frame, t, frame.y0),
              fromFrame(frame, t, frame.y1)
            );
    }
    return found.sort((p, q) => q.far - p.far)[0]?.end;
  });
  return from && to && [from, to];
}
