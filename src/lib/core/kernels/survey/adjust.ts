/**
 * Places moved until the squares of what measuring leaves over are least (Levenberg 1944, Marquardt 1963), and how sure they
 * are then (adjustment of a free net, Baarda 1968). Places are told by their numbers. mm.
 */
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
import { narrowRanks } from './order';

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

/** How an observation grows with the places that it is of, by its scatter: numbers of x and y (two for each rank), and how. */
interface Growth {
  readonly of: readonly number[];
  readonly by: readonly number[];
}

/** How it grows with each of its places. */
function growthOf(places: readonly Point[], one: Observed): readonly (readonly [number, Point])[] {
  const { a, b, scatter } = one;
  const by = subtract(places[b]!, places[a]!);
  const far = Math.max(1e-9, length(by));
  if (!isLine(one)) {
    const way = scale(by, 1 / (far * scatter));
    return [
      [a, scale(way, -1)],
      [b, way]
    ];
  }
  // A place off a line moves with the line, by how far along it lies.
  const across = scale(leftOf(by), 1 / (far * scatter));
  const share = dot(subtract(places[one.at]!, places[a]!), by) / far ** 2;
  return [
    [one.at, across],
    [a, scale(across, share - 1)],
    [b, scale(across, -share)]
  ];
}

const growths = (places: readonly Point[], seen: readonly Observed[], ranks: Int32Array): Growth[] =>
  seen.map((one) => {
    const parts = growthOf(places, one);
    return {
      of: parts.flatMap(([place]) => [2 * ranks[place]!, 2 * ranks[place]! + 1]),
      by: parts.flatMap(([, { x, y }]) => [x, y])
    };
  });

/** The same of a length as one row: x and y of each place in turn. */
export function growthRow(places: readonly Point[], one: CornerLength): number[] {
  const row = new Array<number>(2 * places.length).fill(0);
  for (const [place, { x, y }] of growthOf(places, one)) [row[2 * place], row[2 * place + 1]] = [x, y];
  return row;
}

const ranksOf = (places: readonly Point[], seen: readonly Observed[]): Int32Array =>
  narrowRanks(
    places.length,
    seen.map((one) => (isLine(one) ? [one.at, one.a, one.b] : [one.a, one.b]))
  );

