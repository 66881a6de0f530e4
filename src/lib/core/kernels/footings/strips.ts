/**
 * Strips of footings and what stands on them, as prisms: between the outline, the steps along each strip, and the ground.
 * Heights above project zero.
 *
 *        top of the foundation wall
 *     +----+
 *     |    |           where the strip steps, the upper one reaches over the lower one by a lap
 *   +-+----+-+
 *   +--------+--+ lap
 *            +--+-----------
 */
import { simpleFaces, type Segment } from '../../geometry/arrangement';
import { clipTo } from '../../geometry/clip';
import type { Cell, Interval } from '../../geometry/columns';
import { flat, raise, type Plane } from '../../geometry/plane';
import { locate, type Point } from '../../geometry/point';
import {
  boxesMeet,
  boxHolds,
  boxOf,
  edgesOf,
  ringArea,
  ringHolds,
  ringsHold,
  type Box,
  type Ring
} from '../../geometry/ring';
import { RingIndex } from '../../geometry/ring-index';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { frameRectangle, fromFrame, type Lying } from '../joints/frame';
import { lowestAlong, type Along, type Arm, type Crossing, type Stretch } from './steps';

/** A straight piece of footing, projections included; `t` along its frame. */
export interface Strip {
  readonly frame: Lying;
  readonly t0: number;
  readonly t1: number;
  readonly y0: number;
  readonly y1: number;
  /** Under a column: it lies at one level. */
  readonly isPad: boolean;
}

export const stripRing = ({ frame, t0, t1, y0, y1 }: Strip): Ring => frameRectangle(frame, t0, t1, y0, y1);

const placeOn =
  ({ frame, t0 }: Strip) =>
  (p: Point) =>
    locate(p, frame.origin, frame.direction).t - t0;

/** Where strips lie over each other, and each pad by itself. */
export function crossingsOf(strips: readonly Strip[]): Crossing[] {
  const rings = strips.map(stripRing);
  const index = new RingIndex(rings);
  const found: Crossing[] = strips.flatMap((one, arm) =>
    one.isPad ? [[{ arm, from: 0, to: one.t1 - one.t0 }]] : []
  );
  rings.forEach((ring, i) => {
    for (const k of index.near(boxOf(ring))) {
      if (k <= i) continue;
      const shared = clipTo(ring, rings[k]!);
      if (shared.length < 3 || ringArea(shared) <= tolerances.scrap) continue;
      found.push(
        [i, k].map((arm) => {
          const places = shared.map(placeOn(strips[arm]!));
          return { arm, from: Math.min(...places), to: Math.max(...places) };
        })
      );
    }
  });
  return found;
}

/** Ground over a convex piece of the plan: the underside has to lie so far under any of its planes. */
export interface Bearing {
  readonly ring: Ring;
  readonly planes: readonly Plane[];
}

/** How low the underside of each strip has to be, from the ground over all its width. */
export const armsOf = (strips: readonly Strip[], ground: readonly Bearing[], depth: number): Arm[] => {
  const index = new RingIndex(ground.map(({ ring }) => ring));
  return strips.map((strip) => {
    const ring = stripRing(strip);
    const needs = index.near(boxOf(ring)).flatMap((i): Along[][] => {
      const piece = ground[i]!;
      const part = clipTo(piece.ring, ring);
      if (part.length < 3) return [];
      return piece.planes.map((plane) => lowestAlong(part, raise(plane, -depth), placeOn(strip)));
    });
    return { length: strip.t1 - strip.t0, needs };
  });
};

/** What it is made of stands between two heights. */
export interface Prism {
  readonly ring: Ring;
  readonly box: Box;
  readonly bottom: number;
  readonly top: number;
}

/** Underside and top of the strip at each level, and how far an upper strip reaches over a lower one. */
export interface StripHeights {
  readonly bottom: number;
  readonly step: number;
  readonly thickness: number;
  readonly lap: number;
}

/** Lines across strips where their height changes: where they step, and where a lap ends. */
function linesAcross(strip: Strip, stretches: readonly Stretch[], lap: number): Segment[] {
  const { frame, t0, t1, y0, y1 } = strip;
  const over = 1;
  const across = (t: number): Segment => [
    fromFrame(frame, t0 + t, y0 - over),
    fromFrame(frame, t0 + t, y1 + over)
  ];
  return stretches.slice(1).flatMap(({ from, level }, i) => {
    const isDown = level > stretches[i]!.level;
    const end = isDown ? from + lap : from - lap;
    return [across(from), ...(end > 0 && end < t1 - t0 ? [across(end)] : [])];
  });
}

/** From where to where it is full at a place along a strip. */
function heightsAt(stretches: readonly Stretch[], t: number, { bottom, step, thickness, lap }: StripHeights) {
  const here = stretches.find(({ to }) => t <= to) ?? stretches[stretches.length - 1]!;
  const reaching = stretches.filter(({ from, to }) => from - lap < t && to + lap > t);
  const highest = Math.min(here.level, ...reaching.map(({ level }) => level));
  return { bottom: bottom - here.level * step, top: bottom - highest * step + thickness };
}

