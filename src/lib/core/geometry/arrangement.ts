/**
 * Planar arrangement of segments on a fine grid: segments are split at every crossing and touch until nothing splits,
 * then faces are traced. All vertices are points of the grid, so that neighbouring faces share them exactly.
 *
 *      \   /            \   /         each half-edge's next is the first one clockwise from its way back,
 *    ---\-/---   ->   ---o-o---       so that walking on traces the face on its left:
 *        X                |X|             counter-clockwise: a face;  clockwise: the outline of a piece,
 *       / \               / \             which is a hole of the face that holds it
 *
 * Cost: O(n log n + crossings) a round through a static box index (all pairs while there are few), at most 12 rounds;
 * coarser grids are tried after that, and undefined is the answer when none settles.
 * Source: own, after snap rounding with iteration (Hobby 1999; Halperin & Packer 2002).
 */
import Flatbush from 'flatbush';
import { cross, dot, subtract, type Point } from './point';
import { boxOf, ringArea, ringHolds, segmentsCross, type Ring } from './ring';
import { tolerances } from './tolerances';

export type Segment = readonly [Point, Point];

export interface Face {
  readonly outer: Ring;
  readonly holes: readonly Ring[];
}

export interface Arrangement {
  readonly faces: readonly Face[];
  /** Outlines of the connected pieces, counter-clockwise; a piece inside a face of another is not listed. */
  readonly outlines: readonly Ring[];
  readonly grid: number;
}

const maxRounds = 12;
/** So few that comparing all pairs is quicker than an index. */
const fewEdges = 48;

/** Arrange the segments; undefined only when no grid settles (never seen in the property tests). */
export function arrange(segments: readonly Segment[]): Arrangement | undefined {
  for (const grid of [tolerances.nodeGrid, ...tolerances.nodeGridFallbacks]) {
    const net = new Net(grid);
    for (const [a, b] of segments) net.add(net.vertex(a), net.vertex(b));
    if (!net.settle()) continue;
    net.prune();
    return { ...collect(net.trace()), grid };
  }
  return undefined;
}

/** A line right across each face with a hole, so that none has one. */
function acrossHoles({ outer, holes }: Face): Segment[] {
  if (holes.length === 0) return [];
  const { minX, maxX } = boxOf(outer);
  return holes.map((hole) => {
    const { minY, maxY } = boxOf(hole);
    const y = (minY + maxY) / 2;
    return [
      { x: minX - 1, y },
      { x: maxX + 1, y }
    ] as const;
  });
}

/** The faces between segments, cut so that none has a hole; undefined where no arrangement settles. */
export function simpleFaces(segments: readonly Segment[]): Ring[] | undefined {
  const first = arrange(segments);
  if (!first) return undefined;
  const across = first.faces.flatMap(acrossHoles);
  const whole = across.length > 0 ? arrange([...segments, ...across]) : first;
  return whole?.faces.filter(({ holes }) => holes.length === 0).map(({ outer }) => outer);
}

/** Two vertex numbers in one key; there are never 2^26 of them. */
const keyOf = (a: number, b: number) => a * 0x4000000 + b;

class Net {
  readonly points: Point[] = [];
  /** Vertices by a hash of their grid place. */
  private readonly found = new Map<number, number[]>();
  private edges = new Map<number, [number, number]>();

  constructor(private readonly grid: number) {}

  vertex(p: Point): number {
    const [ix, iy] = [Math.round(p.x / this.grid), Math.round(p.y / this.grid)];
    const [x, y] = [ix * this.grid, iy * this.grid];
    const hash = (ix % 0x8000000) * 0x2000000 + (iy % 0x2000000);
    const bucket = this.found.get(hash);
    for (const v of bucket ?? []) if (this.points[v]!.x === x && this.points[v]!.y === y) return v;
    const made = this.points.push({ x, y }) - 1;
    if (bucket) bucket.push(made);
    else this.found.set(hash, [made]);
    return made;
  }

  add(a: number, b: number) {
    if (a < b) this.edges.set(keyOf(a, b), [a, b]);
    else if (b < a) this.edges.set(keyOf(b, a), [b, a]);
  }

  /** Split at crossings and touches until nothing splits; false when it did not settle. */
  settle(): boolean {
    // Two edges that a round left as they are have been compared: later rounds look at the pieces of those that it split.
    let isNew = (_: number) => true;
    for (let round = 0; round < maxRounds; round++) {
      const list = [...this.edges.values()];
      const cuts = this.findCuts(list, isNew);
      if (cuts.size === 0) return true;
      this.edges = new Map();
      list.forEach(([a, b], i) => cuts.has(i) || this.add(a, b));
      const kept = this.edges.size;
      list.forEach(([a, b], i) => cuts.has(i) && this.addChain(a, b, cuts.get(i)!));
      isNew = (i) => i >= kept;
    }
    return false;
  }

  private addChain(a: number, b: number, cuts: Set<number>) {
    const [p, q] = [this.points[a]!, this.points[b]!];
    const t = (v: number) => dot(subtract(this.points[v]!, p), subtract(q, p));
    let last = a;
    for (const v of [...cuts].sort((m, n) => t(m) - t(n))) {
      this.add(last, v);
      last = v;
    }
    this.add(last, b);
  }

