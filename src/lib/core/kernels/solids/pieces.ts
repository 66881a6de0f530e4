/** Rings in plan cut into pieces: along lines, and round what passes through. */
import { along, distance, lerp, sameNode, type Point } from '../../geometry/point';
import {
  boxHolds,
  boxOf,
  boxesMeet,
  edgesOf,
  gapToBorder,
  ringArea,
  ringHolds,
  ringsHold,
  type Box,
  type Ring
} from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { arrange, simpleFaces, type Segment } from '../../geometry/arrangement';
import type { Cut } from './cut';

/** What is taken out of a prism between two heights; its borders cut the footprint so that no piece has a hole. */
export interface Void {
  readonly z0: number;
  readonly z1: number;
  holds(p: Point): boolean;
  readonly borders: readonly Segment[];
  /** The part of a line within it. */
  clip(line: Segment): Segment[];
}

/** `across`: a line that way through the middle of the cut keeps what is round it from being a ring with a hole. */
export function cutVoid(cut: Cut, across: Point, datum: number): Void {
  const { ring, box } = cut;
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  return {
    z0: cut.z0 - datum,
    z1: cut.z1 - datum,
    borders: [...edgesOf(ring), [along(middle, across, -chordReach), along(middle, across, chordReach)]],
    holds: (p) => ringHolds(ring, p),
    clip: (line) => [line]
  };
}

/** Past any wall, slab or roof, mm. */
const chordReach = 1_000_000;

/** Whether a border of a piece lies on the border of something that stands there. */
export function isOnCut(
  cuts: readonly { readonly ring: Ring; readonly box: Box }[],
  p: Point,
  q: Point
): boolean {
  const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
  const slack = tolerances.coincident;
  return cuts.some(({ ring, box }) => boxHolds(box, middle, slack) && gapToBorder(ring, middle) < slack);
}

/** The pieces of a footprint between the borders of voids and other lines, none within its holes. */
export function piecesOf(
  ring: Ring,
  voids: readonly Void[],
  holes: readonly Ring[] = [],
  lines: readonly Segment[] = []
): Ring[] {
  const box = boxOf(ring);
  const all = [...voids.flatMap(({ borders }) => borders), ...lines];
  const cuts = all.filter((line) => boxesMeet(boxOf(line), box));
  if (holes.length === 0) return arrangeCells(ring, cuts);
  return (simpleFaces([...[ring, ...holes].flatMap(edgesOf), ...cuts]) ?? []).filter((face) => {
    const inside = ringArea(face) > tolerances.scrap ? innerPoint(face) : undefined;
    return inside !== undefined && ringsHold([ring, ...holes], inside);
  });
}

export const acrossPage: Point = { x: 1, y: 0 };

/**
 * The pieces of a ring along lines that go right across it, as the ridge goes across a gable; undefined where one ends
 * within the ring, comes near a corner, or cuts a piece more than once: there an arrangement must say.
 */
function piecesAcross(ring: Ring, cuts: readonly Segment[]): Ring[] | undefined {
  let pieces: Ring[] = [ring];
  const used: Segment[] = [];
  for (const cut of cuts) {
    if (used.some((other) => isSame(cut, other))) continue;
    used.push(cut);
    const after: Ring[] = [];
    for (const piece of pieces) {
      const halves = splitAcross(piece, cut);
      if (!halves) return undefined;
      after.push(...halves);
    }
    pieces = after;
  }
  return pieces;
}

/** Whichever way they run. */
const isSame = ([a, b]: Segment, [c, d]: Segment) =>
  (sameNode(a, c) && sameNode(b, d)) || (sameNode(a, d) && sameNode(b, c));

/** The ring itself where the line misses it, two where it goes right across, undefined in any other case. */
function splitAcross(ring: Ring, [a, b]: Segment): Ring[] | undefined {
  const size = distance(a, b);
  const [dx, dy] = [(b.x - a.x) / size, (b.y - a.y) / size];
  const slack = tolerances.coincident;
  let [least, most] = [Infinity, -Infinity];
  const off = ring.map(({ x, y }) => {
    const t = dx * (x - a.x) + dy * (y - a.y);
    least = Math.min(least, t);
    most = Math.max(most, t);
    return dx * (y - a.y) - dy * (x - a.x);
  });
  if (!(size > slack) || most < -slack || least > size + slack) return [ring];
  // A line that only runs along the border, as a hip along a mitre, cuts nothing.
  if (off.every((y) => y <= slack) || off.every((y) => y >= -slack)) return [ring];
  if (off.some((y) => Math.abs(y) <= slack)) return undefined;
  const crossed = off.flatMap((y, i) => (y < 0 === off[(i + 1) % off.length]! < 0 ? [] : [i]));
  if (crossed.length > 2) return undefined;
  const [i, j] = crossed as [number, number];
  const at = (k: number) => {
    const next = (k + 1) % ring.length;
    return lerp(ring[k]!, ring[next]!, off[k]! / (off[k]! - off[next]!));
  };
  const [p, q] = [at(i), at(j)];
  const [tp, tq] = [p, q].map(({ x, y }) => dx * (x - a.x) + dy * (y - a.y)) as [number, number];
  if (Math.max(tp, tq) < -slack || Math.min(tp, tq) > size + slack) return [ring];
  if (Math.min(tp, tq) < slack || Math.max(tp, tq) > size - slack) return undefined;
  const halves = [
    [...ring.slice(0, i + 1), p, q, ...ring.slice(j + 1)],
    [p, ...ring.slice(i + 1, j + 1), q]
  ];
  return halves.every((half) => ringArea(half) > tolerances.scrap) ? halves : undefined;
}

/** Faces of the ring cut by segments. */
export function arrangeCells(ring: Ring, cuts: readonly Segment[]): Ring[] {
  const across = piecesAcross(ring, cuts);
  if (across) return across;
  const arrangement = arrange([...edgesOf(ring), ...cuts]);
  return (arrangement?.faces ?? []).flatMap(({ outer, holes }) => {
    const inside = innerPoint(outer, holes);
    return inside && holes.length === 0 && ringHolds(ring, inside) && ringArea(outer) > tolerances.scrap
      ? [outer]
      : [];
  });
}
