/** The edges of a roof as they are made, and the outline of its eaves. Lengths in mm, heights above the storey's datum. */
import { add, along, dot, leftOf, meetLines, scale, subtract, unit, type Point } from '../../geometry/point';
import { isSimple, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { Outline } from '../wall/outline';
import type { Roof, RoofEdgeKind } from './record';

/** `walls`: under it; what is not said of an edge is as its roof has it. `overhang`: of a gable, how far the verge projects. */
export interface MadeEdge {
  readonly walls: readonly string[];
  readonly kind: RoofEdgeKind;
  readonly pitch: number;
  readonly overhang: number;
  readonly plateLevel: number;
}

/** Per ring of an outline and edge. */
export function edgesOfRoof(roof: Roof, outline: Outline): MadeEdge[][] {
  const said = new Map(roof.edges.map((edge) => [edge.wall, edge]));
  return outline.walls.map((ring) =>
    ring.map((walls) => {
      const edge = walls.flatMap((wall) => said.get(wall) ?? [])[0];
      const kind = edge?.kind ?? 'eave';
      return {
        walls,
        kind,
        pitch: edge?.pitch ?? roof.pitch,
        overhang: kind === 'abutment' ? 0 : (edge?.overhang ?? roof.overhang),
        plateLevel: edge?.plateLevel ?? roof.plateLevel
      };
    })
  );
}

/** The outline of the eaves: its corners, and which edge each of its stretches is of; -1: a step between two in line. */
export interface Eaves {
  readonly ring: Point[];
  readonly of: number[];
}

/**
 * Every edge moved outwards (to the right of its run) by its overhang, at most by `most`; corners mitred. Where overhangs
 * are unlike and a corner would run off along an edge by over twice the greater, a square step stands there instead.
 */
export function eavesOutline(ring: Ring, overhangs: readonly number[], most = Infinity): Eaves {
  const n = ring.length;
  const out: Eaves = { ring: [], of: [] };
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
