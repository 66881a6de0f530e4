/**
 * Lines of a drawing gathered by direction and place: pieces of one line that touch are one run, gaps stay gaps. Steps of
 * 0.0006 rad and 0.3 mm are one direction and one line: what drawings of true walls are drawn to.
 */
import Flatbush from 'flatbush';
import { dot, fromAngle, leftOf, type Point } from '../../geometry/point';
import { boxOf, type Box } from '../../geometry/ring';

const [sameDirection, sameLine, touching] = [0.0006, 0.3, 0.5];

/** A stretch of a line, along its direction from `t0` to `t1`. */
export interface Run {
  readonly line: DrawnLine;
  readonly t0: number;
  readonly t1: number;
}

/** All runs at one distance to the left of the origin, by where they begin. */
export interface DrawnLine {
  readonly way: Way;
  readonly off: number;
  readonly runs: Run[];
}

/** A direction, half a turn being the same, with its lines from right to left. */
export interface Way {
  readonly angle: number;
  readonly along: Point;
  readonly left: Point;
  readonly lines: DrawnLine[];
}

export interface Runs {
  readonly ways: readonly Way[];
  readonly all: readonly Run[];
  /** Runs whose boxes meet a box. */
  near(box: Box): Run[];
}

export const placeAt = ({ along, left }: Way, t: number, off: number): Point => ({
  x: along.x * t + left.x * off,
  y: along.y * t + left.y * off
});

export interface Piece {
  readonly a: Point;
  readonly b: Point;
}

/** Numbers in rising order, cut where they stand further apart than a step. */
function cut<T>(sorted: readonly T[], of: (one: T) => number, step: number): T[][] {
  const groups: T[][] = [];
  sorted.forEach((one, i) => {
    if (i > 0 && of(one) - of(sorted[i - 1]!) <= step) groups.at(-1)!.push(one);
    else groups.push([one]);
  });
  return groups;
}

/** Cost: n log n. Pieces without a length are left out. */
export function runsOf(pieces: readonly Piece[]): Runs {
  const turned = pieces
    .flatMap(({ a, b }) => {
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const size = Math.hypot(dx, dy);
      if (size < touching) return [];
      const angle = ((Math.atan2(dy, dx) % Math.PI) + Math.PI) % Math.PI;
      return [{ a, b, size, angle }];
    })
    .sort((p, q) => p.angle - q.angle);
  const groups = cut(turned, ({ angle }) => angle, sameDirection);
  // A half turn and none are one direction.
  const [first, last] = [groups[0], groups.at(-1)];
  if (groups.length > 1 && first![0]!.angle + Math.PI - last!.at(-1)!.angle <= sameDirection) {
    groups.pop();
    groups[0] = [...last!.map((one) => ({ ...one, angle: one.angle - Math.PI })), ...first!];
  }
  const all: Run[] = [];
  const ways = groups.map((group): Way => {
    const weight = group.reduce((sum, { size }) => sum + size, 0);
    const angle = group.reduce((sum, one) => sum + one.angle * one.size, 0) / weight;
    const way: Way = { angle, along: fromAngle(angle), left: leftOf(fromAngle(angle)), lines: [] };
    const placed = group
      .map(({ a, b }) => {
        const [s, t] = [dot(a, way.along), dot(b, way.along)];
        return { off: (dot(a, way.left) + dot(b, way.left)) / 2, t0: Math.min(s, t), t1: Math.max(s, t) };
      })
      .sort((p, q) => p.off - q.off);
    for (const list of cut(placed, ({ off }) => off, sameLine)) {
      const long = list.reduce((sum, { t0, t1 }) => sum + (t1 - t0), 0);
      const off = list.reduce((sum, one) => sum + one.off * (one.t1 - one.t0), 0) / long;
      const line: DrawnLine = { way, off, runs: [] };
      for (const { t0, t1 } of list.sort((p, q) => p.t0 - q.t0)) {
        const before = line.runs.at(-1);
        if (before && t0 - before.t1 <= touching)
          line.runs[line.runs.length - 1] = { line, t0: before.t0, t1: Math.max(before.t1, t1) };
        else line.runs.push({ line, t0, t1 });
      }
      way.lines.push(line);
      all.push(...line.runs);
    }
    return way;
  });
  return { ways, all, near: finder(all) };
}

function finder(all: readonly Run[]): Runs['near'] {
  if (all.length === 0) return () => [];
  const index = new Flatbush(all.length);
  for (const { line, t0, t1 } of all) {
    const { minX, minY, maxX, maxY } = boxOf([
      placeAt(line.way, t0, line.off),
      placeAt(line.way, t1, line.off)
    ]);
    index.add(minX, minY, maxX, maxY);
  }
  index.finish();
  return ({ minX, minY, maxX, maxY }) => index.search(minX, minY, maxX, maxY).map((i) => all[i]!);
}
