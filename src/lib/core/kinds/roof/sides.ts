/** Outlines of roofs as commands are given them: chosen walls, a slab, or drawn corners. */
import { refuse, storedPoint } from '../../document/command';
import type { Query } from '../../document/kind';
import {
  along,
  cross,
  distance,
  dot,
  leftOf,
  lerp,
  meetLines,
  nearestOnSegment,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { isSimple, ringArea, ringsHold } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { outlineOn } from '../wall/stages';
import { overSides, type RoofOutline, type Run } from './edges';
import { asRoof, type Roof, type RoofSide } from './record';
import { faceOf } from './stages';

/** So far past a line that closes a chain is looked whether the house goes on there, mm. */
const beyond = 50;
/** So far past the end of its face a wall's line may meet the next in a corner, mm. */
const reach = 600;

const plainSide = (): RoofSide => ({ wall: null, inner: false, line: null, kind: 'eave', ...asRoof });

interface Chosen extends Run {
  readonly wall: string;
}

/**
 * Sides by chosen walls: in the order in which they are chosen, or, where that encloses nothing, each followed by the one
 * that lies nearest to its end; closed by lines where two do not meet. At a wall that has the roof outside of it, and at a
 * line behind which the house goes on, the roof runs into what is there. Undefined where they enclose nothing.
 */
export function sidesOfWalls(
  query: Query,
  roof: Roof,
  walls: readonly string[],
  within: boolean
): RoofSide[] | undefined {
  const chosen = walls.flatMap((wall): Chosen[] => {
    const face = faceOf(query, wall, within);
    return face ? [{ ...face, wall }] : [];
  });
  for (const order of [chosen, nearestFirst(chosen)]) {
    const sides = order.flatMap((own, i): RoofSide[] => {
      const side = { ...plainSide(), wall: own.wall, inner: within };
      // Two walls alone meet once.
      const isMetHere = (order.length > 2 || i === 0) && isMet(own, order[(i + 1) % order.length]!);
      return isMetHere ? [side] : [side, plainSide()];
    });
    const outline = overSides(roof, sides, (wall, inner) => faceOf(query, wall, inner));
    if (outline) return withEnds(query, roof.storey, sides, outline);
  }
  return undefined;
}

/** Whether the lines of two faces meet on one of them, or near its ends: the other is drawn on to there. */
function isMet(run: Run, next: Run): boolean {
  const [d, e] = [unit(subtract(run.to, run.from)), unit(subtract(next.to, next.from))];
  const corner = Math.abs(cross(d, e)) > tolerances.inLine ? meetLines(run.from, d, next.from, e) : undefined;
  if (!corner)
    return [run.from, run.to].some((p) =>
      [next.from, next.to].some((q) => distance(p, q) <= tolerances.joint)
    );
  return [run, next].some(({ from, to }) => distance(corner, nearestOnSegment(corner, from, to)) <= reach);
}

function nearestFirst(chosen: readonly Chosen[]): Chosen[] {
  const left = new Set(chosen.slice(1));
  const order = chosen.slice(0, 1);
  while (left.size > 0) {
    const { to } = order.at(-1)!;
    const next = [...left].reduce((best, one) =>
      distance(to, one.from) < distance(to, best.from) ? one : best
    );
    left.delete(next);
    order.push(next);
  }
  return order;
}

/** The sides with those turned into ends behind which the house goes on. */
function withEnds(
  query: Query,
  storey: string,
  sides: readonly RoofSide[],
  { rings, edges }: RoofOutline
): RoofSide[] {
  const house = outlineOn(query, storey, 'outer')?.rings ?? [];
  const ring = rings[0]!;
  return sides.map((side, i) => {
    const at = edges[0]!.findIndex((edge) => edge.side === i);
    if (at < 0) return side;
    const [from, to] = [ring[at]!, ring[(at + 1) % ring.length]!];
    const way = unit(subtract(to, from));
    const face = side.wall === null ? undefined : faceOf(query, side.wall, side.inner);
    const behind = along(lerp(from, to, 0.5), leftOf(way), -beyond);
    const isEnd = face ? dot(subtract(face.to, face.from), way) < 0 : ringsHold(house, behind);
    return isEnd ? { ...side, kind: 'meeting' } : side;
  });
}

/** Sides by drawn corners, whichever way round; refused where they cross. */
export function sidesOfCorners({ project }: Query, corners: readonly Point[]): RoofSide[] {
  const ring = corners.map(storedPoint);
  if (!isSimple(ring) || ringArea(ring) === 0)
    refuse(project, 'outline.crosses', { texts: { thing: 'the roof' } });
  const round = ringArea(ring) > 0 ? ring : ring.reverse();
  return round.map((from, i) => ({
    ...plainSide(),
    line: { from, to: round[(i + 1) % round.length]! }
  }));
}
