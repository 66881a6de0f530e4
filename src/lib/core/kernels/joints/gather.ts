/**
 * Where walls meet: nodes of wall ends (a cluster's diameter is at most the joint tolerance; nearest pairs first,
 * then lower ids) and of wall bodies that pass a node or cross each other, as far as they stand at one height.
 * Independent of record order.
 */
import { angleOf, distance, locate, scale, type Point } from '../../geometry/point';
import { segmentsCross } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { fromFrame, type Frame, type WallPart } from './frame';
import type { NearWalls } from './near';

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

/** The nodes of walls. Cost O(n) beside who is near whom. */
export function gatherNodes(walls: NearWalls): Node[] {
  const joins = walls.frames.map((frame) => isUsable(frame) && !frame.wall.standsApart);
  const clusters = clusterEnds(walls, joins);
  const of = addBodies(walls, joins, clusters);
  addCrossings(walls, joins, clusters, of);
  for (const frame of walls.frames)
    if (frame.wall.standsApart && isUsable(frame))
      for (const part of ['a', 'b'] as const)
        clusters.push({ point: frame.wall[part], members: [endMember(frame, part)], first: 0 });
  return clusters.flatMap((cluster) => byHeight(cluster).map(asNode));
}

const isUsable = (frame: Frame) => frame.length >= tolerances.leastLength / 10;

const asNode = ({ point, members }: Meeting): Node => ({
  key: keyOf(members.map(({ frame, part }) => `${frame.wall.id}:${part}`)),
  point,
  members
});

/** What meets in plan meets only if it stands at one height: a foundation wall is no part of the corner above it. */
function byHeight(cluster: Meeting): Meeting[] {
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

interface Meeting {
  readonly point: Point;
  readonly members: Member[];
}

interface Cluster extends Meeting {
  /** The place of its first member's wall: all that can be in it is near that one. */
  readonly first: number;
}

const endMember = (frame: Frame, part: 'a' | 'b'): Member => ({
  frame,
  part,
  t: part === 'a' ? 0 : frame.length
});

/**
 * Ends are numbered by the places of their walls: 2 i is end a of wall i, and 2 i + 1 its end b. Those at one point are a
 * group, as most that meet are; then pairs within the joint tolerance bring groups together, the nearest first, then the
 * lower.
 */
function clusterEnds({ frames, near }: NearWalls, joins: readonly boolean[]): Cluster[] {
  const points = frames.flatMap(({ wall }) => [wall.a, wall.b]);
  const groups = points.map((_, end) => [end]);
  const groupOf = Uint32Array.from(points.keys());
  const pairs: { readonly m: number; readonly n: number; readonly gap: number }[] = [];
  const r = tolerances.joint;
  points.forEach((p, m) => {
    const i = m >> 1;
    if (!joins[i]) return;
    for (const k of near[i]!)
      for (let n = 2 * k; n <= 2 * k + 1 && k > i && joins[k]; n++) {
        const q = points[n]!;
        if (Math.abs(q.x - p.x) > r || Math.abs(q.y - p.y) > r) continue;
        const gap = distance(p, q);
        if (gap > 0) {
          if (gap <= r) pairs.push({ m, n, gap });
        } else if (groupOf[n] === n) {
          // The lowest end at a point finds all the others there.
          groupOf[n] = m;
          groups[m]!.push(n);
          groups[n] = [];
        }
      }
  });
  const fits = (m: number, n: number) => m >> 1 !== n >> 1 && distance(points[m]!, points[n]!) <= r;
  for (const { m, n } of pairs.sort((p, q) => p.gap - q.gap || p.m - q.m || p.n - q.n)) {
    const [to, from] = [groupOf[m]!, groupOf[n]!];
    const [p, q] = [groups[to]!, groups[from]!];
    if (to === from || !p.every((one) => q.every((other) => fits(one, other)))) continue;
    for (const end of q) groupOf[end] = to;
    p.push(...q);
    groups[from] = [];
  }
  const clusters: Cluster[] = [];
  for (const group of groups) {
    const first = group[0]! >> 1;
    if (group.length === 0 || !joins[first]) continue;
    let [x, y] = [0, 0];
    for (const end of group) {
      x += points[end]!.x;
      y += points[end]!.y;
    }
    const members = group.map((end) => endMember(frames[end >> 1]!, end % 2 === 0 ? 'a' : 'b'));
    clusters.push({ point: scale({ x, y }, 1 / group.length), members, first });
  }
  return clusters;
}

/** Bodies that pass a cluster join it. Of each wall, the clusters that it is in. */
function addBodies(
  { frames, near }: NearWalls,
  joins: readonly boolean[],
  clusters: readonly Cluster[]
): Cluster[][] {
  const placeOf = new Map(frames.map((frame, i) => [frame, i]));
  const of = frames.map((): Cluster[] => []);
  for (const cluster of clusters)
    for (const { frame } of cluster.members) of[placeOf.get(frame)!]!.push(cluster);
  for (const cluster of clusters)
    for (const k of near[cluster.first]!) {
      const body = joins[k] && !of[k]!.includes(cluster) ? bodyAt(frames[k]!, cluster.point) : undefined;
      if (!body) continue;
      cluster.members.push(body);
      of[k]!.push(cluster);
    }
  return of;
}

function bodyAt(frame: Frame, point: Point): Member | undefined {
  const { t, y } = locate(point, frame.origin, frame.direction);
  const inside = t > tolerances.joint && t < frame.length - tolerances.joint;
  return inside && Math.abs(y) <= tolerances.joint ? { frame, part: 'body', t } : undefined;
}

/** Bodies that cross where no cluster has both. */
function addCrossings(
  { frames, near }: NearWalls,
  joins: readonly boolean[],
  clusters: Cluster[],
  of: readonly (readonly Cluster[])[]
) {
  frames.forEach((frame, i) => {
    if (!joins[i]) return;
    const { a, b } = frame.wall;
    for (const j of near[i]!) {
      const other = frames[j]!;
      if (j < i || !joins[j] || !segmentsCross(a, b, other.wall.a, other.wall.b)) continue;
      const sine = frame.direction.x * other.direction.y - frame.direction.y * other.direction.x;
      const to = { x: other.origin.x - a.x, y: other.origin.y - a.y };
      const point = fromFrame(frame, (to.x * other.direction.y - to.y * other.direction.x) / sine, 0);
      const [p, q] = [bodyAt(frame, point), bodyAt(other, point)];
      if (!p || !q) continue;
      const met = of[i]!.some(
        (cluster) => of[j]!.includes(cluster) && distance(cluster.point, point) <= tolerances.joint
      );
      if (!met) clusters.push({ point, members: [p, q], first: i });
    }
  });
}

/** Outward direction angle of a member's arm; a body has two, this is the one towards b. */
export function memberAngle({ frame, part }: Member): number {
  return angleOf(part === 'b' ? scale(frame.direction, -1) : frame.direction);
}