/** Adds rows times themselves turned over: each row is of a few places, however many there are. */
function addSquares(square: Float64Array, rows: readonly Growth[], size: number) {
  for (const { of, by } of rows)
    for (let p = 0; p < of.length; p++)
      for (let q = 0; q < of.length; q++) square[of[p]! * size + of[q]!]! += by[p]! * by[q]!;
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
  const ranks = ranksOf(places, seen);
  const [square, damped] = [new Float64Array(size * size), new Float64Array(size * size)];
  for (let turn = 0; turn < 100; turn++) {
    const rows = growths(places, seen, ranks);
    square.fill(0);
    addSquares(square, rows, size);
    const wanted = new Float64Array(size);
    seen.forEach((one, i) => {
      const left = leftOver(places, one) / one.scatter;
      rows[i]!.of.forEach((at, k) => (wanted[at]! += rows[i]!.by[k]! * left));
    });
    const most = largestOnDiagonal(square, size);
    const before = sumOfSquares(places, seen);
    let step: number | undefined;
    while (step === undefined && damping < 1e6) {
      damped.set(square);
      for (let i = 0; i < size; i++) damped[i * size + i]! += damping * most;
      const by = Factor.of(damped, size)?.solve(wanted);
      const next =
        by && places.map(({ x, y }, i) => ({ x: x + by[2 * ranks[i]!]!, y: y + by[2 * ranks[i]! + 1]! }));
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
function wholeMoves(places: readonly Point[], ranks: Int32Array): readonly Float64Array[] {
  const middle = meanOf(places);
  const from = places.map((p) => subtract(p, middle));
  const far = Math.hypot(...from.map(length));
  const one = 1 / Math.sqrt(places.length);
  return [
    () => ({ x: one, y: 0 }),
    () => ({ x: 0, y: one }),
    ({ x, y }: Point) => ({ x: -y / far, y: x / far })
  ].map((moveOf) => {
    const move = new Float64Array(2 * places.length);
    from.forEach((p, i) => {
      const { x, y } = moveOf(p);
      [move[2 * ranks[i]!], move[2 * ranks[i]! + 1]] = [x, y];
    });
    return move;
  });
}

/** Without the moves of the whole. */
function without(moves: readonly Float64Array[], of: Float64Array): Float64Array {
  for (const move of moves) {
    const along = of.reduce((sum, one, i) => sum + one * move[i]!, 0);
    for (let i = 0; i < of.length; i++) of[i]! -= along * move[i]!;
  }
  return of;
}

/** Smaller than this share of the largest, what a place is held by is nothing. */
const nothing = 1e-14;

const squares = (list: Float64Array): number => list.reduce((sum, one) => sum + one ** 2, 0);

/** How places are off together, without the moves of the whole. */
export class Spread {
  private constructor(
    private readonly places: readonly Point[],
    private readonly ranks: Int32Array,
    /** Of what holds them, one place and the way to another pinned down: which ones is all the same to what is told here. */
    private readonly factor: Factor,
    private readonly moves: readonly Float64Array[],
    /** Of x and y of each rank. */
    private readonly variances: Float64Array
  ) {}

  /** Undefined where what was measured does not hold the places. */
  static of(places: readonly Point[], seen: readonly Observed[]): Spread | undefined {
    const size = 2 * places.length;
    const ranks = ranksOf(places, seen);
    const square = new Float64Array(size * size);
    addSquares(square, growths(places, seen, ranks), size);
    const most = largestOnDiagonal(square, size);
    const [a, far] = [places[0]!, farthestFrom(places, 0)];
    const way = subtract(places[far]!, a);
    if (length(way) < 1e-9) return undefined;
    const across = scale(leftOf(way), Math.sqrt(most) / length(way));
    const at = 2 * ranks[0]!;
    const pins: Growth[] = [
      { of: [at], by: [Math.sqrt(most)] },
      { of: [at + 1], by: [Math.sqrt(most)] },
      { of: [2 * ranks[far]!, 2 * ranks[far]! + 1], by: [across.x, across.y] }
    ];
    addSquares(square, pins, size);
    const factor = Factor.of(square, size);
    if (!factor) return undefined;
    const moves = wholeMoves(places, ranks);
    const variances = new Float64Array(size);
    for (let i = 0; i < size; i++) {
      const one = new Float64Array(size);
      one[i] = 1;
      variances[i] = squares(factor.forward(without(moves, one)));
    }
    const worst = variances.reduce((p, q) => Math.max(p, q), 0);
    return worst * most > 1 / nothing ? undefined : new Spread(places, ranks, factor, moves, variances);
  }

  private row(one: Observed): Float64Array {
    const row = new Float64Array(2 * this.places.length);
    for (const { of, by } of growths(this.places, [one], this.ranks))
      of.forEach((at, k) => (row[at] = by[k]!));
    return row;
  }

  /** How much of an observation all that was seen tells, by its scatter: 1 where nothing but itself says it. */
  told(one: Observed): number {
    return squares(this.factor.forward(this.row(one)));
  }

  private scattersOf(variance: (at: number) => number): number[] {
    return this.places.map((_, i) => {
      const at = 2 * this.ranks[i]!;
      return Math.sqrt(Math.max(0, variance(at) + variance(at + 1)));
    });
  }

  /** Of each place, one standard deviation. */
  get scatter(): number[] {
    return this.scattersOf((at) => this.variances[at]!);
  }

  /** The same, were this seen as well. */
  scatterWith(one: Observed): number[] {
    const row = this.row(one);
    const moved = without(this.moves, this.factor.solve(row));
    const size = 1 + row.reduce((sum, by, at) => sum + by * moved[at]!, 0);
    return this.scattersOf((at) => this.variances[at]! - moved[at]! ** 2 / size);
  }
}

function farthestFrom(places: readonly Point[], from: number): number {
  return places.reduce(
    (best, p, i) => (distance(p, places[from]!) > distance(places[best]!, places[from]!) ? i : best),
    from
  );
}

/** How each observation agrees with the rest. */
export function fitsOf(places: readonly Point[], seen: readonly Observed[], spread: Spread): LengthFit[] {
  return seen.map((one): LengthFit => {
    const checked = Math.max(0, 1 - spread.told(one));
    const left = leftOver(places, one);
    return { left, checked, weight: checked < 1e-6 ? 0 : left / (one.scatter * Math.sqrt(checked)) };
  });
}

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
