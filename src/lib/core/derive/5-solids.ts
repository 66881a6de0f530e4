/**
 * Stage 5: wall solids by the 2D way: each ply is a column solid over its footprint, cut by jamb lines and, where it
 * is carried up, by the planes of the roof above. Heights in the results are above project zero.
 */
import { arrange, type Segment } from '../geometry/arrangement';
import { buildColumns, flat, heightAt, type Cell, type Interval, type Plane } from '../geometry/columns';
import type { Mesh } from '../geometry/mesh';
import {
  along,
  cross,
  distance,
  dot,
  locate,
  nearestOnSegment,
  subtract,
  type Point
} from '../geometry/point';
import { boxOf, boxesMeet, ringArea, ringHolds, type Box, type Ring } from '../geometry/ring';
import { tolerances } from '../geometry/tolerances';
import { innerPoint } from '../geometry/triangulate';
import type { WallFootprint } from './1-footprints';
import { returnedStrips, returnsOf, type OpeningPlace, type Stretch } from './2-openings';
import { planesNear, type RoofModel, type RoofPlane } from './4-roofs';
import { frameRectangle, fromFrame, type Frame } from './frame';
import type { Cut } from './standing';

export interface PlySolid {
  /** Index into the build-up's plies. */
  readonly ply: number;
  readonly mesh: Mesh;
}

/** What is taken out of a prism between two heights; its borders cut the footprint so that no piece has a hole. */
export interface Void {
  readonly z0: number;
  readonly z1: number;
  holds(p: Point): boolean;
  readonly borders: readonly Segment[];
  /** The part of a line within it. */
  clip(line: Segment): Segment[];
}

/** `height`: the top of a carried-up wall where no roof is over it, above the datum. */
export interface SolidContext {
  readonly datum: number;
  readonly height: number;
  readonly openings: readonly OpeningPlace[];
  readonly roofs: readonly RoofModel[];
  /** What stands in the wall. */
  readonly cuts: readonly Cut[];
}

/** One mesh per ply and piece; bands of unlike joints, and what is returned at jambs, are separate closed bodies. */
export function deriveWallSolids(footprint: WallFootprint, context: SolidContext): PlySolid[] {
  const { frame } = footprint;
  const holes = context.openings.map(({ t0, t1, z0, z1 }) => ({ t0, t1, z0, z1 }));
  const { sides, wide } = returnsOf(frame, holes);
  const { outer, covered } = returnedStrips(frame);
  const standing = context.cuts.map((cut) => cutVoid(cut, frame.left, context.datum));
  const over = context.roofs.flatMap((model) => planesOver(model, footprint));
  const nameSide = (p: Point, q: Point) =>
    isOnCut(context.cuts, p, q) ? 'cut' : sideName(frame, [...holes, ...sides], p, q);
  const cellsOf = (ring: Ring, taken: readonly Stretch[], z0: number, z1: number) => {
    const voids = () => [...taken.map((hole) => holeVoid(frame, hole)), ...standing];
    if (over.length > 0 || z1 === Infinity) return cellsUnder(ring, voids(), z0, z1, over, context.height);
    if (standing.length === 0) return flatCells(frame, ring, taken, z0, z1);
    const all = voids();
    return piecesOf(ring, all).map((piece) => flatCell(piece, all, z0, z1));
  };
  const solid = (strip: number, cells: readonly Cell[]): PlySolid[] => {
    const lifted = liftCells(cells, context.datum);
    return lifted.length === 0
      ? []
      : [{ ply: frame.strips[strip]!.ply, mesh: buildColumns(lifted, nameSide) }];
  };
  return footprint.bands.flatMap(({ z0, z1, plies }) => [
    ...plies.flatMap((rings, strip) => {
      const taken = covered.has(strip) && sides.length > 0 ? wide : holes;
      return rings.flatMap((ring) => solid(strip, cellsOf(ring, taken, z0, z1)));
    }),
    ...sides.flatMap((side) =>
      returnedAt(frame, side, plies, covered).flatMap((piece) =>
        solid(outer, cellsOf(piece, [], Math.max(z0, side.z0), Math.min(z1, side.z1)))
      )
    )
  ]);
}

