/**
 * The front as it stands, and what happens to it next. Each stretch and each reflex vertex sweeps a part of the plan until
 * it, or what it runs beside, vanishes; only sweeps whose boxes meet can run into each other. One looks ahead for a span
 * of heights only, or the boxes would be as large as the house, and again for twice as long when it is over.
 *
 *      |<-- box of the sweep -->|
 *      a------------------------b     at z         an event is told by those that it is about, and is nothing once
 *       \                      /                   one of them has gone: what takes their place tells its own
 *        a'------------------b'       vanishes
 */
import FlatQueue from 'flatqueue';
import RBush from 'rbush';
import { distance, dot, subtract, type Point } from '../../geometry/point';
import { boxOf, type Box } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { Lines, Meeting, ProfilePiece } from './lines';

/** A vertex of the front, between the stretch into it and the one out of it. */
export interface Corner extends Meeting {
  /** The skeleton node that it comes from. */
  readonly from: number;
  into: Span | undefined;
  out: Span | undefined;
  /** As it was last found. */
  motion: Motion | undefined;
}

/** A stretch of the front, on one line. */
export interface Span {
  readonly line: number;
  readonly start: Corner;
  readonly end: Corner;
  readonly order: number;
  isAlive: boolean;
  /** The height at which it vanishes; Infinity while it grows. */
  vanishes: number;
  sweep: Sweep<Span> | undefined;
}

interface Sweep<T> extends Box {
  readonly of: T;
}

interface Motion {
  readonly z: number;
  readonly at: Point;
  readonly velocity: Point;
}

type Happening =
  | { readonly kind: 'vanishes'; readonly span: Span }
  | { readonly kind: 'hits'; readonly corner: Corner; readonly span: Span }
  | { readonly kind: 'turns'; readonly line: number; readonly isStart: boolean };

export interface NextEvent {
  readonly z: number;
  readonly places: readonly Point[];
  /** Lines whose profile goes from one piece to the next. */
  readonly turning: ReadonlySet<number>;
}

const isIn = ({ out, into }: Corner) => out?.isAlive === true && into?.isAlive === true;

/** Boxes are so much larger than what is swept, mm: places are told from them to the node gap. */
const margin = 0.1;

function swept<T>(motions: readonly Motion[], dz: number, of: T): Sweep<T> {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  const k = Math.max(0, dz);
  for (const { at, velocity } of motions) {
    const x = at.x + velocity.x * k;
    const y = at.y + velocity.y * k;
    minX = Math.min(minX, at.x, x);
    minY = Math.min(minY, at.y, y);
    maxX = Math.max(maxX, at.x, x);
    maxY = Math.max(maxY, at.y, y);
  }
  return { minX: minX - margin, minY: minY - margin, maxX: maxX + margin, maxY: maxY + margin, of };
}

export class Events {
  readonly front = new Set<Span>();
  private readonly queue = new FlatQueue<Happening>();
  private readonly spans = new RBush<Sweep<Span>>();
  private readonly reflex = new RBush<Sweep<Corner>>();
  private readonly sweeps = new Map<Corner, Sweep<Corner>>();
  private made = 0;
  /** One has looked ahead up to here, for a span of heights, out of an outline that ends its last move at `end`. */
  private horizon: number;
  private span: number;
  private readonly end: number;

  constructor(
    private readonly lines: Lines,
    edges: readonly { readonly a: Point; readonly b: Point; readonly profile: readonly ProfilePiece[] }[]
  ) {
    const { minX, minY, maxX, maxY } = boxOf(edges.map(({ a }) => a));
    const pieces = edges.flatMap(({ profile }) => profile);
    const speeds = pieces.flatMap(({ speed }) => (speed > 0 ? [speed] : []));
    const size = edges.reduce((sum, { a, b }) => sum + distance(a, b), 0) / edges.length;
    this.horizon = Math.min(...pieces.map(({ from }) => from));
    this.span = size / Math.max(...speeds, tolerances.wavefrontRate) / 2;
    this.end =
      Math.max(...pieces.map(({ from }) => from)) + (maxX - minX + maxY - minY) / Math.min(...speeds, 1e3);
    edges.forEach(({ profile }, line) =>
      profile.forEach(({ from }, k) => this.queue.push({ kind: 'turns', line, isStart: k === 0 }, from))
    );
  }

