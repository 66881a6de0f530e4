/**
 * Which walls of a plan can meet at all: those whose boxes come within the joint tolerance. Who asks for nodes or for
 * islands needs no other pairs.
 *
 * A sweep along the axis on which the boxes are the more spread out: O(n log n) and the pairs that it passes, which for
 * plans is cheaper than an index. Source: own.
 */
import { tolerances } from '../../geometry/tolerances';
import type { Frame } from './frame';

export interface NearWalls<F extends Frame = Frame> {
  /** By the ids of their walls. */
  readonly frames: readonly F[];
  /** Of each wall, those near it as places in `frames`, lowest first. */
  readonly near: readonly (readonly number[])[];
}

export function nearWalls<F extends Frame>(all: readonly F[]): NearWalls<F> {
  const frames = [...all].sort((p, q) => (p.wall.id < q.wall.id ? -1 : 1));
  const [x, y] = [spansOf(frames, 'x'), spansOf(frames, 'y')];
  const [u, v] = overlap(x) <= overlap(y) ? [x, y] : [y, x];
  const order = Uint32Array.from(frames.keys()).sort((i, j) => u.low[i]! - u.low[j]!);
  const near = frames.map((): number[] => []);
  for (let at = 0; at < order.length; at++) {
    const i = order[at]!;
    const [end, low, high] = [u.high[i]!, v.low[i]!, v.high[i]!];
    for (let k = at + 1; k < order.length; k++) {
      const j = order[k]!;
      if (u.low[j]! > end) break;
      if (v.low[j]! > high || v.high[j]! < low) continue;
      near[i]!.push(j);
      near[j]!.push(i);
    }
  }
  for (const list of near) list.sort((i, j) => i - j);
  return { frames, near };
}

interface Spans {
  readonly low: Float64Array;
  readonly high: Float64Array;
}

/** What each wall takes of an axis, and as far beyond as one that meets it can be. */
function spansOf(frames: readonly Frame[], axis: 'x' | 'y'): Spans {
  const [low, high] = [new Float64Array(frames.length), new Float64Array(frames.length)];
  frames.forEach(({ wall: { a, b } }, i) => {
    low[i] = Math.min(a[axis], b[axis]) - tolerances.joint;
    high[i] = Math.max(a[axis], b[axis]) + tolerances.joint;
  });
  return { low, high };
}

/** How many of the spans a place on the axis is in, on average. */
function overlap({ low, high }: Spans): number {
  let [first, last, sum] = [Infinity, -Infinity, 0];
  for (let i = 0; i < low.length; i++) {
    [first, last] = [Math.min(first, low[i]!), Math.max(last, high[i]!)];
    sum += high[i]! - low[i]!;
  }
  return sum / (last - first);
}
