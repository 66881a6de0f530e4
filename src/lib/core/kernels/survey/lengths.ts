/**
 * The shape of a room from lengths between its corners, angles solved and not assumed: corners are placed by triangles, then
 * adjusted. Corners are numbered round the
 * room, counter-clockwise; the first lies at zero, the second to the east of it. mm.
 */
import { adjusted, fitsOf, growthRow, Spread, worstOf, type CornerLength, type LengthFit } from './adjust';
import {
  angleOf,
  cross,
  distance,
  fromAngle,
  rotate,
  scale,
  subtract,
  type Point
} from '../../geometry/point';

export type RoomShape =
  | { readonly state: 'cannot'; readonly corners: readonly [number, number, number] }
  | {
      readonly state: 'open';
      /** Lengths that are missing at least. */
      readonly missing: number;
      /** Corners that swing. */
      readonly swinging: readonly number[];
      /** Lengths that would hold them. */
      readonly wanted: readonly (readonly [number, number])[];
    }
  | {
      readonly state: 'solved';
      readonly corners: readonly Point[];
      readonly fits: readonly LengthFit[];
      /** How far each corner may be off, one standard deviation. */
      readonly scatter: readonly number[];
      /** More lengths than were needed. */
      readonly spare: number;
      /** By their place in what was given: that is off, or, of one spare length, all that may be. */
      readonly worst: readonly number[];
      /** Corners that lie nearly in line with those they were placed from, so that they may lie on the other side. */
      readonly folds: readonly number[];
      /** The diagonal that would make the worst corner surer by most. */
      readonly best?: readonly [number, number] | undefined;
    };

/** Singular values under this share of the largest are none. */
const none = 1e-7;
/** From so many lengths it is begun. */
const begun = 12;
/** Triangles lower than so many times the scatter may fold over. */
const low = 5;

/** Three corners of which one length is longer than the other two together; undefined where there are none. */
export function brokenTriangle(
  count: number,
  lengths: readonly CornerLength[]
): readonly [number, number, number] | undefined {
  const far = farBetween(lengths);
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++)
      for (let k = j + 1; k < count; k++) {
        const sides = [far(i, j), far(j, k), far(i, k)];
        if (sides.some((one) => one === undefined)) continue;
        const [p, q, r] = (sides as number[]).sort((m, n) => m - n);
        if (r! > p! + q!) return [i, j, k];
      }
  return undefined;
}

function farBetween(lengths: readonly CornerLength[]) {
  /** One number for two corners. */
  const keyOf = (a: number, b: number) => 1000 * Math.min(a, b) + Math.max(a, b);
  const far = new Map(lengths.map(({ a, b, length: one }) => [keyOf(a, b), one]));
  return (a: number, b: number) => far.get(keyOf(a, b));
}

/** Corners of no room in particular, so that what lengths hold of it they hold of nearly every room. */
const anywhere = (count: number): Point[] =>
  Array.from({ length: count }, (_, i) => {
    const jitter = Math.sin(12.9898 * (i + 1)) * 0.3;
    return scale(fromAngle((2 * Math.PI * (i + 0.4 * jitter)) / count), 1000 * (1 + jitter));
  });

/**
 * What lengths between pairs of corners hold of a room: rows of their growth that do not follow from each other, made square to
 * one another (Gram & Schmidt, twice over, as that is enough). Each pair costs what those before it have.
 */
class Held {
  private readonly rows: number[][] = [];
  private readonly corners: readonly Point[];

  constructor(count: number, lengths: readonly CornerLength[]) {
    this.corners = anywhere(count);
    for (const { a, b } of lengths) this.add([a, b]);
  }

  get rank(): number {
    return this.rows.length;
  }

  /** Takes a length in; answers whether it holds what was not held. */
  add([a, b]: readonly [number, number]): boolean {
    const row = growthRow(this.corners, { a, b, length: 1, scatter: 1 });
    let rest = row;
    for (const own of [...this.rows, ...this.rows]) {
      const along = own.reduce((sum, one, k) => sum + one * rest[k]!, 0);
      rest = rest.map((one, k) => one - along * own[k]!);
    }
    const size = Math.hypot(...rest);
    if (size <= none * Math.hypot(...row)) return false;
    this.rows.push(rest.map((one) => one / size));
    return true;
  }
}

