/** Where other walls run through an opening, or end in it. */
import { clipLeft } from '../../geometry/clip';
import { distance, locate } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { frameRectangle, fromFrame, type Frame } from '../../kernels/joints/frame';

interface Place {
  readonly t0: number;
  readonly t1: number;
  readonly z0: number;
  readonly z1: number;
}

const bodyOf = (frame: Frame) => frameRectangle(frame, 0, frame.length, frame.y0, frame.y1);

/**
 * How far each of the `others`, in plan and height, stands in an opening of a wall: only those with any part there, the
 * farthest first. A wall that meets the opening's own at an end is none of them: what is beside a corner is a nib.
 */
export function wallsAcross<F extends Frame>(
  frame: Frame,
  { t0, t1, z0, z1 }: Place,
  others: Iterable<F>
): { readonly other: F; readonly over: number }[] {
  const slack = tolerances.coincident;
  const ends = [fromFrame(frame, 0, 0), fromFrame(frame, frame.length, 0)];
  const [a, b, c, d] = bodyOf(frame);
  const found: { other: F; over: number }[] = [];
  for (const other of others) {
    if (other.wall.id === frame.wall.id || other.base > z1 - slack || other.top < z0 + slack) continue;
    const tips = [fromFrame(other, 0, 0), fromFrame(other, other.length, 0)];
    if (tips.some((p) => ends.some((q) => distance(p, q) <= tolerances.joint))) continue;
    const within = clipLeft(clipLeft(bodyOf(other), a!, b!), c!, d!);
    const places = within.map((p) => locate(p, frame.origin, frame.direction).t);
    const over = Math.min(t1, Math.max(...places)) - Math.max(t0, Math.min(...places));
    if (places.length > 2 && over > slack) found.push({ other, over });
  }
  return found.sort((p, q) => q.over - p.over || (p.other.wall.id < q.other.wall.id ? -1 : 1));
}
