/**
 * Where walls meet: nodes of wall ends (a cluster's diameter is at most the joint tolerance; nearest pairs first,
 * then lower ids) and of wall bodies that pass a node or cross each other, as far as they stand at one height.
 * Independent of record order.
 */
import Flatbush from 'flatbush';
import { angleOf, distance, locate, scale, type Point } from '../../geometry/point';
import { segmentsCross } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { fromFrame, type Frame, type WallPart } from './frame';

/** A wall's part in a node: one of its ends, or its body passing at t. */
export interface Member {
  readonly frame: Frame;
  readonly part: 'a' | 'b' | 'body';
  readonly t: number;
}

export interface Node {
  /** Sorted `wall:part` names: who the joint is, through edits. */
  readonly key: string;
  readonly point: Point;
  readonly members: readonly Member[];
}

/** The name of a joint by who meets there and how; the order does not matter. */
export function nodeKey(members: readonly { readonly wall: string; readonly part: WallPart }[]): string {
  return keyOf(members.map(({ wall, part }) => `${wall}:${part}`));
}

/** Two names are most of what there is. */
function keyOf(names: string[]): string {
  const [p, q] = names;
  if (names.length === 1) return p!;
  if (names.length === 2) return p! < q! ? `${p} ${q}` : `${q} ${p}`;
  return names.sort().join(' ');
}

interface EndPoint {
  readonly frame: Frame;
  readonly part: 'a' | 'b';
  readonly point: Point;
}

/** Gather the nodes of one storey. Cost O(n log n) through box indexes. */
export function gatherNodes(frames: readonly Frame[]): Node[] {
  const usable = frames.filter((frame) => frame.length >= tolerances.leastLength / 10);
  const joining = usable
    .filter((frame) => !frame.wall.standsApart)
    .sort((p, q) => (p.wall.id < q.wall.id ? -1 : 1));
  const clusters = clusterEnds(joining);
  if (joining.length > 0) addBodies(joining, clusters);
  for (const frame of usable)
    if (frame.wall.standsApart)
      for (const part of ['a', 'b'] as const)
        clusters.push({ point: frame.wall[part], members: [endMember(frame, part)] });
  return clusters.flatMap((cluster) => byHeight(cluster).map(asNode));
}

const asNode = ({ point, members }: Cluster): Node => ({
  key: keyOf(members.map(({ frame, part }) => `${frame.wall.id}:${part}`)),
  point,
  members
});

/** What meets in plan meets only if it stands at one height: a foundation wall is no part of the corner above it. */
function byHeight(cluster: Cluster): Cluster[] {
  let [base, least] = [-Infinity, Infinity];
  for (const { frame } of cluster.members) {
    base = Math.max(base, frame.base);
    least = Math.min(least, frame.top);
  }
  if (least - base > tolerances.coincident) return [cluster];
  const rest = [...cluster.members].sort((p, q) => p.frame.base - q.frame.base);
  const groups: Member[][] = [];
  let top = -Infinity;
  for (const member of rest) {
    if (member.frame.base > top - tolerances.coincident) groups.push([]);
    groups.at(-1)!.push(member);
    top = Math.max(top, member.frame.top);
  }
  const order = (members: Member[]) => cluster.members.filter((member) => members.includes(member));
  return groups
    .filter((members) => members.length > 1 || members[0]!.part !== 'body')
    .map((members) => ({ point: cluster.point, members: order(members) }));
}

interface Cluster {
  point: Point;
  members: Member[];
}

const endMember = (frame: Frame, part: 'a' | 'b'): Member => ({
  frame,
  part,
  t: part === 'a' ? 0 : frame.length
});