/**
 * Whether a corner lies to the left of the way from one corner to a later one: over a side, or a diagonal inside the room,
 * their order round the room tells; over any other line only where they are about.
 */
function liesLeft(about: readonly Point[] | undefined, a: number, b: number, c: number): boolean {
  const isOrdered = !about || isNext(about.length, a, b) || isInside(about, [a, b]);
  if (isOrdered) return !(c > a && c < b);
  return cross(subtract(about[b]!, about[a]!), subtract(about[c]!, about[a]!)) > 0;
}

const isNext = (count: number, a: number, b: number): boolean => b - a === 1 || b - a === count - 1;

/** Corners placed from two placed ones each, the best crossing first. */
function placedFrom(
  count: number,
  far: ReturnType<typeof farBetween>,
  about: readonly Point[] | undefined,
  [first, second]: readonly [number, number]
): { places: Map<number, Point>; heights: Map<number, number>; quality: number } {
  const places = new Map<number, Point>([
    [first, { x: 0, y: 0 }],
    [second, { x: far(first, second)!, y: 0 }]
  ]);
  const heights = new Map<number, number>();
  let quality = 1;
  for (;;) {
    let best: { corner: number; at: Point; sine: number; height: number } | undefined;
    for (let c = 0; c < count; c++) {
      if (places.has(c)) continue;
      const known = [...places.keys()].filter((one) => far(one, c) !== undefined);
      for (const a of known)
        for (const b of known) {
          if (a >= b) continue;
          const [p, q] = [places.get(a)!, places.get(b)!];
          const [da, db, base] = [far(a, c)!, far(b, c)!, distance(p, q)];
          if (base < 1e-6) continue;
          const t = (da ** 2 - db ** 2 + base ** 2) / (2 * base);
          const height = Math.sqrt(Math.max(0, da ** 2 - t ** 2));
          const sine = (height * base) / (da * db);
          if (best && sine <= best.sine) continue;
          const side = liesLeft(about, a, b, c) ? 1 : -1;
          const way = scale(subtract(q, p), 1 / base);
          const at = {
            x: p.x + way.x * t - way.y * height * side,
            y: p.y + way.y * t + way.x * height * side
          };
          best = { corner: c, at, sine, height };
        }
    }
    if (!best) return { places, heights, quality };
    places.set(best.corner, best.at);
    heights.set(best.corner, best.height);
    quality = Math.min(quality, best.sine);
  }
}

/** From whichever of the longest lengths leads to most corners, and to them by the best crossings. */
function placedByTriangles(
  count: number,
  lengths: readonly CornerLength[],
  about: readonly Point[] | undefined
) {
  const far = farBetween(lengths);
  // The longest are the surest to begin with.
  const first = [...lengths].sort((p, q) => q.length - p.length).slice(0, begun);
  const all = first.map(({ a, b }) => placedFrom(count, far, about, [Math.min(a, b), Math.max(a, b)]));
  return all.sort((p, q) => q.places.size - p.places.size || q.quality - p.quality)[0];
}

/** The first corner at zero, the second east of it. */
function laidDown(corners: readonly Point[]): Point[] {
  const [first, second] = [corners[0]!, corners[1]!];
  const turn = -angleOf(subtract(second, first));
  return corners.map((p) => rotate(subtract(p, first), turn));
}

/** Pairs of corners that nothing was measured between. */
const unmeasured = (count: number, far: ReturnType<typeof farBetween>): [number, number][] =>
  Array.from({ length: count }, (_, i) => i).flatMap((i) =>
    Array.from({ length: count - i - 1 }, (_, k): [number, number] => [i, i + 1 + k]).filter(
      ([a, b]) => far(a, b) === undefined
    )
  );

