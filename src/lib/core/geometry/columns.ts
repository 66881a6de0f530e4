/**
 * Solids that stand over plan cells: every cell carries z intervals between planes. Walls, slabs and roofs are all
 * built this way, without 3D booleans. Closed by construction: each plan vertex owns one sorted list of heights from
 * all cells that touch it, and every vertical face takes each height in its range on both of its sides.
 */
import { MeshBuilder, type Mesh, type Point3 } from './mesh';
import { distance, lerp, type Point } from './point';
import { ringArea, type Ring } from './ring';
import { tolerances } from './tolerances';

/** z = a x + b y + c. */
export interface Plane {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

export const flat = (z: number): Plane => ({ a: 0, b: 0, c: z });
export const heightAt = (plane: Plane, p: Point): number => plane.a * p.x + plane.b * p.y + plane.c;

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

interface Layer {
  readonly low: readonly number[];
  readonly high: readonly number[];
  readonly interval: Interval;
}

type Level = readonly [number, number];

/** Build the closed mesh; `nameSide` names the vertical face on the border p to q of a cell (its outside right). */
export function buildColumns(
  cells: readonly Cell[],
  nameSide: (p: Point, q: Point, cell: Cell) => string
): Mesh {
  const split = splitCrossings(cells);
  return new Columns(split, nameSide).build();
}

class Columns {
  private readonly points: Point[] = [];
  private readonly found = new Map<string, number>();
  private readonly heights: number[][] = [];
  private readonly rings: number[][];
  private readonly layers: Layer[][];
  private readonly mesh = new MeshBuilder();

  constructor(
    private readonly cells: readonly Cell[],
    private readonly nameSide: (p: Point, q: Point, cell: Cell) => string
  ) {
    this.rings = cells.map(({ ring }) => ring.map((p) => this.vertex(p)));
    this.layers = cells.map(({ intervals }, i) =>
      intervals.flatMap((interval) => this.layer(this.rings[i]!, interval))
    );
    for (const list of this.heights) list.sort((p, q) => p - q);
  }

  private vertex(p: Point): number {
    const key = `${Math.round(p.x * 1e6)},${Math.round(p.y * 1e6)}`;
    const old = this.found.get(key);
    if (old !== undefined) return old;
    this.found.set(key, this.points.length);
    this.points.push(p);
    this.heights.push([]);
    return this.points.length - 1;
  }

  /** The vertex's own height within the tolerance of z, made if there is none. */
  private height(v: number, z: number): number {
    const list = this.heights[v]!;
    const old = list.find((h) => Math.abs(h - z) <= tolerances.height);
    if (old !== undefined) return old;
    list.push(z);
    return z;
  }

  private layer(ring: readonly number[], interval: Interval): Layer[] {
    const at = (plane: Plane) => ring.map((v) => this.height(v, heightAt(plane, this.points[v]!)));
    const low = at(interval.bottom);
    const high = at(interval.top);
    return ring.some((_, i) => high[i]! > low[i]!) ? [{ low, high, interval }] : [];
  }

  build(): Mesh {
    this.cells.forEach((_, i) => {
      const ring = this.rings[i]!;
      for (const { low, high, interval } of this.layers[i]!) {
        this.mesh.polygon(
          interval.topName,
          ring.map((v, k) => this.at(v, high[k]!))
        );
        this.mesh.polygon(interval.bottomName, ring.map((v, k) => this.at(v, low[k]!)).reverse());
      }
    });
    const borders = new Map<string, [number, number][]>();
    this.rings.forEach((ring, i) =>
      ring.forEach((u, k) => {
        const v = ring[(k + 1) % ring.length]!;
        const key = u < v ? `${u},${v}` : `${v},${u}`;
        borders.set(key, [...(borders.get(key) ?? []), [i, k]]);
      })
    );
    for (const sides of borders.values()) this.border(sides);
    return this.mesh.finish();
  }

  private at(v: number, z: number): Point3 {
    return [this.points[v]!.x, this.points[v]!.y, z];
  }

  private border(sides: readonly [number, number][]) {
    for (const own of sides) {
      const [i, k] = own;
      const ring = this.rings[i]!;
      const [u, v] = [ring[k]!, ring[(k + 1) % ring.length]!];
      const others = sides.filter((side) => side !== own).flatMap(([j, m]) => this.spans(j, m, true));
      this.sides(
        u,
        v,
        this.spans(i, k, false),
        others,
        this.nameSide(this.points[u]!, this.points[v]!, this.cells[i]!)
      );
    }
  }

  /** Intervals along a border, as pairs of heights at its start and end. */
  private spans(i: number, k: number, reversed: boolean): [Level, Level][] {
    const next = (k + 1) % this.rings[i]!.length;
    return this.layers[i]!.map(({ low, high }) =>
      reversed
        ? [
            [low[next]!, low[k]!],
            [high[next]!, high[k]!]
          ]
        : [
            [low[k]!, low[next]!],
            [high[k]!, high[next]!]
          ]
    );
  }

