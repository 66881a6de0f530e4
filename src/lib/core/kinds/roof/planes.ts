/**
 * Roofs from outlines: the record says pitches and eaves, the walls of its storey give the outline that the wavefront
 * starts from. Heights are above the storey's datum. Thickness is square to the slope, so tops lie thickness / cos(pitch) above the undersides.
 */

import { flat, heightAt, type Plane } from '../../geometry/plane';
import { weldRings } from '../../geometry/weld';
import {
  boxHolds,
  boxOf,
  ringArea,
  ringHolds,
  ringPerimeter,
  ringsArea,
  type Ring
} from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { middleOfTriangle, trianglesOf } from '../../geometry/triangulate';
import { solveWavefront, type FrontEdge } from '../../kernels/roof/wavefront';
import { leftOf, subtract, unit, type Point } from '../../geometry/point';
import { eavesOutline, fittingOverhang, type Eaves, type MadeEdge, type RoofOutline } from './edges';
import { slopesOf } from './slopes';
import type { Roof } from './record';
import type { RoofPlane } from '../../kernels/roof/planes';

export interface RoofModel {
  readonly roof: Roof;
  /** Drawn on into other roofs where the roof runs into them. */
  readonly bearing: readonly Ring[];
  /** As it was before; undefined of a roof that runs into none. */
  readonly front: readonly Ring[] | undefined;
  readonly eaves: readonly Eaves[];
  /** Per ring of the bearing and edge. */
  readonly edges: readonly (readonly MadeEdge[])[];
  /** The planes of each ring, by themselves. */
  readonly byRing: readonly (readonly RoofPlane[])[];
  /** What of it is seen where it meets others; a plane may come in several parts of one name. */
  readonly planes: readonly RoofPlane[];
  /** What is built, where that is not from the underside to the top of each plane. */
  readonly cells: readonly RoofCell[] | undefined;
  /** Plan area before it met others, mm2. */
  readonly whole: number;
  /** Highest point of the tops. */
  readonly ridge: number;
  /** Plan area under a flat lid, mm2: no chosen edge gives a plane there. */
  readonly lidArea: number;
  /** Eaves outlines whose planes do not cover them once and wholly: they have none, rather than wrong ones. */
  readonly unsolved: readonly Ring[];
  /** The overhang used where the asked one would collide in a notch. */
  readonly overhang: number;
}

/** A part of a plane that is built between two others. */
export interface RoofCell {
  readonly plane: RoofPlane;
  readonly ring: Ring;
  readonly bottom: Plane;
  readonly top: Plane;
  /** Its top is the underside of a roof over it. */
  readonly isCut: boolean;
}

/** What is called so lies where no plane is. */
const lid = 'lid';

/**
 * A roof by itself. `on`: how far each edge that runs into other roofs is drawn on.
 * Undefined when there is no outline to stand on.
 */
export function deriveRoof(
  roof: Roof,
  outline: RoofOutline | undefined,
  on?: readonly (readonly number[])[]
): RoofModel | undefined {
  if (!outline || outline.rings.length === 0) return undefined;
  const { edges } = outline;
  const bearing = on ? outline.rings.map((ring, i) => eavesOutline(ring, on[i]!).ring) : outline.rings;
  const overhangs = edges.map((ring) => ring.map((edge) => edge.overhang));
  const overhang = fittingOverhang(bearing, overhangs);
  const eaves = bearing.map((ring, i) => eavesOutline(ring, overhangs[i]!, overhang));
  // Outlines that stand apart never meet: each is solved by itself.
  const solved = eaves.map((one, i) => {
    const { ring } = one;
    const near = solveOutline(roof, one, edges[i]!, overhang, 'near');
    if (isPartition(ring, near)) return near;
    // Where events lie so close that rounding decides their order, all of the front is looked at for each.
    const whole = solveOutline(roof, one, edges[i]!, overhang, 'whole');
    return isPartition(ring, whole) ? whole : undefined;
  });
  const byRing = solved.map((list, i) =>
    (list ?? []).map((plane) =>
      eaves.length > 1 ? { ...plane, name: `${plane.name} of outline ${i}` } : plane
    )
  );
  const planes = byRing.flat();
  return {
    ...{ roof, bearing, cells: undefined, whole: ringsArea(planes.map(({ ring }) => ring)) },
    front: edges.flat().some(({ kind }) => kind === 'meeting') ? outline.rings : undefined,
    eaves,
    edges,
    overhang,
    ...{ byRing, planes },
    unsolved: eaves.flatMap(({ ring }, i) => (solved[i] ? [] : [ring])),
    ridge: ridgeOf(roof, planes),
    lidArea: ringsArea(planes.flatMap(({ name, ring }) => (name.startsWith(lid) ? [ring] : [])))
  };
}

/** What the lower plane that rises from an edge of a ring is called; no other has that name. */
export const planeFromEdge = ({ eaves }: Pick<RoofModel, 'eaves'>, ring: number, edge: number): string =>
  `plane ${edge}${eaves.length > 1 ? ` of outline ${ring}` : ''}`;

