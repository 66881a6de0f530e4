/**
 * From the arcs of a skeleton to the facets they bound. Each arc knows the edge on its left and on its right; the arcs
 * of one edge, taken with the edge itself, close into rings, which are walked by turning as sharply as can be at each
 * node. Cost: O(a log a) for a arcs. Source: face tracing of a planar graph, as in any text on half-edges.
 */
import { tolerances } from '../../geometry/tolerances';
import { cross, subtract, type Point } from '../../geometry/point';
import { simpleFaces } from '../../geometry/arrangement';
import { edgesOf, ringArea, ringHolds, ringsHold, type Ring } from '../../geometry/ring';
import { innerPoint } from '../../geometry/triangulate';

export interface Facet {
  /** Index of the outline edge it rises from; -1: a lid, where no edge gives a plane. */
  readonly edge: number;
  readonly piece: number;
  /** Corners in order, counter-clockwise in plan unless the facet is vertical. */
  readonly corners: readonly (Point & { readonly z: number })[];
  readonly vertical: boolean;
}

export interface SkeletonNode {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  /** Another node at the same place. */
  readonly same?: number;
}

/** Facet names are `edge.piece`. The left facet lies to the left going from, to; the right one to the right. */
export interface Arc {
  readonly from: number;
  readonly to: number;
  readonly left: string | undefined;
  readonly right: string | undefined;
}

/** The node that stands for all nodes at its place. */
export function rootOf(nodes: readonly SkeletonNode[], i: number): number {
  const { same } = nodes[i]!;
  return same === undefined ? i : rootOf(nodes, same);
}

/** Facets of every name met in the arcs; a facet in several parts gives several entries. */
export function collectFacets(nodes: readonly SkeletonNode[], arcs: readonly Arc[]): Facet[] {
  const root = (i: number) => rootOf(nodes, i);
  const borders = new Map<string, [number, number][]>();
  const put = (name: string | undefined, from: number, to: number) => {
    if (name === undefined || from === to) return;
    const own = borders.get(name);
    if (own) own.push([from, to]);
    else borders.set(name, [[from, to]]);
  };
  for (const { from, to, left, right } of arcs) {
    if (left === right) continue;
    put(left, root(from), root(to));
    put(right, root(to), root(from));
  }
  return [...borders].flatMap(([name, edges]) =>
    closeRings(edges, nodes).map((ring) => toFacet(name, ring, nodes))
  );
}

/**
 * The facets that are seen in plan, those that lie round something, as a flat roof round a court does, cut into parts that
 * have no hole. A part has heights of its facet's corners only.
 */
export function inPlan(facets: readonly Facet[]): { readonly facet: Facet; readonly ring: Ring }[] {
  const shown = facets.filter(({ vertical, corners }) => !vertical && ringArea(corners) !== 0);
  const rings = shown.map(({ corners }) => corners.map(({ x, y }) => ({ x, y })));
  const isOne = (p: Facet, q: Facet) => p.edge === q.edge && p.piece === q.piece;
  return shown.flatMap((facet, i) => {
    const ring = rings[i]!;
    if (ringArea(ring) < 0) return [];
    const holes = rings.filter(
      (hole, k) =>
        isOne(facet, shown[k]!) && ringArea(hole) < -tolerances.scrap && ringHolds(ring, innerPoint(hole)!)
    );
    if (holes.length === 0) return [{ facet, ring }];
    const around = [ring, ...holes];
    return (simpleFaces(around.flatMap(edgesOf)) ?? []).flatMap((part) => {
      const inside = innerPoint(part);
      return inside && ringsHold(around, inside) ? [{ facet, ring: part }] : [];
    });
  });
}

function toFacet(name: string, ring: readonly number[], nodes: readonly SkeletonNode[]): Facet {
  const [edge, piece] = name.split('.').map(Number) as [number, number];
  const corners = ring.map((i) => ({ x: nodes[i]!.x, y: nodes[i]!.y, z: nodes[i]!.z }));
  const spread = Math.max(...corners.map((p) => Math.hypot(p.x - corners[0]!.x, p.y - corners[0]!.y)));
  return { edge, piece, corners, vertical: Math.abs(ringArea(corners)) < 0.01 * Math.max(1, spread) };
}

/** Link directed borders into closed rings; at a node of several, leave by the one most to the left. */
function closeRings(edges: readonly [number, number][], nodes: readonly SkeletonNode[]): number[][] {
  const out = new Map<number, [number, number][]>();
  for (const edge of edges) {
    const fan = out.get(edge[0]);
    if (fan) fan.push(edge);
    else out.set(edge[0], [edge]);
  }
  const rings: number[][] = [];
  const unused = new Set(edges);
  for (const first of edges) {
    if (!unused.has(first)) continue;
    const ring: number[] = [];
    let edge: [number, number] | undefined = first;
    while (edge) {
      unused.delete(edge);
      ring.push(edge[0]);
      edge = pickNext(
        edge,
        (out.get(edge[1]) ?? []).filter((next) => unused.has(next)),
        nodes
      );
    }
    if (ring.length >= 3) rings.push(ring);
  }
  return rings;
}

function pickNext(
  edge: [number, number],
  fan: [number, number][],
  nodes: readonly SkeletonNode[]
): [number, number] | undefined {
  if (fan.length < 2) return fan[0];
  const at = (i: number): Point => nodes[i]!;
  const back = subtract(at(edge[0]), at(edge[1]));
  const turn = ([p, q]: [number, number]) => {
    const d = subtract(at(q), at(p));
    const angle = Math.atan2(cross(d, back), d.x * back.x + d.y * back.y);
    return angle <= tolerances.noAngle ? angle + 2 * Math.PI : angle;
  };
  return [...fan].sort((p, q) => turn(p) - turn(q))[0];
}