/** What the outer ply fills beside a jamb: one piece clear of joints, else piece by piece. */
function returnedAt(
  frame: Frame,
  side: Stretch,
  plies: readonly (readonly Ring[])[],
  covered: ReadonlySet<number>
): Ring[] {
  const strips = [...covered].map((strip) => frame.strips[strip]!);
  const [y0, y1] = [Math.min(...strips.map((one) => one.y0)), Math.max(...strips.map((one) => one.y1))];
  const pieces = [...covered].flatMap((strip) => plies[strip]!.flatMap((ring) => within(frame, ring, side)));
  const whole = (side.t1 - side.t0) * (y1 - y0);
  const filled = pieces.reduce((sum, piece) => sum + ringArea(piece), 0);
  if (Math.abs(whole - filled) > whole * 1e-9) return pieces;
  return [frameRectangle(frame, side.t0, side.t1, y0, y1)];
}

/** The pieces of a ring in a stretch of the wall. */
function within(frame: Frame, ring: Ring, stretch: Stretch): Ring[] {
  return cutAtJambs(frame, ring, [stretch]).filter((piece) => {
    const { t } = locate(middleOf(piece), frame.origin, frame.direction);
    return stretch.t0 < t && t < stretch.t1;
  });
}

function holeVoid(frame: Frame, { t0, t1, z0, z1 }: Stretch): Void {
  const jamb = (t: number): Segment => [
    fromFrame(frame, t, frame.y0 - 10),
    fromFrame(frame, t, frame.y1 + 10)
  ];
  return {
    z0,
    z1,
    borders: [jamb(t0), jamb(t1)],
    holds: (p) => {
      const { t } = locate(p, frame.origin, frame.direction);
      return t0 < t && t < t1;
    },
    clip: (line) => clipToRange(frame, line, t0, t1)
  };
}

/** `across`: a line that way through the middle of the cut keeps what is round it from being a ring with a hole. */
export function cutVoid(cut: Cut, across: Point, datum: number): Void {
  const { ring, box } = cut;
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const edges = ring.map((p, i): Segment => [p, ring[(i + 1) % ring.length]!]);
  return {
    z0: cut.z0 - datum,
    z1: cut.z1 - datum,
    borders: [...edges, [along(middle, across, -chordReach), along(middle, across, chordReach)]],
    holds: (p) => ringHolds(ring, p),
    clip: (line) => [line]
  };
}

/** Past any wall, slab or roof, mm. */
const chordReach = 1_000_000;

/** Whether a border of a piece lies on the border of something that stands there. */
export function isOnCut(
  cuts: readonly { readonly ring: Ring; readonly box: Box }[],
  p: Point,
  q: Point
): boolean {
  const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
  const slack = tolerances.coincident;
  return cuts.some(
    ({ ring, box }) =>
      middle.x > box.minX - slack &&
      middle.x < box.maxX + slack &&
      middle.y > box.minY - slack &&
      middle.y < box.maxY + slack &&
      ring.some((a, i) => distance(middle, nearestOnSegment(middle, a, ring[(i + 1) % ring.length]!)) < slack)
  );
}

/** The pieces of a footprint between the borders of voids. */
export function piecesOf(ring: Ring, voids: readonly Void[]): Ring[] {
  return arrangeCells(
    ring,
    voids.flatMap(({ borders }) => borders)
  );
}

const raise = (plane: Plane, by: number): Plane => ({ ...plane, c: plane.c + by });
/** Without the cells that have nothing in them, raised to the datum. */
export function liftCells(cells: readonly Cell[], by: number): Cell[] {
  const full = cells.filter(({ intervals }) => intervals.length > 0);
  if (by === 0) return full;
  return full.map(({ ring, intervals }) => ({
    ring,
    intervals: intervals.map((i) => ({ ...i, bottom: raise(i.bottom, by), top: raise(i.top, by) }))
  }));
}

/** The planes that matter to a wall: it is carried up, or its top stands above the lowest underside over it. */
function planesOver(model: RoofModel, { frame, bands }: WallFootprint): RoofPlane[] {
  if (model.roof.storey !== frame.wall.storey) return [];
  const points = bands.flatMap(({ outline }) => outline.flat());
  const planes = planesNear(model, boxOf(points));
  if (frame.top === Infinity) return planes;
  const cuts = points.some((p) =>
    planes.some(({ underside }) => heightAt(underside, p) < frame.top - tolerances.coincident)
  );
  return cuts ? planes : [];
}

