/**
 * Joints with no closed form: a planar arrangement for each cluster of entangled joints.
 *
 *        hull of the ends            1. plies end square at their nodes; the hull of the ends fills the gaps
 *        +-----------+               2. all borders are arranged into faces
 *   =====|==.     .==|=====          3. each face goes to the strip that outranks the others there, as the nearest
 *        |   \   /   |                  joint was overridden; a strip that is to run through has a claim to the hull
 *        +----\ /----+                  beyond its end
 *             | |                    4. pockets narrower than half the thickest wall go to the neighbour with the
 *                                       longest border
 *
 * A partition by construction, since every face goes to one strip; what the closed form gives is finer, so this is
 * the way for what it refuses. Cost: the arrangement's, O(n log n + crossings) for the n borders of a cluster.
 * Source: own derivation on geometry/arrangement.
 */
import { arrange, type Face, type Segment } from '../../geometry/arrangement';
import { cross, distance, subtract, type Point } from '../../geometry/point';
import { edgesOf, ringArea, ringHolds, ringPerimeter, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint, trianglesOf } from '../../geometry/triangulate';
import { dutyRank, frameRectangle, type Frame } from './frame';
import type { Member } from './gather';
import { clipLeft } from '../../geometry/clip';
import type { JointOverride } from './override';

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

/** A joint of the cluster: where it is, how it was asked to be cut, the walls that end there and the hull of their ends. */
export interface ClusterJoint {
  readonly point: Point;
  readonly override: JointOverride | undefined;
  readonly ends: readonly Member[];
  readonly hull: Ring;
}

/** What a joint asks of a ply: to run through (more than 0) or to stop (less), before all duties. */
function overrideOf({ frame, strip }: StripRing, override: JointOverride | undefined): number {
  const single = override?.plies.find(
    (one) => one.wall === frame.wall.id && one.ply === frame.strips[strip]!.ply
  );
  if (single) return single.runs ? 2 : -2;
  return override?.cut === 'square' && override.through === frame.wall.id ? 1 : 0;
}

/** As overridden, higher duty, the wall asked to run through, thicker core, lower id: negative when p outranks q. */
function outranks(p: StripRing, q: StripRing, override?: JointOverride): number {
  const duty = (s: StripRing) => dutyRank[s.frame.strips[s.strip]!.duty];
  const through = (s: StripRing) =>
    Number(override?.cut === 'through' && override.through === s.frame.wall.id);
  return (
    overrideOf(q, override) - overrideOf(p, override) ||
    duty(q) - duty(p) ||
    through(q) - through(p) ||
    coreOf(q.frame) - coreOf(p.frame) ||
    (p.frame.wall.id < q.frame.wall.id ? -1 : 1)
  );
}

/** What a strip lays claim to: its own ring; and where it is asked to run through, the hull beyond its end. */
interface Claim {
  readonly owner: StripRing;
  readonly ring: Ring;
}

/** Past any joint, mm. */
const runOn = 5000;

function claimsBeyond({ override, ends, hull }: ClusterJoint, strips: readonly StripRing[]): Claim[] {
  if (!override || hull.length === 0) return [];
  return ends.flatMap(({ frame, part, t }) => {
    const to = part === 'a' ? t - runOn : t + runOn;
    const whole = override.cut !== 'mitre' && override.through === frame.wall.id;
    return strips.flatMap((owner): Claim[] => {
      if (owner.frame !== frame || !(whole || overrideOf(owner, override) > 0)) return [];
      const { y0, y1 } = frame.strips[owner.strip]!;
      const beyond = frameRectangle(frame, Math.min(t, to), Math.max(t, to), y0, y1);
      const ring = hull.reduce<Ring>(
        (left, p, i) => (left.length > 2 ? clipLeft(left, p, hull[(i + 1) % hull.length]!) : left),
        beyond
      );
      return ring.length > 2 && ringArea(ring) > tolerances.coincident ? [{ owner, ring }] : [];
    });
  });
}

