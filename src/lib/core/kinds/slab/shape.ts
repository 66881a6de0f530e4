/** Slabs with their falls: the top over each of their rings, and how plies lie under it. Heights above a slab's level, mm. */
import { sameValue } from '../../document/patch';
import { own, result, stage } from '../../document/stage';
import { flat, raise, type Plane } from '../../geometry/plane';
import { fromAngle, lerp, type Point } from '../../geometry/point';
import { gapToBorder, loopsOf, ringsHold, type Ring } from '../../geometry/ring';
import { innerPoint } from '../../geometry/triangulate';
import { surfaceFalling, surfaceOf, type Surface } from '../../kernels/falls/surface';
import { outlineOn } from '../wall/stages';
import type { Falls, Slab } from './record';
import { slabRings } from './rings';

export interface SlabPart {
  readonly outline: Ring;
  readonly holes: readonly Ring[];
  readonly surface: Surface;
}

/** An edge of a slab stands at the house where a face of its outer walls is no farther, mm. */
const atHouse = 60;

/** Whether an edge of a slab outside stands at outer faces of walls. */
function houseBeside(outline: Ring, house: readonly Ring[]) {
  const middle = innerPoint(outline);
  if (house.length === 0 || !middle || ringsHold(house, middle)) return () => false;
  return (from: Point, to: Point) =>
    [0.1, 0.5, 0.9].every((k) => house.some((ring) => gapToBorder(ring, lerp(from, to, k)) <= atHouse));
}

/** The top of an outline with falls. */
export function surfaceWith(falls: Falls | null, outline: Ring, house: readonly Ring[]): Surface {
  const isHouse = houseBeside(outline, house);
  if (falls?.kind === 'plane')
    return surfaceFalling(outline, fromAngle(falls.direction), falls.slope, isHouse);
  return surfaceOf(outline, falls?.levels ?? [], falls?.lines ?? [], isHouse);
}

/** By its id. */
export const slabParts = stage(
  'slabs with their falls',
  {
    slab: own('slab'),
    rings: result(slabRings),
    house: (query, id) => {
      const slab = query.project.tables.slab.get(id);
      return slab?.falls ? outlineOn(query, slab.storey, 'outer')?.rings : undefined;
    }
  },
  ({ slab, rings, house }): readonly SlabPart[] =>
    loopsOf(rings).map((loop) => {
      const [outline, ...holes] = loop.map((k) => rings[k]!);
      return { outline: outline!, holes, surface: surfaceWith(slab?.falls ?? null, outline!, house ?? []) };
    }),
  // What it is made of changes nothing of its shape.
  sameValue
);

/** A ply over a facet. */
export interface Layer {
  /** Which ply; null of a slab that has none. */
  readonly ply: number | null;
  readonly material: string;
  readonly top: Plane;
  readonly bottom: Plane;
}

export interface SlabPly {
  readonly material: string;
  readonly thickness: number;
}

/** The plies of a slab under a plane of its top: all tilted, or flat from the foot of the one that varies on. */
export function layersUnder(
  { material, thickness, underside, varies, buildUp }: Slab,
  plies: readonly SlabPly[],
  top: Plane
): Layer[] {
  const list = plies.length > 0 ? plies : [{ material, thickness }];
  let depth = 0;
  return list.map((ply, i): Layer => {
    const [from, to] = [depth, (depth += ply.thickness)];
    const isFlat = (below: boolean) => underside === 'flat' && (below ? i >= varies : i > varies);
    return {
      ply: buildUp === null ? null : i,
      material: ply.material,
      top: isFlat(false) ? flat(-from) : raise(top, -from),
      bottom: isFlat(true) ? flat(-to) : raise(top, -to)
    };
  });
}
