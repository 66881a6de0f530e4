/**
 * A part of the front cut where it meets itself and joined again by its inward sides: whatever kind of event it was, so
 * that no list of cases has to be complete.
 */
import { cross, distance, dot, subtract, unit, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';

/** A stretch of the front at a height. */
export interface Placed {
  readonly line: number;
  readonly a: Point;
  readonly b: Point;
}

/** A piece of a stretch between two nodes. `stretch`: which one; `isFirst`, `isLast`: the piece at its start, its end. */
export interface Part {
  readonly line: number;
  readonly stretch: number;
  readonly from: number;
  readonly to: number;
  readonly isFirst: boolean;
  readonly isLast: boolean;
}

export interface Noded {
  readonly points: readonly Point[];
  /** The node at the start and at the end of each stretch. */
  readonly start: readonly number[];
  readonly end: readonly number[];
  readonly parts: readonly Part[];
}

/** How far apart ends may lie that are one node, mm. */
export const nodeGap = 10 * tolerances.wavefront;

/** Cluster the ends of all stretches, split stretches at nodes on them, drop those without length. */
export function nodeStretches(stretches: readonly Placed[]): Noded {
  const points: Point[] = [];
  const nodeAt = (p: Point) => {
    const old = points.findIndex((q) => distance(p, q) <= nodeGap);
    if (old >= 0) return old;
    points.push(p);
    return points.length - 1;
  };
  const start = stretches.map((s) => nodeAt(s.a));
  const end = stretches.map((s) => nodeAt(s.b));
  const parts = stretches.flatMap((s, stretch): Part[] => {
    const [from, to] = [start[stretch]!, end[stretch]!];
    if (from === to) return [];
    const [a, b] = [points[from]!, points[to]!];
    const d = unit(subtract(b, a));
    const size = distance(a, b);
    const on: { k: number; t: number }[] = [];
    points.forEach((p, k) => {
      if (k === from || k === to) return;
      const t = dot(subtract(p, a), d);
      if (t > 0 && t < size && Math.abs(cross(d, subtract(p, a))) <= nodeGap) on.push({ k, t });
    });
    const stops = [from, ...on.sort((p, q) => p.t - q.t).map(({ k }) => k), to];
    return stops.slice(1).map((stop, k) => ({
      line: s.line,
      stretch,
      from: stops[k]!,
      to: stop,
      isFirst: k === 0,
      isLast: k === stops.length - 2
    }));
  });
  return { points, start, end, parts };
}

/** Pairs of parts that lie on each other the other way round, and the parts that are left. */
export function cancelOpposites(parts: readonly Part[]): { pairs: [Part, Part][]; rest: Part[] } {
  const pairs: [Part, Part][] = [];
  const rest: Part[] = [];
  for (const part of parts) {
    const twin = rest.findIndex((other) => other.from === part.to && other.to === part.from);
    if (twin < 0) rest.push(part);
    else pairs.push([part, rest.splice(twin, 1)[0]!]);
  }
  return { pairs, rest };
}

/**
 * Join each incoming part to the outgoing one least clockwise from its back: wedges of the front stay apart. The rest of
 * the front leads to `heads` and on from `tails`: walks from a head to a tail are `open`.
 */
export function joinParts(
  parts: readonly Part[],
  points: readonly Point[],
  heads: ReadonlySet<Part>,
  tails: ReadonlySet<Part>
): { walk: Part[]; isOpen: boolean }[] {
  const out = new Map<number, Part[]>();
  for (const part of parts) {
    const fan = out.get(part.from);
    if (fan) fan.push(part);
    else out.set(part.from, [part]);
  }
  const walks: { walk: Part[]; isOpen: boolean }[] = [];
  const unused = new Set(parts);
  for (const first of [...heads, ...parts]) {
    if (!unused.has(first)) continue;
    const walk: Part[] = [];
    let part: Part | undefined = first;
    while (part && unused.has(part)) {
      unused.delete(part);
      walk.push(part);
      if (tails.has(part)) break;
      const back = subtract(points[part.from]!, points[part.to]!);
      const turn = (next: Part) => {
        const d = subtract(points[next.to]!, points[next.from]!);
        const angle = Math.atan2(cross(d, back), dot(d, back));
        return angle <= tolerances.noAngle ? angle + 2 * Math.PI : angle;
      };
      // The part that the walk began with counts: where it is the next, the walk is closed. A head is no one's next.
      const fan: Part[] = (out.get(part.to) ?? []).filter(
        (next) => !heads.has(next) && (unused.has(next) || next === first)
      );
      part = fan.length > 1 ? fan.sort((p, q) => turn(p) - turn(q))[0] : fan[0];
    }
    walks.push({ walk, isOpen: heads.has(first) });
  }
  return walks;
}

/** One stretch where a walk passes a node without turning onto another line; a closed one also where it began. */
export function mergeSame(walk: readonly Part[], isOpen: boolean): Part[] {
  const merged: Part[] = [];
  for (const part of walk) {
    const last = merged.at(-1);
    if (last?.line === part.line) merged[merged.length - 1] = { ...last, to: part.to, isLast: part.isLast };
    else merged.push(part);
  }
  const [first, last] = [merged[0], merged.at(-1)];
  if (!isOpen && merged.length > 1 && first && last && first.line === last.line) {
    merged[0] = { ...first, from: last.from, isFirst: last.isFirst };
    merged.pop();
  }
  return merged;
}