/** The parts of what rings enclose between the lines across strips, each with its heights there. */
function pieces(
  rings: readonly Ring[],
  strips: readonly Strip[],
  steps: readonly (readonly Stretch[])[],
  heights: StripHeights
) {
  const lines = strips.flatMap((strip, i) => linesAcross(strip, steps[i]!, heights.lap));
  const boxed = strips.map((strip) => {
    const ring = stripRing(strip);
    return { ring, box: boxOf(ring), placeOf: placeOn(strip) };
  });
  const faces = simpleFaces([...rings.flatMap(edgesOf), ...lines]) ?? [];
  return faces.flatMap((ring) => {
    const p = ringArea(ring) > tolerances.scrap ? innerPoint(ring) : undefined;
    if (!p || !ringsHold(rings, p)) return [];
    const over = boxed.flatMap(({ box, ring: own, placeOf }, i) =>
      boxHolds(box, p, 1) && (ringHolds(own, p) || gapTo(strips[i]!, p) < 1)
        ? [heightsAt(steps[i]!, placeOf(p), heights)]
        : []
    );
    const found = over.length > 0 ? over : [nearest(strips, steps, p, heights)];
    return [
      {
        ring,
        bottom: Math.min(...found.map(({ bottom }) => bottom)),
        top: Math.max(...found.map(({ top }) => top))
      }
    ];
  });
}

function gapTo({ frame, t0, t1, y0, y1 }: Strip, p: Point): number {
  const { t, y } = locate(p, frame.origin, frame.direction);
  return Math.hypot(Math.max(t0 - t, 0, t - t1), Math.max(y0 - y, 0, y - y1));
}

/** At a corner that reaches beyond all strips. */
function nearest(
  strips: readonly Strip[],
  steps: readonly (readonly Stretch[])[],
  p: Point,
  heights: StripHeights
) {
  const gaps = strips.map((strip) => gapTo(strip, p));
  const i = gaps.indexOf(Math.min(...gaps));
  const { t0, t1 } = strips[i]!;
  const t = Math.min(Math.max(placeOn(strips[i]!)(p), 0), t1 - t0);
  return heightsAt(steps[i]!, t, heights);
}

/** The footing over its outline. */
export const footingPrisms = (
  rings: readonly Ring[],
  strips: readonly Strip[],
  steps: readonly (readonly Stretch[])[],
  heights: StripHeights
): Prism[] => pieces(rings, strips, steps, heights).map((one) => ({ ...one, box: boxOf(one.ring) }));

/** What stands on it up to a height, over rings within it. */
export const wallPrisms = (
  rings: readonly Ring[],
  strips: readonly Strip[],
  steps: readonly (readonly Stretch[])[],
  heights: StripHeights,
  top: number
): Prism[] =>
  pieces(rings, strips, steps, heights).flatMap((one) =>
    one.top < top - tolerances.coincident
      ? [{ ring: one.ring, box: boxOf(one.ring), bottom: one.top, top }]
      : []
  );

/** What is left of one height after others, ascending. */
function without(bottom: number, top: number, others: readonly Prism[]): [number, number][] {
  let rest: [number, number][] = [[bottom, top]];
  for (const { bottom: z0, top: z1 } of others)
    rest = rest.flatMap(([a, b]): [number, number][] => [
      [a, Math.min(b, z0)],
      [Math.max(a, z1), b]
    ]);
  return rest.filter(([a, b]) => b - a > tolerances.coincident);
}

/** From where to where prisms over one place are full, ascending. */
function joined(prisms: readonly Prism[]): [number, number][] {
  const out: [number, number][] = [];
  for (const { bottom, top } of [...prisms].sort((p, q) => p.bottom - q.bottom)) {
    const last = out[out.length - 1];
    if (last && bottom <= last[1] + tolerances.coincident) last[1] = Math.max(last[1], top);
    else out.push([bottom, top]);
  }
  return out;
}

/** Prisms as cells of one body, without what stands there already: each volume is one's only. */
export function ownCells(prisms: readonly Prism[], before: readonly Prism[]): Cell[] {
  const near = before.filter((other) =>
    prisms.some((one) => boxesMeet(one.box, other.box) && one.bottom < other.top && one.top > other.bottom)
  );
  const faces = simpleFaces([...prisms, ...near].flatMap(({ ring }) => edgesOf(ring))) ?? [];
  return faces.flatMap((ring): Cell[] => {
    const p = ringArea(ring) > tolerances.scrap ? innerPoint(ring) : undefined;
    if (!p) return [];
    const holding = (list: readonly Prism[]) =>
      list.filter((one) => boxHolds(one.box, p) && ringHolds(one.ring, p));
    const taken = holding(near);
    const full = joined(holding(prisms)).flatMap(([bottom, top]) => without(bottom, top, taken));
    const intervals = full.map(([a, b]): Interval => ({
      bottom: flat(a),
      top: flat(b),
      bottomName: 'base',
      topName: 'top'
    }));
    return intervals.length > 0 ? [{ ring, intervals }] : [];
  });
}

/** mm3. */
export const cellsVolume = (cells: readonly Cell[]): number =>
  cells.reduce(
    (sum, { ring, intervals }) =>
      sum + ringArea(ring) * intervals.reduce((high, { bottom, top }) => high + top.c - bottom.c, 0),
    0
  );
