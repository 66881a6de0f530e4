/**
 * Roofs from outlines: the record says pitches and eaves, the walls of its storey give the outline that the wavefront
 * starts from. Heights are above the storey's datum. Thickness is square to the slope, so tops lie thickness / cos(pitch) above the undersides.
 */

import { flat, heightAt, type Plane } from '../../geometry/plane';
import { weldRings } from '../../geometry/weld';
import {
  boxHolds,
  boxOf,
  isSimple,
  ringArea,
  ringHolds,
  ringPerimeter,
  ringsArea,
  type Ring
} from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { middleOfTriangle, trianglesOf } from '../../geometry/triangulate';
import { solveWavefront, type FrontEdge } from '../../kernels/roof/wavefront';
import { add, along, dot, leftOf, meetLines, scale, subtract, unit, type Point } from '../../geometry/point';
import type { Roof } from './record';
import type { RoofPlane } from '../../kernels/roof/planes';
import type { Outline } from '../wall/outline';

export interface RoofModel {
  readonly roof: Roof;
  readonly bearing: readonly Ring[];
  readonly eaves: readonly Ring[];
  /** Per eaves ring and edge: the walls under it, and whether it is a gable. */
  readonly edges: readonly (readonly { readonly walls: readonly string[]; readonly gable: boolean }[])[];
  readonly planes: readonly RoofPlane[];
  /** Highest point of the tops. */
  readonly ridge: number;
  /** Plan area under a flat lid, mm2: no chosen edge gives a plane there. */
  readonly lidArea: number;
  /** Eaves outlines whose planes do not cover them once and wholly: they have none, rather than wrong ones. */
  readonly unsolved: readonly Ring[];
  /** The overhang used where the asked one would collide in a notch. */
  readonly overhang: number;
}

/** Undefined when there is no outline to stand on. */
export function deriveRoof(roof: Roof, outline: Outline | undefined): RoofModel | undefined {
  if (!outline || outline.rings.length === 0) return undefined;
  const slope = Math.tan(roof.pitch);
  const gables = new Set(roof.edges.filter((edge) => edge.kind === 'gable').map((edge) => edge.wall));
  const overhang = fitOverhang(outline.rings, roof.overhang);
  const start = roof.plateLevel - overhang * slope;
  const eaves = outline.rings.map((ring) => offsetRing(ring, overhang));
  const edges = outline.walls.map((ring) =>
    ring.map((walls) => ({ walls, gable: walls.some((wall) => gables.has(wall)) }))
  );
  // Outlines that stand apart never meet: each is solved by itself.
  const solved = eaves.map((ring, i) => {
    const near = solveOutline(roof, ring, edges[i]!, start, 'near');
    if (isPartition(ring, near)) return near;
    // Where events lie so close that rounding decides their order, all of the front is looked at for each.
    const whole = solveOutline(roof, ring, edges[i]!, start, 'whole');
    return isPartition(ring, whole) ? whole : undefined;
  });
  const planes = solved.flatMap((list, i) =>
    (list ?? []).map((plane) =>
      eaves.length > 1 ? { ...plane, name: `${plane.name} of outline ${i}` } : plane
    )
  );
  return {
    roof,
    bearing: outline.rings,
    eaves,
    edges,
    overhang,
    planes,
    unsolved: eaves.filter((_, i) => !solved[i]),
    ridge: Math.max(roof.plateLevel, ...planes.flatMap(({ ring, top }) => ring.map((p) => heightAt(top, p)))),
    lidArea: ringsArea(planes.flatMap(({ pitch, ring }) => (pitch === 0 ? [ring] : [])))
  };
}

