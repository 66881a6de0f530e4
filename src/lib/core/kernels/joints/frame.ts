/**
 * A wall in its own coordinates: t along the setting-out line from a, y to the left of it. Plies are strips
 * [y0, y1] in ascending y; the core runs from the first to the last structure ply (none: the highest duty).
 */
import { tolerances } from '../../geometry/tolerances';
import { along, type Point } from '../../geometry/point';

export type Side = 'left' | 'right';

export const otherSide = { left: 'right', right: 'left' } as const satisfies Record<Side, Side>;

export type WallEnd = 'a' | 'b';

export const duties = [
  'structure',
  'insulation',
  'sheathing',
  'cladding',
  'finish',
  'cavity',
  'membrane'
] as const;

export type Duty = (typeof duties)[number];

export const wallParts = ['a', 'b', 'body'] as const;

export type WallPart = (typeof wallParts)[number];

export interface Strip {
  /** Index into the build-up's plies. */
  readonly ply: number;
  readonly duty: Duty;
  readonly y0: number;
  readonly y1: number;
}

/** What joints need to know of a wall: its ends on the setting-out line, which side looks out, how its ends are made. */
export interface JoiningWall {
  readonly id: string;
  readonly a: Point;
  readonly b: Point;
  readonly outside: Side;
  readonly standsApart: boolean;
  readonly returnEnds: boolean;
  /** How much free ends are out of square, radians: the outer face is the longer one where it is above 0. */
  readonly endCut: number;
  readonly returnJambs: boolean;
}

/** Plies from the outside inwards. */
export interface Plies {
  readonly id: string;
  readonly plies: readonly { readonly thickness: number; readonly duty: Duty }[];
}

export interface Frame {
  readonly wall: JoiningWall;
  readonly buildUp: Plies;
  readonly origin: Point;
  readonly direction: Point;
  readonly left: Point;
  readonly length: number;
  readonly strips: readonly Strip[];
  /** Whole wall and core as y ranges. */
  readonly y0: number;
  readonly y1: number;
  readonly core: readonly [number, number];
  /** Heights above the storey's datum; the top of a wall carried up is Infinity. */
  readonly base: number;
  readonly top: number;
}

/** From where to where something stands, above the storey's datum. */
export type Heights = Pick<Frame, 'base' | 'top'>;

/** Nowhere at one height: one ends where the other begins, or below. */
export const clearInHeight = (p: Heights, q: Heights): boolean =>
  Math.min(p.top, q.top) - Math.max(p.base, q.base) <= tolerances.coincident;

export const dutyRank: Record<Duty, number> = {
  structure: 6,
  insulation: 5,
  sheathing: 4,
  cladding: 3,
  finish: 2,
  cavity: 1,
  membrane: 0
};

export function thicknessOf(buildUp: Plies): number {
  return buildUp.plies.reduce((sum, ply) => sum + ply.thickness, 0);
}

/** First and last ply of the core. */
export function corePlies(buildUp: Plies): [number, number] {
  const ranks = buildUp.plies.map((ply) => dutyRank[ply.duty]);
  const most = Math.max(...ranks);
  const first = ranks.indexOf(most);
  return most === dutyRank.structure ? [first, ranks.lastIndexOf(most)] : [first, first];
}

/** Where a frame lies in the plan. */
export type Lying = Pick<Frame, 'origin' | 'direction' | 'left'>;

/** The rectangle of a frame between two places along it and two across, counter-clockwise. */
export function frameRectangle(frame: Lying, t0: number, t1: number, y0: number, y1: number): Point[] {
  return [
    fromFrame(frame, t0, y0),
    fromFrame(frame, t1, y0),
    fromFrame(frame, t1, y1),
    fromFrame(frame, t0, y1)
  ];
}

/** Plan point at t, y of a frame. */
export function fromFrame(frame: Lying, t: number, y: number): Point {
  return along(along(frame.origin, frame.direction, t), frame.left, y);
}
