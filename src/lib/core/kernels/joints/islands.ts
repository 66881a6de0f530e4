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
import Flatbush from 'flatbush';
import { boxesMeet, type Box } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { gatherNodes, type Node } from './gather';
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
  const loose: F[] = [];
  for (const frame of frames) {
    const kept = memory.of.get(frame);
    if (kept) still.set(kept, (still.get(kept) ?? 0) + 1);
    else loose.push(frame);
  }
  const broken = new Set<Kept<F>>();
  for (const [kept, count] of still) if (count < kept.island.frames.length) broken.add(kept);
  const gone = broken.size > 0 ? new Set(frames) : undefined;
  for (const { island } of broken) loose.push(...island.frames.filter((frame) => gone!.has(frame)));
  // What joins an island is looked at with the whole of it. Other islands are no nearer to it than they were.
  const boxes = loose.map(boxOfWall);
  const whole = [...still.keys()].filter((kept) => {
    if (broken.has(kept)) return false;
    const isMet = boxes.some((box) => boxesMeet(box, kept.box));
    if (isMet) loose.push(...kept.island.frames);
    return !isMet;
  });
  const made = apart(loose).map((group): Kept<F> => {
    const island = { frames: group, nodes: gatherNodes(group) };
    return { island, box: boxOfAll(group) };
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

/** A wall's line, and as far round it as one that meets it can be. */
function boxOfWall({ wall: { a, b } }: Frame): Box {
  const r = tolerances.joint;
  return {
    ...{ minX: Math.min(a.x, b.x) - r, maxX: Math.max(a.x, b.x) + r },
    ...{ minY: Math.min(a.y, b.y) - r, maxY: Math.max(a.y, b.y) + r }
  };
}

function boxOfAll(frames: readonly Frame[]): Box {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const box of frames.map(boxOfWall)) {
    [minX, minY] = [Math.min(minX, box.minX), Math.min(minY, box.minY)];
    [maxX, maxY] = [Math.max(maxX, box.maxX), Math.max(maxY, box.maxY)];
  }
  return { minX, minY, maxX, maxY };
}

/** Walls in groups whose boxes hang together, each by id. */
function apart<F extends Frame>(frames: readonly F[]): F[][] {
  if (frames.length === 0) return [];
  const index = new Flatbush(frames.length);
  const boxes = frames.map(boxOfWall);
  for (const { minX, minY, maxX, maxY } of boxes) index.add(minX, minY, maxX, maxY);
  index.finish();
  const seen = new Set<number>();
  return frames.flatMap((_, seed) => {
    if (seen.has(seed)) return [];
    seen.add(seed);
    const group = [seed];
    for (const i of group) {
      const { minX, minY, maxX, maxY } = boxes[i]!;
      index.search(minX, minY, maxX, maxY, (k) => {
        if (!seen.has(k)) group.push(k);
        seen.add(k);
        return false;
      });
    }
    return [group.map((i) => frames[i]!).sort((p, q) => (p.wall.id < q.wall.id ? -1 : 1))];
  });
}