/** Whether planes cover an outline once and wholly: their areas add up to its own, and no middle of a part lies in two. */
export function isPartition(outline: Ring, planes: readonly RoofPlane[]): boolean {
  const whole = ringArea(outline);
  const sum = ringsArea(planes.map(({ ring }) => ring));
  if (Math.abs(sum - whole) > whole * tolerances.share + ringPerimeter(outline) * tolerances.coincident)
    return false;
  const boxes = planes.map(({ ring }) => boxOf(ring));
  return planes.every(({ ring }, i) =>
    middlesOf(ring).every(
      (p) =>
        ringHolds(outline, p) &&
        planes.every((other, j) => j === i || !boxHolds(boxes[j]!, p) || !ringHolds(other.ring, p))
    )
  );
}

/** The middles of the triangles of a ring, slivers left out. */
const middlesOf = (ring: Ring): Point[] =>
  trianglesOf(ring)
    .filter((triangle) => ringArea(triangle) > ringPerimeter(triangle) * tolerances.joint)
    .map(middleOfTriangle);

type EdgeUnder = RoofModel['edges'][number][number];

function solveOutline(
  roof: Roof,
  ring: Ring,
  edges: readonly EdgeUnder[],
  start: number,
  reach: 'near' | 'whole'
): RoofPlane[] {
  const slope = Math.tan(roof.pitch);
  const fronts = ring.map((a, k): FrontEdge => ({
    a,
    b: ring[(k + 1) % ring.length]!,
    profile: [{ from: start, speed: edges[k]!.gable ? 0 : 1 / slope }]
  }));
  const facets = solveWavefront([fronts], reach).facets.filter(
    (facet) => !facet.vertical && ringArea(facet.corners) > 0
  );
  const rings = weldRings(facets.map(({ corners }) => corners.map(({ x, y }) => ({ x, y }))));
  return facets.flatMap((facet, i): RoofPlane[] => {
    const welded = rings[i];
    if (!welded) return [];
    if (facet.edge < 0) {
      const underside = flat(facet.corners[0]!.z);
      const top = flat(facet.corners[0]!.z + roof.thickness);
      return [
        { name: `lid ${i}`, walls: [], ring: welded, underside, top, pitch: 0, area: ringArea(welded) }
      ];
    }
    const underside = planeFrom(fronts[facet.edge]!, slope, start);
    return [
      {
        name: `plane ${facet.edge}`,
        walls: edges[facet.edge]!.walls,
        ring: welded,
        underside,
        top: { ...underside, c: underside.c + roof.thickness / Math.cos(roof.pitch) },
        pitch: roof.pitch,
        area: ringArea(welded) / Math.cos(roof.pitch)
      }
    ];
  });
}

function planeFrom({ a, b }: FrontEdge, slope: number, start: number): Plane {
  const inward = leftOf(unit(subtract(b, a)));
  const [px, py] = [inward.x * slope, inward.y * slope];
  return { a: px, b: py, c: start - px * a.x - py * a.y };
}

/** Move every edge outwards (to the right of its run) by `distance`, corners mitred. */
export function offsetRing(ring: Ring, distance: number): Point[] {
  const n = ring.length;
  return ring.map((p, i) => {
    const d = unit(subtract(p, ring[(i + n - 1) % n]!));
    const e = unit(subtract(ring[(i + 1) % n]!, p));
    const right = (v: Point) => scale(leftOf(v), -1);
    const moved = meetLines(along(p, right(d), distance), d, along(p, right(e), distance), e);
    return moved ?? along(p, unit(add(right(d), right(e))), distance);
  });
}

/** Overhangs that would collide in a notch stop at its middle: the greatest that keeps every edge its way. */
function fitOverhang(rings: readonly Ring[], wanted: number): number {
  const fits = (distance: number) =>
    rings.every((ring) => {
      const moved = offsetRing(ring, distance);
      return (
        isSimple(moved) &&
        moved.every((p, i) => {
          const j = (i + 1) % ring.length;
          return dot(subtract(moved[j]!, p), subtract(ring[j]!, ring[i]!)) > 0;
        })
      );
    });
  if (fits(wanted)) return wanted;
  let [low, high] = [0, wanted];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return Math.floor(low);
}
