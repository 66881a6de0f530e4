/**
 * Walls of a storey in groups that have nothing to do with each other, as far as joints go: two walls are of one island
 * when their boxes come within the joint tolerance, or when others link them so. What meets, meets within one island, so
 * that each can be gathered, joined and outlined by itself, and an edit costs the islands that it touches.
 *
 *      +---+  +--          islands: the house, and the
 *      |   |  |            garden wall beside it; nothing
 *      +---+  |            of one reaches the other
 *
 * Cost: O(n) to see which walls are new, O(m log m) for the m walls of the islands that these touch. Source: own.
 */
import { boxesMeet, type Box } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { gatherNodes, type Node } from './gather';
import { nearWalls, type NearWalls } from './near';
import type { Frame } from './frame';

/** The same object while the frames of all its walls are the same. */
export interface Island<F extends Frame = Frame> {
  /** By the ids of their walls. */
  readonly frames: readonly F[];
  readonly nodes: readonly Node[];
}

/** The islands of the last time. It never changes what is answered. */
export class IslandMemory<F extends Frame = Frame> {
  islands: readonly Kept<F>[] = [];
  of = new Map<F, Kept<F>>();
}

interface Kept<F extends Frame> {
  readonly island: Island<F>;
  readonly box: Box;
}

/** The islands of a storey's walls, by the id of their first wall. */
export function islandsOf<F extends Frame>(
  frames: readonly F[],
  memory: IslandMemory<F> = new IslandMemory()
): readonly Island<F>[] {
  const still = new Map<Kept<F>, number>();
  const fresh: F[] = [];
  for (const frame of frames) {
    const kept = memory.of.get(frame);
    if (kept) still.set(kept, (still.get(kept) ?? 0) + 1);
    else fresh.push(frame);
  }
  const broken = new Set<Kept<F>>();
  for (const [kept, count] of still) if (count < kept.island.frames.length) broken.add(kept);
  const gone = broken.size > 0 ? new Set(frames) : undefined;
  const loose = [...fresh];
  for (const { island } of broken) for (const frame of island.frames) if (gone!.has(frame)) loose.push(frame);
  // What joins an island is looked at with the whole of it. Other islands are no nearer to it than they were.
  const boxes = fresh.map((frame) => boxOfAll([frame]));
  const whole = [...still.keys()].filter((kept) => {
    if (broken.has(kept)) return false;
    const isMet = boxes.some((box) => boxesMeet(box, kept.box));
    if (isMet) for (const frame of kept.island.frames) loose.push(frame);
    return !isMet;
  });
  const made = apart(nearWalls(loose)).map((group): Kept<F> => {
    const island = { frames: group.frames, nodes: gatherNodes(group) };
    return { island, box: boxOfAll(group.frames) };
  });
  const idOf = ({ island }: Kept<F>) => island.frames[0]!.wall.id;
  const all = [...whole, ...made].sort((p, q) => (idOf(p) < idOf(q) ? -1 : 1));
  // Only islands of one time are known to be apart, so the frames of no other time lead to one.
  for (const { island } of broken) for (const frame of island.frames) memory.of.delete(frame);
  for (const one of memory.islands)
    if (!still.has(one)) for (const frame of one.island.frames) memory.of.delete(frame);
  for (const one of made) for (const frame of one.island.frames) memory.of.set(frame, one);
  memory.islands = all;
  return all.map(({ island }) => island);
}

/** Round walls' lines, and as far from them as walls that meet them can be. */
function boxOfAll(frames: readonly Frame[]): Box {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { wall } of frames) {
    minX = Math.min(minX, wall.a.x, wall.b.x);
    minY = Math.min(minY, wall.a.y, wall.b.y);
    maxX = Math.max(maxX, wall.a.x, wall.b.x);
    maxY = Math.max(maxY, wall.a.y, wall.b.y);
  }
  const r = tolerances.joint;
  return { minX: minX - r, minY: minY - r, maxX: maxX + r, maxY: maxY + r };
}

/** Walls in groups that hang together. */
function apart<F extends Frame>({ frames, near }: NearWalls<F>): NearWalls<F>[] {
  const place = new Int32Array(frames.length).fill(-1);
  return frames.flatMap((_, seed) => {
    if (place[seed]! >= 0) return [];
    place[seed] = 0;
    const group = [seed];
    for (const i of group)
      for (const k of near[i]!)
        if (place[k]! < 0) {
          place[k] = 0;
          group.push(k);
        }
    if (group.length === frames.length) return [{ frames, near }];
    group.sort((i, k) => i - k).forEach((i, at) => (place[i] = at));
    return [{ frames: group.map((i) => frames[i]!), near: group.map((i) => near[i]!.map((k) => place[k]!)) }];
  });
}
