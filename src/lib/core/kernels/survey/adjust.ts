/**
 * Places moved until the squares of what measuring leaves over are least (Levenberg 1944, Marquardt 1963), and how sure they
 * are then (adjustment of a free net, Baarda 1968). Places are told by their numbers. mm.
 */
import { Matrix } from 'ml-matrix';
import {
  cross,
  distance,
  dot,
  leftOf,
  length,
  meanOf,
  scale,
  subtract,
  type Point
} from '../../geometry/point';
import { Factor } from './factor';

/** Measured between two places; `scatter`: how far it is off, one standard deviation. */
export interface CornerLength {
  readonly a: number;
  readonly b: number;
  readonly length: number;
  readonly scatter: number;
}

/** A place that lies on the line through two others, as nearly as `scatter`. */
export interface InLine {
  readonly at: number;
  readonly a: number;
  readonly b: number;
  readonly scatter: number;
}

export type Observed = CornerLength | InLine;

/** How an observation agrees with the rest. `left`: measured less solved; `checked`: 0 where nothing else says it, 1 where all does. */
export interface LengthFit {
  readonly left: number;
  readonly checked: number;
  /** Left over against what it lets be; 0 where it is not checked. */
  readonly weight: number;
}

/** What is left over is a slip from so many times what it lets be on. */
const slip = 3;
/** Less of a length is checked than is worth a word. */
const unchecked = 0.05;

const isLine = (one: Observed): one is InLine => 'at' in one;

/** What an observation has more than its places. */
function leftOver(places: readonly Point[], one: Observed): number {
  if (!isLine(one)) return one.length - distance(places[one.a]!, places[one.b]!);
  const [p, q] = [places[one.a]!, places[one.b]!];
  const way = subtract(q, p);
  return -cross(way, subtract(places[one.at]!, p)) / Math.max(1e-9, length(way));
}

const sumOfSquares = (places: readonly Point[], seen: readonly Observed[]): number =>
  seen.reduce((sum, one) => sum + (leftOver(places, one) / one.scatter) ** 2, 0);

/** How an observation grows with the places that it is of, by its scatter: numbers of x and y (two for each place), and how. */
interface Growth {
  readonly of: readonly number[];
  readonly by: readonly number[];
}

const growthOf = (parts: readonly (readonly [number, Point])[]): Growth => ({
  of: parts.flatMap(([place]) => [2 * place, 2 * place + 1]),
  by: parts.flatMap(([, { x, y }]) => [x, y])
});

function growths(places: readonly Point[], seen: readonly Observed[]): Growth[] {
  return seen.map((one) => {
    const { a, b, scatter } = one;
    const by = subtract(places[b]!, places[a]!);
    const far = Math.max(1e-9, length(by));
    if (!isLine(one)) {
      const way = scale(by, 1 / (far * scatter));
      return growthOf([
        [a, scale(way, -1)],
        [b, way]
      ]);
    }
    // A place off a line moves with the line, by how far along it lies.
    const across = scale(leftOf(by), 1 / (far * scatter));
    const share = dot(subtract(places[one.at]!, places[a]!), by) / far ** 2;
    return growthOf([
      [one.at, across],
      [a, scale(across, share - 1)],
      [b, scale(across, -share)]
    ]);
  });
}

/** One row for each observation. */
export function growth(places: readonly Point[], seen: readonly Observed[]): Matrix {
  const rows = Matrix.zeros(Math.max(1, seen.length), 2 * places.length);
  growths(places, seen).forEach(({ of, by }, row) => of.forEach((at, k) => rows.set(row, at, by[k]!)));
  return rows;
}

/** Rows times themselves turned over: each row is of a few places, however many there are. */
function squareOf(rows: readonly Growth[], size: number): Float64Array {
  const square = new Float64Array(size * size);
  for (const { of, by } of rows)
    for (let p = 0; p < of.length; p++)
      for (let q = 0; q < of.length; q++) square[of[p]! * size + of[q]!]! += by[p]! * by[q]!;
  return square;
}

function largestOnDiagonal(square: Float64Array, size: number): number {
  let most = 0;
  for (let i = 0; i < size; i++) most = Math.max(most, square[i * size + i]!);
  return most;
}

