/**
 * Lines of a roof by what they are to a carpenter, with their true lengths.
 *
 *      ridge: level, both planes fall from it      hip: likewise, and falls itself      valley: both planes rise from it
 *      break: both rise the same way, one of them steeper
 *      eave, verge, abutment: of its own outline by the kind of edge; abutment too where it ends at another roof
 */
import { heightAt, type Plane } from '../../geometry/plane';
import { distance, dot, leftOf, subtract, unit, type Point } from '../../geometry/point';
import { edgesOf, liesAlong, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { bordersOf, edgeAt, placeOnOutline } from './borders';
import type { RoofPlane } from '../../kernels/roof/planes';
import type { RoofModel } from './planes';
import type { RoofEdgeKind } from './record';

export const roofLineKinds = ['ridge', 'hip', 'valley', 'break', 'eave', 'verge', 'abutment'] as const;

export type RoofLineKind = (typeof roofLineKinds)[number];

/** Heights over the storey's datum. */
export interface RoofLine {
  readonly kind: RoofLineKind;
  readonly from: Point & { readonly z: number };
  readonly to: Point & { readonly z: number };
}

const ofEdge: Readonly<Record<RoofEdgeKind, RoofLineKind>> = {
  eave: 'eave',
  gable: 'verge',
  abutment: 'abutment',
  meeting: 'abutment'
};

/** A plane of another roof, over the same datum. */
export interface OtherPlane {
  readonly roof: string;
  readonly ring: Ring;
  readonly top: Plane;
  readonly underside: Plane;
}

/** `others`: planes of the roofs that it meets. A line between two roofs is told by that whose id comes later. */
export function roofLines(model: RoofModel, others: readonly OtherPlane[]): RoofLine[] {
  return bordersOf(model.planes).flatMap(({ from, to, planes }): RoofLine[] => {
    if (distance(from, to) <= tolerances.joint) return [];
    const [one, other] = planes as [RoofPlane, RoofPlane | undefined];
    const line = (kind: RoofLineKind): RoofLine[] => [
      { kind, from: { ...from, z: heightAt(one.top, from) }, to: { ...to, z: heightAt(one.top, to) } }
    ];
    const ties = (top: Plane) =>
      [from, to].every((p) => Math.abs(heightAt(top, p) - heightAt(one.top, p)) < tolerances.joint);
    if (other) return ties(other.top) ? line(between(from, to, one.top, other.top)) : [];
    const place = placeOnOutline(model, from, to);
    if (place) return line(ofEdge[edgeAt(model, place)?.kind ?? 'gable']);
    const met = others.find(
      ({ ring, top }) => ties(top) && edgesOf(ring).some(([p, q]) => liesAlong(from, to, [[p, q]]))
    );
    if (!met) return line('abutment');
    return met.roof < model.roof.id ? line(between(from, to, one.top, met.top)) : [];
  });
}

/** Of a border with one plane on its left. */
function between(from: Point, to: Point, left: Plane, right: Plane): RoofLineKind {
  const way = unit(subtract(to, from));
  const inward = leftOf(way);
  const [own, other] = [left, right].map(({ a, b }) => dot({ x: a, y: b }, inward)) as [number, number];
  const fall = Math.abs(heightAt(left, from) - heightAt(left, to));
  const isLevel = fall < tolerances.square * distance(from, to) + tolerances.coincident;
  // A ridge that is cut off has a level plane on one side.
  if (isLevel && own * other > -(tolerances.square ** 2)) return 'break';
  if (own > other) return 'valley';
  return isLevel ? 'ridge' : 'hip';
}

export const lengthOf = ({ from, to }: RoofLine): number =>
  Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z);

/** How much there is of each kind, mm. */
export const roofLengths = (lines: readonly RoofLine[]): Record<RoofLineKind, number> =>
  Object.fromEntries(
    roofLineKinds.map((kind) => [
      kind,
      lines.reduce((sum, line) => sum + (line.kind === kind ? lengthOf(line) : 0), 0)
    ])
  ) as Record<RoofLineKind, number>;