/** Lengths that would make a room whole: those inside it first, of them those over one corner. */
function wantedFor(
  count: number,
  lengths: readonly CornerLength[],
  missing: number,
  held: Held,
  about: readonly Point[] | undefined
): [number, number][] {
  const outside = (pair: readonly [number, number]) =>
    about && !isNext(count, ...pair) && !isInside(about, pair) ? 1 : 0;
  const over = ([a, b]: readonly [number, number]) => Math.min(b - a, count - b + a);
  const found: [number, number][] = [];
  const all = unmeasured(count, farBetween(lengths));
  for (const pair of all.sort((p, q) => outside(p) - outside(q) || over(p) - over(q))) {
    if (found.length >= missing) break;
    if (held.add(pair)) found.push(pair);
  }
  return found;
}

/** Whether a diagonal of a room lies inside it. */
function isInside(corners: readonly Point[], [a, b]: readonly [number, number]): boolean {
  const n = corners.length;
  const [p, q] = [corners[a]!, corners[b]!];
  const side = (u: Point, v: Point, w: Point) => Math.sign(cross(subtract(v, u), subtract(w, u)));
  const crosses = corners.some((r, i) => {
    const k = (i + 1) % n;
    if ([a, b].includes(i) || [a, b].includes(k)) return false;
    const s = corners[k]!;
    return side(p, q, r) !== side(p, q, s) && side(r, s, p) !== side(r, s, q);
  });
  const [before, after] = [corners[(a + n - 1) % n]!, corners[(a + 1) % n]!];
  const isReflex = side(before, p, after) < 0;
  const [left, right] = [side(p, after, q) > 0, side(before, p, q) > 0];
  return !crosses && (isReflex ? left || right : left && right);
}

/**
 * The shape that lengths give a room of so many corners, or what hinders it. Each pair of corners is given once at most.
 * `about`: roughly where its corners are, which tells what lies inside it, and nothing else.
 */
export function roomShape(
  count: number,
  lengths: readonly CornerLength[],
  about?: readonly Point[]
): RoomShape {
  const broken = brokenTriangle(count, lengths);
  if (broken) return { state: 'cannot', corners: broken };
  const held = new Held(count, lengths);
  const missing = 2 * count - 3 - held.rank;
  const placed = placedByTriangles(count, lengths, about);
  if (missing > 0 || !placed || placed.places.size < count) {
    const swinging = Array.from({ length: count }, (_, i) => i).filter((i) => !placed?.places.has(i));
    return {
      state: 'open',
      missing,
      swinging,
      wanted: wantedFor(count, lengths, Math.max(1, missing), held, about)
    };
  }
  const start = Array.from({ length: count }, (_, i) => placed.places.get(i)!);
  const corners = laidDown(adjusted(start, lengths));
  const spread = Spread.of(corners, lengths);
  // What holds nearly every room may leave one of this very shape loose.
  if (!spread)
    return {
      state: 'open',
      missing: 1,
      swinging: [],
      wanted: wantedFor(count, lengths, 1, new Held(count, []), about)
    };
  const fits = fitsOf(corners, lengths, spread);
  const spare = lengths.length - 2 * count + 3;
  const heights = [...placed.heights].filter(
    ([corner, height]) => height < low * Math.max(...scattersAt(corner, lengths))
  );
  return {
    state: 'solved',
    ...{ corners, fits, spare },
    scatter: spread.scatter,
    worst: worstOf(fits, spare),
    folds: heights.map(([corner]) => corner),
    best: bestDiagonal(corners, lengths, spread)
  };
}

const scattersAt = (corner: number, lengths: readonly CornerLength[]): number[] =>
  lengths.flatMap(({ a, b, scatter }) => (a === corner || b === corner ? [scatter] : []));

/** The diagonal inside the room that would lower the worst scatter by most. */
function bestDiagonal(
  corners: readonly Point[],
  lengths: readonly CornerLength[],
  spread: Spread
): [number, number] | undefined {
  const scatter = Math.max(...lengths.map((one) => one.scatter));
  const pairs = unmeasured(corners.length, farBetween(lengths)).filter((pair) => isInside(corners, pair));
  const after = pairs.map((pair) => {
    const one = { a: pair[0], b: pair[1], length: 1, scatter };
    return { pair, worst: Math.max(...spread.scatterWith(one)) };
  });
  return after.sort((p, q) => p.worst - q.worst)[0]?.pair;
}
