/**
 * What the leaves of a door sweep when they open: a quarter of a circle each, from where they are shut to a right angle.
 *
 *            open                 A leaf of width `radius` hangs at `centre`. What stands in the quarter stops it at the
 *             |  `.               least angle at which a point of its border lies within reach.
 *      centre o----+ shut
 *
 * Cost: linear in the edges in the way. Source: own.
 */
import { commonArea, sharedArea } from '../../geometry/common-area';
import { along, cross, dot, scale, subtract, type Point } from '../../geometry/point';
import { boxesMeet, type Box, type Ring } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';
import type { CatalogueEntry } from '../catalogue-entry/record';
import { leavesOf } from '../catalogue-entry/unit';
import type { FillingHost } from './host';
import { holeOf, type FilledPlace } from './place';

/** `shut` and `open`: unit vectors along the leaf; heights as the opening's. */
export interface Sweep {
  readonly centre: Point;
  readonly radius: number;
  readonly shut: Point;
  readonly open: Point;
  readonly z0: number;
  readonly z1: number;
}

/** What stands in the way of a leaf, between the same two heights. */
export interface InTheWay {
  readonly ring: Ring;
  readonly z0: number;
  readonly z1: number;
}

/** The sweeps of the leaves of a door that turn; none of what slides, folds or is no door. mm. */
export function sweepsOf(frame: FillingHost, place: FilledPlace, entry: CatalogueEntry | undefined): Sweep[] {
  if (entry?.filling !== 'door') return [];
  const hole = holeOf(frame, place);
  return leavesOf(entry, hole).flatMap(({ way, hinge, latch, t0, t1, y0, y1, z0, z1 }): Sweep[] => {
    const y = hole.opens > 0 ? y1 : y0;
    const toLatch = Math.sign(latch - hinge);
    const sweep: Sweep = {
      centre: fromFrame(frame, hinge, y),
      radius: Math.abs(latch - hinge),
      shut: scale(frame.direction, toLatch),
      open: scale(frame.left, hole.opens),
      ...{ z0, z1 }
    };
    if (way === 'left' || way === 'right') return [sweep];
    if (way !== 'pivots') return [];
    // Its tail goes the other way round, to the other side of the wall.
    const tail = { radius: t1 - t0 - sweep.radius, shut: scale(sweep.shut, -1), open: scale(sweep.open, -1) };
    return [sweep, { ...sweep, ...tail }];
  });
}

/** Where a leaf ends that stands open by an angle. */
export const tipAt = ({ centre, radius, shut, open }: Sweep, angle: number): Point =>
  along(along(centre, shut, radius * Math.cos(angle)), open, radius * Math.sin(angle));

const right = Math.PI / 2;
/** Steps of a quarter as a ring. */
const steps = 12;

/** Against the clock. */
function ringOf(sweep: Sweep): Ring {
  const { centre, shut, open } = sweep;
  const arc = Array.from({ length: steps + 1 }, (_, i) => tipAt(sweep, (right * i) / steps));
  return [centre, ...(cross(shut, open) > 0 ? arc : arc.reverse())];
}

const meetInHeight = (p: Pick<InTheWay, 'z0' | 'z1'>, q: Pick<InTheWay, 'z0' | 'z1'>) =>
  Math.min(p.z1, q.z1) - Math.max(p.z0, q.z0) > 1;

/** Leaves that touch do not clash, mm2. */
const leastClash = 2000;

/** A box that a leaf stays in, however it stands. */
export const reachOf = ({ centre: { x, y }, radius: r }: Sweep): Box => ({
  ...{ minX: x - r, minY: y - r, maxX: x + r, maxY: y + r }
});

/** How much two leaves sweep in common, mm2; 0 where they only touch. */
export function clashOf(p: Sweep, q: Sweep): number {
  if (!meetInHeight(p, q) || !boxesMeet(reachOf(p), reachOf(q))) return 0;
  const area = commonArea(ringOf(p), ringOf(q));
  return area > leastClash ? area : 0;
}

/** How much of a ring of floor a leaf sweeps, mm2; 0 where it only touches. */
export function sweptArea(sweep: Sweep, ring: Ring): number {
  const area = sharedArea(ringOf(sweep), ring);
  return area > leastClash ? area : 0;
}

/** What only touches a leaf does not stop it, mm. */
const slack = 3;

/** How far a leaf opens before it meets one of these, radians: a right angle where none stops it. */
export function opensTo(sweep: Sweep, things: Iterable<InTheWay>): number {
  let least = right;
  for (const { ring, ...span } of things)
    if (meetInHeight(sweep, span))
      ring.forEach((p, i) => (least = Math.min(least, stopAt(sweep, p, ring[(i + 1) % ring.length]!))));
  return least;
}

/** The least angle at which an edge lies within reach of a leaf; a right angle where it does not. */
function stopAt({ centre, radius, shut, open }: Sweep, p: Point, q: Point): number {
  const local = (x: Point) => ({ x: dot(subtract(x, centre), shut), y: dot(subtract(x, centre), open) });
  const [a, b] = [local(p), local(q)];
  const d = subtract(b, a);
  const reach = radius - slack;
  // Where the line through them is in the circle, and in front of the wall.
  const [qa, qb, qc] = [dot(d, d), dot(a, d), dot(a, a) - reach * reach];
  const root = qb * qb - qa * qc;
  if (qa === 0 || root <= 0) return right;
  let [from, to] = [Math.max(0, (-qb - Math.sqrt(root)) / qa), Math.min(1, (-qb + Math.sqrt(root)) / qa)];
  if (d.y > 0) from = Math.max(from, (slack - a.y) / d.y);
  else if (d.y < 0) to = Math.min(to, (slack - a.y) / d.y);
  else if (a.y < slack) return right;
  if (from >= to) return right;
  // Along a line the angle only grows or only falls.
  return Math.min(...[from, to].map((s) => Math.atan2(a.y + d.y * s, a.x + d.x * s)), right);
}