/** What is left of [bottom, top] at a cell after the voids there. */
function intervalsBetween(
  bottom: number,
  top: Plane,
  topName: string,
  holes: readonly Pick<Void, 'z0' | 'z1'>[],
  middle: Point,
  topAt: number
): Interval[] {
  let from: { plane: Plane; name: string; z: number } = { plane: flat(bottom), name: 'base', z: bottom };
  const out: Interval[] = [];
  const put = (to: Plane, name: string, z: number) => {
    if (z > from.z + tolerances.coincident / 10)
      out.push({ bottom: from.plane, top: to, bottomName: from.name, topName: name });
  };
  for (const { z0, z1 } of [...holes].sort((p, q) => p.z0 - q.z0)) {
    if (z1 <= bottom || z0 >= topAt) continue;
    put(flat(z0), 'sill', z0);
    if (z1 > from.z) from = { plane: flat(z1), name: 'head', z: z1 };
  }
  if (from.z < topAt) put(top, topName, heightAt(top, middle));
  return out;
}

/** A piece between flat heights, less the voids that hold it. */
export function flatCell(piece: Ring, voids: readonly Void[], z0: number, z1: number): Cell {
  const middle = middleOf(piece);
  const within = voids.filter((one) => one.z1 > z0 && one.z0 < z1 && one.holds(middle));
  return { ring: piece, intervals: intervalsBetween(z0, flat(z1), 'top', within, middle, z1) };
}

/** Cells of a flat-topped ply: the footprint cut at the jambs. */
function flatCells(frame: Frame, ring: Ring, holes: readonly Stretch[], z0: number, z1: number): Cell[] {
  const cutting = holes.filter((hole) => hole.z1 > z0 && hole.z0 < z1);
  return cutAtJambs(frame, ring, cutting).map((piece) => {
    const middle = middleOf(piece);
    const t = locate(middle, frame.origin, frame.direction).t;
    const within = cutting.filter((hole) => hole.t0 < t && t < hole.t1);
    return { ring: piece, intervals: intervalsBetween(z0, flat(z1), 'top', within, middle, z1) };
  });
}

const middleOf = (ring: Ring): Point => innerPoint(ring) ?? ring[0]!;

/** Split a ring at jamb lines. Each line meets a wall's ply in two points; otherwise the arrangement does it. */
export function cutAtJambs(
  frame: Frame,
  ring: Ring,
  holes: readonly { readonly t0: number; readonly t1: number }[]
): Ring[] {
  const lines = [...new Set(holes.flatMap(({ t0, t1 }) => [t0, t1]))].sort((p, q) => p - q);
  let rest: Ring = ring;
  const pieces: Ring[] = [];
  for (const t of lines) {
    const parts = splitAt(frame, rest, t);
    if (parts === 'many')
      return arrangeCells(
        ring,
        lines.map((line): Segment => [
          fromFrame(frame, line, frame.y0 - 10),
          fromFrame(frame, line, frame.y1 + 10)
        ])
      );
    if (!parts) continue;
    pieces.push(parts[0]);
    rest = parts[1];
  }
  return [...pieces, rest];
}

function splitAt(frame: Frame, ring: Ring, t: number): [Ring, Ring] | 'many' | undefined {
  const ts = ring
    .map((p) => dot(subtract(p, frame.origin), frame.direction) - t)
    .map((v) => (Math.abs(v) < tolerances.nodeGrid ? 0 : v));
  if (ts.every((v) => v >= 0) || ts.every((v) => v <= 0)) return undefined;
  if (ts.includes(0)) return 'many';
  const low: Point[] = [];
  const high: Point[] = [];
  let crossings = 0;
  ring.forEach((p, i) => {
    const j = (i + 1) % ring.length;
    const q = ring[j]!;
    (ts[i]! < 0 ? low : high).push(p);
    if (ts[i]! < 0 === ts[j]! < 0) return;
    const k = ts[i]! / (ts[i]! - ts[j]!);
    const x = { x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k };
    low.push(x);
    high.push(x);
    crossings += 1;
  });
  if (crossings > 2) return 'many';
  return crossings === 2 ? [low, high] : undefined;
}

/** Faces of the ring cut by segments. */
function arrangeCells(ring: Ring, cuts: readonly Segment[]): Ring[] {
  const border = ring.map((p, i): Segment => [p, ring[(i + 1) % ring.length]!]);
  const arrangement = arrange([...border, ...cuts]);
  return (arrangement?.faces ?? []).flatMap(({ outer, holes }) => {
    const inside = innerPoint(outer, holes);
    return inside && holes.length === 0 && ringHolds(ring, inside) && ringArea(outer) > 1e-3 ? [outer] : [];
  });
}

