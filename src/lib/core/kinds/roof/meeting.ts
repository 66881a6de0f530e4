/**
 * Roofs of a house where they meet: drawn on into one another, and each cut to what of it is built. Heights of a roof are
 * over its storey's datum; where several are compared, over project zero.
 */
import { heightAt, raise } from '../../geometry/plane';
import { add, along, leftOf, lerp, scale, subtract, unit, type Point } from '../../geometry/point';
import { areaWithin } from '../../geometry/common-area';
import { crossingsOf, edgesOf, ringArea, ringHolds, ringsArea, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { meetRoofs, type KeptCell } from '../../kernels/roof/envelope';
import { withoutBorders } from '../../kernels/roof/merged';
import type { MeetingRoof, StoreyOver } from '../../kernels/roof/overlay';
import type { RoofPlane } from '../../kernels/roof/planes';
import type { RoofOutline } from './edges';
import type { RoofCell, RoofModel } from './planes';

/** A solved roof and what its heights are over. */
export interface Placed {
  readonly model: RoofModel;
  readonly datum: number;
}

/** How far an end is drawn on past the place where it is under the other roof, mm. */
const past = 10;

/**
 * How far each edge that runs into other roofs is drawn on: to where one of them is as high as this is anywhere, or to the
 * far side of its bearing; 0 where there is none, and where the roof rises to that edge, as a lean-to does to its wall.
 *
 *        other          \         from places along the edge a line goes outwards; the other's top
 *     ____.-'\_          \ on     over it says how far
 *    | H  - - - - - - - ->|
 */
export function drawnOn(outline: RoofOutline, own: Placed, others: readonly Placed[]): number[][] {
  return outline.rings.map((ring, r) =>
    ring.map((a, i) => {
      if (outline.edges[r]![i]!.kind !== 'meeting') return 0;
      const b = ring[(i + 1) % ring.length]!;
      const way = scale(leftOf(unit(subtract(b, a))), -1);
      const highest = own.datum + own.model.ridge;
      const places = [0.001, 0.25, 0.5, 0.75, 0.999].map((k) => lerp(a, b, k));
      if (places.some((place) => risesTo(own.model, along(place, way, -past), way))) return 0;
      const far = places.flatMap((place) => others.map((other) => reachAlong(place, way, other, highest)));
      const most = Math.max(0, ...far);
      return most > 0 ? Math.ceil(most) + past : 0;
    })
  );
}

/** Whether a roof rises at a place, that way. */
const risesTo = ({ planes }: RoofModel, p: Point, way: Point): boolean =>
  planes.some(({ ring, top }) => top.a * way.x + top.b * way.y > tolerances.square && ringHolds(ring, p));

/** How far from a place a roof is as high as said, or ends; 0 where it is not met. */
function reachAlong(from: Point, way: Point, { model, datum }: Placed, height: number): number {
  const reached = model.planes.flatMap(({ ring, top }) =>
    stretches(ring, from, way).flatMap(([s, t]) => {
      const [low, high] = [s, t].map((at) => datum + heightAt(top, add(from, scale(way, at))) - height) as [
        number,
        number
      ];
      if (low >= 0) return [s];
      return high >= 0 ? [s + ((t - s) * low) / (low - high)] : [];
    })
  );
  if (reached.length > 0) return Math.min(...reached);
  return Math.max(0, ...model.bearing.flatMap((ring) => stretches(ring, from, way).map(([, t]) => t - past)));
}

/** Where a line onwards from a point runs within a ring. */
function stretches(ring: Ring, from: Point, way: Point): [number, number][] {
  const at = crossingsOf(ring, from, way);
  return at.flatMap((t, i): [number, number][] =>
    i % 2 === 0 && at[i + 1]! > 0 ? [[Math.max(0, t), at[i + 1]!]] : []
  );
}

/** So much of what is under a roof lies within the walls of its storey, where it is closed by them. */
const mostlyWithin = 0.9;

/** Whether the walls of its storey close the space under a roof. */
export function isEnclosed({ bearing, front }: RoofModel, outline: readonly Ring[]): boolean {
  const rings = front ?? bearing;
  return areaWithin(rings, outline) >= mostlyWithin * ringsArea(rings);
}

/** What meets others, in heights over project zero. */
function meetingRoof({ model, datum }: Placed, isEnclosed: boolean): MeetingRoof {
  return {
    ...{ id: model.roof.id, bearing: model.bearing, front: model.front, base: datum },
    isEnclosed,
    facets: model.planes.map(({ ring, underside, top }) => ({
      ring,
      underside: raise(underside, datum),
      top: raise(top, datum)
    })),
    ends: model.eaves.flatMap(({ ring, of }, r) =>
      edgesOf(ring).filter((_, i) => model.edges[r]![of[i]!]?.kind === 'meeting')
    )
  };
}

/** Each roof as it is where it meets the others and the storeys over it; undefined where that does not settle. */
export function metRoofs(
  roofs: readonly { readonly placed: Placed; readonly isEnclosed: boolean }[],
  storeys: readonly StoreyOver[]
): RoofModel[] | undefined {
  const met = meetRoofs(
    roofs.map(({ placed, isEnclosed }) => meetingRoof(placed, isEnclosed)),
    storeys
  );
  return met && roofs.map(({ placed }, i) => asMet(placed, met[i]!));
}

function asMet({ model, datum }: Placed, kept: readonly KeptCell[]): RoofModel {
  const whole = ringsArea(model.planes.map(({ ring }) => ring));
  const left = kept.reduce((sum, { ring }) => sum + ringArea(ring), 0);
  const isWhole = kept.every(({ body }) => body && !body.isCut);
  if (isWhole && whole - left <= tolerances.share * whole) return model;
  const planes = model.planes.flatMap((plane, facet): RoofPlane[] => {
    const rings = kept.flatMap((cell) => (cell.facet === facet ? [cell.ring] : []));
    return withoutBorders(rings).map((ring) => ({
      ...plane,
      ring,
      area: ringArea(ring) / Math.cos(plane.pitch)
    }));
  });
  const cells = kept.flatMap(({ facet, ring, body }): RoofCell[] =>
    body
      ? [
          {
            ...{ plane: model.planes[facet]!, ring, isCut: body.isCut },
            bottom: raise(body.bottom, -datum),
            top: raise(body.top, -datum)
          }
        ]
      : []
  );
  const ridge = Math.max(
    ...planes.flatMap(({ ring, top }) => ring.map((p) => heightAt(top, p))),
    model.roof.plateLevel
  );
  return { ...model, planes, cells, ridge };
}
