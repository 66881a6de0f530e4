/**
 * Where each opening lies along its wall: the distance that its record gives, from the end, the middle or the face of a
 * wall that it is set out from, made into a stretch t0 to t1 of the wall and two heights.
 */
import { along, dot, locate, meetLines, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Handing, Opening, SetOutOrigin } from './record';
import { fromFrame, type Frame, type Side, type WallEnd } from '../../kernels/joints/frame';
import type { WallFootprint } from '../../kernels/joints/footprints';
import type { Hole } from '../catalogue-entry/unit';
import { outOf, roundHole, type FillingHost, type RoundWall } from './host';

/** t range along the wall's setting-out line, z range above the storey's datum. */
export interface OpeningPlace {
  readonly opening: Opening;
  readonly t0: number;
  readonly t1: number;
  readonly z0: number;
  readonly z1: number;
  /** Where it goes on round a corner. */
  readonly round?: RoundWall | undefined;
}

/** A face further off its joint than this, along the wall, is of no use to measure from, mm. */
const farthestFace = 2000;

/**
 * The set-out origin as a place along the wall, mm from a. `named`: the frame of the wall named by a face origin: of
 * its two faces the one that looks the way the distance runs (from end a towards b, or back).
 * Degenerate: a missing, parallel or far-off named wall answers the end of the setting-out line.
 */
export function originAt(frame: Frame, end: WallEnd, origin: SetOutOrigin, named: Frame | undefined): number {
  const tip = end === 'a' ? 0 : frame.length;
  if (origin.kind === 'line' || !named) return tip;
  const y = origin.side === 'left' ? frame.y1 : frame.y0;
  const inward = end === 'a' ? 1 : -1;
  const face = dot(named.left, frame.direction) * inward > 0 ? named.y1 : named.y0;
  const met = meetLines(
    fromFrame(frame, 0, y),
    frame.direction,
    along(named.origin, named.left, face),
    named.direction
  );
  if (!met) return tip;
  const { t } = locate(met, frame.origin, frame.direction);
  return t > -farthestFace && t < frame.length + farthestFace ? t : tip;
}

/** Something an opening of a wall can be set out from. */
export interface SetOutFrom {
  readonly end: WallEnd;
  readonly origin: SetOutOrigin;
  /** Where it is along the wall. */
  readonly t: number;
}

/**
 * All that openings of a wall can be set out from: both ends of its line, and, read on its inner side, the faces of
 * the walls that meet it, at its ends and along it.
 */
export function setOutsOf({ frame, joints }: WallFootprint): SetOutFrom[] {
  const side = frame.wall.outside === 'right' ? 'left' : 'right';
  const line: SetOutFrom[] = (['a', 'b'] as const).map((end) => ({
    end,
    origin: { kind: 'line' },
    t: end === 'a' ? 0 : frame.length
  }));
  const faces = joints.flatMap(({ node }) => {
    const own = node.members.find((member) => member.frame === frame);
    return node.members.flatMap((member): SetOutFrom[] => {
      const skew = Math.abs(dot(member.frame.left, frame.direction));
      if (member.frame === frame || skew < Math.sin(tolerances.leastAngle)) return [];
      const ends: WallEnd[] = own?.part === 'body' ? ['a', 'b'] : own?.part === 'b' ? ['b'] : ['a'];
      const origin = { kind: 'face', wall: member.frame.wall.id, side } as const;
      return ends.map((end) => ({ end, origin, t: originAt(frame, end, origin, member.frame) }));
    });
  });
  return [...line, ...faces];
}

/** To which side of its wall a leaf opens, 1 to the left. */
export const sideOfLeaf = (wall: { readonly outside: Side }, { opens }: Handing): 1 | -1 =>
  (opens === 'inside') === (wall.outside === 'right') ? 1 : -1;

export interface Hanging {
  readonly side: 1 | -1;
  readonly hinge: number;
  readonly latch: number;
}

/** Where a leaf hangs: its jambs as places along the wall, and to which side it opens, 1 to the left of the wall. */
export function hangingOf({ wall }: Frame, { opening, t0, t1 }: OpeningPlace): Hanging {
  const isLow = (opening.handing.hinge === 'near') === (opening.end === 'a');
  return { side: sideOfLeaf(wall, opening.handing), hinge: isLow ? t0 : t1, latch: isLow ? t1 : t0 };
}

/** An opening as what fills it needs to know of it. */
export type FilledPlace = Pick<OpeningPlace, 't0' | 't1' | 'z0' | 'z1' | 'round'> & {
  readonly opening: Pick<Opening, 'filling' | 'handing' | 'end' | 'ajar'>;
};

/** The hole that an opening makes, as what fills it sees it. */
export function holeOf(host: FillingHost, { opening, t0, t1, z0, z1, round }: FilledPlace): Hole {
  const { handing, end } = opening;
  const { y0, y1, core, wall } = host;
  const hole: Hole = {
    ...{ t0, t1, z0, z1, y0, y1, core },
    out: outOf(host),
    opens: sideOfLeaf(wall, handing),
    hungLow: (handing.hinge === 'near') === (end === 'a')
  };
  return round ? { ...hole, round: roundHole(host, hole, round) } : hole;
}

