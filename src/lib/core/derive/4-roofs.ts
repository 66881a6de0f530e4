/**
 * Stage 4: roofs from outlines. Reads the roof record and the outline of its storey's walls. Heights are above the
 * storey's datum. Thickness is square to the slope, so tops lie thickness / cos(pitch) above the undersides.
 */
import { heightAt, weldRings, type Plane } from '../geometry/columns';
import { add, along, dot, leftOf, meetLines, scale, subtract, unit, type Point } from '../geometry/point';
import { isSimple, ringArea, ringHolds, type Ring } from '../geometry/ring';
import type { Roof } from '../project/records';
import type { Outline } from './3-outline';
import { solveWavefront, type FrontEdge, type Skeleton } from './roof/wavefront';

export interface RoofPlane {
  readonly name: string;
  /** Walls under the eave it rises from; none for a lid. */
  readonly walls: readonly string[];
  readonly ring: Ring;
  readonly underside: Plane;
  readonly top: Plane;
  readonly pitch: number;
  /** True area of the sloping top, mm2. */
  readonly area: number;
}

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
  const loops = eaves.map((ring, i) =>
    ring.map((a, k): FrontEdge => ({
      a,
      b: ring[(k + 1) % ring.length]!,
      profile: [{ from: start, speed: edges[i]![k]!.gable ? 0 : 1 / slope }]
    }))
  );
  const skeleton = solveWavefront(loops);
  return {
    roof,
    bearing: outline.rings,
    eaves,
    edges,
    overhang,
    ...planesOf(roof, skeleton, loops.flat(), edges.flat(), start)
  };
}

function planesOf(
  roof: Roof,
  skeleton: Skeleton,
  fronts: readonly FrontEdge[],
  edges: readonly { readonly walls: readonly string[] }[],
  start: number
): Pick<RoofModel, 'planes' | 'ridge' | 'lidArea'> {
  const lift = roof.thickness / Math.cos(roof.pitch);
  const facets = skeleton.facets.filter((facet) => !facet.vertical && ringArea(facet.corners) > 0);
  const rings = weldRings(facets.map(({ corners }) => corners.map(({ x, y }) => ({ x, y }))));
  const planes = facets.flatMap((facet, i): RoofPlane[] => {
    const ring = rings[i];
    if (!ring) return [];
    const isLid = facet.edge < 0;
    const underside = isLid
      ? { a: 0, b: 0, c: facet.corners[0]!.z }
      : planeFrom(fronts[facet.edge]!, Math.tan(roof.pitch), start);
    return [
      {
        name: isLid ? `lid ${i}` : `plane ${facet.edge}`,
        walls: isLid ? [] : edges[facet.edge]!.walls,
        ring,
        underside,
        top: { ...underside, c: underside.c + (isLid ? roof.thickness : lift) },
        pitch: isLid ? 0 : roof.pitch,
        area: ringArea(ring) / (isLid ? 1 : Math.cos(roof.pitch))
      }
    ];
  });
  const ridge = Math.max(...planes.flatMap(({ ring, top }) => ring.map((p) => heightAt(top, p))));
  const lidArea = planes
    .filter(({ walls, pitch }) => walls.length === 0 && pitch === 0)
    .reduce((sum, { ring }) => sum + ringArea(ring), 0);
  return { planes, ridge, lidArea };
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

/** The plane over a plan point, if any. */
export function planeOver(model: RoofModel, p: Point): RoofPlane | undefined {
  return model.planes.find(({ ring }) => ringHolds(ring, p));
}
