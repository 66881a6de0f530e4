/**
 * Automatic dimension strings outside the building, on its four sides: openings, wall faces, overall. Directions follow
 * the longest outer wall, so a turned house is dimensioned square to itself.
 */
import { formatLength, formatLengthWithUnit } from '../units/length';
import { cross, distance, dot, leftOf, scale, subtract, unit, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { fromFrame } from '../kernels/joints/frame';
import { paperGaps, smallText, textHeight } from '../display/dimension';
import { characterWidth, type DimensionString, type SizeText } from '../display/marks';
import type { Settings } from '../kinds/project/record';
import type { StoreyModel } from '../kinds/storey/model';
import type { Outline } from '../kinds/wall/outline';
import type { Certainty } from '../units/certainty';
import type { SizeEnd } from '../kinds/dimension/record';

/** How sizes are written: in the project's units, and in brackets in its second unit where it has one. */
export type SizeUnits = Pick<Settings, 'units' | 'secondUnits'>;

export const writeSize = (size: number, { units, secondUnits }: SizeUnits) =>
  secondUnits
    ? `${formatLength(size, units)} [${formatLengthWithUnit(size, secondUnits)}]`
    : formatLength(size, units);

/**
 * Strings for a storey. `paper`: model mm per mm of paper; `placed`: strings by hand, which keep their room, and what
 * they tell is not told again. None without a closed outline.
 */
export function dimensionStrings(
  model: StoreyModel,
  outline: Outline | undefined,
  units: SizeUnits,
  paper: number,
  placed: readonly DimensionString[] = []
): DimensionString[] {
  const ring = outline?.rings[0];
  if (!ring) return [];
  const longest = ring
    .map((p, i) => [p, ring[(i + 1) % ring.length]!] as const)
    .reduce((best, edge) => (distance(...edge) > distance(...best) + tolerances.coincident ? edge : best));
  const axis = squareAxis(unit(subtract(longest[1], longest[0])));
  const sides = [
    [axis, -1],
    [leftOf(axis), -1],
    [scale(axis, -1), 1],
    [scale(leftOf(axis), -1), 1]
  ] as const;
  const isUnsure = unsureSizes(model);
  return sides.flatMap(([direction, slant]) =>
    sideStrings(model, outline, { direction, slant, placed }, units, paper).map(isUnsure)
  );
}

/** The nearest of the four turns that points mostly to the right. */
export function squareAxis(d: Point): Point {
  const turns = [d, leftOf(d), scale(d, -1), scale(leftOf(d), -1)];
  return turns.reduce((best, turn) => (turn.x > best.x + tolerances.sameTurn ? turn : best));
}

/** Strings with the sizes between walls and openings that are not sure marked. */
export function unsureSizes(model: StoreyModel): (string: DimensionString) => DimensionString {
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

export interface FacingSide {
  readonly direction: Point;
  readonly slant: 1 | -1;
  readonly placed: readonly DimensionString[];
}

export function sideStrings(
  model: StoreyModel,
  outline: Outline,
  { direction, slant, placed }: FacingSide,
  units: SizeUnits,
  paper: number
): DimensionString[] {
  const ring = outline.rings[0]!;
  const out = scale(leftOf(direction), -1);
  const along = scale(direction, -slant);
  const at = (p: Point) => dot(p, along);
  const from = Math.max(...ring.map((p) => dot(p, out)));
  const facing = ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    return dot(unit(subtract(q, p)), direction) > 1 - tolerances.sameSide
      ? [{ p, q, walls: outline.walls[0]![i]! }]
      : [];
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
  const beside = placedBeside(placed, along, out, from);
  let level = from + paperGaps.first * paper;
  const done: DimensionString[] = [];
  for (const { what, stops } of strings) {
    if (beside.some((one) => tells(one.stops, stops))) continue;
    level = freeLevel(level, stops, beside, paper);
    const sizes = placeSizes(stops, units, paper);
    const froms = stops.map((stop) => {
      const inner = [...done]
        .reverse()
        .find((one) => one.stops.some((t) => Math.abs(t - stop) <= tolerances.coincident));
      return inner ? inner.level : Math.min(level, from + paperGaps.past * paper);
    });
    done.push({ slant, what, along, out, stops, level, froms, sizes });
    level += (paperGaps.next + paperGaps.row * Math.max(0, ...sizes.map(({ row }) => row))) * paper;
  }
  return done;
}

/** Strings by hand outside the building on one side, as that side measures. */
export function placedBeside(
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

/** All these stops are among those. */
export const tells = (these: readonly number[], those: readonly number[]) =>
  those.every((stop) => these.some((one) => Math.abs(one - stop) <= tolerances.coincident));

/** The first level from one on at which a string runs clear of those by hand. */
export function freeLevel(
  level: number,
  stops: readonly number[],
  beside: ReturnType<typeof placedBeside>,
  paper: number
): number {
  let free = level;
  for (const one of [...beside].sort((p, q) => p.level - q.level)) {
    const over = one.stops[0]! < stops.at(-1)! && one.stops.at(-1)! > stops[0]!;
    const room = paperGaps.next * paper;
    const deep = (paperGaps.next + paperGaps.row * one.depth) * paper;
    if (over && one.level > free - deep && one.level < free + room) free = one.level + deep;
  }
  return free;
}

/** Sizes that fit stand on the line; the others in rows outside it, shifted along as little as keeps them apart. */
export function placeSizes(stops: readonly number[], units: SizeUnits, paper: number): SizeText[] {
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

export function sorted(values: readonly number[]): number[] {
  const list = [...values].sort((p, q) => p - q);
  return list.filter((v, i) => i === 0 || v - list[i - 1]! > tolerances.coincident);
}

/** Faces of the walls that stand square to the side and meet one of its walls. */
export function crossFaces(model: StoreyModel, walls: ReadonlySet<string>, along: Point): number[] {
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