/** Rings of every strip; a strip with none was swallowed. Undefined only when the arrangement did not settle. */
export function arrangeCluster(
  strips: readonly StripRing[],
  joints: readonly ClusterJoint[]
): Map<StripRing, Ring[]> | undefined {
  const ranked = [...strips].sort((p, q) => outranks(p, q));
  const strongest = ranked[0]!;
  const thickest = Math.max(...strips.map(({ frame }) => frame.y1 - frame.y0)) / 2;
  const hulls = joints.map(({ hull }) => hull).filter((hull) => hull.length > 0);
  const claims: Claim[] = [
    ...ranked.map((owner) => ({ owner, ring: owner.ring })),
    ...joints.flatMap((joint) => claimsBeyond(joint, ranked))
  ];
  const arrangement = arrange(
    [...claims, ...hulls.map((ring) => ({ ring }))].flatMap(({ ring }) => edgesOf(ring))
  );
  if (!arrangement) return undefined;
  const isOverridden = joints.some(({ override }) => override);
  const ownerAt = (inside: Point) => {
    const there = claims.filter(({ ring }) => ringHolds(ring, inside)).map(({ owner }) => owner);
    if (!isOverridden || there.length < 2) return there[0];
    const near = joints.reduce((best, one) =>
      distance(one.point, inside) < distance(best.point, inside) ? one : best
    );
    return there.sort((p, q) => outranks(p, q, near.override))[0];
  };
  const owned: Owned[] = [];
  const unclaimed = new Set<Face>();
  for (const face of arrangement.faces.flatMap(withoutHoles)) {
    const inside = innerPoint(face.outer, face.holes);
    if (!inside) continue;
    const own = ownerAt(inside);
    if (own) owned.push({ face, owner: own, inside });
    else if (hulls.some((ring) => ringHolds(ring, inside)) || widthOf(face.outer) < thickest) {
      unclaimed.add(face);
      owned.push({ face, owner: strongest, inside });
    }
  }
  giveAway(
    owned,
    ({ face }) => unclaimed.has(face),
    () => true
  );
  // Where other walls lie over the cluster, what is given to one without a claim would lie over them too.
  giveAway(
    owned,
    ({ face }) => widthOf(face.outer) < tolerances.leastWidth,
    ({ owner, inside }, to) =>
      to.frame === owner.frame || claims.some((claim) => claim.owner === to && ringHolds(claim.ring, inside))
  );
  const rings = new Map<StripRing, Ring[]>(strips.map((s) => [s, []]));
  for (const strip of strips)
    rings.set(strip, dissolve(owned.filter(({ owner }) => owner === strip).map(({ face }) => face.outer)));
  return rings;
}

/** A face round an island, as where a short wall lies wholly within a thick one, in triangles instead. */
function withoutHoles(face: Face): Face[] {
  if (face.holes.length === 0) return [face];
  return trianglesOf(face.outer, face.holes).map((outer) => ({ outer, holes: [] }));
}

const edgeKey = (p: Point, q: Point) => `${p.x},${p.y}>${q.x},${q.y}`;

/** Twice the area by the perimeter: about the radius of the largest circle inside. */
const widthOf = (ring: Ring) => (2 * ringArea(ring)) / ringPerimeter(ring);

interface Owned {
  readonly face: Face;
  owner: StripRing;
  readonly inside: Point;
}

/** Such faces go to the neighbour with the longest border, to one that has a right to it where there is any. */
function giveAway(
  owned: readonly Owned[],
  which: (entry: Owned) => boolean,
  hasRight: (entry: Owned, to: StripRing) => boolean
) {
  const at = new Map<string, number>();
  owned.forEach(({ face }, i) => edgesOf(face.outer).forEach(([p, q]) => at.set(edgeKey(p, q), i)));
  for (const entry of owned) {
    if (!which(entry)) continue;
    const shared = new Map<StripRing, number>();
    for (const [p, q] of edgesOf(entry.face.outer)) {
      const other = at.get(edgeKey(q, p));
      if (other !== undefined)
        shared.set(owned[other]!.owner, (shared.get(owned[other]!.owner) ?? 0) + distance(p, q));
    }
    const all = [...shared];
    const righted = all.filter(([to]) => hasRight(entry, to));
    const best = (righted.length > 0 ? righted : all).sort((p, q) => q[1] - p[1] || outranks(p[0], q[0]))[0];
    if (best) entry.owner = best[0];
  }
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
