/**
 * First forms of a roof, each only a setting of its edges.
 *
 *      hip: eaves all round      gable: the ends of its arms upright      mono-pitch: one eave, all else upright
 *      +-----------+             #-----------#                            ###########
 *      |\_________/|             #-----------#                            #         #
 *      |/         \|             #-----------#                            #---------#
 *      +-----------+             #-----------#                            +---------+
 */
import { cross, distance, dot, subtract, unit, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Outline } from '../wall/outline';
import { asRoof, type RoofEdge } from './record';

export const roofForms = ['hip', 'gable', 'mono'] as const;

export type RoofForm = (typeof roofForms)[number];

/** Sides beside an end run alike, to this sine. */
const alike = 0.2;

/**
 * Whether an edge ends an arm: both its corners turn inwards, what is beside it runs back alike, and is longer. Of a
 * square the sides that begin at its second corner, or none would be an eave.
 */
function isEnd(ring: readonly Point[], i: number): boolean {
  const n = ring.length;
  const at = (k: number) => ring[(k + n) % n]!;
  const [back, own, on] = [
    subtract(at(i), at(i - 1)),
    subtract(at(i + 1), at(i)),
    subtract(at(i + 2), at(i + 1))
  ];
  const [u, v, w] = [unit(back), unit(own), unit(on)];
  const isOuter = cross(u, v) > 0.5 && cross(v, w) > 0.5 && dot(u, w) < 0 && Math.abs(cross(u, w)) < alike;
  const [long, beside] = [
    distance(at(i), at(i + 1)),
    Math.min(Math.hypot(back.x, back.y), Math.hypot(on.x, on.y))
  ];
  const isSquare = Math.abs(long - beside) <= tolerances.coincident;
  return isOuter && (isSquare ? i % 2 === 1 : long < beside);
}

/** Of edges as long as one another the southernmost. */
function longest(ring: readonly Point[], long: readonly number[]): number {
  const most = Math.max(...long) - tolerances.coincident;
  const south = (i: number) => ring[i]!.y + ring[(i + 1) % ring.length]!.y;
  const found = long.flatMap((size, i) => (size >= most ? [i] : []));
  return found.reduce((best, i) => (south(i) < south(best) ? i : best), found[0]!);
}

/** The edges of a form that are not plain eaves. `low`: the wall that a mono-pitch falls to; else to its longest edge. */
export function edgesOfForm(form: RoofForm, { rings, walls }: Outline, low?: string): RoofEdge[] {
  if (form === 'hip') return [];
  return rings.flatMap((ring, r) => {
    const long = ring.map((p, i) => distance(p, ring[(i + 1) % ring.length]!));
    const said = walls[r]!.findIndex((under) => low !== undefined && under.includes(low));
    const eave = said >= 0 ? said : longest(ring, long);
    return walls[r]!.flatMap((under, i): RoofEdge[] => {
      const isUpright = form === 'gable' ? isEnd(ring, i) : i !== eave;
      return isUpright && under[0] !== undefined ? [{ wall: under[0], kind: 'gable', ...asRoof }] : [];
    });
  });
}
