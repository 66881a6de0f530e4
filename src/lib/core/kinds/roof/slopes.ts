/**
 * The slopes of an edge as the solver takes them: from its own line inwards, each from a height up. What is solved is the
 * tops, which lie t / cos p over the undersides, so that a break between two pitches lies where the raised planes cross.
 *
 *                   / p2            eave: p1 from the plate, p2 from `above` it: gambrel, mansard, bell-cast eave
 *          above _-'                gable: upright, from `above` the plate at p2: half hip
 *        plate .'  p1
 *     overhang'|
 */
import { tolerances } from '../../geometry/tolerances';
import type { MadeEdge } from './edges';

/** `start`: height of its plane over the line of the edge; `from`: where it begins on the way up. */
export interface Slope {
  readonly pitch: number;
  readonly start: number;
  readonly from: number;
}

/** `most`: the overhang that fits. Degenerate: a break below the eave leaves the upper slope alone. */
export function slopesOf(
  { kind, pitch, overhang, plateLevel, seat, second }: MadeEdge,
  thickness: number,
  most: number
): Slope[] {
  if (kind !== 'eave' && kind !== 'gable') return [];
  // From the line of the eave to that of the seat.
  const out = Math.min(overhang, most) + seat;
  const deep = (p: number) => thickness / Math.cos(p);
  const break1 = kind === 'eave' && second ? second.above / Math.tan(pitch) : 0;
  const upper = second && {
    pitch: second.pitch,
    start: plateLevel + second.above - (out + break1) * Math.tan(second.pitch) + deep(second.pitch)
  };
  if (kind === 'gable') return upper ? [{ ...upper, from: upper.start }] : [];
  const start = plateLevel - out * Math.tan(pitch) + deep(pitch);
  const lower = { pitch, start, from: start };
  if (!upper || Math.abs(Math.tan(upper.pitch) - Math.tan(pitch)) < tolerances.square) return [lower];
  // Where the two raised planes cross, measured inwards from the line of the edge.
  const run = (upper.start - start) / (Math.tan(pitch) - Math.tan(upper.pitch));
  const from = start + run * Math.tan(pitch);
  return run > tolerances.coincident ? [lower, { ...upper, from }] : [{ ...upper, from: upper.start }];
}
