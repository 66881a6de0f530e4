/**
 * What is made along the outline of a roof: boards outside of it, soffits under its overhangs, and eaves cut otherwise
 * than plumb. All of it goes by the stretches of the outline that are seen, so that what another roof hides has none.
 *
 *          .-'|  top            fascia: of an eave, plumb at its line, its foot level; of a gable a barge board, along the
 *      .-'    |                 verge. Its top goes on with the slope.
 *   #-'     . '                 soffit: level from its foot to the bearing, or along the underside
 *   #    . '|
 *   #=======| <- level soffit   cuts: square to the slope from the top edge; or level, at the lower of that edge and the
 *   #       |                   plate, upright above it. Where the overhang is too short for it, an eave is cut plumb.
 *
 * Where two stretches meet in a corner, of one roof or of two, they are mitred; else they end square. Heights over the
 * storey's datum, mm. Source: own.
 */
import type { Cell } from '../../geometry/columns';
import { flat, heightAt, raise, type Plane } from '../../geometry/plane';
import {
  along,
  cross,
  distance,
  dot,
  leftOf,
  meetLines,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { crossingsOf, ringArea, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { RoofPlane } from '../../kernels/roof/planes';
import { bordersOf, edgeAt, placeOnOutline } from './borders';
import { eaveEnd, soffitFoot, type EaveEnd } from './eave-end';
import type { MadeEdge } from './edges';
import type { OtherPlane } from './lines';
import type { RoofModel } from './planes';
import { boards, type Roof } from './record';

/** A stretch of a roof's outline that is seen, the roof to its left. `out`: how far it lies outside of the bearing. */
export interface OutlineStretch {
  readonly from: Point;
  readonly to: Point;
  readonly plane: RoofPlane;
  readonly edge: MadeEdge;
  readonly out: number;
}

/** `others`: planes of roofs that it meets, over the same datum. Where one goes on outside of it, it has no edge. */
export function outlineStretches(model: RoofModel, others: readonly OtherPlane[]): OutlineStretch[] {
  return bordersOf(model.planes).flatMap(({ from, to, planes: [plane, other] }): OutlineStretch[] => {
    const place = other ? undefined : placeOnOutline(model, from, to);
    const edge = place && edgeAt(model, place);
    if (!edge || distance(from, to) <= tolerances.joint) return [];
    const out = Math.min(edge.overhang, model.overhang);
    return freeParts({ from, to, plane: plane!, edge, out }, others);
  });
}

/** So far outside of a stretch is looked whether another roof goes on there, mm. */
const outside = 1;

/** A stretch without what another roof goes on from at the same height. */
function freeParts(stretch: OutlineStretch, others: readonly OtherPlane[]): OutlineStretch[] {
  const { from, to, plane, edge } = stretch;
  const [way, size] = [wayOf(stretch), distance(from, to)];
  const start = along(from, leftOf(way), -outside);
  const isLevelWith = (other: OtherPlane, p: Point) => {
    const top = heightAt(plane.top, p);
    const foot = top - Math.max(edge.fascia, top - heightAt(plane.underside, p));
    return heightAt(other.underside, p) < top && heightAt(other.top, p) > foot;
  };
  const taken = others.flatMap((other): [number, number][] => {
    const at = crossingsOf(other.ring, start, way);
    return at.flatMap((s, i): [number, number][] => {
      const [a, b] = [Math.max(0, s), Math.min(size, at[i + 1] ?? -1)];
      return i % 2 === 0 && b - a > outside && isLevelWith(other, along(start, way, (a + b) / 2))
        ? [[a, b]]
        : [];
    });
  });
  let begun = 0;
  const free: [number, number][] = [];
  for (const [a, b] of [...taken.sort(([p], [q]) => p - q), [size, size] as const]) {
    if (a - begun > 2 * outside) free.push([begun, a]);
    begun = Math.max(begun, b);
  }
  const isWhole = free.length === 1 && free[0]![0] === 0 && free[0]![1] === size;
  return isWhole
    ? [stretch]
    : free.map(([a, b]) => ({ ...stretch, from: along(from, way, a), to: along(from, way, b) }));
}

/** A mitre may be so many times as long as the boards are thick. */
const longestMitre = 6;

const wayOf = ({ from, to }: OutlineStretch) => unit(subtract(to, from));

/**
 * Between a stretch and a line beside it, `offset` to its right, counter-clockwise; `mates`: with the stretch that comes
 * before and the one after, if they are mitred with it. Undefined where nothing is left.
 */
function beside(
  stretch: OutlineStretch,
  offset: number,
  before: readonly [OutlineStretch, number] | undefined,
  after: readonly [OutlineStretch, number] | undefined
): Ring | undefined {
  const { from, to } = stretch;
  const way = wayOf(stretch);
  const moved = (one: OutlineStretch, by: number) => along(one.from, leftOf(wayOf(one)), -by);
  const corner = (at: Point, mate: readonly [OutlineStretch, number] | undefined): Point => {
    const square = along(at, leftOf(way), -offset);
    if (!mate) return square;
    const other = wayOf(mate[0]);
    if (Math.abs(cross(way, other)) < tolerances.square) return square;
    const met = meetLines(moved(stretch, offset), way, moved(...mate), other);
    const most = longestMitre * Math.max(Math.abs(offset), Math.abs(mate[1]));
    return met && distance(met, at) <= most ? met : square;
  };
  const [p, q] = [corner(from, before), corner(to, after)];
  if (dot(subtract(q, p), way) <= tolerances.joint) return undefined;
  const ring = offset > 0 ? [to, from, p, q] : [from, to, q, p];
  return ringArea(ring) > tolerances.scrap ? ring : undefined;
}

const mateOf = (all: readonly OutlineStretch[], own: OutlineStretch, at: 'from' | 'to') => {
  const end = at === 'from' ? 'to' : 'from';
  return all.find((one) => one !== own && distance(one[end], own[at]) <= tolerances.joint);
};

/** Through a height over the stretch, level across it. */
function levelAcross(stretch: OutlineStretch, drop: number): Plane {
  const way = wayOf(stretch);
  const { a, b } = stretch.plane.top;
  const rise = a * way.x + b * way.y;
  const plane = { a: rise * way.x, b: rise * way.y, c: 0 };
  return raise(plane, heightAt(stretch.plane.top, stretch.from) - drop - heightAt(plane, stretch.from));
}

/** Another part of the roof than its body: its cells, whose heights are over the storey's datum. */
export interface Trim {
  readonly role: 'fascia' | 'bargeBoard' | 'soffit';
  readonly cells: readonly Cell[];
}

/** `others`: stretches of roofs that it meets. */
export function trimOf(
  roof: Roof,
  own: readonly OutlineStretch[],
  others: readonly OutlineStretch[]
): Trim[] {
  const all = [...own, ...others];
  const found: Record<Trim['role'], Cell[]> = { fascia: [], bargeBoard: [], soffit: [] };
  for (const stretch of own) {
    const [before, after] = [mateOf(all, stretch, 'from'), mateOf(all, stretch, 'to')];
    const board = boardOf(stretch, before, after);
    if (board) found[stretch.edge.kind === 'eave' ? 'fascia' : 'bargeBoard'].push(board);
    const soffit = soffitOf(roof, stretch, before, after);
    if (soffit) found.soffit.push(soffit);
  }
  return (Object.keys(found) as Trim['role'][]).flatMap((role) =>
    found[role].length > 0 ? [{ role, cells: found[role] }] : []
  );
}

const cellBetween = (ring: Ring, bottom: Plane, top: Plane, name: string): Cell => ({
  ring,
  intervals: [{ bottom, top, bottomName: `under ${name}`, topName: name }]
});

function boardOf(
  stretch: OutlineStretch,
  before: OutlineStretch | undefined,
  after: OutlineStretch | undefined
): Cell | undefined {
  const { fascia } = stretch.edge;
  if (fascia <= 0) return undefined;
  const mitred = (mate: OutlineStretch | undefined) =>
    mate && mate.edge.fascia > 0 ? ([mate, boards.fascia] as const) : undefined;
  const ring = beside(stretch, boards.fascia, mitred(before), mitred(after));
  return ring && cellBetween(ring, levelAcross(stretch, fascia), stretch.plane.top, 'board');
}

/** How the eave of a stretch ends; what is no eave ends plumb. */
function endOf({ eaveCut }: Roof, { plane, edge, out, from }: OutlineStretch): EaveEnd {
  const [high, low] = [heightAt(plane.top, from), heightAt(plane.underside, from)];
  const section = { high, low, plate: edge.plateLevel, slope: Math.tan(plane.pitch), out };
  return eaveEnd(edge.kind === 'eave' ? eaveCut : 'plumb', section);
}

function soffitOf(
  roof: Roof,
  stretch: OutlineStretch,
  before: OutlineStretch | undefined,
  after: OutlineStretch | undefined
): Cell | undefined {
  const { edge, out, plane } = stretch;
  if (edge.soffit === 'open' || out < boards.soffit) return undefined;
  const ring = beside(stretch, -out, before && [before, -before.out], after && [after, -after.out]);
  if (!ring) return undefined;
  if (edge.soffit === 'sloped' || edge.kind !== 'eave') {
    const deep = boards.soffit / Math.cos(plane.pitch);
    return cellBetween(ring, raise(plane.underside, -deep), plane.underside, 'soffit');
  }
  const foot = soffitFoot(endOf(roof, stretch).foot, heightAt(plane.top, stretch.from), edge.fascia);
  return cellBetween(ring, flat(foot), flat(foot + boards.soffit), 'soffit');
}

/** An eave that is not cut plumb: over the ring its underside is the plane, where that is higher. */
export interface EaveCutAlong {
  readonly of: string;
  readonly ring: Ring;
  readonly plane: Plane;
}

/** The plane of a cut: level at its foot, or square to the slope through the top edge. */
function cutPlane({ eaveCut }: Roof, { plane: { top, pitch }, from }: OutlineStretch, foot: number): Plane {
  if (eaveCut === 'level') return flat(foot);
  // It falls inwards as steeply as the slope rises across.
  const [a, b] = [top.a, top.b].map((part) => -part / Math.tan(pitch) ** 2) as [number, number];
  return { a, b, c: heightAt(top, from) - a * from.x - b * from.y };
}

export function eaveCutsOf(
  roof: Roof,
  own: readonly OutlineStretch[],
  others: readonly OutlineStretch[]
): EaveCutAlong[] {
  if (roof.eaveCut === 'plumb') return [];
  const all = [...own, ...others];
  return own.flatMap((stretch) => {
    const { run, foot } = endOf(roof, stretch);
    if (run === 0) return [];
    const mitred = (at: 'from' | 'to') => {
      const mate = mateOf(all, stretch, at);
      const its = mate ? endOf(roof, mate).run : 0;
      return mate && its > 0 ? ([mate, -its] as const) : undefined;
    };
    const ring = beside(stretch, -run, mitred('from'), mitred('to'));
    return ring ? [{ of: stretch.plane.name, ring, plane: cutPlane(roof, stretch, foot) }] : [];
  });
}