  /** A stretch between two vertices, put into the front; `schedule` says what will happen to it. */
  link(start: Corner, end: Corner): Span {
    const span: Span = {
      line: start.after,
      start,
      end,
      order: this.made++,
      isAlive: true,
      vanishes: Infinity,
      sweep: undefined
    };
    start.out = span;
    end.into = span;
    this.front.add(span);
    return span;
  }

  drop(span: Span) {
    span.isAlive = false;
    this.front.delete(span);
    if (span.sweep) this.spans.remove(span.sweep);
    this.forget(span.start);
    this.forget(span.end);
  }

  private forget(corner: Corner) {
    const sweep = this.sweeps.get(corner);
    if (!sweep) return;
    this.reflex.remove(sweep);
    this.sweeps.delete(corner);
  }

  /** Stretches that may come within `gap` of a place. */
  spansAt({ x, y }: Point, gap: number): Span[] {
    return this.spans
      .search({ minX: x - gap, minY: y - gap, maxX: x + gap, maxY: y + gap })
      .map((sweep) => sweep.of);
  }

  /** What will happen to new stretches, and to those beside them. */
  schedule(fresh: readonly Span[], z: number) {
    const motion = this.motionsAt(z);
    for (const span of fresh) {
      span.vanishes = this.vanishing(span, motion, z);
      if (span.vanishes < Infinity) this.queue.push({ kind: 'vanishes', span }, span.vanishes);
    }
    const touched = new Set<Span>();
    const corners = new Set<Corner>();
    for (const span of fresh) touched.add(span.start.into!).add(span).add(span.end.out!);
    for (const span of touched) {
      corners.add(span.start).add(span.end);
      if (span.sweep) this.spans.remove(span.sweep);
      this.spans.insert(this.sweepOf(span, motion, z));
    }
    for (const corner of corners) {
      this.forget(corner);
      if (!this.lines.isReflex(corner)) continue;
      const sweep = this.sweepAt(corner, motion, z);
      this.reflex.insert(sweep);
      for (const { of: span } of this.spans.search(sweep)) this.offerHit(corner, span, motion, z);
    }
    for (const span of touched)
      for (const { of: corner } of this.reflex.search(span.sweep!))
        if (!corners.has(corner)) this.offerHit(corner, span, motion, z);
  }

  /** Look ahead from a height at which nothing happens. */
  private lookOn() {
    const z = this.horizon;
    this.horizon += this.span;
    this.span *= 2;
    const motion = this.motionsAt(z);
    this.sweeps.clear();
    const all = [...this.front];
    const corners = all.flatMap(({ start }) => (this.lines.isReflex(start) ? [start] : []));
    this.spans.clear().load(all.map((span) => this.sweepOf(span, motion, z)));
    this.reflex.clear().load(corners.map((corner) => this.sweepAt(corner, motion, z)));
    for (const corner of corners)
      for (const { of: span } of this.spans.search(this.sweeps.get(corner)!))
        this.offerHit(corner, span, motion, z);
  }

  /** Kept with the corner: each is asked for dozens of times at one height. */
  private motionsAt(z: number): (corner: Corner) => Motion {
    return (corner) => {
      if (corner.motion?.z === z) return corner.motion;
      const at = this.lines.position(corner, z);
      return (corner.motion = { z, at, velocity: this.lines.velocity(corner, z) });
    };
  }

  /** Heights a little beyond the horizon are looked at too: what happens there is told twice rather than never. */
  private get last() {
    return this.horizon + this.span / 40;
  }

