/**
 * Roofs from outlines: the record says pitches and eaves, the walls of its storey give the outline that the wavefront
 * starts from. Heights are above the storey's datum. Thickness is square to the slope, so tops lie thickness / cos(pitch) above the undersides.
 */

import { flat, heightAt, type Plane } from '../../geometry/plane';
import { weldRings } from '../../geometry/weld';
import {
  boxHolds,
  boxOf,
  edgesOf,
  ringArea,
  loopsOf,
  ringHolds,
  ringPerimeter,
  ringsArea,
  ringsHold,
  type Ring
} from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { simpleFaces } from '../../geometry/arrangement';
import { innerPoint, middleOfTriangle, trianglesOf } from '../../geometry/triangulate';
import { inPlan } from '../../kernels/roof/facets';
import { nudged, tries } from '../../kernels/roof/nudged';
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
  /** Which rings are solved together: one with the courts in it, its own first. */
  readonly loops: readonly (readonly number[])[];
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
  // Outlines that stand apart never meet: each is solved by itself, together with its courts.
  const loops = loopsOf(bearing);
  const solved = loops.map((rings) => {
    for (const attempt of tries) {
      const own = rings.map((r): Loop => {
        const { ring, of } = eaves[r]!;
        return { r, eaves: { ring: nudged(ring, attempt), of }, edges: edges[r]! };
      });
      const found = solveLoops(roof, own, overhang);
      if (!found) continue;
      for (const one of own) eaves[one.r] = one.eaves;
      return found;
    }
    return undefined;
  });
  const byRing = eaves.map((): readonly RoofPlane[] => []);
  loops.forEach(([outer], i) => {
    byRing[outer!] = (solved[i] ?? []).map(({ r, plane }) =>
      eaves.length > 1 ? { ...plane, name: `${plane.name} of outline ${r}` } : plane
    );
  });
  const planes = byRing.flat();
  return {
    ...{ roof, bearing, cells: undefined, whole: ringsArea(planes.map(({ ring }) => ring)) },
    front: edges.flat().some(({ kind }) => kind === 'meeting') ? outline.rings : undefined,
    eaves,
    loops,
    edges,
    overhang,
    ...{ byRing, planes },
    unsolved: loops.flatMap(([outer], i) => (solved[i] ? [] : [eaves[outer!]!.ring])),
    ridge: ridgeOf(roof, planes),
    lidArea: ringsArea(planes.flatMap(({ name, ring }) => (name.startsWith(lid) ? [ring] : [])))
  };
}

/** An outline with its courts: one to which nothing falls is only cut out. Undefined where no planes cover it once. */
function solveLoops(roof: Roof, loops: readonly Loop[], overhang: number): SolvedPlane[] | undefined {
  const falls = ({ edges }: Loop, i: number) => i === 0 || edges.some(({ kind }) => kind === 'eave');
  const own = loops.filter(falls);
  const open = loops.filter((loop, i) => !falls(loop, i)).map(({ eaves }) => eaves.ring);
  const outline = own.map(({ eaves }) => eaves.ring);
  // Where events lie so close that rounding decides their order, all of the front is looked at for each.
  for (const reach of ['near', 'whole'] as const) {
    const found = solveOutline(roof, own, overhang, reach);
    if (isPartition(outline, planesOf(found))) return open.length > 0 ? withoutCourts(found, open) : found;
  }
  return undefined;
}

function withoutCourts(solved: readonly SolvedPlane[], courts: readonly Ring[]): SolvedPlane[] {
  const rings = [...planesOf(solved).map(({ ring }) => ring), ...courts];
  return (simpleFaces(rings.flatMap(edgesOf)) ?? []).flatMap((ring): SolvedPlane[] => {
    const middle = ringArea(ring) > tolerances.scrap ? innerPoint(ring) : undefined;
    const own = middle && solved.find(({ plane }) => ringHolds(plane.ring, middle));
    if (!own || courts.some((court) => ringHolds(court, middle))) return [];
    return [{ r: own.r, plane: { ...own.plane, ring, area: ringArea(ring) / Math.cos(own.plane.pitch) } }];
  });
}

/** What the lower plane that rises from an edge of a ring is called; no other has that name. */
export const planeFromEdge = ({ eaves }: Pick<RoofModel, 'eaves'>, ring: number, edge: number): string =>
  `plane ${edge}${eaves.length > 1 ? ` of outline ${ring}` : ''}`;

