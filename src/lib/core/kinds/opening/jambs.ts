/** Rings of a wall cut at jamb lines. */

import { arrangeCells } from '../../kernels/solids/pieces';
import { fromFrame, type Frame } from '../../kernels/joints/frame';
import { dot, subtract, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Ring } from '../../geometry/ring';
import type { Segment } from '../../geometry/arrangement';

/** Where holes begin and end along a wall, in order, each place once. */
export const jambLines = (holes: readonly { readonly t0: number; readonly t1: number }[]): number[] =>
  [...new Set(holes.flatMap(({ t0, t1 }) => [t0, t1]))].sort((p, q) => p - q);

/** Split a ring at `jambLines`. Each line meets a wall's ply in two points; otherwise the arrangement does it. */
export function cutAtJambs(frame: Frame, ring: Ring, lines: readonly number[]): Ring[] {
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
  const { origin, direction } = frame;
  const ts: number[] = [];
  let [isBelow, isAbove, isOn] = [false, false, false];
  for (const p of ring) {
    const v = dot(subtract(p, origin), direction) - t;
    ts.push(Math.abs(v) < tolerances.nodeGrid ? 0 : v);
    if (v <= -tolerances.nodeGrid) isBelow = true;
    else if (v >= tolerances.nodeGrid) isAbove = true;
    else isOn = true;
  }
  if (!isBelow || !isAbove) return undefined;
  if (isOn) return 'many';
  const low: Point[] = [];
  const high: Point[] = [];
  let crossings = 0;
  for (let i = 0; i < ring.length; i++) {
    const j = (i + 1) % ring.length;
    const [p, q] = [ring[i]!, ring[j]!];
    (ts[i]! < 0 ? low : high).push(p);
    if (ts[i]! < 0 === ts[j]! < 0) continue;
    const k = ts[i]! / (ts[i]! - ts[j]!);
    const x = { x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k };
    low.push(x);
    high.push(x);
    crossings += 1;
  }
  if (crossings > 2) return 'many';
  return crossings === 2 ? [low, high] : undefined;
}
