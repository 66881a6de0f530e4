/** What sizes are measured between: faces of walls and jambs of openings. */
import { add, along, cross, dot, leftOf, scale, subtract, unit, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import type { Opening, Project, Side, Wall } from '../project/records';
import { placeOpening } from './2-openings';
import { frameOf, fromFrame } from './frame';

/** `low`: the jamb nearer end a of the wall. */
export type SizeEnd =
  | { readonly wall: string; readonly side: Side }
  | { readonly opening: string; readonly jamb: 'low' | 'high' };

/** The line that a size is measured to, square. */
export interface Border {
  readonly subject: Wall | Opening;
  readonly wall: Wall;
  /** From the point so far along the direction. */
  readonly point: Point;
  readonly direction: Point;
  readonly length: number;
}

/** Undefined when the wall or opening is not there, or the wall has no build-up. */
export function borderOf(project: Project, end: SizeEnd): Border | undefined {
  const { tables } = project;
  const opening = 'opening' in end ? tables.opening.get(end.opening) : undefined;
  const wall = tables.wall.get('wall' in end ? end.wall : (opening?.wall ?? ''));
  const frame = wall && frameOf(project, wall);
  if (!frame) return undefined;
  if ('wall' in end) {
    const point = fromFrame(frame, 0, end.side === 'left' ? frame.y1 : frame.y0);
    return { subject: wall, wall, point, direction: frame.direction, length: frame.length };
  }
  const named = opening!.origin.kind === 'face' ? tables.wall.get(opening!.origin.wall) : undefined;
  const { t0, t1 } = placeOpening(frame, opening!, named && frameOf(project, named));
  const point = fromFrame(frame, end.jamb === 'low' ? t0 : t1, frame.y0);
  return { subject: opening!, wall, point, direction: frame.left, length: frame.y1 - frame.y0 };
}

/**
 * The size and the way from the first to the second; undefined when they are not parallel. Stored points are rounded,
 * so parallel lines are so to a hair only: it is measured square to their mean direction, where they lie side by side
 * (else between their nearest ends).
 */
export function sizeBetween(
  from: Pick<Border, 'point' | 'direction' | 'length'>,
  to: Pick<Border, 'point' | 'direction' | 'length'>
): { size: number; way: Point } | undefined {
  if (Math.abs(cross(from.direction, to.direction)) > tolerances.sameDirection) return undefined;
  const sense = dot(from.direction, to.direction) < 0 ? -1 : 1;
  const mean = unit(add(from.direction, scale(to.direction, sense)));
  const start = dot(subtract(to.point, from.point), mean);
  const [q0, q1] = sense > 0 ? [start, start + to.length] : [start - to.length, start];
  const [low, high] = [Math.max(0, q0), Math.min(from.length, q1)];
  const [tp, tq] = low <= high ? [(low + high) / 2, (low + high) / 2] : q0 > 0 ? [from.length, q0] : [0, q1];
  const p = along(from.point, from.direction, tp);
  const q = along(to.point, to.direction, sense * (tq - start));
  const normal = leftOf(mean);
  const off = dot(subtract(q, p), normal);
  return off < 0 ? { size: -off, way: scale(normal, -1) } : { size: off, way: normal };
}

/** The size between two ends as it is now; undefined when they are not parallel or not there. */
export function sizeNow(project: Project, from: SizeEnd, to: SizeEnd): number | undefined {
  const [p, q] = [borderOf(project, from), borderOf(project, to)];
  return p && q && sizeBetween(p, q)?.size;
}
