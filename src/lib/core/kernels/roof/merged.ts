/** Cells of one plane put together again. */
import { ringArea, type Ring } from '../../geometry/ring';
import type { Point } from '../../geometry/point';
import { bordersFrom } from './borders';

/**
 * The outlines of cells that share their corners as objects, without the borders between them: counter-clockwise. Cells
 * that lie round a hole stay by themselves, as a ring has none. A corner where two parts touch parts them.
 */
export function withoutBorders(cells: readonly Ring[]): Ring[] {
  return groupsOf(cells).flatMap((group) => {
    const rings = outlinesOf(group);
    return rings.some((ring) => ringArea(ring) < 0) ? group : rings;
  });
}

/** Cells that hang together by borders. */
function groupsOf(cells: readonly Ring[]): Ring[][] {
  const from = bordersFrom(cells);
  const seen = new Set<number>();
  return cells.flatMap((_, first) => {
    if (seen.has(first)) return [];
    const group = [first];
    seen.add(first);
    for (const at of group)
      cells[at]!.forEach((p, k, ring) => {
        const next = from.get(ring[(k + 1) % ring.length]!)?.get(p);
        if (next === undefined || seen.has(next)) return;
        seen.add(next);
        group.push(next);
      });
    return [group.map((i) => cells[i]!)];
  });
}

function outlinesOf(group: readonly Ring[]): Ring[] {
  const all = bordersFrom(group);
  const outer = new Map<Point, Point[]>();
  for (const [p, ends] of all)
    for (const q of ends.keys()) if (!all.get(q)?.has(p)) outer.set(p, [...(outer.get(p) ?? []), q]);
  const rings: Point[][] = [];
  for (const start of outer.keys())
    while ((outer.get(start)?.length ?? 0) > 0) {
      const ring: Point[] = [];
      let [before, at]: [Point | undefined, Point] = [undefined, start];
      do {
        ring.push(at);
        const ends = outer.get(at)!;
        const next = leftmost(before, at, ends);
        ends.splice(ends.indexOf(next), 1);
        [before, at] = [at, next];
      } while (at !== start);
      rings.push(ring);
    }
  return rings;
}

/** Of several ways on, the one that turns most to the left: parts that touch in a corner are gone round apart. */
function leftmost(before: Point | undefined, at: Point, ends: readonly Point[]): Point {
  if (!before || ends.length === 1) return ends[0]!;
  const back = Math.atan2(before.y - at.y, before.x - at.x);
  const turn = (q: Point) => {
    const angle = back - Math.atan2(q.y - at.y, q.x - at.x);
    return angle > 0 ? angle : angle + 2 * Math.PI;
  };
  return ends.reduce((best, q) => (turn(q) < turn(best) ? q : best));
}
