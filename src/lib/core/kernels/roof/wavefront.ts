/**
 * Roof planes by a weighted wavefront (a straight skeleton) that is noded anew where something happens. Each edge of the
 * outline moves inwards as the height grows, at the speed of its profile (cot of the pitch; 0 stands upright, a gable).
 * What a vertex draws between events is a hip, a valley or a ridge, and what an edge sweeps is its roof plane.
 *
 *      outline at z = 0         front at z             edges meet: ridge
 *      +--------------+      +--------------+           +--------------+
 *      |              |      |\____________/|           |\            /|
 *      |              |      ||            ||           | >----------< |
 *      |              |      |/------------\|           |/            \|
 *      +--------------+      +--------------+           +--------------+
 *
 * Events wait in a queue (a stretch vanishes, a reflex vertex meets a stretch, a profile changes), found through an index
 * of what each stretch and each reflex vertex sweeps. At an event the stretches near it are cut at their crossings and
 * joined again by their inward sides, whatever kind of event it was; the rest of the front goes on as it is.
 * Cost: O(log n) an event and about n events, for outlines whose sweeps overlap little; O(n) an event at worst.
 * Sources: Aichholzer & Aurenhammer 1996; Eppstein & Erickson 1999; Kelly & Wonka 2011; Biedl et al. 2015.
 */
