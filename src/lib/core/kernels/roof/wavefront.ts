/**
 * Roof planes by a weighted wavefront (a straight skeleton) that is noded anew at each event. Each edge of the outline
 * moves inwards as the height grows, at the speed of its profile (cot of the pitch; 0 stands upright, a gable). What a
 * vertex draws between events is a hip, a valley or a ridge, and what an edge sweeps is its roof plane.
 *
 *      outline at z = 0         front at z             edges meet: ridge
 *      +--------------+      +--------------+           +--------------+
 *      |              |      |\____________/|           |\            /|
 *      |              |      ||            ||           | >----------< |
 *      |              |      |/------------\|           |/            \|
 *      +--------------+      +--------------+           +--------------+
 *
 * Kept simple on purpose: at an event the whole moving front is cut at its crossings and joined again by its inward
 * sides, whatever kind of event it was, so that no list of cases has to be complete.
 * Cost: O(n^2) an event, n events; outlines of houses have under 60 edges.
 * Sources: Aichholzer & Aurenhammer 1996; Eppstein & Erickson 1999; Kelly & Wonka 2011; Biedl et al. 2015.
 */
import {
  along,
  cross,
  distance,
  dot,
  leftOf,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { ringArea } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { collectFacets, rootOf, type Arc, type Facet, type SkeletonNode } from './facets';

/** From height `from` upwards the edge moves inwards by `speed` per unit of height. Ascending `from`. */
export interface ProfilePiece {
  readonly from: number;
  readonly speed: number;
}

export interface FrontEdge {
  readonly a: Point;
  readonly b: Point;
  readonly profile: readonly ProfilePiece[];
}

export interface Skeleton {
  readonly facets: readonly Facet[];
  readonly arcs: readonly Arc[];
  readonly nodes: readonly SkeletonNode[];
  /** Height above which a lid was laid, if any. */
  readonly lid: number | undefined;
}

interface Line {
  readonly a: Point;
  readonly direction: Point;
  readonly inward: Point;
  readonly profile: readonly ProfilePiece[];
}

/** One vertex of the front: where the line before it meets the line after it. */
interface Vertex {
  readonly before: number;
  readonly after: number;
  readonly from: number;
  /** Used where both lines are one and the same. */
  readonly anchor: Point;
  readonly anchorZ: number;
}

/** A closed walk: vertex i starts the stretch that lies on line `vertices[i].after`. */
type Loop = readonly Vertex[];

const maxEvents = 2000;

/** Solve outlines (outer counter-clockwise, holes clockwise), each a list of edges in order. */
export function solveWavefront(loops: readonly (readonly FrontEdge[])[]): Skeleton {
  return new Wavefront(loops).run();
}

class Wavefront {
  private readonly lines: Line[] = [];
  private readonly nodes: SkeletonNode[] = [];
  private readonly arcs: Arc[] = [];
  private loops: Loop[] = [];
  private z: number;
  private lid: number | undefined;

  constructor(outlines: readonly (readonly FrontEdge[])[]) {
    const starts = outlines.flat().map(({ profile }) => profile[0]!.from);
    this.z = Math.min(...starts);
    for (const outline of outlines) {
      const first = this.lines.length;
      for (const { a, b, profile } of outline) this.addLine(a, unit(subtract(b, a)), profile);
      const n = outline.length;
      const corners = outline.map((edge) => this.node(edge.a, this.z));
      outline.forEach((_, i) =>
        this.arcs.push({
          from: corners[i]!,
          to: corners[(i + 1) % n]!,
          left: this.facet(first + i),
          right: undefined
        })
      );
      const loop = outline.map((edge, i): Vertex => ({
        before: first + ((i + n - 1) % n),
        after: first + i,
        from: corners[i]!,
        anchor: edge.a,
        anchorZ: this.z
      }));
      this.loops.push(this.withSteps(loop));
    }
  }

  private addLine(a: Point, direction: Point, profile: readonly ProfilePiece[]): number {
    this.lines.push({ a, direction, inward: leftOf(direction), profile });
    return this.lines.length - 1;
  }

  private node(p: Point, z: number): number {
    this.nodes.push({ x: p.x, y: p.y, z });
    return this.nodes.length - 1;
  }

  private pieceAt(line: number): number {
    const { profile } = this.lines[line]!;
    let piece = 0;
    while (piece + 1 < profile.length && profile[piece + 1]!.from <= this.z + tolerances.wavefront / 10)
      piece += 1;
    return piece;
  }

  private speed(line: number): number {
    const piece = this.lines[line]!.profile[this.pieceAt(line)]!;
    return piece.from > this.z + tolerances.wavefront ? 0 : piece.speed;
  }

  private facet(line: number): string {
    return `${line}.${this.pieceAt(line)}`;
  }

  /** How far a line has moved in at height z. */
  private moved(line: number, z: number): number {
    let sum = 0;
    const { profile } = this.lines[line]!;
    profile.forEach(({ from, speed }, i) => {
      const to = Math.min(z, profile[i + 1]?.from ?? Infinity);
      if (to > from) sum += (to - from) * speed;
    });
    return sum;
  }

  private lineAt(line: number, z: number): Point {
    const { a, inward } = this.lines[line]!;
    return along(a, inward, this.moved(line, z));
  }

  /** Where a vertex is at height z: the exact meeting of its two lines, never accumulated. */
  private position(v: Vertex, z: number): Point {
    const [p, q] = [this.lines[v.before]!, this.lines[v.after]!];
    if (Math.abs(cross(p.direction, q.direction)) > tolerances.sameDirection) {
      const met = meetLines(this.lineAt(v.before, z), p.direction, this.lineAt(v.after, z), q.direction);
      if (met) return met;
    }
    return along(v.anchor, q.inward, this.moved(v.after, z) - this.moved(v.after, v.anchorZ));
  }

  run(): Skeleton {
    for (let event = 0; event < maxEvents && this.loops.length > 0; event++) {
      const next = this.nextEvent();
      if (next === undefined) {
        this.closeWithLid();
        break;
      }
      this.advance(next);
    }
    if (this.loops.length > 0 && this.lid === undefined) this.closeWithLid();
    return {
      facets: collectFacets(this.nodes, this.arcs),
      arcs: this.arcs,
      nodes: this.nodes,
      lid: this.lid
    };
  }

  /** The next height at which a stretch vanishes, a reflex vertex meets a stretch, or a profile changes. */
  private nextEvent(): number | undefined {
    let best = Infinity;
    const offer = (z: number) => {
      if (z > this.z + tolerances.wavefrontRise && z < best) best = z;
    };
    const used = new Set(this.loops.flatMap((loop) => loop.map((v) => v.after)));
    for (const line of used) for (const { from } of this.lines[line]!.profile) offer(from);
    const step = 1000;
    const moving = this.loops.map((loop) =>
      loop.map((v) => {
        const at = this.position(v, this.z);
        const [p, q] = [this.lines[v.before]!, this.lines[v.after]!];
        const velocity = this.velocity(v, at, step);
        return { v, at, velocity, reflex: cross(p.direction, q.direction) < -tolerances.sameDirection };
      })
    );
    for (const loop of moving)
      loop.forEach((m, i) => {
        const n = loop[(i + 1) % loop.length]!;
        const { direction } = this.lines[m.v.after]!;
        const size = dot(subtract(n.at, m.at), direction);
        const growth = dot(subtract(n.velocity, m.velocity), direction);
        if (growth < -tolerances.wavefrontRate && size > -tolerances.wavefront)
          offer(Math.max(this.z + size / -growth, this.z + 2 * tolerances.wavefrontRise));
      });
    for (const loop of moving)
      for (const m of loop) {
        if (!m.reflex) continue;
        for (const other of moving)
          other.forEach((s, i) => {
            if (s.v.after === m.v.before || s.v.after === m.v.after) return;
            const e = other[(i + 1) % other.length]!;
            this.offerHit(m, s, e, offer);
          });
      }
    return best === Infinity ? undefined : best;
  }

  private velocity(v: Vertex, at: Point, step: number): Point {
    const [p, q] = [this.lines[v.before]!, this.lines[v.after]!];
    const [wp, wq] = [this.speed(v.before), this.speed(v.after)];
    if (Math.abs(cross(p.direction, q.direction)) <= tolerances.sameDirection) return scale(q.inward, wq);
    const met = meetLines(
      along(at, p.inward, wp * step),
      p.direction,
      along(at, q.inward, wq * step),
      q.direction
    );
    return met ? scale(subtract(met, at), 1 / step) : { x: 0, y: 0 };
  }

  private offerHit(
    m: { at: Point; velocity: Point },
    s: { v: Vertex; at: Point; velocity: Point },
    e: { at: Point; velocity: Point },
    offer: (z: number) => void
  ) {
    const line = this.lines[s.v.after]!;
    const gap = dot(subtract(m.at, s.at), line.inward);
    const closing = this.speed(s.v.after) - dot(m.velocity, line.inward);
    if (closing <= tolerances.wavefrontRate || gap < tolerances.wavefront) return;
    const dz = gap / closing;
    const at = (w: { at: Point; velocity: Point }) => along(w.at, w.velocity, dz);
    const t = dot(subtract(at(m), at(s)), line.direction);
    const size = dot(subtract(at(e), at(s)), line.direction);
    if (t >= -tolerances.coincident && t <= size + tolerances.coincident) offer(this.z + dz);
  }

  private advance(z: number) {
    const changing = new Set(
      this.lines.flatMap(({ profile }, i) =>
        profile.some(({ from }, k) => k > 0 && Math.abs(from - z) < tolerances.wavefrontRise) ? [i] : []
      )
    );
    const oldFacet = new Map(this.lines.map((_, i) => [i, this.facet(i)]));
    const stretches = this.stretchesAt(z);
    this.z = z;
    const { nodeOf, parts } = nodeStretches(stretches);
    const ids = nodeOf.points.map((p) => this.node(p, z));
    const ended: Ended[] = stretches.map((s, i) => ({ v: s.start, at: nodeOf.start[i]!, done: false }));
    const kept = this.cancelOpposites(parts, ids, oldFacet);
    const walks = joinParts(kept, nodeOf.points);
    this.loops = [];
    for (const walk of walks) {
      const merged = mergeSame(walk);
      const alive = merged.length >= 3 || (merged.length === 2 && walk.length >= 3);
      const ring = walk.map((part) => nodeOf.points[part.from]!);
      if (!alive || Math.abs(ringArea(ring)) < tolerances.coincident) {
        // What is left of it is a point, told apart by rounding only: one node, so that the facets round it close.
        if (ring.every((p) => distance(p, ring[0]!) < tolerances.joint))
          for (const part of walk) this.alias(ids[part.from]!, ids[walk[0]!.from]!);
        continue;
      }
      const loop = merged.map((part, i): Vertex =>
        this.carryOn(
          merged[(i + merged.length - 1) % merged.length]!.line,
          part,
          ids,
          nodeOf.points,
          ended,
          changing
        )
      );
      this.loops.push(this.withSteps(loop));
    }
    for (const { v, at, done } of ended) if (!done) this.emit(v, ids[at]!, oldFacet);
    for (const part of kept)
      if (changing.has(part.line))
        this.arcs.push({
          from: ids[part.from]!,
          to: ids[part.to]!,
          left: this.facet(part.line),
          right: oldFacet.get(part.line)!
        });
  }

  private emit(v: Vertex, to: number, facets: ReadonlyMap<number, string>) {
    if (v.from === to || distanceOf(this.nodes[v.from]!, this.nodes[to]!) < tolerances.wavefront / 10) {
      this.alias(v.from, to);
      return;
    }
    this.arcs.push({ from: v.from, to, left: facets.get(v.before)!, right: facets.get(v.after)! });
  }

  /** Two nodes that are one place: an arc of no length, so that facets still close. */
  private alias(p: number, q: number) {
    const [from, to] = [rootOf(this.nodes, p), rootOf(this.nodes, q)];
    if (from !== to) this.nodes[from] = { ...this.nodes[from]!, same: to };
  }

  private carryOn(
    before: number,
    part: Part,
    ids: number[],
    points: readonly Point[],
    ended: Ended[],
    changing: ReadonlySet<number>
  ): Vertex {
    const fresh: Vertex = {
      before,
      after: part.line,
      from: ids[part.from]!,
      anchor: points[part.from]!,
      anchorZ: this.z
    };
    if (changing.has(before) || changing.has(part.line)) return fresh;
    const old = ended.find(
      (e) => !e.done && e.at === part.from && e.v.before === before && e.v.after === part.line
    );
    if (!old) return fresh;
    old.done = true;
    return old.v;
  }

  private stretchesAt(z: number): Stretch[] {
    return this.loops.flatMap((loop) =>
      loop.map((v, i) => ({
        line: v.after,
        start: v,
        a: this.position(v, z),
        b: this.position(loop[(i + 1) % loop.length]!, z)
      }))
    );
  }

  private cancelOpposites(parts: Part[], ids: number[], facets: ReadonlyMap<number, string>): Part[] {
    const rest: Part[] = [];
    for (const part of parts) {
      const twin = rest.findIndex((other) => other.from === part.to && other.to === part.from);
      if (twin < 0) rest.push(part);
      else {
        const [other] = rest.splice(twin, 1);
        this.arcs.push({
          from: ids[part.to]!,
          to: ids[part.from]!,
          left: facets.get(part.line)!,
          right: facets.get(other!.line)!
        });
      }
    }
    return rest;
  }

  /** Between two lines in one direction that move unlike, a vertical step at right angles. */
  private withSteps(loop: Loop): Loop {
    const out: Vertex[] = [];
    for (const v of loop) {
      const [p, q] = [this.lines[v.before]!, this.lines[v.after]!];
      const parallel =
        Math.abs(cross(p.direction, q.direction)) <= tolerances.sameDirection &&
        dot(p.direction, q.direction) > 0;
      if (!parallel || sameProfile(p.profile, q.profile)) {
        out.push(v);
        continue;
      }
      const [own, next] = [this.speed(v.before), this.speed(v.after)];
      // As fast as each other at this height: there is no step yet.
      if (Math.abs(own - next) < tolerances.wavefrontRate) {
        out.push(v);
        continue;
      }
      const faster = own > next;
      const step = this.addLine(v.anchor, faster ? scale(p.inward, -1) : p.inward, [
        { from: this.z, speed: 0 }
      ]);
      out.push({ ...v, after: step }, { ...v, before: step });
    }
    return out;
  }

  private closeWithLid() {
    this.lid = this.z;
    for (const loop of this.loops) {
      const ends = loop.map((v) => {
        const p = this.nodes[v.from]!;
        const at = this.position(v, this.z);
        if (distance(p, at) < tolerances.wavefront && Math.abs(p.z - this.z) < tolerances.wavefront)
          return v.from;
        const id = this.node(at, this.z);
        this.arcs.push({ from: v.from, to: id, left: this.facet(v.before), right: this.facet(v.after) });
        return id;
      });
      ends.forEach((id, i) =>
        this.arcs.push({
          from: id,
          to: ends[(i + 1) % ends.length]!,
          left: '-1.0',
          right: this.facet(loop[i]!.after)
        })
      );
    }
    this.loops = [];
  }
}

const sameProfile = (p: readonly ProfilePiece[], q: readonly ProfilePiece[]) =>
  p.length === q.length &&
  p.every(
    (piece, i) => piece.from === q[i]!.from && Math.abs(piece.speed - q[i]!.speed) < tolerances.wavefrontRate
  );

const distanceOf = (p: SkeletonNode, q: SkeletonNode) => Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z);

