/** The outline of what rings cover together. */
import { simpleFaces, type Segment } from './arrangement';
import { cross, dot, subtract, type Point } from './point';
import { dropCollinear, edgesOf, ringArea, ringHolds, ringsHold, type Ring } from './ring';
import { tolerances } from './tolerances';
import { innerPoint } from './triangulate';

const keyOf = ({ x, y }: Point) => `${x} ${y}`;

/**
 * Rings round all the places between borders that `holds` says belong, counter-clockwise, holes clockwise. One arrangement of
 * all borders: a face counts by a point of it, and borders between two faces that count fall away.
 */
function coveredBy(borders: readonly Ring[], holds: (p: Point) => boolean): Ring[] {
  const faces = (simpleFaces(borders.flatMap(edgesOf)) ?? []).filter((face) => {
    const inside = ringArea(face) > tolerances.scrap ? innerPoint(face) : undefined;
    return inside !== undefined && holds(inside);
  });
  const open = new Map<string, Segment>();
  for (const [p, q] of faces.flatMap(edgesOf)) {
    const back = `${keyOf(q)} ${keyOf(p)}`;
    if (!open.delete(back)) open.set(`${keyOf(p)} ${keyOf(q)}`, [p, q]);
  }
  return traced([...open.values()]).map((ring) => dropCollinear(ring, tolerances.nodeGrid));
}

/** Rings round all that lies in any of some rings. */
export const unionOf = (rings: readonly Ring[]): Ring[] =>
  coveredBy(rings, (p) => rings.some((ring) => ringHolds(ring, p)));

/** Rings round what some rings enclose, clockwise ones as their holes, without what lies in any of others. */
export const withoutRings = (rings: readonly Ring[], others: readonly Ring[]): Ring[] =>
  coveredBy([...rings, ...others], (p) => ringsHold(rings, p) && !others.some((ring) => ringHolds(ring, p)));

/** Borders as rings; where several leave a corner, the one most to the right goes on, so that no ring touches itself. */
function traced(borders: readonly Segment[]): Ring[] {
  const from = new Map<string, Segment[]>();
  for (const one of borders) from.set(keyOf(one[0]), [...(from.get(keyOf(one[0])) ?? []), one]);
  const left = new Set(borders);
  const rings: Ring[] = [];
  for (const start of borders) {
    if (!left.has(start)) continue;
    const ring: Point[] = [];
    let now: Segment | undefined = start;
    while (now && left.delete(now)) {
      ring.push(now[0]);
      const way: Point = subtract(now[1], now[0]);
      const turn = ([p, q]: Segment) => {
        const on = subtract(q, p);
        return Math.atan2(cross(way, on), dot(way, on));
      };
      now = from
        .get(keyOf(now[1]))
        ?.filter((one) => left.has(one))
        .sort((p, q) => turn(p) - turn(q))[0];
    }
    rings.push(ring);
  }
  return rings;
}