/** Place from a set-out: distance to near jamb, centre or far jamb, near being nearer the origin. */
export function placeOpening(frame: Frame, opening: Opening, named: Frame | undefined): OpeningPlace {
  const stretch = stretchOf(frame, opening, named);
  return { opening, ...stretch, z0: opening.sill, z1: opening.sill + opening.height };
}

/** Between which places along its wall an opening lies that is set out so. */
export function stretchOf(
  frame: Frame,
  opening: Pick<Opening, 'end' | 'origin' | 'to' | 'distance' | 'width'>,
  named: Frame | undefined
): Pick<OpeningPlace, 't0' | 't1'> {
  const start = originAt(frame, opening.end, opening.origin, named);
  const lead = opening.to === 'near' ? 0 : opening.to === 'centre' ? opening.width / 2 : opening.width;
  const near = opening.distance - lead;
  const [t0, t1] =
    opening.end === 'a'
      ? [start + near, start + near + opening.width]
      : [start - near - opening.width, start - near];
  return { t0, t1 };
}

/** What the distance of an opening runs to. */
const measuredTo = ({ opening: { to, end }, t0, t1 }: OpeningPlace) =>
  to === 'centre' ? (t0 + t1) / 2 : (to === 'near') === (end === 'a') ? t0 : t1;

/**
 * Places along a wall that tell an opening as it was set out: what it is measured from and to, and its width where that
 * does not cut the measured distance in two.
 */
export function setOutStops(frame: Frame, place: OpeningPlace, named: Frame | undefined): number[] {
  const { end, origin, to } = place.opening;
  const ends = [originAt(frame, end, origin, named), measuredTo(place)];
  return to === 'near' ? [...ends, place.t0, place.t1] : ends;
}

/** The distance that keeps an opening at t0 with this end, origin and set-out point. */
export function distanceFor(frame: Frame, opening: Opening, named: Frame | undefined, t0: number): number {
  const start = originAt(frame, opening.end, opening.origin, named);
  const near = opening.end === 'a' ? t0 - start : start - (t0 + opening.width);
  return near + (opening.to === 'near' ? 0 : opening.to === 'centre' ? opening.width / 2 : opening.width);
}

/**
 * Clear stretch between what joins at the ends: where both faces have begun and neither has ended. What walls that meet it
 * on its way take of a face is not looked at.
 */
export function clearRange(frame: Frame, rings: readonly (readonly Point[])[]): [number, number] {
  let [t0, t1] = [0, frame.length];
  const corners = rings.flat().map((p) => locate(p, frame.origin, frame.direction));
  for (const face of [frame.y0, frame.y1]) {
    const on = corners.filter(({ y }) => Math.abs(y - face) < tolerances.coincident);
    if (on.length === 0) continue;
    t0 = Math.max(t0, Math.min(...on.map(({ t }) => t)));
    t1 = Math.min(t1, Math.max(...on.map(({ t }) => t)));
  }
  return [t0, t1];
}

/** The clear stretch of a wall as it stands at its foot. */
export const clearOfWall = ({ frame, bands }: Pick<WallFootprint, 'frame' | 'bands'>): [number, number] =>
  clearRange(frame, bands[0]?.outline ?? []);

/** A stretch along a wall between two heights. */
export type Stretch = Pick<OpeningPlace, 't0' | 't1' | 'z0' | 'z1'>;

/** The strip of the outer ply, and those between it and the far face's ply, which a returned outer ply covers. */
export function returnedStrips({ strips }: Frame): { outer: number; covered: ReadonlySet<number> } {
  const outer = strips[0]!.ply === 0 ? 0 : strips.length - 1;
  return { outer, covered: new Set(strips.slice(1, -1).map((_, k) => k + 1)) };
}

/** Where the outer ply turns into the jambs (`sides`), and the openings as the plies that it covers are cut (`wide`). */
export interface Returns {
  readonly sides: readonly Stretch[];
  readonly wide: readonly Stretch[];
}

const noReturns: Returns = { sides: [], wide: [] };

/**
 * The outer ply turns into each jamb as far along as it is thick, half way to the next opening at most. None for walls
 * that are not asked to, and for those of fewer than three plies, which have nothing to cover.
 */
export function returnsOf(frame: Frame, places: readonly Stretch[]): Returns {
  if (!frame.wall.returnJambs || frame.strips.length < 3 || places.length === 0) return noReturns;
  const { y0, y1 } = frame.strips[returnedStrips(frame).outer]!;
  const wide = places.map(({ t0, t1, z0, z1 }): Stretch => {
    const beside = places.filter((other) => other.z0 < z1 && other.z1 > z0);
    const room = (gaps: number[]) =>
      Math.min(y1 - y0, ...gaps.filter((gap) => gap >= 0).map((gap) => gap / 2));
    const before = room(beside.map((other) => t0 - other.t1));
    const behind = room(beside.map((other) => other.t0 - t1));
    return { t0: t0 - before, t1: t1 + behind, z0, z1 };
  });
  const sides = places
    .flatMap((place, i) => [
      { ...wide[i]!, t1: place.t0 },
      { ...wide[i]!, t0: place.t1 }
    ])
    .filter(({ t0, t1 }) => t1 - t0 > tolerances.coincident);
  return { sides, wide };
}