/** Cells under roofs: cut by the voids, at the planes' borders, and where a plane crosses base, top or a void's heights. */
export function cellsUnder(
  ring: Ring,
  voids: readonly Void[],
  z0: number,
  z1: number,
  over: readonly RoofPlane[],
  height: number
): Cell[] {
  const ceiling = z1 === Infinity ? Infinity : z1;
  const fallback = z1 === Infinity ? height : z1;
  const box = boxOf(ring);
  const planes = over.filter((plane) => boxesMeet(boxOf(plane.ring), box));
  const cuts: Segment[] = voids.flatMap(({ borders }) => borders);
  for (const plane of planes) {
    plane.ring.forEach((p, i) => cuts.push([p, plane.ring[(i + 1) % plane.ring.length]!]));
    for (const z of new Set([z0, fallback])) cuts.push(...levelLine(plane.underside, z, box));
    for (const one of voids)
      for (const z of [one.z0, one.z1])
        if (Number.isFinite(z))
          cuts.push(...levelLine(plane.underside, z, box).flatMap((line) => one.clip(line)));
  }
  return arrangeCells(ring, cuts).map((piece) => {
    const middle = middleOf(piece);
    const within = voids.filter((one) => one.holds(middle));
    const lowest = planes
      .filter((plane) => ringHolds(plane.ring, middle))
      .sort((p, q) => heightAt(p.underside, middle) - heightAt(q.underside, middle))[0];
    const cut = lowest && heightAt(lowest.underside, middle) < ceiling;
    const top = cut ? lowest.underside : flat(fallback);
    return {
      ring: piece,
      intervals: intervalsBetween(
        z0,
        top,
        cut ? `under ${lowest.name}` : 'top',
        within,
        middle,
        heightAt(top, middle)
      )
    };
  });
}

/** The line where a plane is at height z, as a segment across the box. */
function levelLine(plane: Plane, z: number, box: ReturnType<typeof boxOf>): Segment[] {
  const steep = Math.hypot(plane.a, plane.b);
  if (steep < 1e-9) return [];
  const centre = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const reach = Math.hypot(box.maxX - box.minX, box.maxY - box.minY);
  const off = (z - heightAt(plane, centre)) / steep;
  if (Math.abs(off) > reach) return [];
  const [nx, ny] = [plane.a / steep, plane.b / steep];
  const foot = { x: centre.x + nx * off, y: centre.y + ny * off };
  return [
    [
      { x: foot.x - ny * reach, y: foot.y + nx * reach },
      { x: foot.x + ny * reach, y: foot.y - nx * reach }
    ]
  ];
}

function clipToRange(frame: Frame, [p, q]: Segment, t0: number, t1: number): Segment[] {
  const at = (v: Point) => dot(subtract(v, frame.origin), frame.direction);
  const [tp, tq] = [at(p), at(q)];
  if (Math.abs(tp - tq) < 1e-6) return tp > t0 && tp < t1 ? [[p, q]] : [];
  const [k0, k1] = [(t0 - tp) / (tq - tp), (t1 - tp) / (tq - tp)].sort((a, b) => a - b) as [number, number];
  const [from, to] = [Math.max(0, k0), Math.min(1, k1)];
  if (from >= to) return [];
  const mix = (k: number): Point => ({ x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k });
  return [[mix(from), mix(to)]];
}

/** Names of vertical faces: outer, inner, jamb, end. */
function sideName(frame: Frame, holes: readonly Stretch[], p: Point, q: Point): string {
  const d = subtract(q, p);
  const size = Math.hypot(d.x, d.y);
  const sine = Math.abs(cross(d, frame.direction)) / (size || 1);
  if (sine < 1e-6) {
    const left = dot(d, frame.direction) < 0;
    return left === (frame.wall.outside === 'left') ? 'outer' : 'inner';
  }
  const t = locate(p, frame.origin, frame.direction).t;
  const jamb = holes.findIndex((hole) => Math.abs(hole.t0 - t) < 0.01 || Math.abs(hole.t1 - t) < 0.01);
  if (jamb >= 0 && sine > 1 - 1e-9) return `jamb ${jamb}`;
  return t < frame.length / 2 ? 'end a' : 'end b';
}
