/**
 * A roof cut upright across its ridge: the shape that its planes have in section.
 *
 *            .^.          s runs along the cut, 0 under the highest place;
 *         .-'   `-.       heights over the roof's storey
 *      .-'         `-.
 *    s < 0   0   s > 0
 */

import { heightAt, type Plane } from '../../geometry/plane';
import { add, distance, leftOf, lerp, scale, subtract, unit, type Point } from '../../geometry/point';
import { crossingsOf, edgesOf } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { RoofModel } from './planes';

export interface RoofSectionPoint {
  readonly s: number;
  readonly underside: number;
  readonly top: number;
}

/**
 * From eave to eave through the highest place, by ascending s, mm; empty for a roof without planes. Across the longest
 * highest edge, so that slopes are true; through a single highest point, across the longest eave.
 */
export function roofSection({ planes, eaves }: RoofModel): readonly RoofSectionPoint[] {
  const edges = planes.flatMap(({ ring, top }) => edgesOf(ring).map(([a, b]) => ({ a, b, top })));
  const highest = edges.reduce((most, { a, top }) => Math.max(most, heightAt(top, a)), -Infinity);
  const isHigh = (p: Point, top: Plane) => highest - heightAt(top, p) < tolerances.coincident;
  const long = (list: readonly { readonly a: Point; readonly b: Point }[]) =>
    [...list].sort((p, q) => distance(q.a, q.b) - distance(p.a, p.b))[0];
  const high = long(edges.filter(({ a, b, top }) => isHigh(a, top) && isHigh(b, top)));
  const peak = edges.find(({ a, top }) => isHigh(a, top))?.a;
  const run = high ?? long(eaves.flatMap(({ ring }) => edgesOf(ring).map(([a, b]) => ({ a, b }))));
  if (!peak || !run) return [];
  const through = high ? lerp(high.a, high.b, 0.5) : peak;
  const left = leftOf(unit(subtract(run.b, run.a)));
  // Eastwards, or northwards where it is neither: the same whichever way the edge runs.
  const across = left.x > 1e-9 || (left.x > -1e-9 && left.y > 0) ? left : scale(left, -1);
  const found = planes.flatMap(({ ring, underside, top }) => {
    const at = crossingsOf(ring, through, across);
    return at.flatMap((s, i) => {
      const next = at[i + 1];
      if (i % 2 === 1 || next === undefined || next - s < tolerances.coincident) return [];
      return [
        [s, next].map((one): RoofSectionPoint => {
          const p = add(through, scale(across, one));
          return { s: one, underside: heightAt(underside, p), top: heightAt(top, p) };
        })
      ];
    });
  });
  found.sort((p, q) => p[0]!.s - q[0]!.s);
  // What the cut meets of another wing, beyond a gap, is not part of this one.
  const parts: RoofSectionPoint[][] = [];
  for (const part of found) {
    const last = parts.at(-1);
    if (last && part[0]!.s - last.at(-1)!.s < tolerances.joint) last.push(...part);
    else parts.push([...part]);
  }
  return (
    parts.find((part) => part[0]!.s < tolerances.coincident && part.at(-1)!.s > -tolerances.coincident) ?? []
  );
}
