/**
 * Solids that stand over plan cells: every cell has intervals of height between two planes. Walls, slabs and roofs are
 * all built this way, without booleans of bodies.
 *
 *      cell a    cell b            side: the vertical face over the border of a and b
 *     +-------+                       +  a's top
 *     |   a   +-------+               |  full on a's side only: a face of a
 *     |       |   b   |               +  b's top
 *     |       |       |               |  full on both sides: nothing
 *     +-------+-------+               +  both bases
 *
 * Closed by construction: each plan vertex owns one sorted list of heights from all the cells that touch it, and every
 * vertical face takes each height in its range on both of its sides, so no edge meets another in its middle.
 * Cost: O(n log n) for n corners of cells, and the triangulation of the cells. Source: own derivation.
 */
import { heightAt, type Plane } from './plane';
import { packMesh, vertexPair, type Mesh } from './mesh';
import { distance, lerp, type Point } from './point';
import { type Ring } from './ring';
import { tolerances } from './tolerances';
import { triangulateWhole } from './triangulate';

export interface Interval {
  readonly bottom: Plane;
  readonly top: Plane;
  readonly bottomName: string;
  readonly topName: string;
}

/** `ring`: counter-clockwise; neighbouring cells share border vertices as equal points. Intervals ascend. */
export interface Cell {
  readonly ring: Ring;
  readonly intervals: readonly Interval[];
}

/** Heights of an interval at the corners of its cell. */
interface Slice {
  readonly low: readonly number[];
  readonly high: readonly number[];
  readonly interval: Interval;
}

type Level = readonly [number, number];

const isSameSpan = ([low, high]: [Level, Level], [under, over]: [Level, Level]) =>
  low[0] === under[0] && low[1] === under[1] && high[0] === over[0] && high[1] === over[1];

/** Build the closed mesh; `nameSide` names the vertical face on the border p to q of a cell (its outside right). */
export function buildColumns(
  cells: readonly Cell[],
  nameSide: (p: Point, q: Point, cell: Cell) => string
): Mesh {
  const split = splitCrossings(cells);
  return new Columns(split, nameSide).build();
}

/** Of two vertices, whichever comes first. */
const pairKey = (a: number, b: number) => (a < b ? vertexPair(a, b) : vertexPair(b, a));

/** Fewer points than this are looked through one by one. */
const fewPoints = 64;
/** Sides of the squares that more are found by, mm, and more than there can be in a row. */
const [square, manySquares] = [32, 2 ** 22];

class Columns {
  private readonly points: Point[] = [];
  private readonly heights: number[][] = [];
  /** Vertices by the square of the plan that they lie in; empty while there are few. */
  private readonly squares = new Map<number, number[]>();
  /** Mesh vertex of each height, once made. */
  private readonly made: number[][];
  private readonly rings: number[][];
  private readonly slices: Slice[][];
  private readonly positions: number[] = [];
  private readonly indices: number[] = [];
  private readonly faceOf: number[] = [];
  private readonly faces: string[] = [];
  /** By pair of mesh vertices: the faces that end there, -1 for a third. */
  private readonly borders = new Map<
    number,
    { a: number; b: number; first: number; second: number | undefined }
  >();

  constructor(
    private readonly cells: readonly Cell[],
    private readonly nameSide: (p: Point, q: Point, cell: Cell) => string
  ) {
    this.rings = cells.map(({ ring }) => ring.map((p) => this.planVertex(p)));
    this.slices = cells.map(({ intervals }, i) =>
      intervals.flatMap((interval) => this.slice(this.rings[i]!, interval))
    );
    for (const list of this.heights) list.sort((p, q) => p - q);
    this.made = this.heights.map(() => []);
  }

  private planVertex({ x, y }: Point): number {
    const gap = tolerances.nodeGrid / 10;
    const isAt = (v: number) => {
      const p = this.points[v]!;
      return Math.abs(p.x - x) < gap && Math.abs(p.y - y) < gap;
    };
    if (this.points.length < fewPoints) {
      for (let v = 0; v < this.points.length; v++) if (isAt(v)) return v;
    } else {
      if (this.squares.size === 0) this.points.forEach((_, v) => this.putInSquare(v));
      let first = Infinity;
      for (let i = Math.floor((x - gap) / square); i <= Math.floor((x + gap) / square); i++)
        for (let k = Math.floor((y - gap) / square); k <= Math.floor((y + gap) / square); k++)
          for (const v of this.squares.get(i * manySquares + k) ?? []) if (v < first && isAt(v)) first = v;
      if (first < Infinity) return first;
    }
    this.points.push({ x, y });
    this.heights.push([]);
    if (this.squares.size > 0) this.putInSquare(this.points.length - 1);
    return this.points.length - 1;
  }

  private putInSquare(v: number) {
    const { x, y } = this.points[v]!;
    const key = Math.floor(x / square) * manySquares + Math.floor(y / square);
    const list = this.squares.get(key);
    if (list) list.push(v);
    else this.squares.set(key, [v]);
  }

