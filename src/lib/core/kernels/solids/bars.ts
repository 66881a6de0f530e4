/**
 * The body of a frame, a lining or a pane in a wall: bars that go from one pair of corners to the next, seen in the face
 * of the wall, and as deep as two offsets across it.
 *
 *      left                      right   pairs of a lining: its outer and its inner corner, up the one jamb,
 *       o2---------------------o1        along the head and down the other. A frame goes on to where it began;
 *       |  i2---------------i1  |        a pane is one bar.
 *       |  |                 |  |
 *       o3-i3               i0-o0        each pair: [what is on the right going that way, what is on the left]
 *
 * Closed by construction. Cost: linear in the pairs. Source: own.
 */
import type { Point } from '../../geometry/point';
import type { Ring } from '../../geometry/ring';
import type { FaceMesh } from './face-mesh';

/** A place in the face of a wall: how far along it, and how high. */
export type Spot = readonly [t: number, z: number];

/** Where a corner of a bar stands in the house: of a place along a wall, across it and up. */
export type Placing = (t: number, y: number, z: number) => { readonly plan: Point; readonly z: number };

const nameOf = (up: number) => (up > 0 ? 'top' : up < 0 ? 'bottom' : 'side');

const vertexAt = (mesh: FaceMesh, { plan, z }: ReturnType<Placing>) => mesh.vertex(plan, z);

/** A prism over a convex ring, against the clock where t is x, into a mesh. */
export function addPrism(mesh: FaceMesh, base: Ring, at: Placing, z0: number, z1: number) {
  const [low, high] = [z0, z1].map((z) => base.map(({ x, y }) => vertexAt(mesh, at(x, y, z)))) as [
    number[],
    number[]
  ];
  const fan = base.slice(2).flatMap((_, k) => [0, k + 1, k + 2]);
  mesh.polygon(high, fan, 'top');
  mesh.polygon([...low].reverse(), fan, 'bottom');
  base.forEach((_, k) => {
    const next = (k + 1) % base.length;
    mesh.quad(low[k]!, low[next]!, high[next]!, high[k]!, `side ${k}`);
  });
}

/**
 * Into a mesh. `pairs`: two or more, see above, their bars level or upright; `isRound`: whether the last goes on to the
 * first. `y0` under `y1`.
 */
export function addBars(
  mesh: FaceMesh,
  pairs: readonly (readonly [right: Spot, left: Spot])[],
  isRound: boolean,
  at: Placing,
  y0: number,
  y1: number
) {
  const corners = pairs.map((pair) =>
    pair.map(([t, z]) => [vertexAt(mesh, at(t, y0, z)), vertexAt(mesh, at(t, y1, z))] as const)
  );
  const bars = isRound ? pairs.length : pairs.length - 1;
  for (let k = 0; k < bars; k++) {
    const next = (k + 1) % pairs.length;
    const [[a, b], [c, d]] = corners[k] as [readonly [number, number], readonly [number, number]];
    const [[e, f], [g, h]] = corners[next] as [readonly [number, number], readonly [number, number]];
    const onward = pairs[next]![0][0] - pairs[k]![0][0];
    mesh.quad(a, e, g, c, 'front');
    mesh.quad(b, d, h, f, 'back');
    mesh.quad(a, b, f, e, nameOf(-onward));
    mesh.quad(c, g, h, d, nameOf(onward));
    if (isRound) continue;
    const up = pairs[next]![0][1] - pairs[k]![0][1];
    if (k === 0) mesh.quad(a, c, d, b, nameOf(-up));
    if (k === bars - 1) mesh.quad(e, f, h, g, nameOf(up));
  }
}