function clusterEnds(frames: readonly Frame[]): Cluster[] {
  const ends: EndPoint[] = [];
  for (const frame of frames)
    ends.push({ frame, part: 'a', point: frame.wall.a }, { frame, part: 'b', point: frame.wall.b });
  const groups = ends.map((_, i) => [i]);
  const groupOf = ends.map((_, i) => i);
  for (const { i, j } of closePairs(ends)) {
    const [p, q] = [groups[groupOf[i]!]!, groups[groupOf[j]!]!];
    if (p === q) continue;
    const fits = p.every((m) =>
      q.every(
        (n) =>
          distance(ends[m]!.point, ends[n]!.point) <= tolerances.joint && ends[m]!.frame !== ends[n]!.frame
      )
    );
    if (!fits) continue;
    for (const n of q) groupOf[n] = groupOf[i]!;
    p.push(...q);
    q.length = 0;
  }
  const clusters: Cluster[] = [];
  for (const group of groups) {
    if (group.length === 0) continue;
    let [x, y] = [0, 0];
    for (const i of group) {
      x += ends[i]!.point.x;
      y += ends[i]!.point.y;
    }
    clusters.push({
      point: scale({ x, y }, 1 / group.length),
      members: group.map((i) => endMember(ends[i]!.frame, ends[i]!.part))
    });
  }
  return clusters;
}

/** Pairs of ends within the joint tolerance, by a sweep along x. */
function closePairs(ends: readonly EndPoint[]): { i: number; j: number; gap: number }[] {
  const across = Float64Array.from(ends, ({ point }) => point.x);
  const order = Uint32Array.from(ends.keys()).sort((i, j) => across[i]! - across[j]!);
  const pairs: { i: number; j: number; gap: number }[] = [];
  const r = tolerances.joint;
  order.forEach((i, at) => {
    const p = ends[i]!.point;
    for (let k = at + 1; k < order.length; k++) {
      const j = order[k]!;
      const q = ends[j]!.point;
      if (q.x - p.x > r) break;
      const gap = Math.abs(q.y - p.y) <= r ? distance(p, q) : Infinity;
      if (gap <= r) pairs.push({ i: Math.min(i, j), j: Math.max(i, j), gap });
    }
  });
  // Ends come sorted by wall id, so i and j break ties by the lower id.
  return pairs.sort((p, q) => p.gap - q.gap || p.i - q.i || p.j - q.j);
}

function addBodies(frames: readonly Frame[], clusters: Cluster[]) {
  const index = new Flatbush(frames.length);
  for (const { wall } of frames)
    index.add(
      Math.min(wall.a.x, wall.b.x),
      Math.min(wall.a.y, wall.b.y),
      Math.max(wall.a.x, wall.b.x),
      Math.max(wall.a.y, wall.b.y)
    );
  index.finish();
  const r = tolerances.joint;
  for (const cluster of clusters) {
    const { x, y } = cluster.point;
    for (const k of index.search(x - r, y - r, x + r, y + r)) {
      const body = bodyAt(frames[k]!, cluster.point);
      if (body && !cluster.members.some((member) => member.frame === body.frame)) cluster.members.push(body);
    }
  }
  addCrossings(frames, index, clusters);
}

function bodyAt(frame: Frame, point: Point): Member | undefined {
  const { t, y } = locate(point, frame.origin, frame.direction);
  const inside = t > tolerances.joint && t < frame.length - tolerances.joint;
  return inside && Math.abs(y) <= tolerances.joint ? { frame, part: 'body', t } : undefined;
}

function addCrossings(frames: readonly Frame[], index: Flatbush, clusters: Cluster[]) {
  frames.forEach((frame, i) => {
    const { a, b } = frame.wall;
    const box = [Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y)] as const;
    for (const j of index.search(...box, (k) => k > i)) {
      const other = frames[j]!;
      if (!segmentsCross(a, b, other.wall.a, other.wall.b)) continue;
      const sine = frame.direction.x * other.direction.y - frame.direction.y * other.direction.x;
      const to = { x: other.origin.x - a.x, y: other.origin.y - a.y };
      const point = fromFrame(frame, (to.x * other.direction.y - to.y * other.direction.x) / sine, 0);
      const [p, q] = [bodyAt(frame, point), bodyAt(other, point)];
      if (!p || !q) continue;
      const met = clusters.find(
        (cluster) =>
          distance(cluster.point, point) <= tolerances.joint &&
          [frame, other].every((f) => cluster.members.some((m) => m.frame === f))
      );
      if (!met) clusters.push({ point, members: [p, q] });
    }
  });
}

/** Outward direction angle of a member's arm; a body has two, this is the one towards b. */
export function memberAngle({ frame, part }: Member): number {
  return angleOf(part === 'b' ? scale(frame.direction, -1) : frame.direction);
}
