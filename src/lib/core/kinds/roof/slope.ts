/**
 * The slope over an eave, from the line of its bearing inwards: what is set out along it and up it stands on it.
 *
 *              .-'  upper, of an eave with two pitches; begins `begins` from the line, in plan
 *           .-'
 *          /  lower                    from o------------> way     `from`: the left end of the line, seen
 *         /                                 inward ^               from outside
 *        o line
 */
import type { Plane } from '../../geometry/plane';
import { heightAt } from '../../geometry/plane';
import { along, dot, leftOf, subtract, unit, type Point } from '../../geometry/point';
import { crossingsOf, edgesOf, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { planeFromEdge, type RoofModel } from './planes';

/** Which eave, as commands name it: by the wall under it, or by the number of a side of the roof's own. */
export interface EaveName {
  readonly wall?: string | null | undefined;
  readonly side?: number | null | undefined;
}

export interface SlopePlane {
  readonly name: string;
  readonly begins: number;
  readonly pitch: number;
  readonly top: Plane;
  readonly underside: Plane;
  readonly rings: readonly Ring[];
}

export interface RoofSlope {
  readonly from: Point;
  readonly way: Point;
  readonly inward: Point;
  readonly walls: readonly string[];
  readonly bearing: readonly Ring[];
  readonly lower: SlopePlane;
  readonly upper: SlopePlane | undefined;
}

/** Undefined where the roof has no such eave, or no plane that rises from it. */
export function slopeOver(model: RoofModel, { wall, side }: EaveName): RoofSlope | undefined {
  for (const [r, edges] of model.edges.entries())
    for (const [k, edge] of edges.entries()) {
      const isNamed =
        typeof wall === 'string' ? edge.walls.includes(wall) : typeof side === 'number' && edge.side === side;
      const slope = isNamed && edge.kind === 'eave' ? slopeFrom(model, r, k) : undefined;
      if (slope) return slope;
    }
  return undefined;
}

function slopeFrom(model: RoofModel, r: number, k: number): RoofSlope | undefined {
  const [from, to] = edgesOf(model.bearing[r]!)[k]!;
  const way = unit(subtract(to, from));
  const inward = leftOf(way);
  const name = planeFromEdge(model, r, k);
  const lower = planeNamed(model, name, 0);
  if (!lower || dot({ x: lower.top.a, y: lower.top.b }, inward) <= 0) return undefined;
  const { walls } = model.edges[r]![k]!;
  const above = planeNamed(model, upperName(name), 0);
  const begins = above ? breakOf(lower, above, from, inward) : 0;
  const upper = above && { ...above, begins };
  return { ...{ from, way, inward, walls, bearing: model.bearing }, lower, upper };
}

/** How far in from the line two tops over it are of one height. */
function breakOf({ top: low }: SlopePlane, { top: high }: SlopePlane, from: Point, inward: Point): number {
  const rise = ({ a, b }: Plane) => dot({ x: a, y: b }, inward);
  return (heightAt(high, from) - heightAt(low, from)) / (rise(low) - rise(high));
}

/** What the plane above the break of a lower one is called. */
export const upperName = (name: string) => name.replace(/^plane \d+/, '$& upper');

function planeNamed({ planes }: RoofModel, name: string, begins: number): SlopePlane | undefined {
  const parts = planes.filter((plane) => plane.name === name);
  const [one] = parts;
  return (
    one && {
      ...{ name, begins, pitch: one.pitch, top: one.top, underside: one.underside },
      rings: parts.map(({ ring }) => ring)
    }
  );
}

/** A place so far along the line and, in plan, in from it. */
export const placeOn = ({ from, way, inward }: RoofSlope, t: number, s: number): Point =>
  along(along(from, way, t), inward, s);

export const liesOn = ({ rings }: SlopePlane, p: Point): boolean => rings.some((ring) => ringHolds(ring, p));

/** How far in from the line its lower plane reaches within the bearing, so far along. */
export function reachOf({ from, way, inward, lower, bearing }: RoofSlope, t: number): number {
  const across = (rings: readonly Ring[]) =>
    Math.max(0, ...rings.flatMap((ring) => crossingsOf(ring, along(from, way, t), inward)));
  return Math.min(across(lower.rings), across(bearing));
}

/** So far up the slope from the line of its bearing: which plane is there, and how far in that is in plan. */
export function upSlope({ lower, upper }: RoofSlope, up: number): { readonly plane: SlopePlane; s: number } {
  const s = up * Math.cos(lower.pitch);
  if (!upper || s < upper.begins - tolerances.coincident) return { plane: lower, s };
  const past = up - upper.begins / Math.cos(lower.pitch);
  return { plane: upper, s: upper.begins + past * Math.cos(upper.pitch) };
}

/** A place of a slope as it is set out there. */
export interface SlopePlace {
  readonly slope: RoofSlope;
  readonly wall: string | null;
  readonly side: number | null;
  /** From the left end of the line, and up the slope. */
  readonly along: number;
  readonly up: number;
}

/** Where on which slope of a roof a place of the plan lies; undefined over what rises from no eave that has a name. */
export function slopeAt(model: RoofModel, p: Point): SlopePlace | undefined {
  for (const [r, edges] of model.edges.entries())
    for (const [k, { kind, walls, side }] of edges.entries()) {
      const wall = walls[0] ?? null;
      const isNamed = kind === 'eave' && (wall !== null || side !== null);
      const slope = isNamed ? slopeFrom(model, r, k) : undefined;
      const plane = slope && [slope.lower, slope.upper].find((one) => one && liesOn(one, p));
      if (!slope || !plane) continue;
      const away = subtract(p, slope.from);
      const s = dot(away, slope.inward);
      const up = plane.begins / Math.cos(slope.lower.pitch) + (s - plane.begins) / Math.cos(plane.pitch);
      return { slope, wall, side: wall === null ? side : null, along: dot(away, slope.way), up };
    }
  return undefined;
}
