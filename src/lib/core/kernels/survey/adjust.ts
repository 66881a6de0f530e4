/**
 * Places moved until the squares of what measuring leaves over are least (Levenberg 1944, Marquardt 1963), and how sure they
 * are then (adjustment of a free net, Baarda 1968). Places are told by their numbers. mm.
 */
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
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

/** One row for each observation: how it grows with each place's x and y, by its scatter. */
export function growth(places: readonly Point[], seen: readonly Observed[]): Matrix {
  const rows = Matrix.zeros(Math.max(1, seen.length), 2 * places.length);
  seen.forEach((one, row) => {
    const by = subtract(places[one.b]!, places[one.a]!);
    const far = Math.max(1e-9, length(by));
    const put = (place: number, way: Point) => {
      rows.set(row, 2 * place, rows.get(row, 2 * place) + way.x);
      rows.set(row, 2 * place + 1, rows.get(row, 2 * place + 1) + way.y);
    };
    if (!isLine(one)) {
      const way = scale(by, 1 / (far * one.scatter));
      put(one.a, scale(way, -1));
      put(one.b, way);
      return;
    }
    // A place off a line moves with the line, by how far along it lies.
    const across = scale(leftOf(by), 1 / (far * one.scatter));
    const share = dot(subtract(places[one.at]!, places[one.a]!), by) / far ** 2;
    put(one.at, across);
    put(one.a, scale(across, share - 1));
    put(one.b, scale(across, -share));
  });
  return rows;
}

/** Moved until what is left over is least. */
export function adjusted(start: readonly Point[], seen: readonly Observed[]): Point[] {
  let places = [...start];
  let damping = 1e-3;
  for (let turn = 0; turn < 100; turn++) {
    const rows = growth(places, seen);
    const across = rows.transpose();
    const square = across.mmul(rows);
    const wanted = across.mmul(Matrix.columnVector(seen.map((one) => leftOver(places, one) / one.scatter)));
    const size = Math.max(...square.diagonal());
    const before = sumOfSquares(places, seen);
    let step: number | undefined;
    while (step === undefined && damping < 1e6) {
      const damped = square.clone();
      for (let i = 0; i < damped.rows; i++) damped.set(i, i, damped.get(i, i) + damping * size);
      const by = new CholeskyDecomposition(damped).solve(wanted);
      const next = places.map(({ x, y }, i) => ({ x: x + by.get(2 * i, 0), y: y + by.get(2 * i + 1, 0) }));
      if (sumOfSquares(next, seen) <= before) {
        places = next;
        damping = Math.max(1e-9, damping / 30);
        step = Math.max(...by.to1DArray().map(Math.abs));
      } else damping *= 10;
    }
    if (step === undefined || step < 1e-5) break;
  }
  return places;
}

/** Moves of the whole, which nothing measured within it tells: two ways and a turn, square to one another and of size one. */
function wholeMoves(places: readonly Point[]): Matrix {
  const middle = meanOf(places);
  const from = places.map((p) => subtract(p, middle));
  const size = Math.hypot(...from.map(length));
  const one = 1 / Math.sqrt(places.length);
  const rows = from.flatMap(({ x, y }) => [
    [one, 0, -y / size],
    [0, one, x / size]
  ]);
  return new Matrix(rows);
}

/**
 * How places are off together (x and y of each), without the moves of the whole; undefined where what was measured does not
 * hold them.
 */
export function spreadOf(places: readonly Point[], seen: readonly Observed[]): Matrix | undefined {
  const rows = growth(places, seen);
  const square = rows.transpose().mmul(rows);
  const size = Math.max(...square.diagonal());
  const moves = wholeMoves(places);
  const own = moves.mmul(moves.transpose());
  const whole = new CholeskyDecomposition(Matrix.add(square, Matrix.mul(own, size)));
  if (!whole.isPositiveDefinite()) return undefined;
  return whole.solve(Matrix.eye(square.rows)).sub(own.mul(1 / size));
}

/** How each observation agrees with the rest. */
export function fitsOf(places: readonly Point[], seen: readonly Observed[], spread: Matrix): LengthFit[] {
  const rows = growth(places, seen);
  const carried = rows.mmul(spread);
  return seen.map((one, i): LengthFit => {
    let told = 0;
    for (let k = 0; k < rows.columns; k++) told += carried.get(i, k) * rows.get(i, k);
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
