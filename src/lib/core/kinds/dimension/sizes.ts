/** What sizes are measured between: faces and middles of walls, jambs and middles of openings. */
import { frameOf } from '../wall/frame';
import { fromFrame } from '../../kernels/joints/frame';
import { placeOpening } from '../opening/place';
import { add, along, cross, dot, leftOf, scale, subtract, unit, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Wall } from '../wall/record';
import type { Opening } from '../opening/record';
import type { SizeEnd } from './record';
import type { Tables } from '../../document/record';

/** All that sizes are read from. */
export interface Readable {
  readonly tables: Pick<Tables, 'wall' | 'opening' | 'buildUp' | 'storey' | 'slab' | 'footing'>;
}

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
export function borderOf(project: Readable, end: SizeEnd): Border | undefined {
  const { tables } = project;
  const opening = 'opening' in end ? tables.opening.get(end.opening) : undefined;
  const wall = tables.wall.get('wall' in end ? end.wall : (opening?.wall ?? ''));
  const frame = wall && frameOf(project, wall);
  if (!frame) return undefined;
  if ('wall' in end) {
    const y = { left: frame.y1, right: frame.y0, centre: (frame.y0 + frame.y1) / 2 }[end.side];
    const point = fromFrame(frame, 0, y);
    return { subject: wall, wall, point, direction: frame.direction, length: frame.length };
  }
  const named = opening!.origin.kind === 'face' ? tables.wall.get(opening!.origin.wall) : undefined;
  const { t0, t1 } = placeOpening(frame, opening!, named && frameOf(project, named));
  const point = fromFrame(frame, { low: t0, high: t1, centre: (t0 + t1) / 2 }[end.jamb], frame.y0);
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
export function sizeNow(project: Readable, from: SizeEnd, to: SizeEnd): number | undefined {
  const [p, q] = [borderOf(project, from), borderOf(project, to)];
  return p && q && sizeBetween(p, q)?.size;
}

/** Sizes of a chain's stretches; undefined when one of them cannot be told. */
export function chainSizes(project: Readable, ends: readonly SizeEnd[]): number[] | undefined {
  const sizes = ends.slice(1).map((end, i) => sizeNow(project, ends[i]!, end));
  return sizes.every((size) => size !== undefined) ? sizes : undefined;
}

/**
 * Where an end is found after its wall went into another: a line of one of these walls on the very same line.
 * Undefined when there is none, and for jambs, whose openings keep their ids.
 */
export function sameBorder(
  before: Readable,
  end: SizeEnd,
  after: Readable,
  among: readonly Wall[]
): SizeEnd | undefined {
  const old = 'wall' in end ? borderOf(before, end) : undefined;
  if (!old) return undefined;
  for (const wall of among)
    for (const side of ['left', 'right', 'centre'] as const) {
      const now = wall.storey === old.wall.storey ? borderOf(after, { wall: wall.id, side }) : undefined;
      if (!now || Math.abs(cross(old.direction, now.direction)) > tolerances.sameDirection) continue;
      const off = cross(now.direction, subtract(old.point, now.point));
      if (Math.abs(off) <= tolerances.coincident) return { wall: wall.id, side };
    }
  return undefined;
}
