/** Guards along edges of floors: a rail with posts under it. Of a height above a floor that may fall. */
import { raise, type Plane } from '../../geometry/plane';
import { buildColumns, type Cell } from '../../geometry/columns';
import {
  add,
  along,
  distance,
  dot,
  leftOf,
  lerp,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { ringArea, type Ring } from '../../geometry/ring';
import { prism } from './cells';
import type { Part } from './part';

/** An edge whose floor lies on its left. */
export interface GuardRun {
  readonly a: Point;
  readonly b: Point;
  readonly floor: Plane;
}

/** mm. */
export const guardSizes = { width: 45, depth: 50, post: 32, gap: 102 } as const;

/** Ends nearer each other than this meet, mm. */
const meet = 1;

/** Of each run its rail, and its posts; rails are mitred where runs meet. */
export function guardCells(
  runs: readonly GuardRun[],
  height: number
): { readonly rail: Cell; readonly posts: readonly Cell[] }[] {
  const { width, depth, gap } = guardSizes;
  return runs.map((run) => {
    const { a, b, floor } = run;
    const way = unit(subtract(b, a));
    const inner = (at: Point, beside: GuardRun | undefined): Point => {
      const own = along(at, leftOf(way), width);
      if (!beside) return own;
      const other = unit(subtract(beside.b, beside.a));
      const met = meetLines(own, way, add(beside.a, scale(leftOf(other), width)), other);
      // At a sharp corner the rails end square, side by side.
      return met && distance(met, at) < 3 * width ? met : own;
    };
    const before = runs.find((one) => one !== run && distance(one.b, a) < meet);
    const after = runs.find((one) => one !== run && distance(one.a, b) < meet);
    const mitred: Ring = [a, b, inner(b, after), inner(a, before)];
    // Of an edge that is shorter than its mitres the rail ends square.
    const isMitred = dot(subtract(mitred[2]!, mitred[3]!), way) > meet;
    const strip: Ring = isMitred ? mitred : [a, b, inner(b, undefined), inner(a, undefined)];
    const ring = ringArea(strip) > 0 ? strip : [...strip].reverse();
    return {
      rail: prism(ring, raise(floor, height - depth), raise(floor, height)),
      posts: postsIn(strip, gap).map((post) => prism(post, floor, raise(floor, height - depth)))
    };
  });
}

/** Their bodies, the rail and the posts of each run by itself. */
export const guardParts = (runs: readonly GuardRun[], height: number, material: string): Part[] =>
  guardCells(runs, height)
    .flatMap(({ rail, posts }) => [[rail], posts])
    .filter((cells) => cells.length > 0)
    .map((cells) => ({ role: 'guard', ply: null, material, mesh: buildColumns(cells, () => 'side') }));

/** Square posts evenly along the middle of a band, no gap between them wider than is let. */
export function postsIn([a, b, c, d]: Ring, gap: number): Ring[] {
  const [from, to] = [lerp(a!, d!, 0.5), lerp(b!, c!, 0.5)];
  const far = distance(from, to);
  const { post: size } = guardSizes;
  const count = Math.max(1, Math.ceil((far - gap) / (gap + size)));
  if (far < 2 * size) return [];
  const way = unit(subtract(to, from));
  return Array.from({ length: count }, (_, i): Ring => {
    const at = lerp(from, to, (i + 0.5) / count);
    const corner = (s: number, t: number) =>
      along(along(at, way, (s * size) / 2), leftOf(way), (t * size) / 2);
    return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  });
}