interface Ended {
  readonly v: Vertex;
  readonly at: number;
  done: boolean;
}
interface Stretch {
  readonly line: number;
  readonly start: Vertex;
  readonly a: Point;
  readonly b: Point;
}
interface Part {
  readonly line: number;
  readonly from: number;
  readonly to: number;
}

/** Cluster the ends of all stretches, split stretches at nodes on them, drop those without length. */
function nodeStretches(stretches: readonly Stretch[]): {
  nodeOf: { points: Point[]; start: number[] };
  parts: Part[];
} {
  const points: Point[] = [];
  const gap = 10 * tolerances.wavefront;
  const nodeAt = (p: Point) => {
    const old = points.findIndex((q) => distance(p, q) <= gap);
    if (old >= 0) return old;
    points.push(p);
    return points.length - 1;
  };
  const start = stretches.map((s) => nodeAt(s.a));
  const end = stretches.map((s) => nodeAt(s.b));
  const parts = stretches.flatMap((s, i): Part[] => {
    const [from, to] = [start[i]!, end[i]!];
    if (from === to) return [];
    const [a, b] = [points[from]!, points[to]!];
    const d = unit(subtract(b, a));
    const size = distance(a, b);
    const on = points
      .map((p, k) => ({ k, t: dot(subtract(p, a), d), off: Math.abs(cross(d, subtract(p, a))) }))
      .filter(({ k, t, off }) => k !== from && k !== to && t > 0 && t < size && off <= gap)
      .sort((p, q) => p.t - q.t)
      .map(({ k }) => k);
    const stops = [from, ...on, to];
    return stops.slice(1).map((stop, k) => ({ line: s.line, from: stops[k]!, to: stop }));
  });
  return { nodeOf: { points, start }, parts };
}

