/**
 * The short way for what most walls are made of: a prism with a flat base, pierced by openings that go straight through
 * it, whose top is flat or runs without a step under the planes of a roof. Each side is one polygon with holes instead of
 * a row of plan cells.
 *
 *      u' +-------------.-------------+ v'     the upper part, over the line u-p-q-r-s-v
 *         |      p+---+q   r+---+s    |        the lower parts, between the doors: under that line, round the windows
 *         |    .  |win|  .  |   |  .  |
 *         | .     +---+     |door   . |        corners are shared with the reveals and the top, and nothing else is
 *       u +-----------------+   +-----+ v      added, so no edge meets another in its middle
 *
 * Openings may not meet, nor reach the top, nor a corner of the plan: then the answer is undefined, and the general way
 * by cells (geometry/columns) is right. Cost: linear in the corners, but for the triangles of a side. Source: own.
 */
import { type Cell } from '../../geometry/columns';
import { heightAt } from '../../geometry/plane';
import { lerp, type Point } from '../../geometry/point';
import type { Mesh } from '../../geometry/mesh';
import type { Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { triangulateWhole } from '../../geometry/triangulate';
import { FaceMesh } from './face-mesh';

/** A hole between two places along the wall and two heights. */
export interface Hole {
  readonly t0: number;
  readonly t1: number;
  readonly z0: number;
  readonly z1: number;
}

/** Where a hole comes out of a side: mesh vertices in the order of the side's edge, at its foot and its head. */
interface Mouth {
  readonly s0: number;
  readonly toBase: boolean;
  readonly foot: readonly [number, number];
  readonly head: readonly [number, number];
}

/**
 * The closed mesh of a prism over `ring` (counter-clockwise) from `base` up to the tops of `cells`, which cover the ring
 * with one interval each (or one cell, the ring itself), `lift` higher, less the `holes`.
 * `along`: the place of a point along the wall; `nameSide`: the name of a vertical face, its outside right of p to q.
 * Undefined where the short way does not do.
 */
export function buildPierced(
  ring: Ring,
  base: number,
  cells: readonly Cell[],
  holes: readonly Hole[],
  along: (p: Point) => number,
  nameSide: (p: Point, q: Point) => string,
  lift: number
): Mesh | undefined {
  const slack = tolerances.coincident;
  const roof = topOver(ring, cells, base + slack);
  if (!roof) return undefined;
  const cutting = holes
    .filter((hole) => hole.z1 > base && hole.z0 < roof.highest)
    .sort((p, q) => p.t0 - q.t0);
  if (cutting.some((hole, i) => i > 0 && hole.t0 < cutting[i - 1]!.t1 + slack)) return undefined;
  const places = roof.corners.map(along);
  const crossed: number[][] = [];
  for (const hole of cutting) {
    const edges = edgesAcross(places, hole);
    if (!edges) return undefined;
    const isClear = hole.z1 + slack <= roof.lowest || edges.length === 0 || isUnder(hole, cells, along);
    if (!isClear) return undefined;
    crossed.push(edges);
  }
  return new Pierced(roof, places, base, nameSide, lift).build(cutting, crossed, cells);
}

interface Top {
  /** The ring's corners, as the cells have them. */
  readonly corners: readonly Point[];
  /** By edge of the ring: the points of the top on it, its first corner before them. */
  readonly edges: readonly (readonly Point[])[];
  readonly heights: ReadonlyMap<Point, number>;
  readonly lowest: number;
  readonly highest: number;
}

/** The top as one surface over the ring; undefined where it has a step, a gap, or comes down to `least`. */
function topOver(ring: Ring, cells: readonly Cell[], least: number): Top | undefined {
  const heights = new Map<Point, number>();
  const after = new Map<Point, Point[]>();
  for (const { ring: piece, intervals } of cells) {
    if (intervals.length !== 1) return undefined;
    for (const p of piece) {
      const z = heightAt(intervals[0]!.top, p);
      const known = heights.get(p);
      if (z < least || (known !== undefined && Math.abs(known - z) > tolerances.height)) return undefined;
      if (known === undefined) heights.set(p, z);
    }
  }
  const lowest = Math.min(...heights.values());
  const highest = Math.max(...heights.values());
  if (cells.length === 1 && cells[0]!.ring === ring)
    return { corners: ring, edges: ring.map((p) => [p]), heights, lowest, highest };
  for (const { ring: piece } of cells)
    piece.forEach((p, i) => {
      const q = piece[(i + 1) % piece.length]!;
      const back = after.get(q)?.indexOf(p) ?? -1;
      if (back >= 0) after.get(q)!.splice(back, 1);
      else after.set(p, [...(after.get(p) ?? []), q]);
    });
  const known = [...heights.keys()];
  const near = (p: Point) =>
    known.find((q) => Math.abs(p.x - q.x) < tolerances.nodeGrid && Math.abs(p.y - q.y) < tolerances.nodeGrid);
  const corners = ring.map(near);
  if (corners.includes(undefined)) return undefined;
  const edges = (corners as Point[]).map((from, i) => {
    const to = corners[(i + 1) % ring.length]!;
    const chain = [from];
    for (let at = from; chain.length <= known.length;) {
      const next = after.get(at);
      if (next?.length !== 1) return undefined;
      at = next[0]!;
      if (at === to) return chain;
      chain.push(at);
    }
    return undefined;
  });
  return edges.includes(undefined)
    ? undefined
    : { corners: corners as Point[], edges: edges as Point[][], heights, lowest, highest };
}

/** Whether a hole stays under the top, over all of its width. */
function isUnder({ t0, t1, z1 }: Hole, cells: readonly Cell[], along: (p: Point) => number): boolean {
  const least = z1 + tolerances.coincident;
  return cells.every(({ ring, intervals }) => {
    const { top } = intervals[0]!;
    return ring.every((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      const [tp, tq] = [along(p), along(q)];
      if (tp > t0 && tp < t1 && heightAt(top, p) < least) return false;
      return [t0, t1].every(
        (t) => t < tp === t < tq || heightAt(top, lerp(p, q, (t - tp) / (tq - tp))) >= least
      );
    });
  });
}

/** The two edges that a hole goes through, none, or undefined where a corner is in its way. */
function edgesAcross(places: readonly number[], { t0, t1 }: Hole): number[] | undefined {
  const slack = tolerances.coincident;
  if (places.some((t) => t > t0 - slack && t < t1 + slack)) return undefined;
  const found = places.flatMap((t, i) => (t < t0 === places[(i + 1) % places.length]! < t0 ? [] : [i]));
  return found.length === 0 || found.length === 2 ? found : undefined;
}

class Pierced {
  private readonly mesh: FaceMesh;
  private readonly mouths: Mouth[][];
  private readonly ring: readonly Point[];
  private readonly tops = new Map<Point, number>();
  /** Where the outline of the base goes on at a jamb of a door: from one side of the wall to the other. */
  private readonly across = new Map<number, number>();

  constructor(
    private readonly top: Top,
    private readonly places: readonly number[],
    private readonly base: number,
    private readonly nameSide: (p: Point, q: Point) => string,
    lift: number
  ) {
    this.mesh = new FaceMesh(lift);
    this.ring = top.corners;
    for (const p of this.ring) this.mesh.vertex(p, base);
    for (const [p, z] of top.heights) this.tops.set(p, this.mesh.vertex(p, z));
    this.mouths = this.ring.map(() => []);
  }

  build(
    holes: readonly Hole[],
    crossed: readonly (readonly number[])[],
    cells: readonly Cell[]
  ): Mesh | undefined {
    holes.forEach((hole, i) => {
      const [e, f] = crossed[i]!;
      if (e !== undefined && f !== undefined) this.pierce(hole, e, f);
    });
    for (let i = 0; i < this.ring.length; i++) this.side(i);
    for (const { ring, intervals } of cells)
      this.mesh.polygon(
        ring.map((p) => this.tops.get(p)!),
        triangulateWhole(ring),
        intervals[0]!.topName
      );
    if (this.across.size > 0) this.pieces();
    else
      this.under(
        this.ring.map((_, i) => i),
        triangulateWhole(this.ring)
      );
    return this.mesh.build();
  }

  private point(vertex: number): Point {
    return { x: this.mesh.x(vertex), y: this.mesh.y(vertex) };
  }

  /** The reveals of one hole, and its mouths on both sides. */
  private pierce({ t0, t1, z0: low, z1: high }: Hole, e: number, f: number) {
    const toBase = low <= this.base + tolerances.coincident;
    const foot = toBase ? this.base : low;
    const mouth = (edge: number) => {
      const next = (edge + 1) % this.ring.length;
      const [p, q, tp, tq] = [this.ring[edge]!, this.ring[next]!, this.places[edge]!, this.places[next]!];
      const [first, last] = tp < tq ? [t0, t1] : [t1, t0];
      const [s0, s1] = [(first - tp) / (tq - tp), (last - tp) / (tq - tp)];
      const [a, b] = [lerp(p, q, s0), lerp(p, q, s1)];
      const made: Mouth = {
        s0,
        toBase,
        foot: [this.mesh.vertex(a, foot), this.mesh.vertex(b, foot)],
        head: [this.mesh.vertex(a, high), this.mesh.vertex(b, high)]
      };
      this.mouths[edge]!.push(made);
      return made;
    };
    // Seen from above the two edges run opposite ways, so that the first jamb of the one is the last of the other.
    const [one, two] = [mouth(e), mouth(f)];
    const jamb = (from: Mouth, to: Mouth) =>
      this.mesh.quad(
        from.foot[0],
        to.foot[1],
        to.head[1],
        from.head[0],
        this.nameSide(this.point(from.foot[0]), this.point(to.foot[1]))
      );
    jamb(one, two);
    jamb(two, one);
    this.mesh.quad(one.head[0], two.head[1], two.head[0], one.head[1], 'head');
    if (toBase) {
      this.across.set(one.foot[0], two.foot[1]);
      this.across.set(two.foot[0], one.foot[1]);
    } else this.mesh.quad(one.foot[0], one.foot[1], two.foot[0], two.foot[1], 'sill');
  }

  private side(i: number) {
    const u = i;
    const v = (i + 1) % this.ring.length;
    const over = this.over(i, v);
    const name = this.nameSide(this.ring[u]!, this.ring[v]!);
    const mouths = this.mouths[i]!.sort((p, q) => p.s0 - q.s0);
    if (mouths.length === 0 && over.length === 2) {
      this.mesh.quad(u, v, over[0]!, over[1]!, name);
      return;
    }
    const upper = [u];
    for (const { head } of mouths) upper.push(head[0], head[1]);
    upper.push(v);
    for (const vertex of over) upper.push(vertex);
    this.part(upper, u, v, name);
    if (mouths.length === 0) return;
    // From a corner or door to the next: along the base, up its jamb, and back round the windows between.
    let [foot, head]: [number, number | undefined] = [u, undefined];
    let windows: Mouth[] = [];
    const close = (...end: readonly number[]) => {
      const loop = [foot, ...end];
      for (let k = windows.length - 1; k >= 0; k--) {
        const one = windows[k]!;
        loop.push(one.head[1], one.foot[1], one.foot[0], one.head[0]);
      }
      if (head !== undefined) loop.push(head);
      this.part(loop, u, v, name);
      windows = [];
    };
    for (const mouth of mouths) {
      if (!mouth.toBase) {
        windows.push(mouth);
        continue;
      }
      close(mouth.foot[0], mouth.head[0]);
      [foot, head] = [mouth.foot[1], mouth.head[1]];
    }
    close(v);
  }

  /** The vertices of the top over an edge of the ring, from its end back to its beginning. */
  private over(i: number, next: number): number[] {
    const chain = this.top.edges[i]!;
    const found = [this.tops.get(this.ring[next]!)!];
    for (let k = chain.length - 1; k >= 0; k--) found.push(this.tops.get(chain[k]!)!);
    return found;
  }

  /** A part of the side that goes from corner u to v. */
  private part(loop: readonly number[], u: number, v: number, name: string) {
    const [p, q] = [this.ring[u]!, this.ring[v]!];
    const size = Math.sqrt((q.x - p.x) ** 2 + (q.y - p.y) ** 2);
    const [dx, dy] = [(q.x - p.x) / size, (q.y - p.y) / size];
    const flat = loop.map((vertex) => ({
      x: (this.mesh.x(vertex) - p.x) * dx + (this.mesh.y(vertex) - p.y) * dy,
      y: this.mesh.z(vertex)
    }));
    this.mesh.polygon(loop, triangulateWhole(flat), name);
  }

  /** A piece of the underside: its outline as seen from above. */
  private under(loop: number[], triangles: readonly number[]) {
    const last = loop.length - 1;
    this.mesh.polygon(loop.reverse(), triangles.map((k) => last - k).reverse(), 'base');
  }

  /** The underside in as many pieces as the doors leave. */
  private pieces() {
    const outline = this.ring.flatMap((_, i) => [
      i,
      ...this.mouths[i]!.flatMap(({ toBase, foot }) => (toBase ? foot : []))
    ]);
    const after = new Map(outline.map((vertex, k) => [vertex, outline[(k + 1) % outline.length]!]));
    const left = new Set(outline);
    for (const from of outline) {
      if (!left.has(from)) continue;
      const loop: number[] = [];
      for (let at = from; left.delete(at); at = this.across.get(at) ?? after.get(at)!) loop.push(at);
      this.under(loop, triangulateWhole(loop.map((vertex) => this.point(vertex))));
    }
  }
}