  /** The vertex's own height within the tolerance of z, made if there is none. */
  private height(v: number, z: number): number {
    const list = this.heights[v]!;
    for (const h of list) if (Math.abs(h - z) <= tolerances.height) return h;
    list.push(z);
    return z;
  }

  private slice(ring: readonly number[], interval: Interval): Slice[] {
    const at = (plane: Plane) => ring.map((v) => this.height(v, heightAt(plane, this.points[v]!)));
    const low = at(interval.bottom);
    // Where the planes have crossed there is nothing between them.
    const high = at(interval.top).map((z, i) => Math.max(z, low[i]!));
    return ring.some((_, i) => high[i]! > low[i]!) ? [{ low, high, interval }] : [];
  }

  private vertex(v: number, z: number): number {
    const at = this.heights[v]!.indexOf(z);
    const old = this.made[v]![at];
    if (old !== undefined) return old;
    const { x, y } = this.points[v]!;
    this.positions.push(x, y, z);
    return (this.made[v]![at] = this.positions.length / 3 - 1);
  }

  private face(name: string): number {
    const at = this.faces.indexOf(name);
    return at >= 0 ? at : this.faces.push(name) - 1;
  }

  private triangle(face: number, a: number, b: number, c: number) {
    if (a === b || b === c || c === a) return;
    this.indices.push(a, b, c);
    this.faceOf.push(face);
  }

  private mark(loop: readonly number[], face: number) {
    loop.forEach((a, i) => {
      const b = loop[(i + 1) % loop.length]!;
      if (a === b) return;
      const key = pairKey(a, b);
      const entry = this.borders.get(key);
      if (!entry) this.borders.set(key, { a, b, first: face, second: undefined });
      else entry.second = entry.second === undefined ? face : -1;
    });
  }

  build(): Mesh {
    this.cells.forEach((cell, i) => {
      const ring = this.rings[i]!;
      const plan = this.slices[i]!.length > 0 ? triangulateWhole(cell.ring) : [];
      for (const { low, high, interval } of this.slices[i]!) {
        this.lay(ring, high, plan, this.face(interval.topName), false);
        this.lay(ring, low, plan, this.face(interval.bottomName), true);
      }
    });
    for (const sides of this.sharers().values()) this.stand(sides);
    return this.finish();
  }

  /** A top, or an underside with its winding reversed. */
  private lay(
    ring: readonly number[],
    z: readonly number[],
    plan: readonly number[],
    face: number,
    under: boolean
  ) {
    const ids = ring.map((v, k) => this.vertex(v, z[k]!));
    for (let i = 0; i < plan.length; i += 3) {
      const [a, b, c] = [ids[plan[i]!]!, ids[plan[i + 1]!]!, ids[plan[i + 2]!]!];
      if (under) this.triangle(face, a, c, b);
      else this.triangle(face, a, b, c);
    }
    this.mark(ids, face);
  }

  /** Borders by their two plan vertices: the cells (and the place in their rings) that have it. */
  private sharers(): Map<number, [number, number][]> {
    const borders = new Map<number, [number, number][]>();
    this.rings.forEach((ring, i) =>
      ring.forEach((u, k) => {
        const key = pairKey(u, ring[(k + 1) % ring.length]!);
        const list = borders.get(key);
        if (list) list.push([i, k]);
        else borders.set(key, [[i, k]]);
      })
    );
    return borders;
  }

  private stand(sides: readonly [number, number][]) {
    for (const own of sides) {
      const [i, k] = own;
      if (this.slices[i]!.length === 0) continue;
      const ring = this.rings[i]!;
      const [u, v] = [ring[k]!, ring[(k + 1) % ring.length]!];
      const others = sides.filter((side) => side !== own).flatMap(([j, m]) => this.spans(j, m, true));
      const name = this.nameSide(this.points[u]!, this.points[v]!, this.cells[i]!);
      this.sides(u, v, this.spans(i, k, false), others, this.face(name));
    }
  }

  /** Intervals along a border, as pairs of heights at its start and end. */
  private spans(i: number, k: number, reversed: boolean): [Level, Level][] {
    const next = (k + 1) % this.rings[i]!.length;
    const [start, end] = reversed ? [next, k] : [k, next];
    return this.slices[i]!.map(({ low, high }) => [
      [low[start]!, low[end]!],
      [high[start]!, high[end]!]
    ]);
  }

  /** Vertical faces where our own intervals are and the neighbour's are not. */
  private sides(u: number, v: number, own: [Level, Level][], others: [Level, Level][], face: number) {
    if (others.length === 0) {
      for (const [low, high] of own) this.wall(u, v, low, high, face);
      return;
    }
    // Neighbours that stand alike have no face between them.
    if (own.length === others.length && own.every((span, i) => isSameSpan(span, others[i]!))) return;
    const levels = [...own, ...others].flat().sort((p, q) => p[0] + p[1] - q[0] - q[1]);
    const within = (spans: [Level, Level][], low: Level, high: Level) => {
      const middle = (low[0] + low[1] + high[0] + high[1]) / 4;
      return spans.some(([b, t]) => (b[0] + b[1]) / 2 <= middle && middle <= (t[0] + t[1]) / 2);
    };
    for (let i = 0; i + 1 < levels.length; i++) {
      const [low, high] = [levels[i]!, levels[i + 1]!];
      if (low[0] === high[0] && low[1] === high[1]) continue;
      if (within(own, low, high) && !within(others, low, high)) this.wall(u, v, low, high, face);
    }
  }