  /** Vertical faces where our own intervals are and the neighbour's are not. */
  private sides(u: number, v: number, own: [Level, Level][], others: [Level, Level][], name: string) {
    if (own.length === 0) return;
    const levels = [...own, ...others].flat().sort((p, q) => p[0] + p[1] - q[0] - q[1]);
    const within = (spans: [Level, Level][], low: Level, high: Level) => {
      const middle = (low[0] + low[1] + high[0] + high[1]) / 4;
      return spans.some(([b, t]) => (b[0] + b[1]) / 2 <= middle && middle <= (t[0] + t[1]) / 2);
    };
    for (let i = 0; i + 1 < levels.length; i++) {
      const [low, high] = [levels[i]!, levels[i + 1]!];
      if (low[0] === high[0] && low[1] === high[1]) continue;
      if (within(own, low, high) && !within(others, low, high)) this.quad(u, v, low, high, name);
    }
  }

  private quad(u: number, v: number, low: Level, high: Level, name: string) {
    const between = (w: number, from: number, to: number) =>
      this.heights[w]!.filter((z) => z > from && z < to);
    this.mesh.polygon(name, [
      this.at(u, low[0]),
      this.at(v, low[1]),
      ...between(v, low[1], high[1]).map((z) => this.at(v, z)),
      this.at(v, high[1]),
      this.at(u, high[0]),
      ...between(u, low[0], high[0])
        .reverse()
        .map((z) => this.at(u, z))
    ]);
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
  const name = (p: Point) => `${Math.round(p.x * 1e6)},${Math.round(p.y * 1e6)}`;
  const sharers = new Map<string, Cell[]>();
  const keyOf = (p: Point, q: Point) => [name(p), name(q)].sort().join('|');
  for (const cell of cells)
    cell.ring.forEach((p, i) => {
      const key = keyOf(p, cell.ring[(i + 1) % cell.ring.length]!);
      sharers.set(key, [...(sharers.get(key) ?? []), cell]);
    });
  return cells.map((cell) => ({
    ...cell,
    ring: cell.ring.flatMap((p, i) => {
      const q = cell.ring[(i + 1) % cell.ring.length]!;
      const shared = sharers.get(keyOf(p, q))!;
      if (shared.length < 2) return [p];
      const [from, to] = name(p) < name(q) ? [p, q] : [q, p];
      const cuts = crossingsAlong(from, to, shared);
      return [p, ...(from === p ? cuts : cuts.reverse())];
    })
  }));
}

function crossingsAlong(p: Point, q: Point, cells: readonly Cell[]): Point[] {
  const planes = cells.flatMap(({ intervals }) => intervals.flatMap(({ bottom, top }) => [bottom, top]));
  const steps = new Set<number>();
  const margin = tolerances.height / Math.max(1, distance(p, q));
  for (let i = 0; i < planes.length; i++)
    for (let j = i + 1; j < planes.length; j++) {
      const [dp, dq] = [p, q].map((v) => heightAt(planes[i]!, v) - heightAt(planes[j]!, v)) as [
        number,
        number
      ];
      if (dp * dq >= 0 || Math.min(Math.abs(dp), Math.abs(dq)) <= tolerances.height) continue;
      const k = dp / (dp - dq);
      if (k > margin && k < 1 - margin && ![...steps].some((old) => Math.abs(old - k) < margin)) steps.add(k);
    }
  return [...steps].sort((a, b) => a - b).map((k) => lerp(p, q, k));
}

/** Put every cell's vertex that lies on another cell's border into that border. Cost O(n^2) on few cells. */
export function weldRings(rings: readonly Ring[], gap: number = tolerances.coincident): Point[][] {
  const points: Point[] = [];
  const canon = (p: Point) => {
    const old = points.find((q) => distance(p, q) <= gap);
    if (old) return old;
    points.push(p);
    return p;
  };
  const merged = rings.map((ring) =>
    ring.map(canon).filter((p, i, list) => p !== list[(i + list.length - 1) % list.length])
  );
  return merged
    .map((ring) =>
      ring.flatMap((p, i) => {
        const q = ring[(i + 1) % ring.length]!;
        const size = distance(p, q);
        const on = points
          .filter((v) => v !== p && v !== q)
          .map((v) => ({ v, k: ((v.x - p.x) * (q.x - p.x) + (v.y - p.y) * (q.y - p.y)) / (size * size) }))
          .filter(({ v, k }) => k > 0 && k < 1 && distance(v, lerp(p, q, k)) <= gap)
          .sort((a, b) => a.k - b.k);
        return [p, ...on.map(({ v }) => v)];
      })
    )
    .filter((ring) => ring.length >= 3 && ringArea(ring) > 0);
}
