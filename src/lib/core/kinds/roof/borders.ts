/** The borders between the planes of a roof. */
import { edgesOf, liesAlong } from '../../geometry/ring';
import type { Point } from '../../geometry/point';
import type { RoofPlane } from '../../kernels/roof/planes';
import type { MadeEdge } from './edges';
import type { RoofModel } from './planes';

/** A stretch from corner to corner; `planes`: the one on its left, and the one beyond it if there is one. */
export interface Border {
  readonly from: Point;
  readonly to: Point;
  readonly planes: readonly RoofPlane[];
}

const keyOf = (p: Point) => `${p.x.toFixed(2)},${p.y.toFixed(2)}`;

/** Every stretch of a border once; parts of one plane have none between them. */
export function bordersOf(planes: readonly RoofPlane[]): Border[] {
  const found = new Map<string, { from: Point; to: Point; planes: RoofPlane[] }>();
  for (const plane of planes)
    for (const [from, to] of edgesOf(plane.ring)) {
      const back = found.get(`${keyOf(to)} ${keyOf(from)}`);
      if (back) back.planes.push(plane);
      else found.set(`${keyOf(from)} ${keyOf(to)}`, { from, to, planes: [plane] });
    }
  return [...found.values()].filter(({ planes: [one, other] }) => one!.name !== other?.name);
}

interface OutlinePlace {
  readonly ring: number;
  readonly stretch: number;
}

/** Where on the outline of a roof's eaves a stretch lies. */
export function placeOnOutline({ eaves }: RoofModel, from: Point, to: Point): OutlinePlace | undefined {
  for (const [ring, { ring: corners }] of eaves.entries())
    for (const [stretch, [p, q]] of edgesOf(corners).entries())
      if (liesAlong(from, to, [[p, q]])) return { ring, stretch };
  return undefined;
}

/** The edge that is there; none where the outline steps. */
export const edgeAt = ({ eaves, edges }: RoofModel, { ring, stretch }: OutlinePlace): MadeEdge | undefined =>
  edges[ring]![eaves[ring]!.of[stretch]!];