/** Join each incoming part to the outgoing one least clockwise from its back: wedges of the front stay apart. */
function joinParts(parts: readonly Part[], points: readonly Point[]): Part[][] {
  const out = new Map<number, Part[]>();
  for (const part of parts) out.set(part.from, [...(out.get(part.from) ?? []), part]);
  const walks: Part[][] = [];
  const unused = new Set(parts);
  for (const first of parts) {
    if (!unused.has(first)) continue;
    const walk: Part[] = [];
    let part: Part | undefined = first;
    while (part && unused.has(part)) {
      unused.delete(part);
      walk.push(part);
      const back = subtract(points[part.from]!, points[part.to]!);
      const turn = (next: Part) => {
        const d = subtract(points[next.to]!, points[next.from]!);
        const angle = Math.atan2(cross(d, back), dot(d, back));
        return angle <= tolerances.noAngle ? angle + 2 * Math.PI : angle;
      };
      // The part that the walk began with counts: where it is the next, the walk is closed.
      part = [...(out.get(part.to) ?? [])]
        .filter((next) => unused.has(next) || next === first)
        .sort((p, q) => turn(p) - turn(q))[0];
    }
    walks.push(walk);
  }
  return walks;
}

/** One stretch where a walk passes a node without turning onto another line. */
function mergeSame(walk: readonly Part[]): Part[] {
  const merged: Part[] = [];
  for (const part of walk) {
    const last = merged[merged.length - 1];
    if (last && last.line === part.line) merged[merged.length - 1] = { ...last, to: part.to };
    else merged.push(part);
  }
  const [first, last] = [merged[0], merged[merged.length - 1]];
  if (merged.length > 1 && first && last && first.line === last.line) {
    merged[0] = { ...first, from: last.from };
    merged.pop();
  }
  return merged;
}
