/**
 * Automatic dimension strings outside the building, on its four sides: openings, wall faces, overall. Directions follow
 * the longest outer wall, so a turned house is dimensioned square to itself.
 */
import { add, distance, dot, leftOf, scale, subtract, unit, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import type { Settings, SizeEnd } from '../project/records';
import { formatLength, formatLengthWithUnit } from '../units/length';
import type { Outline } from '../derive/3-outline';
import type { StoreyModel } from '../derive/graph';
import { fromFrame } from '../derive/frame';
import type { Mark } from './display';

export interface DimensionString {
  readonly side: 'south' | 'east' | 'north' | 'west';
  readonly what: 'openings' | 'faces' | 'overall';
  /** Unit vector along the string, and outwards from the building. */
  readonly along: Point;
  readonly out: Point;
  /** Positions along, ascending; and how far out the string lies, mm of model. */
  readonly stops: readonly number[];
  readonly level: number;
  /** Where the extension line of each stop begins: at the building, or at an inner string that has the stop too. */
  readonly froms: readonly number[];
  /** Sizes of the stretches, placed so that none overlap. */
  readonly sizes: readonly SizeText[];
}

export interface SizeText {
  /** The stretch it tells, as its middle, and where along it is written. */
  readonly middle: number;
  readonly at: number;
  /** 0: on the line; 1, 2, ...: rows outside it, for sizes wider than their stretch. */
  readonly row: number;
  readonly text: string;
}

/** mm of paper: from the building to the first string, between strings, for each row of sizes that stand outside. */
const paperGaps = { first: 6, next: 6.2, row: 2.3, past: 1.5 } as const;
const textHeight = 2.3;
const smallText = 2;
/** Width of a character by its height, a little generous. */
const characterWidth = 0.58;

/** How sizes are written: in the project's units, and in brackets in its second unit where it has one. */
export type SizeUnits = Pick<Settings, 'units' | 'secondUnits'>;

const writeSize = (size: number, { units, secondUnits }: SizeUnits) =>
  secondUnits
    ? `${formatLength(size, units)} [${formatLengthWithUnit(size, secondUnits)}]`
    : formatLength(size, units);

/** Strings for a storey. `paper`: model mm per mm of paper. None without a closed outline. */
export function dimensionStrings(
  model: StoreyModel,
  outline: Outline | undefined,
  units: SizeUnits,
  paper: number
): DimensionString[] {
  const ring = outline?.rings[0];
  if (!ring) return [];
  const longest = ring
    .map((p, i) => [p, ring[(i + 1) % ring.length]!] as const)
    .reduce((best, edge) => (distance(...edge) > distance(...best) + tolerances.coincident ? edge : best));
  const axis = squareAxis(unit(subtract(longest[1], longest[0])));
  const sides = [
    ['south', axis],
    ['east', leftOf(axis)],
    ['north', scale(axis, -1)],
    ['west', scale(leftOf(axis), -1)]
  ] as const;
  return sides.flatMap(([side, direction]) => sideStrings(model, outline, side, direction, units, paper));
}

/** The nearest of the four turns that points mostly to the right. */
function squareAxis(d: Point): Point {
  const turns = [d, leftOf(d), scale(d, -1), scale(leftOf(d), -1)];
  return turns.reduce((best, turn) => (turn.x > best.x + 1e-9 ? turn : best));
}

function sideStrings(
  model: StoreyModel,
  outline: Outline,
  side: DimensionString['side'],
  direction: Point,
  units: SizeUnits,
  paper: number
): DimensionString[] {
  const ring = outline.rings[0]!;
  const out = scale(leftOf(direction), -1);
  const along = side === 'north' || side === 'west' ? scale(direction, -1) : direction;
  const at = (p: Point) => dot(p, along);
  const from = Math.max(...ring.map((p) => dot(p, out)));
  const facing = ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    return dot(unit(subtract(q, p)), direction) > 1 - 1e-6 ? [{ p, q, walls: outline.walls[0]![i]! }] : [];
  });
  const overall = sorted(ring.map(at));
  const corners = sorted(facing.flatMap(({ p, q }) => [at(p), at(q)]));
  const walls = new Set(facing.flatMap((edge) => edge.walls));
  const jambs = [...walls].flatMap((wall) =>
    (model.places.get(wall) ?? []).flatMap(({ t0, t1 }) => {
      const frame = model.frames.get(wall)!;
      return [at(fromFrame(frame, t0, 0)), at(fromFrame(frame, t1, 0))];
    })
  );
  const faces = sorted([...corners, ...crossFaces(model, walls, along)]);
  const ends = [overall[0]!, overall[overall.length - 1]!];
  const strings: { what: DimensionString['what']; stops: number[] }[] = [];
  if (jambs.length > 0) strings.push({ what: 'openings', stops: sorted([...corners, ...jambs]) });
  if (faces.length > 2) strings.push({ what: 'faces', stops: faces });
  strings.push({ what: 'overall', stops: ends });
  let level = from + paperGaps.first * paper;
  const done: DimensionString[] = [];
  for (const { what, stops } of strings) {
    const sizes = placeSizes(stops, units, paper);
    const froms = stops.map((stop) => {
      const inner = [...done]
        .reverse()
        .find((one) => one.stops.some((t) => Math.abs(t - stop) <= tolerances.coincident));
      return inner ? inner.level : Math.min(level, from + paperGaps.past * paper);
    });
    done.push({ side, what, along, out, stops, level, froms, sizes });
    level += (paperGaps.next + paperGaps.row * Math.max(0, ...sizes.map(({ row }) => row))) * paper;
  }
  return done;
}