  /** A vertical face as a strip between the heights that its two ends own, so that no neighbour's edge is missed. */
  private wall(u: number, v: number, low: Level, high: Level, face: number) {
    // Heights that were made one with others may have changed places at one end: the strip then crosses itself there.
    const chain = (w: number, from: number, to: number) => {
      const between = this.heights[w]!.filter((z) => z >= Math.min(from, to) && z <= Math.max(from, to));
      return from <= to ? between : between.reverse();
    };
    const [zu, zv] = [chain(u, low[0], high[0]), chain(v, low[1], high[1])];
    const [p, q] = [zu.map((z) => this.vertex(u, z)), zv.map((z) => this.vertex(v, z))];
    for (let i = 0, j = 0; i + 1 < p.length || j + 1 < q.length;) {
      if (j + 1 < q.length && (i + 1 === p.length || zv[j + 1]! <= zu[i + 1]!))
        this.triangle(face, p[i]!, q[j]!, q[++j]!);
      else this.triangle(face, p[i]!, q[j]!, p[++i]!);
    }
    this.mark([...q, ...p.reverse()], face);
  }

  private finish(): Mesh {
    const edges: number[] = [];
    for (const { a, b, first, second } of this.borders.values()) if (first !== second) edges.push(a, b);
    return packMesh(this.positions, this.indices, this.faceOf, this.faces, edges);
  }
}

/** Where the heights of two neighbours cross along their border, both get a vertex there. */
function splitCrossings(cells: readonly Cell[]): readonly Cell[] {
  if (
    cells.every(({ intervals }) =>
      intervals.every(({ bottom, top }) => [bottom, top].every((p) => p.a === 0 && p.b === 0))
    )
  )
    return cells;
  const ids = new Map<string, number>();
  const idOf = ({ x, y }: Point) => {
    const name = `${Math.round(x * 1e6)},${Math.round(y * 1e6)}`;
    const id = ids.get(name) ?? ids.size;
    ids.set(name, id);
    return id;
  };
  const rings = cells.map(({ ring }) => ring.map(idOf));
  const next = (i: number, k: number) => (k + 1) % rings[i]!.length;
  const keyOf = (i: number, k: number) => pairKey(rings[i]![k]!, rings[i]![next(i, k)]!);
  const sharers = new Map<number, Cell[]>();
  cells.forEach((cell, i) =>
    cell.ring.forEach((_, k) => {
      const key = keyOf(i, k);
      const list = sharers.get(key);
      if (list) list.push(cell);
      else sharers.set(key, [cell]);
    })
  );
  /** From the corner that was met first to the other. */
  const cuts = new Map<number, readonly Point[]>();
  return cells.map((cell, i) => {
    const own = cell.ring.flatMap((p, k) => {
      const key = keyOf(i, k);
      const shared = sharers.get(key)!;
      if (shared.length < 2) return [p];
      const q = cell.ring[next(i, k)]!;
      const isAhead = rings[i]![k]! < rings[i]![next(i, k)]!;
      const found = cuts.get(key) ?? (isAhead ? crossingsAlong(p, q, shared) : crossingsAlong(q, p, shared));
      cuts.set(key, found);
      return [p, ...(isAhead ? found : [...found].reverse())];
    });
    return own.length === cell.ring.length ? cell : { ...cell, ring: own };
  });
}

function crossingsAlong(p: Point, q: Point, cells: readonly Cell[]): readonly Point[] {
  const planes: Plane[] = [];
  for (const { intervals } of cells)
    for (const { bottom, top } of intervals)
      for (const plane of [bottom, top]) if (!planes.includes(plane)) planes.push(plane);
  const heights = planes.map((plane) => [heightAt(plane, p), heightAt(plane, q)] as const);
  const steps: number[] = [];
  const margin = tolerances.height / Math.max(1, distance(p, q));
  for (let i = 0; i < heights.length; i++)
    for (let j = i + 1; j < heights.length; j++) {
      const [dp, dq] = [heights[i]![0] - heights[j]![0], heights[i]![1] - heights[j]![1]];
      if (dp * dq >= 0 || Math.min(Math.abs(dp), Math.abs(dq)) <= tolerances.height) continue;
      const k = dp / (dp - dq);
      if (k > margin && k < 1 - margin && !steps.some((old) => Math.abs(old - k) < margin)) steps.push(k);
    }
  return steps.sort((a, b) => a - b).map((k) => lerp(p, q, k));
}