/** Moved until what is left over is least. */
export function adjusted(start: readonly Point[], seen: readonly Observed[]): Point[] {
  let places = [...start];
  let damping = 1e-3;
  const size = 2 * places.length;
  for (let turn = 0; turn < 100; turn++) {
    const rows = growths(places, seen);
    const square = squareOf(rows, size);
    const wanted = new Float64Array(size);
    seen.forEach((one, i) => {
      const left = leftOver(places, one) / one.scatter;
      rows[i]!.of.forEach((at, k) => (wanted[at]! += rows[i]!.by[k]! * left));
    });
    const most = largestOnDiagonal(square, size);
    const before = sumOfSquares(places, seen);
    let step: number | undefined;
    while (step === undefined && damping < 1e6) {
      const damped = square.slice();
      for (let i = 0; i < size; i++) damped[i * size + i]! += damping * most;
      const by = Factor.of(damped, size)?.solve(wanted);
      const next = by && places.map(({ x, y }, i) => ({ x: x + by[2 * i]!, y: y + by[2 * i + 1]! }));
      if (by && next && sumOfSquares(next, seen) <= before) {
        places = next;
        damping = Math.max(1e-9, damping / 30);
        step = by.reduce((far, one) => Math.max(far, Math.abs(one)), 0);
      } else damping *= 10;
    }
    if (step === undefined || step < 1e-5) break;
  }
  return places;
}

/** Moves of the whole, which nothing measured within it tells: two ways and a turn, square to one another and of size one. */
function wholeMoves(places: readonly Point[]): [Float64Array, Float64Array, Float64Array] {
  const middle = meanOf(places);
  const from = places.map((p) => subtract(p, middle));
  const far = Math.hypot(...from.map(length));
  const one = 1 / Math.sqrt(places.length);
  return [
    Float64Array.from(from.flatMap(() => [one, 0])),
    Float64Array.from(from.flatMap(() => [0, one])),
    Float64Array.from(from.flatMap(({ x, y }) => [-y / far, x / far]))
  ];
}

/** Smaller than this share of the largest, what a place is held by is nothing. */
const nothing = 1e-14;

/**
 * How places are off together (x and y of each), without the moves of the whole; undefined where what was measured does not
 * hold them.
 */
export function spreadOf(places: readonly Point[], seen: readonly Observed[]): Matrix | undefined {
  const size = 2 * places.length;
  const square = squareOf(growths(places, seen), size);
  const most = largestOnDiagonal(square, size);
  const moves = wholeMoves(places);
  const add = (to: Float64Array, times: number) => {
    for (const move of moves)
      for (let p = 0; p < size; p++)
        for (let q = 0; q < size; q++) to[p * size + q]! += times * move[p]! * move[q]!;
  };
  add(square, most);
  const spread = Factor.of(square, size)?.inverse();
  if (!spread || largestOnDiagonal(spread, size) * most > 1 / nothing) return undefined;
  add(spread, -1 / most);
  return Matrix.from1DArray(size, size, spread);
}

/** How each observation agrees with the rest. */
export function fitsOf(places: readonly Point[], seen: readonly Observed[], spread: Matrix): LengthFit[] {
  const rows = growths(places, seen);
  return seen.map((one, i): LengthFit => {
    const { of, by } = rows[i]!;
    let told = 0;
    for (let p = 0; p < of.length; p++)
      for (let q = 0; q < of.length; q++) told += by[p]! * by[q]! * spread.get(of[p]!, of[q]!);
    const checked = Math.max(0, 1 - told);
    const left = leftOver(places, one);
    return { left, checked, weight: checked < 1e-6 ? 0 : left / (one.scatter * Math.sqrt(checked)) };
  });
}

/** Of each place, one standard deviation. */
export const scatterOf = (spread: Matrix): number[] =>
  Array.from({ length: spread.rows / 2 }, (_, i) =>
    Math.sqrt(Math.max(0, spread.get(2 * i, 2 * i) + spread.get(2 * i + 1, 2 * i + 1)))
  );

/** Of one spare observation all that may be off; of more the one that is off by most. */
export function worstOf(fits: readonly LengthFit[], spare: number): number[] {
  if (spare < 1) return [];
  const known = fits.flatMap(({ checked, weight }, i) =>
    checked >= unchecked && Math.abs(weight) > slip ? [{ i, weight: Math.abs(weight) }] : []
  );
  const most = Math.max(...known.map(({ weight }) => weight));
  if (spare === 1) return known.map(({ i }) => i);
  return known.filter(({ weight }) => weight === most).map(({ i }) => i);
}
