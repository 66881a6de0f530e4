/**
 * Automatic dimension strings outside the buildings of a storey, on four sides of each: openings, wall faces, overall; from
 * the coarse to the fine as far as a scale and the room on a side let them be read.
 */
import { RingIndex } from '../geometry/ring-index';
import { formatLength, formatLengthWithUnit } from '../units/length';
import { cross, dot, type Point } from '../geometry/point';
import { boxOf, type Ring } from '../geometry/ring';
import { tolerances } from '../geometry/tolerances';
import { fromFrame } from '../kernels/joints/frame';
import { paperGaps, textHeight } from '../display/dimension';
import {
  bandOf,
  buildingOf,
  roomOf,
  sideBeyond,
  sidesOf,
  strayWalls,
  whats,
  type Building,
  type Side,
  type Taken,
  type What
} from './sides';
import { placeAll, placeWell, type TextPlace, type ToldStretch } from './size-texts';
import { characterWidth, type DimensionString, type SizeText } from '../display/marks';
import type { Settings } from '../kinds/project/record';
import type { StoreyModel } from '../kinds/storey/model';
import type { Surround } from '../kinds/wall/outline';
import { sameInput } from '../document/stage';
import { isSure, type Certainty } from '../units/certainty';
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
  /** What is drawn besides walls, as eaves, columns and the falls of patios: strings begin beyond it. */
  readonly clear?: readonly Ring[];
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
  { paper, room, clear = [] }: StringRoom,
  placed: readonly DimensionString[] = [],
  memory: StringMemory = new StringMemory()
): DimensionString[] {
  const isUnsure = unsureSizes(model);
  const made = surrounds.map((surround) => memory.buildingOf(surround));
  const beyond = memory.beyond([...strayWalls(model, made), ...clear], placed);
  const taken = made.map(({ rectangle, box }): Taken => ({ ring: rectangle, box }));
  const found = made.flatMap((building, i) => {
    const sides = memory.sidesOf(building, inputsOf(model, building, units), beyond, paper, () =>
      sidesOf(model, building)
    );
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
function inputsOf(
  model: StoreyModel,
  { rings, ids }: Building,
  { units, secondUnits }: SizeUnits
): unknown[] {
  const inputs: unknown[] = [units, secondUnits, ...rings];
  for (const id of ids) {
    inputs.push(model.frames.get(id), model.places.get(id));
    for (const joint of model.footprints.walls.get(id)?.joints ?? []) inputs.push(joint);
  }
  return inputs;
}

/** What the strings of all buildings keep clear of. */
interface Beyond {
  readonly stray: RingIndex;
  readonly placed: readonly DimensionString[];
}

interface KeptStrings {
  readonly building: Building;
  inputs: readonly unknown[];
  /** The sides as if the building stood alone, and with what is beyond it. */
  alone: readonly Side[];
  beyond: Beyond | undefined;
  sides: readonly Side[];
  rooms: readonly number[] | undefined;
  strings: readonly SideStrings[];
}

/** The strings of the last time, building by building: a change of one leaves the others. For one scale. */
export class StringMemory {
  private readonly kept = new Map<Ring, KeptStrings>();
  private last: Beyond = { stray: new RingIndex([]), placed: [] };

  /** The same object while all that is beyond the buildings is. */
  beyond(rings: readonly Ring[], placed: readonly DimensionString[]): Beyond {
    const stray = sameInput(this.last.stray.rings, rings) ? this.last.stray : new RingIndex(rings);
    if (stray !== this.last.stray || !sameInput(this.last.placed, placed)) this.last = { stray, placed };
    return this.last;
  }

  buildingOf(surround: Surround): Building {
    const known = this.kept.get(surround.rings[0]!);
    if (
      known &&
      sameInput(known.building.rings, surround.rings) &&
      sameInput(known.building.walls, surround.walls)
    )
      return known.building;
    const building = buildingOf(surround);
    const nothing = { inputs: [], alone: [], beyond: undefined, sides: [], rooms: undefined, strings: [] };
    this.kept.set(surround.rings[0]!, { building, ...nothing });
    return building;
  }

  sidesOf(
    building: Building,
    inputs: readonly unknown[],
    beyond: Beyond,
    paper: number,
    make: () => readonly Side[]
  ): readonly Side[] {
    const kept = this.kept.get(building.rings[0]!)!;
    const isSame = sameInput(kept.inputs, inputs);
    if (!isSame) Object.assign(kept, { inputs, alone: make() });
    if (isSame && kept.beyond === beyond) return kept.sides;
    const sides = kept.alone.map((side) => sideBeyond(side, beyond.stray, beyond.placed, paper));
    // Most of what moves lies beyond other buildings.
    const isAsFar =
      isSame &&
      beyond.placed === kept.beyond?.placed &&
      sides.every(({ from }, i) => from === kept.sides[i]!.from);
    kept.beyond = beyond;
    if (!isAsFar) Object.assign(kept, { sides, rooms: undefined });
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
  // How many of the three each side may have.
  const most: number[] = sides.map(() => whats.length);
  for (;;) {
    const chosen = choose(sides, placed, units, paper, most);
    const laid = sides.map((side, i) => layOut(side, chosen[i]!, paper));
    const deep = laid.findIndex(({ depth }, i) => depth > sides[i]!.room && chosen[i]!.length > 0);
    if (deep < 0) return laid;
    most[deep] = whats.indexOf(chosen[deep]!.at(-1)!.what);
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
  most: readonly number[]
): Chosen[][] {
  const told = new Told(placed);
  const chosen: Chosen[][] = sides.map(() => []);
  // Where a string is left out, finer ones are too: openings without faces would be read as faces.
  const ended = new Set<number>();
  for (const [rank, what] of whats.entries())
    sides.forEach((side, i) => {
      if (ended.has(i) || rank >= most[i]!) return;
      const stops = side.stops[what];
      const fresh = stops.slice(1).flatMap((to, k): Stretch[] => {
        const from = stops[k]!;
        return told.has(side.along, from, to) ? [] : [{ from, to, text: writeSize(to - from, units) }];
      });
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
): TextPlace[] | undefined {
  const told = stretches.map((one) => onPaper(one, paper));
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
  places: readonly TextPlace[]
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

/** Strings with the sizes between walls and openings that are not sure marked. */
function unsureSizes(model: StoreyModel): (string: DimensionString) => DimensionString {
  const unsure = new Set<string>();
  const look = ({ id, certainty }: { id: string; certainty: Certainty }) => {
    if (!isSure(certainty)) unsure.add(id);
  };
  for (const { wall } of model.frames.values()) look(wall);
  for (const list of model.places.values()) for (const { opening } of list) look(opening);
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

/** The first level from one on at which a string runs clear of those by hand. */
function freeLevel(level: number, stops: readonly number[], beside: Side['beside'], paper: number): number {
  let free = level;
  for (const one of [...beside].sort((p, q) => p.level - q.level)) {
    const over = one.stops[0]! < stops.at(-1)! && one.stops.at(-1)! > stops[0]!;
    const room = paperGaps.next * paper;
    const deep = (paperGaps.next + (one.depth > 0 ? paperGaps.row : 0)) * paper;
    if (over && one.level > free - deep && one.level < free + room) free = one.level + deep;
  }
  return free;
}

/** Sizes of a string by hand, which is never left out; `told`: as its text is written. */
export function placeSizes(
  stops: readonly number[],
  units: SizeUnits,
  paper: number,
  told: (text: string) => string
): SizeText[] {
  const stretches = stops.slice(1).map((to, i): Stretch => {
    const from = stops[i]!;
    return { from, to, text: told(writeSize(to - from, units)) };
  });
  const places = placeAll(stretches.map((one) => onPaper(one, paper)))!;
  return stretches.map(({ from, to, text }, i) => ({
    ...{ middle: (from + to) / 2, text },
    ...{ at: places[i]!.at * paper, row: places[i]!.row }
  }));
}

const onPaper = ({ from, to, text }: Stretch, paper: number): ToldStretch => ({
  from: from / paper,
  to: to / paper,
  width: widthOf(text)
});

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