import {
  cross,
  distance,
  dot,
  lerp,
  meetLines,
  nearestOnSegment,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { ringArea, ringPerimeter } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { collectFacets, rootOf, type Arc, type Facet, type SkeletonNode } from './facets';
import { Events, type Corner, type Span } from './events';
import { Lines, type ProfilePiece } from './lines';
import {
  cancelOpposites,
  joinParts,
  mergeSame,
  nodeGap,
  nodeStretches,
  type Noded,
  type Part
} from './noding';

export interface FrontEdge {
  readonly a: Point;
  readonly b: Point;
  readonly profile: readonly ProfilePiece[];
}

export interface Skeleton {
  /** All edges in order as they were solved: their directions made alike, which facets lie on exactly. */
  readonly edges: readonly FrontEdge[];
  readonly facets: readonly Facet[];
  readonly arcs: readonly Arc[];
  readonly nodes: readonly SkeletonNode[];
  /** Height above which a lid was laid, if any. */
  readonly lid: number | undefined;
}

const mostEvents = 20_000;

/** The front near an event does not hang together by itself: rounding told one event as two. */
class Torn extends Error {}

/**
 * Solve outlines (outer counter-clockwise, holes clockwise), each a list of edges in order. `reach`: how much of the front
 * is noded anew at an event; the whole costs O(n^2) an event, and is taken by itself where what is near does not do. `cap`:
 * the height at which what is left of the front is closed with a level lid; below the lowest start there is nothing else.
 */
export function solveWavefront(
  loops: readonly (readonly FrontEdge[])[],
  reach: 'near' | 'whole' = 'near',
  cap = Infinity
): Skeleton {
  const straight = withSameDirections(loops);
  const edges = straight.flat();
  try {
    return { edges, ...new Wavefront(straight, reach).run(cap) };
  } catch (fault) {
    if (!(fault instanceof Torn) || reach === 'whole') throw fault;
    return { edges, ...new Wavefront(straight, 'whole').run(cap) };
  }
}

/**
 * Edges of any loop whose directions are one up to the tolerance, as a hand or a survey leaves them, get the direction of
 * the longest of them, through their middles; corners are where they meet then. Else what counts as parallel would still
 * close, and fronts that meet all along at once would do so bit by bit. Moves a corner by the tolerance times half an edge
 * at most.
 */
function withSameDirections(loops: readonly (readonly FrontEdge[])[]): (readonly FrontEdge[])[] {
  const kept: Point[] = [];
  const all = loops.flat().map((edge) => ({
    edge,
    way: unit(subtract(edge.b, edge.a)),
    long: distance(edge.a, edge.b)
  }));
  const now = new Map<FrontEdge, Point>();
  for (const { edge, way } of [...all].sort((p, q) => q.long - p.long)) {
    const like = kept.find((one) => Math.abs(cross(one, way)) <= tolerances.sameDirection);
    if (!like) kept.push(way);
    now.set(edge, like ? (dot(like, way) < 0 ? scale(like, -1) : like) : way);
  }
  const off = new Set(
    all.flatMap(({ edge, way, long }) =>
      Math.abs(cross(now.get(edge)!, way)) * long > tolerances.wavefront ? [edge] : []
    )
  );
  return loops.map((loop) =>
    loop.some((edge) => off.has(edge))
      ? straightened(
          loop,
          loop.map((edge) => now.get(edge)!)
        )
      : loop
  );
}

/** A loop whose edges run in given directions through their middles. */
function straightened(loop: readonly FrontEdge[], now: readonly Point[]): FrontEdge[] {
  const n = loop.length;
  const turns = loop.map((_, i) => Math.abs(cross(now[(i + n - 1) % n]!, now[i]!)) > tolerances.inLine);
  // A corner that is all but in line stays; what has one turns about it.
  const pivot = (i: number) => {
    const { a, b } = loop[i]!;
    const [isFrom, isTo] = [turns[i]!, turns[(i + 1) % n]!];
    return isFrom === isTo ? lerp(a, b, 0.5) : isFrom ? b : a;
  };
  const corners = loop.map(({ a }, i) => {
    const before = (i + n - 1) % n;
    return (turns[i] ? meetLines(pivot(before), now[before]!, pivot(i), now[i]!) : undefined) ?? a;
  });
  return loop.map((edge, i) => ({ ...edge, a: corners[i]!, b: corners[(i + 1) % loop.length]! }));
}

class Wavefront {
  private readonly lines = new Lines();
  private readonly nodes: SkeletonNode[] = [];
  private readonly arcs: Arc[] = [];
  private readonly events: Events;
  private z: number;
  private lid: number | undefined;

  constructor(
    outlines: readonly (readonly FrontEdge[])[],
    private readonly reach: 'near' | 'whole'
  ) {
    const starts = outlines.flat().map(({ profile }) => profile[0]!.from);
    this.z = Math.min(...starts);
    this.events = new Events(this.lines, outlines.flat());
    const fresh: Span[] = [];
    for (const outline of outlines) {
      const n = outline.length;
      const first = this.lines.all.length;
      for (const { a, b, profile } of outline) this.lines.add(a, unit(subtract(b, a)), profile);
      const corners = outline.map((edge) => this.node(edge.a, this.z));
      outline.forEach((_, i) =>
        this.arcs.push({
          from: corners[i]!,
          to: corners[(i + 1) % n]!,
          left: this.lines.facet(first + i, this.z),
          right: undefined
        })
      );
      const loop = outline.flatMap((edge, i) =>
        this.withStep({
          before: first + ((i + n - 1) % n),
          after: first + i,
          from: corners[i]!,
          anchor: edge.a,
          anchorZ: this.z,
          into: undefined,
          out: undefined,
          motion: undefined
        })
      );
      loop.forEach((corner, i) => fresh.push(this.events.link(corner, loop[(i + 1) % loop.length]!)));
    }
    this.events.schedule(fresh, this.z);
  }

  private node(p: Point, z: number): number {
    this.nodes.push({ x: p.x, y: p.y, z });
    return this.nodes.length - 1;
  }

  run(cap: number): Omit<Skeleton, 'edges'> {
    const begun = this.z;
    let isCapped = false;
    for (let count = 0; count < mostEvents && this.events.front.size > 0; count++) {
      const next = this.events.next(this.z);
      // What happens at the cap itself still does.
      isCapped = next !== undefined && cap >= begun && next.z > cap + tolerances.wavefront;
      if (!next || isCapped) break;
      this.advance(next.z, next.places, next.turning);
    }
    if (this.events.front.size > 0) {
      // A front without an event may be one whose event was told too early by rounding.
      if (this.reach === 'near' && !isCapped) throw new Torn();
      if (isCapped) this.z = Math.max(this.z, cap);
      this.closeWithLid();
    }
    return {
      facets: collectFacets(this.nodes, this.arcs),
      arcs: this.arcs,
      nodes: this.nodes,
      lid: this.lid
    };
  }

  /** Stretches that come near a place at a height; of small loops all of them, so that their end is seen whole. */
  private spansNear(places: readonly Point[], place: (corner: Corner) => Point): Set<Span> {
    if (this.reach === 'whole') return new Set(this.events.front);
    const found = new Set<Span>();
    for (const p of places)
      for (const span of this.events.spansAt(p, nodeGap)) {
        const nearest = nearestOnSegment(p, place(span.start), place(span.end));
        if (distance(p, nearest) <= nodeGap) found.add(span);
      }
    for (const span of [...found]) {
      const loop = [span];
      for (let at = span.end.out!; at !== span && loop.length <= smallLoop; at = at.end.out!) loop.push(at);
      if (loop.length <= smallLoop) for (const one of loop) found.add(one);
    }
    return found;
  }

  private advance(z: number, places: readonly Point[], turning: ReadonlySet<number>) {
    const known = new Map<Corner, Point>();
    const place = (corner: Corner): Point => {
      const old = known.get(corner);
      if (old) return old;
      const at = this.lines.position(corner, z);
      known.set(corner, at);
      return at;
    };
    const near = this.spansNear(places, place);
    const spans = [...near].sort((p, q) => p.order - q.order);
    const before = this.z;
    this.z = z;
    const noded = nodeStretches(
      spans.map(({ line, start, end }) => ({
        line,
        a: place(start),
        b: place(end)
      }))
    );
    const ids = noded.points.map((): number | undefined => undefined);
    const step: Step = {
      noded,
      spans,
      turning,
      id: (node) => (ids[node] ??= this.node(noded.points[node]!, z)),
      facet: (line) => this.lines.facet(line, before),
      ended: spans.flatMap((span, i): Ended[] =>
        near.has(span.start.into!) ? [{ corner: span.start, at: noded.start[i]!, done: false }] : []
      )
    };
    const { pairs, rest } = cancelOpposites(noded.parts);
    const isHead = (part: Part) => part.isFirst && !near.has(spans[part.stretch]!.start.into!);
    const isTail = (part: Part) => part.isLast && !near.has(spans[part.stretch]!.end.out!);
    for (const [part, other] of pairs) {
      if ([part, other].some((one) => isHead(one) || isTail(one))) throw new Torn();
      this.arcs.push({
        from: step.id(part.to),
        to: step.id(part.from),
        left: step.facet(part.line),
        right: step.facet(other.line)
      });
    }
    for (const span of spans) this.events.drop(span);
    const tails = new Set(rest.filter(isTail));
    const fresh = joinParts(rest, noded.points, new Set(rest.filter(isHead)), tails).flatMap(
      ({ walk, isOpen }) => {
        if (isOpen !== tails.has(walk.at(-1)!)) throw new Torn();
        const taken = this.takenOver(walk, isOpen, step);
        return isOpen ? this.rejoin(taken, step) : this.close(taken, step);
      }
    );
    for (const { corner, at, done } of step.ended) if (!done) this.emit(corner, step.id(at), step.facet);
    for (const part of rest)
      if (turning.has(part.line))
        this.arcs.push({
          from: step.id(part.from),
          to: step.id(part.to),
          left: this.lines.facet(part.line, z),
          right: step.facet(part.line)
        });
    this.events.schedule(fresh, z);
  }

  /**
   * Where two slopes have come into one line, the shallower goes on along the whole of it: the steeper ends there in a
   * level border, instead of standing up behind it.
   */
  private takenOver(walk: readonly Part[], isOpen: boolean, step: Step): readonly Part[] {
    const taken = [...walk];
    const n = taken.length;
    let isSettled = n < 2;
    while (!isSettled) {
      isSettled = true;
      for (let i = isOpen ? 1 : 0; i < n; i++) {
        const [p, q] = [(i + n - 1) % n, i];
        const [before, after] = [taken[p]!.line, taken[q]!.line];
        const [own, next] = [before, after].map((line) => this.lines.speed(line, this.z)) as [number, number];
        if (before === after || Math.min(own, next) <= 0 || !this.isInLine(before, after)) continue;
        if (Math.abs(own - next) < tolerances.wavefrontRate) continue;
        const [loser, line] = own < next ? [p, after] : [q, before];
        const part = taken[loser]!;
        // What goes on outside of what is looked at would have to be taken, too.
        if (isOpen && (loser === 0 || loser === n - 1)) throw new Torn();
        this.arcs.push({
          from: step.id(part.from),
          to: step.id(part.to),
          left: this.lines.facet(line, this.z),
          right: step.facet(part.line)
        });
        taken[loser] = { ...part, line };
        isSettled = false;
      }
    }
    return taken;
  }

  private isInLine(before: number, after: number): boolean {
    const [p, q] = [this.lines.all[before]!.direction, this.lines.all[after]!.direction];
    return Math.abs(cross(p, q)) <= tolerances.sameDirection && dot(p, q) > 0;
  }

  /** A stretch of the front between two vertices that stay. */
  private rejoin(walk: readonly Part[], step: Step): Span[] {
    const merged = mergeSame(walk, true);
    const corners = merged
      .slice(1)
      .flatMap((part, i) => this.withStep(this.carryOn(merged[i]!.line, part, step)));
    const head = step.spans[walk[0]!.stretch]!.start;
    const tail = step.spans[walk.at(-1)!.stretch]!.end;
    const chain = [head, ...corners, tail];
    return chain.slice(1).map((corner, i) => this.events.link(chain[i]!, corner));
  }

  /** A closed part of the front; nothing where it has come to nothing. */
  private close(walk: readonly Part[], step: Step): Span[] {
    const { points } = step.noded;
    const merged = mergeSame(walk, false);
    const isAlive = merged.length >= 3 || (merged.length === 2 && walk.length >= 3);
    const ring = walk.map((part) => points[part.from]!);
    // By width, not by area: a loop of a tenth of a millimetre still moves its corners by as much.
    if (!isAlive || 2 * Math.abs(ringArea(ring)) < nodeGap * ringPerimeter(ring)) {
      // What is left of it is a point, told apart by rounding only: one node, so that the facets round it close.
      if (ring.every((p) => distance(p, ring[0]!) < tolerances.joint))
        for (const part of walk) this.alias(step.id(part.from), step.id(walk[0]!.from));
      else {
        // Or a ridge, whose sides lie too far apart along it to cancel: each facet ends at its own.
        for (const { from, to, line } of walk)
          this.arcs.push({ from: step.id(to), to: step.id(from), left: step.facet(line), right: undefined });
      }
      return [];
    }
    const loop = merged.flatMap((part, i) =>
      this.withStep(this.carryOn(merged[(i + merged.length - 1) % merged.length]!.line, part, step))
    );
    return loop.map((corner, i) => this.events.link(corner, loop[(i + 1) % loop.length]!));
  }

  /** The vertex between two lines at a node: as it was, where it goes on; else a new one. */
  private carryOn(before: number, part: Part, { noded, turning, ended, id }: Step): Corner {
    const old = ended.find(
      ({ done, at, corner }) =>
        !done && at === part.from && corner.before === before && corner.after === part.line
    );
    if (old && !turning.has(before) && !turning.has(part.line)) {
      old.done = true;
      return old.corner;
    }
    return {
      before,
      after: part.line,
      from: id(part.from),
      anchor: noded.points[part.from]!,
      anchorZ: this.z,
      into: undefined,
      out: undefined,
      motion: undefined
    };
  }

  private emit(corner: Corner, to: number, facet: (line: number) => string) {
    if (
      corner.from === to ||
      distanceOf(this.nodes[corner.from]!, this.nodes[to]!) < tolerances.wavefront / 10
    ) {
      this.alias(corner.from, to);
      return;
    }
    this.arcs.push({ from: corner.from, to, left: facet(corner.before), right: facet(corner.after) });
  }

  /** Two nodes that are one place: an arc of no length, so that facets still close. */
  private alias(p: number, q: number) {
    const [from, to] = [rootOf(this.nodes, p), rootOf(this.nodes, q)];
    if (from !== to) this.nodes[from] = { ...this.nodes[from]!, same: to };
  }

  /** Between two lines in one direction that move unlike, a vertical step at right angles. */
  private withStep(corner: Corner): Corner[] {
    const [p, q] = [this.lines.all[corner.before]!, this.lines.all[corner.after]!];
    if (!this.isInLine(corner.before, corner.after) || sameProfile(p.profile, q.profile)) return [corner];
    const [own, next] = [corner.before, corner.after].map((line) => this.lines.speed(line, this.z));
    // As fast as each other at this height: there is no step yet.
    if (Math.abs(own! - next!) < tolerances.wavefrontRate) return [corner];
    const step = this.lines.add(corner.anchor, own! > next! ? scale(p.inward, -1) : p.inward, [
      { from: this.z, speed: 0 }
    ]);
    return [
      { ...corner, after: step, motion: undefined },
      { ...corner, before: step, motion: undefined }
    ];
  }

  private closeWithLid() {
    this.lid = this.z;
    const ids = new Map<Corner, number>();
    const at = (corner: Corner): number => {
      const known = ids.get(corner);
      if (known !== undefined) return known;
      const [p, place] = [this.nodes[corner.from]!, this.lines.position(corner, this.z)];
      const isThere =
        distance(p, place) < tolerances.wavefront && Math.abs(p.z - this.z) < tolerances.wavefront;
      const id = isThere ? corner.from : this.node(place, this.z);
      if (!isThere)
        this.arcs.push({
          from: corner.from,
          to: id,
          left: this.lines.facet(corner.before, this.z),
          right: this.lines.facet(corner.after, this.z)
        });
      ids.set(corner, id);
      return id;
    };
    for (const { line, start, end } of this.events.front)
      this.arcs.push({
        from: at(start),
        to: at(end),
        left: '-1.0',
        right: this.lines.facet(line, this.z)
      });
  }
}

/** Loops of no more stretches than this are noded whole. */
const smallLoop = 6;

/** What is known while the front is noded anew at a height. */
interface Step {
  readonly noded: Noded;
  readonly spans: readonly Span[];
  /** Lines whose profile changes here. */
  readonly turning: ReadonlySet<number>;
  readonly ended: Ended[];
  /** The node of the skeleton for a node of the front, made when it is first asked for. */
  readonly id: (node: number) => number;
  /** The facet that a line swept until now. */
  readonly facet: (line: number) => string;
}

interface Ended {
  readonly corner: Corner;
  readonly at: number;
  done: boolean;
}

const sameProfile = (p: readonly ProfilePiece[], q: readonly ProfilePiece[]) =>
  p.length === q.length &&
  p.every(
    (piece, i) => piece.from === q[i]!.from && Math.abs(piece.speed - q[i]!.speed) < tolerances.wavefrontRate
  );

const distanceOf = (p: SkeletonNode, q: SkeletonNode) => Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z);
