/**
 * The top of a slab with falls: from heights at corners, along lines and at gullies to planes. Heights are above the level
 * of the slab, mm; all rings counter-clockwise. Rules and their reasons: docs/architecture.md.
 */
import { heightAt, planeThrough, type Plane } from '../../geometry/plane';
import {
  cross,
  distance,
  dot,
  leftOf,
  lerp,
  nearestOnSegment,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { edgesOf, gapToBorder, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { edgeKey, netOf, type Net, type Triangle } from './net';

/** A height at a place: at a corner or along the outline, or, within, a gully. */
export interface Level {
  readonly at: Point;
  readonly z: number;
}

/** A ridge or a valley. */
export interface FallLine {
  readonly from: Level;
  readonly to: Level;
}

export interface Facet {
  readonly ring: Ring;
  readonly plane: Plane;
  /** Which of its edges stand at the house; edge i begins at corner i. */
  readonly atHouse: readonly number[];
}

export interface Surface {
  readonly facets: readonly Facet[];
  /** Folds that are seen: edges between facets that are no one plane, those that were drawn, too. */
  readonly folds: readonly (readonly [Point, Point])[];
  /** Where water comes to the house: the middles of facets and valleys that lead there. */
  readonly toHouse: readonly Point[];
  /** Places within, no gullies, that all around is higher than. */
  readonly pits: readonly Point[];
  /** Places within, with a height of their own, where water goes. */
  readonly gullies: readonly Point[];
  /** Heights that lie neither on the outline nor within it. */
  readonly off: readonly Level[];
}

/** Heights this near to one plane are one, mm. */
const onePlane = 0.01;
/** A fold of less is none that anybody sees, mm. */
const leastFold = 1;
/** What falls less counts as level. */
const level = 0.005;

/** Down a plane, as steep as it is. */
export const fallOf = ({ a, b }: Plane): Point => ({ x: -a, y: -b });

/** The height of a top at a place, mm, of the nearest facet; without facets 0. */
export function heightOn(facets: readonly Facet[], p: Point): number {
  const gap = ({ ring }: Facet) => (ringHolds(ring, p) ? 0 : gapToBorder(ring, p));
  const [first, ...others] = facets;
  if (!first) return 0;
  return heightAt(others.reduce((best, one) => (gap(one) < gap(best) ? one : best), first).plane, p);
}

export const steepness = ({ a, b }: Plane): number => Math.hypot(a, b);

/** The plane that falls one way from the highest corner of an outline, which is at zero. */
function planeFalling(outline: Ring, direction: Point, slope: number): Plane {
  const along = outline.map((p) => dot(p, direction));
  return { a: -slope * direction.x, b: -slope * direction.y, c: slope * Math.min(...along) };
}

const through = (...levels: readonly Level[]): Plane | undefined =>
  planeThrough(
    levels.map(({ at }) => at),
    levels.map(({ z }) => z)
  );

/** The one plane through all of some levels, or through three of them; undefined where they are not of one. */
function onePlaneOf(given: readonly Level[]): Plane | undefined {
  if (given.length < 3) return undefined;
  const [p] = given;
  const q = given.reduce(
    (best, one) => (distance(one.at, p!.at) > distance(best.at, p!.at) ? one : best),
    p!
  );
  const offLine = (one: Level) => Math.abs(cross(subtract(q.at, p!.at), subtract(one.at, p!.at)));
  const r = given.reduce((best, one) => (offLine(one) > offLine(best) ? one : best), p!);
  const plane = through(p!, q, r);
  return plane && given.every(({ at, z }) => Math.abs(heightAt(plane, at) - z) <= onePlane)
    ? plane
    : undefined;
}

/**
 * `isHouse`: whether a stretch of the outline stands at the house. A corner without a height lies on the straight line along
 * the outline between those that have one; of three corners the plane is taken.
 */
export function surfaceOf(
  outline: Ring,
  levels: readonly Level[],
  lines: readonly FallLine[],
  isHouse: (from: Point, to: Point) => boolean
): Surface {
  const isOn = (p: Point, [a, b]: readonly [Point, Point]) =>
    distance(p, nearestOnSegment(p, a, b)) <= tolerances.joint;
  const levelAt = (p: Point) => levels.find(({ at }) => distance(at, p) <= tolerances.joint);
  const net = netOf(
    outline,
    lines.map(({ from, to }) => [from.at, to.at] as const),
    levels.map(({ at }) => at)
  );
  const known = net.points.map((p): number | undefined => {
    const own = levelAt(p);
    if (own) return own.z;
    const line = lines.find(({ from, to }) => isOn(p, [from.at, to.at]));
    if (!line) return undefined;
    const size = distance(line.from.at, line.to.at);
    return line.from.z + ((line.to.z - line.from.z) * distance(line.from.at, p)) / size;
  });
  const used = new Set(net.triangles.flat());
  const given = net.points.flatMap((at, i): Level[] =>
    used.has(i) && known[i] !== undefined ? [{ at, z: known[i] }] : []
  );
  const off = levels.filter(({ at }) => !given.some((one) => distance(one.at, at) <= tolerances.joint));
  const plane = onePlaneOf(given);
  if (plane || given.length === 0) return whole(outline, plane ?? { a: 0, b: 0, c: 0 }, isHouse, off);
  const heights = withBorder(net, known);
  return new Faceted(net, heights, isHouse, (p) => levelAt(p) !== undefined).surface(off);
}

function whole(
  outline: Ring,
  plane: Plane,
  isHouse: (from: Point, to: Point) => boolean,
  off: readonly Level[] = []
): Surface {
  const sides = edgesOf(outline);
  const atHouse = sides.flatMap(([a, b], i) => (isHouse(a, b) ? [i] : []));
  const toHouse = atHouse.flatMap((i) => {
    const [a, b] = sides[i]!;
    return fallsOver(plane, a, b) ? [lerp(a, b, 0.5)] : [];
  });
  return { facets: [{ ring: outline, plane, atHouse }], folds: [], toHouse, pits: [], gullies: [], off };
}

/** A plane over the whole of an outline. */
export const surfaceFalling = (
  outline: Ring,
  direction: Point,
  slope: number,
  isHouse: (from: Point, to: Point) => boolean
): Surface => whole(outline, planeFalling(outline, direction, slope), isHouse);

/** Whether a plane falls outwards over an edge of what lies to the left of it. */
const fallsOver = (plane: Plane, a: Point, b: Point): boolean =>
  dot(fallOf(plane), scale(leftOf(unit(subtract(b, a))), -1)) > tolerances.square;

/** Along the outline straight from given height to given height. */
function withBorder({ border, points }: Net, known: readonly (number | undefined)[]): number[] {
  const heights = [...known];
  const n = border.length;
  const given = border.flatMap((v, i) => (known[v] === undefined ? [] : [i]));
  given.forEach((from, k) => {
    const to = given[(k + 1) % given.length]!;
    const steps = (to - from + n) % n || n;
    const way = Array.from({ length: steps + 1 }, (_, i) => border[(from + i) % n]!);
    const runs = way.map((v, i) => (i === 0 ? 0 : distance(points[way[i - 1]!]!, points[v]!)));
    const all = runs.reduce((sum, one) => sum + one, 0);
    const [z0, z1] = [known[border[from]!]!, known[border[to]!]!];
    let gone = 0;
    way.forEach((v, i) => {
      gone += runs[i]!;
      if (i > 0 && i < way.length - 1) heights[v] = z0 + ((z1 - z0) * gone) / all;
    });
  });
  return heights.map((z) => z ?? 0);
}

/** Facets that are turned until none is better the other way. */
class Faceted {
  private triangles: Triangle[];
  private readonly house: ReadonlySet<string>;
  private readonly houseCorners: ReadonlySet<number>;

  constructor(
    private readonly net: Net,
    private readonly heights: readonly number[],
    isHouse: (from: Point, to: Point) => boolean,
    private readonly isGully: (p: Point) => boolean
  ) {
    this.triangles = [...net.triangles];
    const { border, points } = net;
    const sides = border.map((a, i): [number, number] => [a, border[(i + 1) % border.length]!]);
    const atHouse = sides.filter(([a, b]) => isHouse(points[a]!, points[b]!));
    this.house = new Set(atHouse.map(([a, b]) => edgeKey(a, b)));
    this.houseCorners = new Set(atHouse.flat());
    this.settle();
  }

  private level(i: number): Level {
    return { at: this.net.points[i]!, z: this.heights[i]! };
  }

  private plane([a, b, c]: Triangle): Plane {
    return through(this.level(a), this.level(b), this.level(c)) ?? { a: 0, b: 0, c: this.heights[a]! };
  }

  /** How many edges at the house a facet falls over. */
  private leads(triangle: Triangle): number {
    const plane = this.plane(triangle);
    return triangle.filter((a, i) => {
      const b = triangle[(i + 1) % 3]!;
      return this.house.has(edgeKey(a, b)) && fallsOver(plane, this.net.points[a]!, this.net.points[b]!);
    }).length;
  }

  /** Whether two facets fall towards the edge between them and that runs down to a corner at the house. */
  private isValleyToHouse(a: number, b: number, own: Triangle, other: Triangle): boolean {
    const lower = this.heights[a]! < this.heights[b]! ? a : b;
    if (!this.houseCorners.has(lower) || this.heights[a] === this.heights[b]) return false;
    return [own, other].every((triangle) => {
      const [p, q] = triangle.flatMap((v, i) => {
        const next = triangle[(i + 1) % 3]!;
        return edgeKey(v, next) === edgeKey(a, b) ? [v, next] : [];
      }) as [number, number];
      return fallsOver(this.plane(triangle), this.net.points[p]!, this.net.points[q]!);
    });
  }

  /** Less is better, the first that differs says. */
  private score(a: number, b: number, own: Triangle, other: Triangle): number[] {
    const slopes = [own, other].map((one) => steepness(this.plane(one)));
    const leads = this.leads(own) + this.leads(other) + (this.isValleyToHouse(a, b, own, other) ? 2 : 0);
    return [leads, slopes.filter((one) => one < level).length, -Math.min(...slopes)];
  }

  private pairs(): { a: number; b: number; at: [number, number]; far: [number, number] }[] {
    const beside = new Map<string, [number, number, number, number][]>();
    this.triangles.forEach((t, at) =>
      t.forEach((a, i) => {
        const key = edgeKey(a, t[(i + 1) % 3]!);
        beside.set(key, [...(beside.get(key) ?? []), [a, t[(i + 1) % 3]!, at, t[(i + 2) % 3]!]]);
      })
    );
    return [...beside.values()].flatMap(([p, q]) =>
      p && q
        ? [{ a: p[0], b: p[1], at: [p[2], q[2]] as [number, number], far: [p[3], q[3]] as [number, number] }]
        : []
    );
  }

  private settle() {
    const { points } = this.net;
    const side = (p: number, q: number, r: number) =>
      cross(subtract(points[q]!, points[p]!), subtract(points[r]!, points[p]!));
    // Each turn makes the score of a pair less; rounding could still go round.
    for (let turns = 0, isSettled = false; !isSettled && turns < 1000; turns++) {
      isSettled = true;
      for (const { a, b, at, far } of this.pairs()) {
        const [p, q] = far;
        if (this.net.isFixed(a, b)) continue;
        if (Math.min(side(q, b, p), side(p, a, q)) <= tolerances.scrap) continue;
        const now: [Triangle, Triangle] = [this.triangles[at[0]]!, this.triangles[at[1]]!];
        const then: [Triangle, Triangle] = [
          [p, a, q],
          [q, b, p]
        ];
        if (!isLess(this.score(p, q, ...then), this.score(a, b, ...now))) continue;
        [this.triangles[at[0]], this.triangles[at[1]]] = then;
        isSettled = false;
        break;
      }
    }
  }

  surface(off: readonly Level[]): Surface {
    const { points } = this.net;
    const planes = this.triangles.map((one) => this.plane(one));
    const middle = (list: readonly number[]): Point => ({
      x: list.reduce((sum, i) => sum + points[i]!.x, 0) / list.length,
      y: list.reduce((sum, i) => sum + points[i]!.y, 0) / list.length
    });
    const pairs = this.pairs();
    const folds = pairs.flatMap(({ a, b, at, far }): [Point, Point][] => {
      const off = Math.abs(heightAt(planes[at[0]]!, points[far[1]]!) - this.heights[far[1]]!);
      return off >= leastFold ? [[points[a]!, points[b]!]] : [];
    });
    const valleys = pairs.flatMap(({ a, b, at }) =>
      this.isValleyToHouse(a, b, this.triangles[at[0]]!, this.triangles[at[1]]!) ? [middle([a, b])] : []
    );
    const toHouse = [
      ...this.triangles.flatMap((one) => (this.leads(one) > 0 ? [middle(one)] : [])),
      ...valleys
    ];
    return {
      facets: this.triangles.map((triangle, i) => ({
        ring: triangle.map((v) => points[v]!),
        plane: planes[i]!,
        atHouse: triangle.flatMap((v, k) => (this.house.has(edgeKey(v, triangle[(k + 1) % 3]!)) ? [k] : []))
      })),
      ...{ folds, toHouse, pits: this.pits(), gullies: this.gullies(), off }
    };
  }

  private gullies(): Point[] {
    const onBorder = new Set(this.net.border);
    const used = [...new Set(this.triangles.flat())].filter((v) => !onBorder.has(v));
    return used.map((v) => this.net.points[v]!).filter((p) => this.isGully(p));
  }

  private pits(): Point[] {
    const onBorder = new Set(this.net.border);
    const beside = new Map<number, Set<number>>();
    for (const triangle of this.triangles)
      for (const v of triangle) beside.set(v, new Set([...(beside.get(v) ?? []), ...triangle]));
    return [...beside].flatMap(([v, round]) => {
      const isLow = [...round].every((one) => one === v || this.heights[one]! > this.heights[v]!);
      return isLow && !onBorder.has(v) && !this.isGully(this.net.points[v]!) ? [this.net.points[v]!] : [];
    });
  }
}

function isLess(p: readonly number[], q: readonly number[]): boolean {
  for (const [i, one] of p.entries())
    if (Math.abs(one - q[i]!) > tolerances.wavefrontRate) return one < q[i]!;
  return false;
}
