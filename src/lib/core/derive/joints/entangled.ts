/**
 * Joints with no closed form: one planar arrangement per cluster of entangled joints. Ply strips end square at
 * their nodes, the hull of the ends fills the gaps, each face goes to the strip that outranks the others there; pockets
 * narrower than half the thickest wall are filled from the neighbour with the longest border. A partition by construction.
 */
import { arrange, type Face, type Segment } from '../../geometry/arrangement';
import { cross, distance, subtract, type Point } from '../../geometry/point';
import { ringArea, ringHolds, ringPerimeter, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { dutyRank, type Frame } from '../frame';

/** A ply strip with its own ends already cut where the other joint is sound, square where it is not. */
export interface StripRing {
  readonly frame: Frame;
  readonly strip: number;
  readonly ring: Ring;
}

/** Convex hull (monotone chain, Andrew 1979), counter-clockwise. */
export function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((p, q) => p.x - q.x || p.y - q.y);
  const half = (list: Point[]) => {
    const chain: Point[] = [];
    for (const p of list) {
      while (
        chain.length > 1 &&
        cross(subtract(chain.at(-1)!, chain.at(-2)!), subtract(p, chain.at(-2)!)) <= 0
      )
        chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

const coreOf = (frame: Frame) => frame.core[1] - frame.core[0];

/** Higher duty, thicker core, lower id: negative when p outranks q. */
function outranks(p: StripRing, q: StripRing): number {
  const duty = (s: StripRing) => dutyRank[s.frame.strips[s.strip]!.duty];
  return (
    duty(q) - duty(p) || coreOf(q.frame) - coreOf(p.frame) || (p.frame.wall.id < q.frame.wall.id ? -1 : 1)
  );
}

const edgesOf = (ring: Ring): Segment[] => ring.map((p, i) => [p, ring[(i + 1) % ring.length]!]);

/** Rings of every strip; a strip with none was swallowed. Undefined only when the arrangement did not settle. */
export function arrangeCluster(
  strips: readonly StripRing[],
  hulls: readonly Ring[]
): Map<StripRing, Ring[]> | undefined {
  const ranked = [...strips].sort(outranks);
  const strongest = ranked[0]!;
  const thickest = Math.max(...strips.map(({ frame }) => frame.y1 - frame.y0)) / 2;
  const arrangement = arrange([...ranked.flatMap((s) => edgesOf(s.ring)), ...hulls.flatMap(edgesOf)]);
  if (!arrangement) return undefined;
  const owned: { face: Face; owner: StripRing }[] = [];
  for (const face of arrangement.faces) {
    const inside = innerPoint(face.outer, face.holes);
    if (!inside) continue;
    const own = ranked.find((s) => ringHolds(s.ring, inside));
    const hull = own ? undefined : hulls.findIndex((ring) => ringHolds(ring, inside));
    if (own) owned.push({ face, owner: own });
    else if ((hull !== undefined && hull >= 0) || widthOf(face.outer) < thickest)
      owned.push({ face, owner: strongest });
  }
  giveAway(
    owned,
    ({ face, owner }) => owner === strongest && !ringHolds(strongest.ring, innerPoint(face.outer)!)
  );
  giveAway(owned, ({ face }) => widthOf(face.outer) < tolerances.leastWidth);
  const rings = new Map<StripRing, Ring[]>(strips.map((s) => [s, []]));
  for (const strip of strips)
    rings.set(strip, dissolve(owned.filter(({ owner }) => owner === strip).map(({ face }) => face.outer)));
  return rings;
}

const edgeKey = (p: Point, q: Point) => `${p.x},${p.y}>${q.x},${q.y}`;

/** Twice the area by the perimeter: about the radius of the largest circle inside. */
const widthOf = (ring: Ring) => (2 * ringArea(ring)) / ringPerimeter(ring);

/** Faces that nobody has a claim to, and those under the least width, go to the neighbour with the longest border. */
function giveAway(
  owned: { face: Face; owner: StripRing }[],
  which: (entry: { face: Face; owner: StripRing }) => boolean
) {
  const at = new Map<string, number>();
  owned.forEach(({ face }, i) => edgesOf(face.outer).forEach(([p, q]) => at.set(edgeKey(p, q), i)));
  owned.forEach((entry) => {
    const { outer } = entry.face;
    if (!which(entry)) return;
    const shared = new Map<StripRing, number>();
    for (const [p, q] of edgesOf(outer)) {
      const other = at.get(edgeKey(q, p));
      if (other !== undefined)
        shared.set(owned[other]!.owner, (shared.get(owned[other]!.owner) ?? 0) + distance(p, q));
    }
    const best = [...shared].sort((p, q) => q[1] - p[1] || outranks(p[0], q[0]))[0];
    if (best) entry.owner = best[0];
  });
}

/** Join faces along the borders they share. Vertices are grid points, so equal points are equal numbers. */
export function dissolve(faces: readonly Ring[]): Ring[] {
  const edges = new Map<string, Segment>();
  for (const ring of faces)
    for (const [p, q] of edgesOf(ring)) {
      if (edges.has(edgeKey(q, p))) edges.delete(edgeKey(q, p));
      else edges.set(edgeKey(p, q), [p, q]);
    }
  const from = new Map<string, Segment[]>();
  const name = (p: Point) => `${p.x},${p.y}`;
  for (const edge of edges.values()) from.set(name(edge[0]), [...(from.get(name(edge[0])) ?? []), edge]);
  const rings: Ring[] = [];
  for (const fan of from.values())
    while (fan.length > 0) {
      const ring: Point[] = [];
      let edge = fan.pop();
      while (edge) {
        ring.push(edge[0]);
        edge = nextEdge(edge, from.get(name(edge[1])) ?? []);
      }
      rings.push(ring);
    }
  // A hole would need a bridge; keep the faces apart instead.
  return rings.some((ring) => ringArea(ring) <= 0) ? [...faces] : rings;
}

/** Where rings touch at a point, leave by the edge most to the left, so that each ring stays simple. */
function nextEdge([p, q]: Segment, fan: Segment[]): Segment | undefined {
  if (fan.length < 2) return fan.pop();
  const back = subtract(p, q);
  const turn = (e: Segment) => {
    const d = subtract(e[1], q);
    const angle = Math.atan2(cross(back, d), back.x * d.x + back.y * d.y);
    return angle <= 0 ? angle + 2 * Math.PI : angle;
  };
  fan.sort((e, f) => turn(f) - turn(e));
  return fan.shift();
}
