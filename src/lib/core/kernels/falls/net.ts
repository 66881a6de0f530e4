/**
 * Triangles of an outline that keep lines drawn in it and places within it: what carries heights over a plan.
 *
 *      +-----------+        outline and lines are parted where they cross or touch; the outline is cut into ears, places
 *      | \   o   / |        are put into the triangle that holds them, lines are brought in by turning the diagonals that
 *      |  \_____/  |        cross them, and other diagonals are turned until no triangle's circle holds a neighbour's corner
 *      +-----------+
 *
 * Cost: O(n^2) for n corners, which are tens. Source: Lawson 1977 (turning diagonals), Sloan 1993 (bringing lines in).
 */
import {
  cross,
  distance,
  dot,
  lerp,
  locate,
  nearestOnSegment,
  subtract,
  type Point
} from '../../geometry/point';
import { edgesOf, ringHolds, sideOf, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { triangulateWhole } from '../../geometry/triangulate';
import type { Segment } from '../../geometry/arrangement';

export type Triangle = readonly [number, number, number];

export interface Net {
  readonly points: readonly Point[];
  /** Counter-clockwise. */
  readonly triangles: readonly Triangle[];
  /** The outline as places in `points`, with what touches it. */
  readonly border: readonly number[];
  /** Whether an edge is of the outline or of a drawn line, and so never turned. */
  isFixed(a: number, b: number): boolean;
}

const gap = tolerances.coincident;
/** Turning diagonals always ends; rounding may keep it from that. */
const mostTurns = 10_000;

/** Lines that leave the outline are cut at it; places outside are left out. */
export function netOf(outline: Ring, lines: readonly Segment[], places: readonly Point[]): Net {
  return new Netting(outline, lines, places).net();
}

export const edgeKey = (a: number, b: number) => (a < b ? `${a} ${b}` : `${b} ${a}`);

class Netting {
  private readonly points: Point[] = [];
  private readonly fixed = new Set<string>();
  private readonly border: number[];
  private triangles: Triangle[];

  constructor(outline: Ring, lines: readonly Segment[], places: readonly Point[]) {
    const corners = outline.map((p) => this.at(p));
    const sides = edgesOf(outline);
    for (const p of places) this.at(p);
    const ends = lines.flat().map((p) => this.at(p));
    const all: Segment[] = [...sides, ...lines];
    for (const [i, [a, b]] of all.entries())
      for (const [c, d] of all.slice(i + 1)) {
        const met = crossing(a, b, c, d);
        if (met) this.at(met);
      }
    // What lies on the outline is of it; in the outline only what lies within it counts.
    this.border = corners.flatMap((from, i) =>
      this.between(from, corners[(i + 1) % corners.length]!).slice(0, -1)
    );
    const onBorder = new Set(this.border);
    const inside = this.points.flatMap((p, i) => (!onBorder.has(i) && ringHolds(outline, p) ? [i] : []));
    const ring = this.border.map((i) => this.points[i]!);
    const plan = triangulateWhole(ring);
    this.triangles = Array.from({ length: plan.length / 3 }, (_, k): Triangle => [
      this.border[plan[3 * k]!]!,
      this.border[plan[3 * k + 1]!]!,
      this.border[plan[3 * k + 2]!]!
    ]);
    this.border.forEach((a, i) => this.fixed.add(edgeKey(a, this.border[(i + 1) % this.border.length]!)));
    for (const i of inside) this.insert(i);
    for (let k = 0; k < ends.length; k += 2) {
      const stops = this.between(ends[k]!, ends[k + 1]!);
      for (let i = 0; i + 1 < stops.length; i++) {
        const [a, b] = [stops[i]!, stops[i + 1]!];
        if (ringHolds(outline, lerp(this.points[a]!, this.points[b]!, 0.5))) this.bringIn(a, b);
      }
    }
    this.turnAll();
  }

  net(): Net {
    const { points, triangles, border, fixed } = this;
    return { points, triangles, border, isFixed: (a, b) => fixed.has(edgeKey(a, b)) };
  }

  private at(p: Point): number {
    const old = this.points.findIndex((q) => distance(p, q) <= gap);
    return old >= 0 ? old : this.points.push(p) - 1;
  }

  /** The points on the way from one to another, both with them. */
  private between(from: number, to: number): number[] {
    const [a, b] = [this.points[from]!, this.points[to]!];
    const size = distance(a, b);
    const on = this.points.flatMap((p, i) => {
      if (i === from || i === to || distance(p, nearestOnSegment(p, a, b)) > gap) return [];
      return [{ i, t: locate(p, a, subtract(b, a)).t / size }];
    });
    return [from, ...on.sort((p, q) => p.t - q.t).map(({ i }) => i), to];
  }

  private side(a: number, b: number, c: number): number {
    return sideOf(this.points[a]!, this.points[b]!, this.points[c]!);
  }

  private insert(v: number) {
    const p = this.points[v]!;
    const edge = this.triangles
      .flatMap(([a, b, c]) => [
        [a, b],
        [b, c],
        [c, a]
      ])
      .find(([a, b]) => distance(p, nearestOnSegment(p, this.points[a!]!, this.points[b!]!)) <= gap);
    const isHit = (t: Triangle) =>
      edge
        ? t.includes(edge[0]!) && t.includes(edge[1]!)
        : t.every((a, i) => this.side(a, t[(i + 1) % 3]!, v) > 0);
    this.triangles = this.triangles.flatMap((t): Triangle[] => {
      if (!isHit(t)) return [t];
      return t.flatMap((a, i): Triangle[] => {
        const b = t[(i + 1) % 3]!;
        const isSplit = edge !== undefined && edge.includes(a) && edge.includes(b);
        return isSplit ? [] : [[a, b, v]];
      });
    });
  }

  /** The two triangles beside an edge, and the corners of theirs that are not on it. */
  private beside(a: number, b: number) {
    const found = this.triangles.flatMap((t, at) =>
      t.includes(a) && t.includes(b) ? [{ at, far: t.find((v) => v !== a && v !== b)! }] : []
    );
    return found.length === 2 ? (found as [(typeof found)[0], (typeof found)[0]]) : undefined;
  }

  /** Turn the diagonal of the two triangles beside an edge, where they make a convex four-sided figure. */
  private turn(a: number, b: number): boolean {
    const pair = this.beside(a, b);
    if (!pair) return false;
    const [p, q] = [pair[0].far, pair[1].far];
    if (this.side(p, q, a) * this.side(p, q, b) >= 0 || this.side(a, b, p) * this.side(a, b, q) >= 0)
      return false;
    this.triangles[pair[0].at] = this.turned([p, q, a]);
    this.triangles[pair[1].at] = this.turned([p, q, b]);
    return true;
  }

  private turned([a, b, c]: Triangle): Triangle {
    return this.side(a, b, c) > 0 ? [a, b, c] : [a, c, b];
  }

  private edges(): [number, number][] {
    const seen = new Map<string, [number, number]>();
    for (const [a, b, c] of this.triangles)
      for (const [p, q] of [
        [a, b],
        [b, c],
        [c, a]
      ] as [number, number][])
        seen.set(edgeKey(p, q), [p, q]);
    return [...seen.values()];
  }

  private bringIn(a: number, b: number) {
    for (let turns = 0; turns < mostTurns; turns++) {
      if (this.triangles.some((t) => t.includes(a) && t.includes(b))) break;
      const crossed = this.edges().filter(
        ([p, q]) =>
          ![p, q].includes(a) &&
          ![p, q].includes(b) &&
          this.side(p, q, a) * this.side(p, q, b) < 0 &&
          this.side(a, b, p) * this.side(a, b, q) < 0
      );
      // One that cannot be turned waits for its neighbours; another is taken each time.
      const at = crossed.findIndex(
        ([p, q], i) => i >= turns % Math.max(1, crossed.length) && this.turn(p, q)
      );
      if (at < 0 && !crossed.some(([p, q]) => this.turn(p, q))) break;
    }
    this.fixed.add(edgeKey(a, b));
  }

  private turnAll() {
    for (let turns = 0, isSettled = false; !isSettled && turns < mostTurns; turns++) {
      isSettled = true;
      for (const [a, b] of this.edges()) {
        if (this.fixed.has(edgeKey(a, b))) continue;
        const pair = this.beside(a, b);
        if (!pair) continue;
        const [p, q, r] = this.turned([a, b, pair[0].far]).map((i) => this.points[i]!) as [
          Point,
          Point,
          Point
        ];
        const s = this.points[pair[1].far]!;
        if (circleHolds(p, q, r, s) && this.turn(a, b)) isSettled = false;
      }
    }
  }
}

/** Whether a place lies within the circle through three that run counter-clockwise; on it, but for rounding, it does not. */
function circleHolds(p: Point, q: Point, r: Point, s: Point): boolean {
  const [a, b, c] = [subtract(p, s), subtract(q, s), subtract(r, s)];
  const [u, v, w] = [dot(a, a), dot(b, b), dot(c, c)];
  const sum = u * cross(b, c) + v * cross(c, a) + w * cross(a, b);
  return sum > tolerances.share * Math.max(u, v, w) ** 2;
}

/** Where two segments cross, or an end of one touches the other. */
function crossing(a: Point, b: Point, c: Point, d: Point): Point | undefined {
  const [p, q] = [subtract(b, a), subtract(d, c)];
  const across = cross(p, q);
  if (across === 0) return undefined;
  const [t, u] = [cross(subtract(c, a), q) / across, cross(subtract(c, a), p) / across];
  const [over, under] = [gap / distance(a, b), gap / distance(c, d)];
  const isMet = t >= -over && t <= 1 + over && u >= -under && u <= 1 + under;
  return isMet ? lerp(a, b, t) : undefined;
}
