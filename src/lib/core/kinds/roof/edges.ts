/** The edges of a roof as they are made, and the outline of its eaves. Lengths in mm, heights above the storey's datum. */
import {
  add,
  along,
  cross,
  distance,
  dot,
  leftOf,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { isSimple, ringArea, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { Outline } from '../wall/outline';
import {
  asRoof,
  isBare,
  type EdgeSettings,
  type Roof,
  type RoofEdgeKind,
  type RoofSide,
  type SecondSlope,
  type Soffit
} from './record';

/** `walls`: under it; what is not said of an edge is as its roof has it. `overhang`: of a gable, how far the verge projects. */
export interface MadeEdge {
  readonly walls: readonly string[];
  /** Which of the roof's own sides it is; null where its outline is the storey's, or no side says it. */
  readonly side: number | null;
  readonly kind: RoofEdgeKind;
  readonly pitch: number;
  readonly overhang: number;
  readonly plateLevel: number;
  readonly seat: number;
  readonly second: SecondSlope | null;
  readonly fascia: number;
  readonly soffit: Soffit;
}

/** How high the underside of an eave begins, over the storey's datum. */
export const eaveHeight = ({
  plateLevel,
  seat,
  overhang,
  pitch
}: Pick<Roof, 'plateLevel' | 'seat' | 'overhang' | 'pitch'>) =>
  plateLevel - (overhang + seat) * Math.tan(pitch);

/** What a roof bears on: rings counter-clockwise, round courts clockwise, and per ring and edge how it is made. */
export interface RoofOutline {
  readonly rings: readonly Ring[];
  readonly edges: readonly (readonly MadeEdge[])[];
}

/** The walls under an outline, each as often as an edge is over it. */
export const wallsIn = (outline: RoofOutline | undefined): string[] =>
  (outline?.edges ?? []).flat().flatMap(({ walls }) => walls);

function made(
  roof: Roof,
  said: EdgeSettings | undefined,
  walls: readonly string[],
  side: number | null
): MadeEdge {
  const kind = said?.kind ?? 'eave';
  return {
    ...{ walls, side, kind },
    pitch: said?.pitch ?? roof.pitch,
    overhang: isBare(kind) ? 0 : (said?.overhang ?? roof.overhang),
    plateLevel: said?.plateLevel ?? roof.plateLevel,
    seat: said?.seat ?? roof.seat,
    second: said?.second ?? null,
    fascia: isBare(kind) ? 0 : (said?.fascia ?? roof.fascia),
    soffit: said?.soffit ?? roof.soffit
  };
}

/** The outline of its storey, with the edges as the roof says them by wall. */
export function overStorey(roof: Roof, outline: Outline): RoofOutline {
  const said = new Map(roof.edges.map((edge) => [edge.wall, edge]));
  return {
    rings: outline.rings,
    edges: outline.walls.map((ring) =>
      ring.map((walls) => made(roof, walls.flatMap((wall) => said.get(wall) ?? [])[0], walls, null))
    )
  };
}

/** A straight line as it is gone along. */
export interface Run {
  readonly from: Point;
  readonly to: Point;
}

interface RunEdge extends Run {
  readonly edge: MadeEdge;
}

/**
 * The outline by sides of its own, whichever way round they are told; `faceOf`: the outer face of a wall, or its inner one. Undefined where
 * the sides enclose nothing once.
 *
 *        +--------+           a, b, c: faces of walls; where two follow each other, their lines meet in a corner,
 *      c |        | a         also within a face that is longer
 *        + - - - -+           - - -: a side without a line, from the end of one to the beginning of the next
 */
export function overSides(
  roof: Roof,
  sides: readonly RoofSide[],
  faceOf: (wall: string, inner: boolean) => Run | undefined
): RoofOutline | undefined {
  const said = sides.map((side, i) => {
    const run = side.line ?? (side.wall === null ? undefined : faceOf(side.wall, side.inner));
    const edge = made(roof, side, side.wall === null ? [] : [side.wall], i);
    // Against a parapet there is room for no board.
    return { run, edge: side.inner ? { ...edge, fascia: 0, soffit: 'open' as const } : edge };
  });
  const runs = said.flatMap(({ run, edge }): RunEdge[] => (run ? [{ ...run, edge }] : []));
  const closed = runs.flatMap((run, k): RunEdge[] => {
    const next = runs[(k + 1) % runs.length]!;
    const after = said[(run.edge.side! + 1) % said.length]!;
    if (after.run && !isJog(run, next)) return [run];
    const between = { from: run.to, to: next.from };
    const edge = after.run ? made(roof, { kind: 'gable', ...asRoof }, [], null) : after.edge;
    const isShort = distance(between.from, between.to) <= tolerances.joint;
    return isShort ? [run] : [run, { ...between, edge }];
  });
  const corners = closed.map((run, k) => cornerOf(closed[(k + closed.length - 1) % closed.length]!, run));
  // Where sides meet in one corner, what would stand between them has no length.
  const isLong = (_: unknown, k: number) =>
    distance(corners[k]!, corners[(k + 1) % corners.length]!) > tolerances.joint;
  const ring = corners.filter(isLong);
  const edges = closed.filter(isLong).map(({ edge }) => edge);
  if (ring.length < 3 || !isSimple(ring) || Math.abs(ringArea(ring)) < leastArea) return undefined;
  if (ringArea(ring) > 0) return { rings: [ring], edges: [edges] };
  const last = edges.pop()!;
  return { rings: [ring.reverse()], edges: [[...edges.reverse(), last]] };
}

/** A roof over less is none, mm2. */
const leastArea = 10_000;

const wayOf = ({ from, to }: Run) => unit(subtract(to, from));

/** Whether two runs are parallel on different lines, so that no corner is theirs. */
function isJog(run: Run, next: Run): boolean {
  const way = wayOf(run);
  if (Math.abs(cross(way, wayOf(next))) > tolerances.inLine) return false;
  return Math.abs(cross(way, subtract(next.from, run.from))) > tolerances.joint;
}

/** Where two lines meet; of two in line, the end of one. */
function cornerOf(before: Run, run: Run): Point {
  const [d, e] = [wayOf(before), wayOf(run)];
  const met = Math.abs(cross(d, e)) > tolerances.inLine ? meetLines(before.from, d, run.from, e) : undefined;
  return met ?? run.from;
}

/** The outline of the eaves: its corners, and which edge each of its stretches is of; -1: a step between two in line. */
export interface Eaves {
  readonly ring: Ring;
  readonly of: number[];
}

/**
 * Every edge moved outwards (to the right of its run) by its overhang, at most by `most`; corners mitred. Where overhangs
 * are unlike and a corner would run off along an edge by over twice the greater, a square step stands there instead.
 */
export function eavesOutline(ring: Ring, overhangs: readonly number[], most = Infinity): Eaves {
  const n = ring.length;
  const out: { ring: Point[]; of: number[] } = { ring: [], of: [] };
  const right = (v: Point) => scale(leftOf(v), -1);
  ring.forEach((p, i) => {
    const d = unit(subtract(p, ring[(i + n - 1) % n]!));
    const e = unit(subtract(ring[(i + 1) % n]!, p));
    const [before, after] = [overhangs[(i + n - 1) % n]!, overhangs[i]!].map((one) =>
      Math.min(one, most)
    ) as [number, number];
    const [from, to] = [along(p, right(d), before), along(p, right(e), after)];
    const met = meetLines(from, d, to, e);
    const isUnlike = Math.abs(before - after) > tolerances.coincident;
    const isFar = (q: Point) =>
      Math.max(Math.abs(dot(subtract(q, from), d)), Math.abs(dot(subtract(q, to), e))) >
      2 * Math.max(before, after);
    if (isUnlike && (!met || isFar(met))) {
      out.ring.push(from, to);
      out.of.push(-1, i);
    } else {
      out.ring.push(met ?? along(p, unit(add(right(d), right(e))), before));
      out.of.push(i);
    }
  });
  return out;
}

/** Overhangs that would collide in a notch stop at its middle: the most that keeps every edge its way, of those wanted. */
export function fittingOverhang(rings: readonly Ring[], overhangs: readonly (readonly number[])[]): number {
  const wanted = Math.max(0, ...overhangs.flat());
  const fits = (most: number) =>
    rings.every((ring, k) => {
      const { ring: moved, of } = eavesOutline(ring, overhangs[k]!, most);
      return (
        isSimple(moved) &&
        moved.every((p, i) => {
          const edge = of[i]!;
          if (edge < 0) return true;
          const way = subtract(ring[(edge + 1) % ring.length]!, ring[edge]!);
          return dot(subtract(moved[(i + 1) % moved.length]!, p), way) > 0;
        })
      );
    });
  if (fits(wanted)) return wanted;
  let [low, high] = [0, wanted];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return Math.floor(low);
}
