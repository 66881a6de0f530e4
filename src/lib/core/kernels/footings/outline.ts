/**
 * The outline of strip footings: the footprints of the walls that they bear, each border edge moved out by its own wall's
 * projection. Nothing is offset: on each border edge stands a rectangle, at each salient corner a triangle and the kite up to
 * the mitre, and what all of them cover together is the outline. Free ends, tees, crossings and strips that merge need no rule.
 *
 *          +-----------+..+      kite: up to where both moved edges meet, cut square beyond
 *          | rectangle |  |            twice the greater projection
 *          +-----------o--+
 *          | footprint |  |
 *
 * Promised: all within the least projection of a footprint is inside, nothing beyond twice the greatest is.
 * Cost: one arrangement of the footprints, one of all pieces. Source: own derivation.
 */
import { clipLeft } from '../../geometry/clip';
import {
  add,
  along,
  cross,
  distance,
  dot,
  leftOf,
  lerp,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { edgesOf, gapToBorders, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { unionOf } from '../../geometry/union';

/** A wall or column: what of the plan it takes, counter-clockwise, and how far the footing reaches beyond. */
export interface Borne {
  readonly rings: readonly Ring[];
  readonly projection: number;
}

/** An edge of what all cover together, with the projection of the one that it is of. */
interface Border {
  readonly from: Point;
  readonly to: Point;
  readonly out: Point;
  readonly projection: number;
}

/** Points this near an edge lie on it, mm. */
const onEdge = 0.01;

/** An edge in the parts that each belong to one of those borne. */
function partsOf(
  [from, to]: readonly [Point, Point],
  borne: readonly Borne[],
  corners: readonly Point[]
): Border[] {
  const way = subtract(to, from);
  const whole = dot(way, way);
  const stops = corners
    .map((p) => ({ p, k: dot(subtract(p, from), way) / whole }))
    .filter(
      ({ p, k }) => k > 0 && k < 1 && Math.abs(cross(way, subtract(p, from))) <= onEdge * Math.sqrt(whole)
    )
    .sort((a, b) => a.k - b.k)
    .map(({ p }) => p);
  const out = { x: unit(way).y, y: -unit(way).x };
  const ends = [from, ...stops, to];
  return ends.slice(1).flatMap((end, i): Border[] => {
    const start = ends[i]!;
    if (distance(start, end) <= onEdge) return [];
    const inside = along(lerp(start, end, 0.5), out, -2 * onEdge);
    const of = borne.find(({ rings }) => rings.some((ring) => ringHolds(ring, inside)));
    const nearest = of ?? nearestTo(borne, inside);
    return [{ from: start, to: end, out, projection: nearest.projection }];
  });
}

/** Where rounding puts a point into none of them. */
function nearestTo(borne: readonly Borne[], p: Point): Borne {
  const gap = ({ rings }: Borne) => gapToBorders(rings, p);
  return borne.reduce((best, one) => (gap(one) < gap(best) ? one : best));
}

const rectangleOn = ({ from, to, out, projection }: Border): Ring => [
  from,
  along(from, out, projection),
  along(to, out, projection),
  to
];

/** At a salient corner: the triangle between the two rectangles, and the kite up to the mitre. */
function cornerOf(before: Border, next: Border): Ring[] {
  const [inWay, way] = [leftOf(before.out), leftOf(next.out)];
  const turn = cross(inWay, way);
  if (turn <= 1e-9 && dot(inWay, way) > 0) return [];
  const corner = next.from;
  const [p, q] = [along(corner, before.out, before.projection), along(corner, next.out, next.projection)];
  if (turn < 1e-9) return [[corner, p, q]];
  const far = (next.projection - before.projection * dot(inWay, way)) / turn;
  const back = (before.projection - next.projection * dot(inWay, way)) / turn;
  if (far <= 0 || back <= 0) return [[corner, p, q]];
  const tip = along(p, inWay, far);
  const most = 2 * Math.max(before.projection, next.projection);
  if (distance(tip, corner) <= most) return [[corner, p, tip, q]];
  const out = unit(subtract(tip, corner));
  const end = along(corner, out, most);
  return [clipLeft([corner, p, tip, q], end, add(end, leftOf(out)))];
}

/** Rings round all that footings of those borne cover: counter-clockwise, holes clockwise. None of a list of none. */
export function footingOutline(borne: readonly Borne[]): Ring[] {
  const cores = borne.flatMap(({ rings }) => rings);
  const corners = cores.flat();
  const pieces = unionOf(cores).flatMap((ring) => {
    const borders = edgesOf(ring).flatMap((edge) => partsOf(edge, borne, corners));
    return borders.flatMap((border, i) => [
      rectangleOn(border),
      ...cornerOf(borders[(i + borders.length - 1) % borders.length]!, border)
    ]);
  });
  const sound = pieces.filter((ring) => Math.abs(ringArea(ring)) > tolerances.scrap);
  return unionOf([...cores, ...sound.map((ring) => (ringArea(ring) < 0 ? [...ring].reverse() : ring))]);
}
