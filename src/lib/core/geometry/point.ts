/** Points and vectors of the plan: x right, y up the page, millimetres. Lines are point and unit direction. */
import { tolerances } from './tolerances';

export interface Point {
  readonly x: number;
  readonly y: number;
}

export const add = (p: Point, q: Point): Point => ({ x: p.x + q.x, y: p.y + q.y });
export const subtract = (p: Point, q: Point): Point => ({ x: p.x - q.x, y: p.y - q.y });
export const scale = (p: Point, k: number): Point => ({ x: p.x * k, y: p.y * k });
export const along = (p: Point, direction: Point, distance: number): Point => ({
  x: p.x + direction.x * distance,
  y: p.y + direction.y * distance
});
export const dot = (p: Point, q: Point): number => p.x * q.x + p.y * q.y;
export const cross = (p: Point, q: Point): number => p.x * q.y - p.y * q.x;
/** Not by `Math.hypot`, which is many times slower: what it guards against, numbers beyond 1e150, is no length here. */
export const length = (p: Point): number => Math.sqrt(p.x * p.x + p.y * p.y);
export const distance = (p: Point, q: Point): number => Math.sqrt((p.x - q.x) ** 2 + (p.y - q.y) ** 2);
/** A quarter turn counter-clockwise: the left-hand normal of a direction. */
export const leftOf = (p: Point): Point => ({ x: -p.y, y: p.x });
export const lerp = (p: Point, q: Point, k: number): Point => ({
  x: p.x + (q.x - p.x) * k,
  y: p.y + (q.y - p.y) * k
});
export const angleOf = (p: Point): number => Math.atan2(p.y, p.x);
export const fromAngle = (angle: number): Point => ({ x: Math.cos(angle), y: Math.sin(angle) });

/** The same place to internal noding. */
export const sameNode = (p: Point, q: Point): boolean =>
  Math.abs(p.x - q.x) + Math.abs(p.y - q.y) < tolerances.nodeGrid;

/** Unit vector; the zero vector stays zero. */
export function unit(p: Point): Point {
  const size = length(p);
  return size === 0 ? p : { x: p.x / size, y: p.y / size };
}

export function rotate(p: Point, angle: number, about: Point = { x: 0, y: 0 }): Point {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const d = subtract(p, about);
  return { x: about.x + d.x * c - d.y * s, y: about.y + d.x * s + d.y * c };
}

/**
 * Where the line through `p` along `d` meets the line through `q` along `e` (unit directions).
 * Degenerate: undefined when the directions are within `tolerances.parallel` of parallel.
 */
export function meetLines(p: Point, d: Point, q: Point, e: Point): Point | undefined {
  const sine = cross(d, e);
  if (Math.abs(sine) < tolerances.parallel) return undefined;
  return along(p, d, cross(subtract(q, p), e) / sine);
}

/** Where the stretch p to q crosses the stretch a to b, as a share of its own; nothing at its ends, or where they are parallel. */
export function crossingShare(p: Point, q: Point, a: Point, b: Point): number[] {
  const [d, e] = [subtract(q, p), subtract(b, a)];
  const across = cross(d, e);
  if (Math.abs(across) < tolerances.parallel) return [];
  const [s, t] = [cross(subtract(a, p), e) / across, cross(subtract(a, p), d) / across];
  return s > 0 && s < 1 && t >= 0 && t <= 1 ? [s] : [];
}

/** Parameter (millimetres along) of the foot of `p` on the line, and its distance to the left of it. */
export function locate(p: Point, origin: Point, direction: Point): { t: number; y: number } {
  const d = subtract(p, origin);
  return { t: dot(d, direction), y: cross(direction, d) };
}

/** Nearest point of the segment a-b to `p`. */
export function nearestOnSegment(p: Point, a: Point, b: Point): Point {
  const d = subtract(b, a);
  const size = dot(d, d);
  if (size === 0) return a;
  return lerp(a, b, Math.max(0, Math.min(1, dot(subtract(p, a), d) / size)));
}

/** The mean of places; one at least. */
export const meanOf = (points: readonly Point[]): Point =>
  scale(points.reduce(add, { x: 0, y: 0 }), 1 / points.length);
