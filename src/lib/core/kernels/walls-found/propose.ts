/** Walls found in a drawing as walls to build: on their middle lines, run on to those they end at, the outer ones known. */
import { along, cross, distance, dot, lerp, meetLines, subtract, type Point } from '../../geometry/point';
import type { Doubt, FoundOpening, FoundWall } from './find';

export interface ProposedWall {
  readonly a: Point;
  readonly b: Point;
  readonly thickness: number;
  readonly role: 'exterior' | 'partition';
  /** Which side of it is outside, seen from a to b; of partitions the right one. */
  readonly outside: 'left' | 'right';
  /** From a to the nearer jamb. */
  readonly openings: readonly {
    readonly distance: number;
    readonly width: number;
    readonly fill: FoundOpening['fill'];
  }[];
  readonly doubt: Doubt | undefined;
}

interface Middle {
  readonly wall: FoundWall;
  a: Point;
  b: Point;
}

/** How far a wall may be run on past the face it ends at, beyond half of that wall, mm. */
const slack = 5;

function middleOf(wall: FoundWall): Middle {
  const off = (wall.faces[0] + wall.faces[1]) / 2;
  const at = (t: number) => along({ x: wall.left.x * off, y: wall.left.y * off }, wall.along, t);
  return { wall, a: at(wall.bands[0]!.t0), b: at(wall.bands.at(-1)!.t1) };
}

/** Where an end meets the middle line of another wall near by; the end itself where it meets none. */
function runOn(one: Middle, end: Point, others: readonly Middle[]): Point {
  let best: { point: Point; gap: number } | undefined;
  for (const other of others) {
    if (other === one || Math.abs(cross(other.wall.along, one.wall.along)) < 0.07) continue;
    const point = meetLines(end, one.wall.along, other.a, other.wall.along);
    if (!point) continue;
    // Slanting walls are thicker along the line that meets them.
    const reach = (other.wall.thickness / 2 + slack) / Math.abs(cross(other.wall.along, one.wall.along));
    const gap = distance(point, end);
    const t = dot(subtract(point, other.a), other.wall.along);
    const far = one.wall.thickness + other.wall.thickness;
    if (gap > reach || t < -far || t > distance(other.a, other.b) + far) continue;
    if (!best || gap < best.gap) best = { point, gap };
  }
  return best?.point ?? end;
}

/** How much of it nothing stands before on a side, of places along it. */
function freeShare({ wall, a, b }: Middle, side: 1 | -1, others: readonly Middle[]): number {
  const places = Array.from({ length: 15 }, (_, k) => lerp(a, b, (k + 0.5) / 15));
  const way = { x: wall.left.x * side, y: wall.left.y * side };
  const free = places.filter((p) =>
    others.every((other) => {
      if (other.wall === wall) return true;
      const d = subtract(other.b, other.a);
      const size = cross(way, d);
      if (Math.abs(size) < 1e-9) return true;
      const gap = subtract(other.a, p);
      const [t, s] = [cross(gap, d) / size, cross(gap, way) / size];
      return t <= 0 || s < 0 || s > 1;
    })
  );
  return free.length / places.length;
}

/** More than half free to the outside makes an outer wall; so does being as thick as those, with some of it free. */
export function proposeWalls(found: readonly FoundWall[]): ProposedWall[] {
  const middles = found.map(middleOf);
  const ends = middles.map((one) => ({ a: runOn(one, one.a, middles), b: runOn(one, one.b, middles) }));
  const run = middles.map((one, i) => ({ ...one, ...ends[i]! }));
  const free = run.map((one) => ({ left: freeShare(one, 1, run), right: freeShare(one, -1, run) }));
  const isOuter = ({ left, right }: { left: number; right: number }) => Math.max(left, right) > 0.5;
  const thick = new Set(run.flatMap(({ wall }, i) => (isOuter(free[i]!) ? [wall.thickness] : [])));
  return run.map(({ wall, a, b }, i) => {
    const { left, right } = free[i]!;
    const outer = isOuter(free[i]!) || (thick.has(wall.thickness) && Math.max(left, right) > 0.1);
    const from = dot(a, wall.along);
    return {
      ...{ a, b, thickness: wall.thickness, doubt: wall.doubt },
      role: outer ? ('exterior' as const) : ('partition' as const),
      outside: outer && left > right ? ('left' as const) : ('right' as const),
      openings: wall.openings.map(({ t0, t1, fill }) => ({ distance: t0 - from, width: t1 - t0, fill }))
    };
  });
}

/** Nearer to an end of a wall nothing parts it, by its thickness; shorter is no stretch, mm. */
const [atEnd, shortest] = [1, 50];

/**
 * The stretches of walls: each wall parted where others meet it or cross it, with the openings that lie in each. What lies
 * over such a place stays with the stretch that has more of it.
 */
export function stretchesOf(walls: readonly ProposedWall[]): ProposedWall[] {
  return walls.flatMap((wall) => {
    const { a, b, thickness } = wall;
    const long = distance(a, b);
    const way = { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
    const cuts = walls.flatMap((other): number[] => {
      const across = subtract(other.b, other.a);
      if (other === wall || Math.abs(cross(way, across)) < 0.07 * distance(other.a, other.b)) return [];
      const met = meetLines(a, way, other.a, across);
      if (!met) return [];
      const [t, s] = [dot(subtract(met, a), way), dot(subtract(met, other.a), across) / dot(across, across)];
      const over = thickness / distance(other.a, other.b);
      return t > atEnd * thickness && t < long - atEnd * thickness && s > -over && s < 1 + over ? [t] : [];
    });
    const stops = [0, ...cuts.sort((p, q) => p - q), long].filter(
      (t, i, all) => i === 0 || t - all[i - 1]! > shortest || t === long
    );
    return stops.slice(1).map((to, i): ProposedWall => {
      const from = stops[i]!;
      const isIn = ({ distance: begin, width }: ProposedWall['openings'][number]) => {
        const middle = begin + width / 2;
        return middle >= from && middle < to;
      };
      return {
        ...wall,
        ...{ a: along(a, way, from), b: along(a, way, to) },
        openings: wall.openings.filter(isIn).map((one) => ({ ...one, distance: one.distance - from }))
      };
    });
  });
}

/** Stretches in their order, those that follow one another in a wall as one. */
export function joinedStretches(stretches: readonly ProposedWall[]): ProposedWall[] {
  const joined: ProposedWall[] = [];
  for (const next of stretches) {
    const last = joined.at(-1);
    if (
      !last ||
      distance(last.b, next.a) > 1e-6 ||
      last.thickness !== next.thickness ||
      !isInLine(last, next)
    ) {
      joined.push(next);
      continue;
    }
    const long = distance(last.a, last.b);
    const openings = next.openings.map((one) => ({ ...one, distance: one.distance + long }));
    joined[joined.length - 1] = { ...last, b: next.b, openings: [...last.openings, ...openings] };
  }
  return joined;
}

const isInLine = (p: ProposedWall, q: ProposedWall): boolean =>
  Math.abs(cross(subtract(p.b, p.a), subtract(q.b, q.a))) < 1e-6 * distance(p.a, p.b) * distance(q.a, q.b) &&
  dot(subtract(p.b, p.a), subtract(q.b, q.a)) > 0;