  private findCuts(list: [number, number][], isNew: (edge: number) => boolean): Map<number, Set<number>> {
    const cuts = new Map<number, Set<number>>();
    if (list.length < 2) return cuts;
    const cut = (edge: number, v: number) => {
      if (!cuts.has(edge)) cuts.set(edge, new Set());
      cuts.get(edge)!.add(v);
    };
    const boxes = list.map(([a, b]) => this.boxOf(a, b));
    if (list.length <= fewEdges) {
      boxes.forEach(([x0, y0, x1, y1], i) => {
        for (let j = i + 1; j < boxes.length; j++) {
          const box = boxes[j]!;
          if (box[0] <= x1 && box[2] >= x0 && box[1] <= y1 && box[3] >= y0 && (isNew(i) || isNew(j)))
            this.cutPair(list, i, j, cut);
        }
      });
      return cuts;
    }
    const index = new Flatbush(list.length);
    for (const [x0, y0, x1, y1] of boxes) index.add(x0, y0, x1, y1);
    index.finish();
    boxes.forEach(([x0, y0, x1, y1], i) => {
      if (!isNew(i)) return;
      for (const j of index.search(x0, y0, x1, y1, (k) => k > i || !isNew(k))) this.cutPair(list, i, j, cut);
    });
    return cuts;
  }

  private boxOf(a: number, b: number): [number, number, number, number] {
    const [p, q, g] = [this.points[a]!, this.points[b]!, this.grid];
    return [Math.min(p.x, q.x) - g, Math.min(p.y, q.y) - g, Math.max(p.x, q.x) + g, Math.max(p.y, q.y) + g];
  }

  private cutPair(list: [number, number][], i: number, j: number, cut: (edge: number, v: number) => void) {
    const [[a, b], [c, d]] = [list[i]!, list[j]!];
    let touched = false;
    for (const [edge, u, v, w] of [
      [i, a, b, c],
      [i, a, b, d],
      [j, c, d, a],
      [j, c, d, b]
    ] as const) {
      if (w === u || w === v || !this.touches(w, u, v)) continue;
      cut(edge, w);
      touched = true;
    }
    if (touched || a === c || a === d || b === c || b === d) return;
    const [p, q, r, s] = [this.points[a]!, this.points[b]!, this.points[c]!, this.points[d]!];
    if (!segmentsCross(p, q, r, s)) return;
    const along = cross(subtract(r, p), subtract(s, r)) / cross(subtract(q, p), subtract(s, r));
    const v = this.vertex({ x: p.x + (q.x - p.x) * along, y: p.y + (q.y - p.y) * along });
    if (v !== a && v !== b) cut(i, v);
    if (v !== c && v !== d) cut(j, v);
  }

  /** Whether vertex w lies on the segment u-v, strictly between its ends, to three quarters of the grid. */
  private touches(w: number, u: number, v: number): boolean {
    const [p, a, b] = [this.points[w]!, this.points[u]!, this.points[v]!];
    const d = subtract(b, a);
    const t = dot(subtract(p, a), d);
    const size = dot(d, d);
    if (t <= 0 || t >= size) return false;
    return Math.abs(cross(d, subtract(p, a))) <= 0.75 * this.grid * Math.sqrt(size);
  }

  /** Drop edges that end nowhere. */
  prune() {
    const degree = new Map<number, number>();
    const bump = (v: number, by: number) => degree.set(v, (degree.get(v) ?? 0) + by);
    for (const [a, b] of this.edges.values()) {
      bump(a, 1);
      bump(b, 1);
    }
    for (let dropped = true; dropped;) {
      dropped = false;
      for (const [key, [a, b]] of this.edges) {
        if (degree.get(a) !== 1 && degree.get(b) !== 1) continue;
        this.edges.delete(key);
        bump(a, -1);
        bump(b, -1);
        dropped = true;
      }
    }
  }

  /** Closed walks with the face on the left. */
  trace(): Ring[] {
    const fans = new Map<number, number[]>();
    const join = (v: number, w: number) => {
      const fan = fans.get(v);
      if (fan) fan.push(w);
      else fans.set(v, [w]);
    };
    for (const [a, b] of this.edges.values()) {
      join(a, b);
      join(b, a);
    }
    const angle = (v: number, w: number) =>
      Math.atan2(this.points[w]!.y - this.points[v]!.y, this.points[w]!.x - this.points[v]!.x);
    for (const [v, fan] of fans) if (fan.length > 2) fan.sort((m, n) => angle(v, m) - angle(v, n));
    const seen = new Set<number>();
    const rings: Ring[] = [];
    for (const [start, fan] of fans)
      for (const first of fan) {
        if (seen.has(keyOf(start, first))) continue;
        const walk: Point[] = [];
        let [u, v] = [start, first];
        while (!seen.has(keyOf(u, v))) {
          seen.add(keyOf(u, v));
          walk.push(this.points[u]!);
          const around = fans.get(v)!;
          const next = around[(around.indexOf(u) + around.length - 1) % around.length]!;
          [u, v] = [v, next];
        }
        rings.push(walk);
      }
    return rings;
  }
}

function collect(rings: Ring[]): { faces: Face[]; outlines: Ring[] } {
  const faces = rings.filter((ring) => ringArea(ring) > 0).map((outer) => ({ outer, holes: [] as Ring[] }));
  const outlines: Ring[] = [];
  const bySize = faces.map((face) => ({ face, area: ringArea(face.outer) })).sort((a, b) => a.area - b.area);
  for (const ring of rings) {
    const area = -ringArea(ring);
    if (area <= 0) continue;
    const host = bySize.find(
      ({ face, area: size }) =>
        size > area && !sharesVertex(face.outer, ring) && ringHolds(face.outer, ring[0]!)
    );
    if (host) host.face.holes.push(ring);
    else outlines.push([...ring].reverse());
  }
  return { faces, outlines };
}

function sharesVertex(a: Ring, b: Ring): boolean {
  const own = new Set(a);
  return b.some((p) => own.has(p));
}