/** A roof over one of its rings alone: rings that stand apart meet others each for itself. */
export const overRing = (model: RoofModel, r: number): RoofModel => {
  const planes = model.byRing[r]!;
  return {
    ...model,
    bearing: [model.bearing[r]!],
    front: model.front && [model.front[r]!],
    eaves: [model.eaves[r]!],
    edges: [model.edges[r]!],
    byRing: [planes],
    planes,
    ...{ lidArea: 0, unsolved: [], whole: 0 },
    ridge: ridgeOf(model.roof, planes)
  };
};

const ridgeOf = (roof: Roof, planes: readonly RoofPlane[]): number =>
  Math.max(roof.plateLevel, ...planes.flatMap(({ ring, top }) => ring.map((p) => heightAt(top, p))));

/** The cells of a roof, where it is built whole those of its planes. */
export const cellsOf = ({ cells, planes }: Pick<RoofModel, 'planes' | 'cells'>): readonly RoofCell[] =>
  cells ??
  planes.map((plane) => ({
    ...{ plane, ring: plane.ring, isCut: false },
    bottom: plane.underside,
    top: plane.top
  }));

/** A roof from what is left of it over each ring. */
export function fromRings(model: RoofModel, rings: readonly RoofModel[]): RoofModel {
  if (rings.every(({ planes }, r) => planes === model.byRing[r])) return model;
  const planes = rings.flatMap((one) => one.planes);
  const cells = rings.some((one) => one.cells) ? rings.flatMap(cellsOf) : undefined;
  return { ...model, planes, cells, ridge: ridgeOf(model.roof, planes) };
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

/**
 * The tops are what is solved, as they are what is seen; each underside lies a thickness below its top, square to that.
 * An edge that starts above the lowest stands upright from there: so do gables and abutments, and steps between edges.
 */
function solveOutline(
  roof: Roof,
  { ring, of }: Eaves,
  edges: readonly MadeEdge[],
  most: number,
  reach: 'near' | 'whole'
): RoofPlane[] {
  const slopes = of.map((k) => (edges[k] ? slopesOf(edges[k], roof.thickness, most) : []));
  const sloping = slopes.flatMap((list) => list.slice(0, 1).map(({ from }) => from));
  const lowest = sloping.length > 0 ? Math.min(...sloping) : roof.plateLevel + roof.thickness;
  const rises = (k: number) => !((slopes[k]![0]?.from ?? Infinity) <= lowest + tolerances.wavefront);
  const fronts = ring.map((a, k): FrontEdge => {
    const upright = { from: lowest, speed: 0 };
    const pieces = slopes[k]!.map(({ from, pitch }) => ({ from, speed: 1 / Math.tan(pitch) }));
    return { a, b: ring[(k + 1) % ring.length]!, profile: [...(rises(k) ? [upright] : []), ...pieces] };
  });
  const solved = solveWavefront([fronts], reach, roof.cutOff ?? Infinity);
  const facets = solved.facets.filter((facet) => !facet.vertical && ringArea(facet.corners) > 0);
  const rings = weldRings(facets.map(({ corners }) => corners.map(({ x, y }) => ({ x, y }))));
  return facets.flatMap((facet, i): RoofPlane[] => {
    const welded = rings[i];
    if (!welded) return [];
    const made = edges[of[facet.edge] ?? -1];
    const which = facet.edge < 0 ? -1 : facet.piece - (rises(facet.edge) ? 1 : 0);
    const slope = facet.edge < 0 ? undefined : slopes[facet.edge]![which];
    if (!made || !slope) {
      const top = flat(facet.corners[0]!.z);
      const underside = flat(top.c - roof.thickness);
      // Level where it was cut off on purpose, or where nothing else was found.
      const isCut = roof.cutOff !== null && Math.abs(top.c - roof.cutOff) < tolerances.coincident;
      const word = isCut ? 'flat' : lid;
      return [
        { name: `${word} ${i}`, walls: [], ring: welded, underside, top, pitch: 0, area: ringArea(welded) }
      ];
    }
    const { pitch, start } = slope;
    const top = planeFrom(fronts[facet.edge]!, Math.tan(pitch), start);
    return [
      {
        ...{
          name: `plane ${of[facet.edge]}${which > 0 ? ' upper' : ''}`,
          walls: made.walls,
          ring: welded,
          pitch,
          top
        },
        underside: { ...top, c: top.c - roof.thickness / Math.cos(pitch) },
        area: ringArea(welded) / Math.cos(pitch)
      }
    ];
  });
}

function planeFrom({ a, b }: FrontEdge, slope: number, start: number): Plane {
  const inward = leftOf(unit(subtract(b, a)));
  const [px, py] = [inward.x * slope, inward.y * slope];
  return { a: px, b: py, c: start - px * a.x - py * a.y };
}