/** Sizes that fit stand on the line; the others in rows outside it, shifted along as little as keeps them apart. */
function placeSizes(stops: readonly number[], units: SizeUnits, paper: number): SizeText[] {
  const ends: number[] = [];
  return stops.slice(1).map((stop, i) => {
    const [start, size] = [stops[i]!, stop - stops[i]!];
    const text = writeSize(size, units);
    const middle = (start + stop) / 2;
    if (text.length * textHeight * characterWidth * paper <= size)
      return { middle, at: middle, row: 0, text };
    const half = ((text.length + 1) * smallText * characterWidth * paper) / 2;
    const shift = (end: number | undefined) => Math.max(0, (end ?? -Infinity) + half - middle);
    let row = 0;
    while (shift(ends[row]) > half) row += 1;
    const at = middle + shift(ends[row]);
    ends[row] = at + half;
    return { middle, at, row: row + 1, text };
  });
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

/** Marks of the strings: line, extension lines, slanted ticks, sizes. */
export function drawDimensions(strings: readonly DimensionString[], paper: number): Mark[] {
  return strings.flatMap((string) => drawString(string, paper));
}

/** Texts along a string read from below or from the right. */
const readingAngle = (along: Point) =>
  Math.abs(along.y) > Math.abs(along.x)
    ? Math.atan2(Math.abs(along.y), along.x * Math.sign(along.y))
    : Math.atan2(along.y, along.x);

/** How far out of its line a size is written, mm of paper: over the line as it reads, rows beyond it. */
function awayOf(along: Point, out: Point, row: number): number {
  const angle = readingAngle(along);
  const outwards = dot({ x: -Math.sin(angle), y: Math.cos(angle) }, out) > 0;
  return row === 0 ? (outwards ? 1.8 : -1.8) : (outwards ? 1.9 : 0) + paperGaps.row * row;
}

function drawString(
  { along, out, stops, level, froms, what, side, sizes }: DimensionString,
  paper: number
): Mark[] {
  const point = (t: number, o: number): Point => ({
    x: along.x * t + out.x * o,
    y: along.y * t + out.y * o
  });
  const base = { subject: '', layer: `dimensions ${what}`, ink: 'tide' as const };
  const slant = side === 'north' || side === 'west' ? 1 : -1;
  const tick = add(scale(along, 1.1 * paper), scale(out, slant * 1.1 * paper));
  const angle = readingAngle(along);
  const thin: Point[] = [];
  const ticks: Point[] = [];
  stops.forEach((t, i) => {
    const at = point(t, level);
    thin.push(point(t, froms[i]!), point(t, level + paperGaps.past * paper));
    ticks.push(subtract(at, tick), add(at, tick));
  });
  const texts = sizes.map(({ middle, at, row, text }): Mark => {
    const away = awayOf(along, out, row);
    if (at !== middle) thin.push(point(middle, level), point(at, level + (away - smallText / 2) * paper));
    const height = row === 0 ? textHeight : smallText;
    return { ...base, kind: 'text', at: point(at, level + away * paper), angle, height, text };
  });
  const line = [point(stops[0]!, level), point(stops[stops.length - 1]!, level)];
  return [
    { ...base, kind: 'lines', points: line, pen: 'fine' },
    { ...base, kind: 'lines', points: thin, pen: 'thin' },
    { ...base, kind: 'lines', points: ticks, pen: 'face' },
    ...texts
  ];
}

/** Where a size is written, and how far along and across its text reaches from there, mm of the model. */
export function placeOfSize(
  { along, out, level }: DimensionString,
  { at, row, text }: SizeText,
  paper: number
): { at: Point; along: Point; reach: number; height: number } {
  const height = (row === 0 ? textHeight : smallText) * paper;
  const away = level + awayOf(along, out, row) * paper;
  const point = { x: along.x * at + out.x * away, y: along.y * at + out.y * away };
  return { at: point, along, reach: (text.length * height * characterWidth) / 2, height: 1.4 * height };
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
