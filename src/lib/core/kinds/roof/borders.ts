/** The borders between the planes of a roof. */
import { edgesOf } from '../../geometry/ring';
import type { Point } from '../../geometry/point';
import type { RoofPlane } from '../../kernels/roof/planes';

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