  private sweepOf(span: Span, motion: (corner: Corner) => Motion, z: number): Sweep<Span> {
    const { start, end } = span;
    const until = Math.min(start.into!.vanishes, span.vanishes, end.out!.vanishes, this.last);
    span.sweep = swept([motion(start), motion(end)], until - z, span);
    return span.sweep;
  }

  private sweepAt(corner: Corner, motion: (corner: Corner) => Motion, z: number): Sweep<Corner> {
    const until = Math.min(corner.into!.vanishes, corner.out!.vanishes, this.last);
    const sweep = swept([motion(corner)], until - z, corner);
    this.sweeps.set(corner, sweep);
    return sweep;
  }

  private vanishing({ line, start, end }: Span, motion: (corner: Corner) => Motion, z: number): number {
    const { direction } = this.lines.all[line]!;
    const [p, q] = [motion(start), motion(end)];
    const size = dot(subtract(q.at, p.at), direction);
    const growth = dot(subtract(q.velocity, p.velocity), direction);
    if (growth >= -tolerances.wavefrontRate || size <= -tolerances.wavefront) return Infinity;
    return Math.max(z + size / -growth, z + 2 * tolerances.wavefrontRise);
  }

  private offerHit(corner: Corner, span: Span, motion: (corner: Corner) => Motion, z: number) {
    if (span.line === corner.before || span.line === corner.after) return;
    // In plain numbers: by far the most asked, and nearly always in vain.
    const { direction, inward } = this.lines.all[span.line]!;
    const m = motion(corner);
    const s = motion(span.start);
    const gap = (m.at.x - s.at.x) * inward.x + (m.at.y - s.at.y) * inward.y;
    const closing = this.lines.speed(span.line, z) - (m.velocity.x * inward.x + m.velocity.y * inward.y);
    if (closing <= tolerances.wavefrontRate || gap < tolerances.wavefront) return;
    const dz = gap / closing;
    if (z + dz > this.last) return;
    const e = motion(span.end);
    const ahead = ({ at, velocity }: Motion) =>
      (at.x + velocity.x * dz) * direction.x + (at.y + velocity.y * dz) * direction.y;
    const from = ahead(s);
    const t = ahead(m) - from;
    const size = ahead(e) - from;
    if (t < -tolerances.coincident || t > size + tolerances.coincident) return;
    this.queue.push({ kind: 'hits', corner, span }, Math.max(z + dz, z + 2 * tolerances.wavefrontRise));
  }

  /** The next height above z at which something happens, and where; undefined when nothing will. */
  next(z: number): NextEvent | undefined {
    let height: number | undefined;
    const places: Point[] = [];
    const turning = new Set<number>();
    for (;;) {
      const at = this.queue.peekValue() ?? Infinity;
      if (height === undefined && at > this.horizon && this.horizon < this.end) {
        this.lookOn();
        continue;
      }
      if (at === Infinity) break;
      if (height !== undefined && at > height + tolerances.wavefrontRise) break;
      const one = this.queue.pop()!;
      if (at <= z + tolerances.wavefrontRise || !this.isDue(one)) continue;
      height ??= at;
      if (one.kind === 'turns' && !one.isStart) turning.add(one.line);
      for (const corner of this.cornersOf(one)) {
        const place = this.lines.position(corner, height);
        if (!places.some((p) => distance(p, place) < tolerances.wavefront)) places.push(place);
      }
    }
    return height === undefined ? undefined : { z: height, places, turning };
  }

  private spansOn(line: number): Span[] {
    return [...this.front].filter((span) => span.line === line);
  }

  private isDue(one: Happening): boolean {
    if (one.kind === 'turns') return this.spansOn(one.line).length > 0;
    return one.span.isAlive && (one.kind === 'vanishes' || isIn(one.corner));
  }

  private cornersOf(one: Happening): Corner[] {
    if (one.kind === 'hits') return [one.corner];
    if (one.kind === 'vanishes') return [one.span.start, one.span.end];
    return this.spansOn(one.line).flatMap(({ start, end }) => [start, end]);
  }
}
