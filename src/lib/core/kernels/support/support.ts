/**
 * What stands under a wall along its length. In the wall's own coordinates: how much of the breadth of its structure lies
 * over the structures below, linear between the corners of these, so that where it changes is exact.
 *
 *      y1 ----+#######+---------     over half of the breadth covered: it bears
 *             |#######|              less, but a structure within reach: the floor carries it
 *      y0 ----+#######+---------     else it stands on nothing
 *
 * Cost: O(n^2) for n corners beneath, which are few. Source: own.
 */
import { clipTo } from '../../geometry/clip';
import { cross, distance, dot, subtract, unit, type Point } from '../../geometry/point';
import { boxOf, edgesOf, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';

export type Support = 'bears' | 'carried' | 'nothing';

/** `gap`: to the nearest structure below, where that is least; Infinity over nothing. */
export interface SupportStretch {
  readonly from: number;
  readonly to: number;
  readonly support: Support;
  readonly gap: number;
}

/** Of a convex ring, how much of y it takes between two bounds at a t; undefined beyond it. */
function takenAt(ring: Ring, t: number): readonly [number, number] | undefined {
  let [low, high] = [Infinity, -Infinity];
  for (const [p, q] of edgesOf(ring)) {
    if (p.x > t === q.x > t) continue;
    const y = p.y + ((q.y - p.y) * (t - p.x)) / (q.x - p.x);
    low = Math.min(low, y);
    high = Math.max(high, y);
  }
  return low <= high ? [low, high] : undefined;
}

const rectangle = (t0: number, t1: number, y0: number, y1: number): Ring => [
  { x: t0, y: y0 },
  { x: t1, y: y0 },
  { x: t1, y: y1 },
  { x: t0, y: y1 }
];

/**
 * The stretches of a wall, ascending in t. `below`: convex, apart from each other, as (t, y). What lies beyond the end of one
 * below is carried by it as far as `reach` goes, measured from its corners.
 */
export function supportAlong(
  [t0, t1]: readonly [number, number],
  [y0, y1]: readonly [number, number],
  below: readonly Ring[],
  reach: number
): SupportStretch[] {
  const cut = (round: Ring) => below.map((ring) => clipTo(ring, round)).filter((ring) => ring.length > 2);
  const core = cut(rectangle(t0, t1, y0, y1));
  const near = cut(rectangle(t0 - reach, t1 + reach, y0 - reach, y1 + reach));
  const covered = (t: number) =>
    core.reduce((sum, ring) => {
      const taken = takenAt(ring, t);
      return taken ? sum + taken[1] - taken[0] : sum;
    }, 0);
  const across = (y: number) => Math.max(0, y - y1, y0 - y);
  const corners = [...core, ...near].flat().map(({ x, y }) => ({ x, off: across(y) }));
  const gapAt = (t: number) => {
    const beside = near.map((ring) => {
      const taken = takenAt(ring, t);
      return taken ? Math.max(0, taken[0] - y1, y0 - taken[1]) : Infinity;
    });
    const gap = Math.min(...beside, ...corners.map(({ x, off }) => Math.hypot(x - t, off)));
    return gap <= reach + tolerances.coincident ? gap : Infinity;
  };
  const half = (y1 - y0) / 2 - tolerances.coincident;
  const ends = corners.flatMap(({ x, off }) => {
    const far = Math.sqrt(Math.max(0, reach * reach - off * off));
    return [x - far, x, x + far];
  });
  const stops = [t0, t1, ...core.flatMap((ring) => ring.map(({ x }) => x)), ...ends]
    .filter((t) => t >= t0 && t <= t1)
    .sort((p, q) => p - q);
  const out: SupportStretch[] = [];
  const put = (from: number, to: number) => {
    if (to - from <= tolerances.coincident) return;
    const middle = (from + to) / 2;
    const gap = gapAt(middle);
    const support: Support = covered(middle) >= half ? 'bears' : gap < Infinity ? 'carried' : 'nothing';
    const last = out[out.length - 1];
    if (last?.support === support) out[out.length - 1] = { ...last, to, gap: Math.min(last.gap, gap) };
    else out.push({ from, to, support, gap: support === 'nothing' ? Infinity : gap });
  };
  stops.slice(1).forEach((to, i) => {
    const from = stops[i]!;
    // Linear in between: told by two places within.
    const [p, q] = [covered(from + (to - from) / 3) - half, covered(from + (2 * (to - from)) / 3) - half];
    const [a, b] = [2 * p - q, 2 * q - p];
    if (a > 0 === b > 0) return put(from, to);
    const cross = from + ((to - from) * a) / (a - b);
    put(from, cross);
    put(cross, to);
  });
  return out;
}

/** How much of a wall of each kind, mm. */
export const lengthOf = (stretches: readonly SupportStretch[], support: Support): number =>
  stretches.reduce((sum, one) => sum + (one.support === support ? one.to - one.from : 0), 0);

/** The direction of the longest edge of a ring. */
export const longestWay = (ring: Ring): Point => {
  const span = ([p, q]: readonly [Point, Point]) => distance(p, q);
  const [p, q] = edgesOf(ring).reduce((best, one) => (span(one) > span(best) ? one : best));
  return unit(subtract(q, p));
};

/** How long a ring is along a direction, and how wide across it. */
export function sizesAlong(ring: Ring, way: Point): readonly [number, number] {
  const { minX, maxX, minY, maxY } = boxOf(ring.map((p) => ({ x: dot(p, way), y: cross(way, p) })));
  return [maxX - minX, maxY - minY];
}
