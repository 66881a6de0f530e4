/**
 * A lower roof that continues the foot of a plane without a step: where its top reaches the other's eave, both are of one
 * height. Solved for its plate level or for its pitch.
 *
 *         \  upper                H: height of the upper top at its eave, over the lower roof's datum
 *          \                      d: from the lower bearing line to that eave, square to it
 *      H - -*.                    plate + (d - seat) tan p + t / cos p = H
 *             `-.  lower, p, t
 *      |<-- d -->`-|- plate
 */
import { heightAt } from '../../geometry/plane';
import { cross, dot, leftOf, lerp, subtract, unit, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Placed } from './meeting';
import { planeFromEdge, type RoofModel } from './planes';
import type { Roof } from './record';

/** An eave of a roof and the eave of another that it can continue; `run`, `rise`: d, and H over project zero. */
export interface Foot {
  readonly ring: number;
  readonly edge: number;
  readonly run: number;
  readonly height: number;
}

interface Eave {
  readonly ring: number;
  readonly edge: number;
  readonly from: Point;
  readonly to: Point;
  /** Of its top. */
  readonly height: number;
}

function eavesOf(model: RoofModel): Eave[] {
  const { eaves, edges, planes } = model;
  return eaves.flatMap(({ ring, of }, r) =>
    ring.flatMap((from, k): Eave[] => {
      if (edges[r]![of[k]!]?.kind !== 'eave') return [];
      const to = ring[(k + 1) % ring.length]!;
      const name = planeFromEdge(model, r, of[k]!);
      const plane = planes.find((one) => one.name === name);
      return plane ? [{ ring: r, edge: of[k]!, from, to, height: heightAt(plane.top, from) }] : [];
    })
  );
}

/**
 * The nearest eave of another roof that one of this roof's can continue: alike in direction, inwards of it, beside it. A roof
 * that lies wholly under its plate has none.
 */
export function footOf(lower: Placed, upper: Placed): Foot | undefined {
  const above = eavesOf(upper.model);
  const found = lower.model.bearing.flatMap((ring, r) =>
    ring.flatMap((a, edge): Foot[] => {
      const made = lower.model.edges[r]![edge];
      if (made?.kind !== 'eave') return [];
      const b = ring[(edge + 1) % ring.length]!;
      const way = unit(subtract(b, a));
      return above.flatMap(({ from, to, height }): Foot[] => {
        const theirs = unit(subtract(to, from));
        const run = dot(subtract(lerp(from, to, 0.5), a), leftOf(way));
        const [s, t] = [from, to].map((p) => dot(subtract(p, a), way)) as [number, number];
        const shared = Math.min(Math.max(s, t), dot(subtract(b, a), way)) - Math.max(Math.min(s, t), 0);
        if (dot(way, theirs) < 0 || Math.abs(cross(way, theirs)) > tolerances.inLine) return [];
        const foot = upper.datum + height - lower.datum;
        const isAbove = upper.datum + upper.model.ridge > lower.datum + made.plateLevel;
        return run > tolerances.joint && shared > tolerances.joint && isAbove
          ? [{ ring: r, edge, run, height: foot }]
          : [];
      });
    })
  );
  return found.reduce<Foot | undefined>((best, one) => (!best || one.run < best.run ? one : best), undefined);
}

/** The plate level at which a roof of a pitch and thickness meets a foot. Source: own derivation. */
export const plateFor = (
  { run, height }: Foot,
  { pitch, seat, thickness }: Pick<Roof, 'pitch' | 'seat' | 'thickness'>
): number => height - (run - seat) * Math.tan(pitch) - thickness / Math.cos(pitch);

/**
 * The pitch at which a roof with a plate level meets a foot; undefined where the foot is not above it. Of
 * s tan p + t / cos p = c: p = atan(c / s) - asin(t / hypot(c, s)).
 */
export function pitchFor(
  { run, height }: Foot,
  { plateLevel, seat, thickness }: Pick<Roof, 'plateLevel' | 'seat' | 'thickness'>
): number | undefined {
  const [rise, along] = [height - plateLevel, run - seat];
  const pitch = Math.atan2(rise, along) - Math.asin(Math.min(1, thickness / Math.hypot(rise, along)));
  return pitch > 0 && along > 0 ? pitch : undefined;
}