/** A roof over one of its rings and the courts in it: rings that stand apart meet others each for itself. */
export const overLoop = (model: RoofModel, rings: readonly number[]): RoofModel => {
  const planes = model.byRing[rings[0]!]!;
  const of = <T>(list: readonly T[]): T[] => rings.map((r) => list[r]!);
  return {
    ...model,
    bearing: of(model.bearing),
    front: model.front && of(model.front),
    eaves: of(model.eaves),
    loops: [rings.map((_, i) => i)],
    edges: of(model.edges),
    byRing: of(model.byRing),
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

/** A roof from what is left of it over each ring with its courts. */
export function fromLoops(model: RoofModel, loops: readonly RoofModel[]): RoofModel {
  if (loops.every(({ planes, byRing }) => planes === byRing[0])) return model;
  const planes = loops.flatMap((one) => one.planes);
  const cells = loops.some((one) => one.cells) ? loops.flatMap(cellsOf) : undefined;
  return { ...model, planes, cells, ridge: ridgeOf(model.roof, planes) };
}

/**
 * Whether planes cover an outline, courts left out, once and wholly: their areas add up to its own, and no middle of a part
 * lies in two.
 */
export function isPartition(outline: readonly Ring[], planes: readonly RoofPlane[]): boolean {
  const whole = ringsArea(outline);
  const sum = ringsArea(planes.map(({ ring }) => ring));
  const border = outline.reduce((length, ring) => length + ringPerimeter(ring), 0);
  if (Math.abs(sum - whole) > whole * tolerances.share + border * tolerances.coincident) return false;
  const boxes = planes.map(({ ring }) => boxOf(ring));
  return planes.every(({ ring }, i) =>
    middlesOf(ring).every(
      (p) =>
        ringsHold(outline, p) &&
        planes.every((other, j) => j === i || !boxHolds(boxes[j]!, p) || !ringHolds(other.ring, p))
    )
  );
}

const planesOf = (solved: readonly SolvedPlane[]): RoofPlane[] => solved.map(({ plane }) => plane);

/** The middles of the triangles of a ring, slivers left out. */
const middlesOf = (ring: Ring): Point[] =>
  trianglesOf(ring)
    .filter((triangle) => ringArea(triangle) > ringPerimeter(triangle) * tolerances.joint)
    .map(middleOfTriangle);

/** A ring of an outline with its number. */
interface Loop {
  readonly r: number;
  readonly eaves: Eaves;
  readonly edges: readonly MadeEdge[];
}

/** A plane and the ring from whose edge it rises. */
interface SolvedPlane {
  readonly r: number;
  readonly plane: RoofPlane;
}

/**
 * The tops are what is solved, as they are what is seen; each underside lies a thickness below its top, square to that.
 * An edge that starts above the lowest stands upright from there: so do gables and abutments, and steps between edges.
 */
function solveOutline(
  roof: Roof,
  loops: readonly Loop[],
  most: number,
  reach: 'near' | 'whole'
): SolvedPlane[] {
  /** Every stretch of the outline in order, as the solver numbers them. */
  const stretches = loops.flatMap(({ r, eaves: { ring, of }, edges }) =>
    ring.map((a, k) => ({ r, a, b: ring[(k + 1) % ring.length]!, edge: of[k]!, made: edges[of[k]!] }))
  );
  const slopes = stretches.map(({ made }) => (made ? slopesOf(made, roof.thickness, most) : []));
  const sloping = slopes.flatMap((list) => list.slice(0, 1).map(({ from }) => from));
  const lowest = sloping.length > 0 ? Math.min(...sloping) : roof.plateLevel + roof.thickness;
  const rises = (k: number) => !((slopes[k]![0]?.from ?? Infinity) <= lowest + tolerances.wavefront);
  const fronts = stretches.map(({ a, b }, k): FrontEdge => {
    const upright = { from: lowest, speed: 0 };
    const pieces = slopes[k]!.map(({ from, pitch }) => ({ from, speed: 1 / Math.tan(pitch) }));
    return { a, b, profile: [...(rises(k) ? [upright] : []), ...pieces] };
  });
  const byLoop = loops.map(({ r }) => fronts.filter((_, k) => stretches[k]!.r === r));
  const solved = solveWavefront(byLoop, reach, roof.cutOff ?? Infinity);
  const facets = inPlan(solved.facets);
  const rings = weldRings(facets.map(({ ring }) => ring));
  return facets.flatMap(({ facet }, i): SolvedPlane[] => {
    const welded = rings[i];
    if (!welded) return [];
    const stretch = stretches[facet.edge];
    const made = stretch?.made;
    const which = facet.edge < 0 ? -1 : facet.piece - (rises(facet.edge) ? 1 : 0);
    const slope = facet.edge < 0 ? undefined : slopes[facet.edge]![which];
    if (!stretch || !made || !slope) {
      const top = flat(facet.corners[0]!.z);
      const underside = flat(top.c - roof.thickness);
      // Level where it was cut off on purpose, or where nothing else was found.
      const isCut = roof.cutOff !== null && Math.abs(top.c - roof.cutOff) < tolerances.coincident;
      const word = isCut ? 'flat' : lid;
      const own = {
        name: `${word} ${solved.facets.indexOf(facet)}`,
        walls: [],
        ring: welded,
        underside,
        top,
        pitch: 0
      };
      return [{ r: loops[0]!.r, plane: { ...own, area: ringArea(welded) } }];
    }
    const { pitch, start } = slope;
    const top = planeFrom(solved.edges[facet.edge]!, Math.tan(pitch), start);
    const name = `plane ${stretch.edge}${which > 0 ? ' upper' : ''}`;
    const plane: RoofPlane = {
      ...{ name, walls: made.walls, ring: welded, pitch, top },
      underside: { ...top, c: top.c - roof.thickness / Math.cos(pitch) },
      area: ringArea(welded) / Math.cos(pitch)
    };
    return [{ r: stretch.r, plane }];
  });
}

function planeFrom({ a, b }: FrontEdge, slope: number, start: number): Plane {
  const inward = leftOf(unit(subtract(b, a)));
  const [px, py] = [inward.x * slope, inward.y * slope];
  return { a: px, b: py, c: start - px * a.x - py * a.y };
}
