/**
 * Ply footprints of the walls of one storey: what each ply of each wall takes of the plan, band of heights by band.
 *
 * The way there: walls' ends and crossings are gathered into nodes (gather.ts); each node is solved band by band into
 * cuts (bands.ts, solve.ts); each wall is put together from the cuts along it (assemble.ts); joints that have no closed
 * form, or whose pieces collide, are arranged together (entangled.ts).
 *
 *      node        wall w: strips by ascending y          node
 *       o===================================================o
 *       cut of the joint   ---- straight sides ----   cut of the joint
 *
 * Promised: the footprints of a storey are a partition. No two overlap and none leaves a gap inside a joint, because
 * both sides of every cut are given the same points. Islands of walls (islands.ts) are kept whole; within one, joints and
 * walls are kept by the identity of what they read, so that a drag solves the joints it touches only.
 * Cost: O(m log m) for the m walls of an island that changed and O(k) for the k walls of a changed joint. Source: own
 * derivation.
 */
import { distance, locate, type Point } from '../../geometry/point';
import { boxOf, ringHolds, segmentsCross, type Box, type Ring } from '../../geometry/ring';
import { assembleBand, type BandFootprint, type CutAlong } from './assemble';
import { bandAt, levelsOf, solveNode, standsIn, type KnownJoints, type SolvedJoint } from './bands';
import { arrangeCluster, convexHull, dissolve, type ClusterJoint, type StripRing } from './entangled';
import { gatherNodes, type Member, type Node } from './gather';
import { tolerances } from '../../geometry/tolerances';
import { fromFrame, type Frame } from './frame';
import { nearWalls } from './near';
import type { Island } from './islands';
import type { JointOverride } from './override';

export interface WallFootprint<F extends Frame = Frame> {
  readonly frame: F;
  /** The same array as long as the wall's own shape is the same, whatever happens to its neighbours. */
  readonly bands: readonly BandFootprint[];
  readonly joints: readonly SolvedJoint[];
  /** Solved by the arrangement of its cluster; `unsolved` when even that failed. */
  readonly entangled: boolean;
  readonly unsolved: boolean;
}

export interface StoreyFootprints<F extends Frame = Frame> {
  readonly nodes: readonly Node[];
  readonly joints: readonly SolvedJoint[];
  readonly walls: ReadonlyMap<string, WallFootprint<F>>;
}

/** Of all islands, and of each: the same object while its walls and its joints' overrides are the same. */
export interface FootprintsByIsland<F extends Frame = Frame> extends StoreyFootprints<F> {
  readonly islands: readonly StoreyFootprints<F>[];
}

/** The footprints of a storey island by island; what `deriveFootprints` says of all its walls at once. */
export function footprintsByIsland<F extends Frame>(
  islands: readonly Island<F>[],
  overrides: ReadonlyMap<string, JointOverride>,
  memory: JointMemory
): FootprintsByIsland<F> {
  const parts = islands.map((island): StoreyFootprints<F> => {
    const own = overrides.size === 0 ? [] : island.nodes.map(({ key }) => overrides.get(key));
    const kept = memory.islands.get(island);
    // An island is only ever asked for with the frames that it has.
    if (kept && sameList(kept.overrides, own)) return kept.found as StoreyFootprints<F>;
    const found = deriveFootprints(island.frames, overrides, memory, island.nodes);
    memory.islands.set(island, { overrides: own, found });
    return found;
  });
  const walls = new Map<string, WallFootprint<F>>();
  for (const part of parts) for (const [id, footprint] of part.walls) walls.set(id, footprint);
  return {
    islands: parts,
    nodes: parts.flatMap(({ nodes }) => nodes),
    joints: parts.flatMap(({ joints }) => joints),
    walls
  };
}

const sameList = (p: readonly unknown[], q: readonly unknown[]) =>
  p.length === q.length && p.every((one, i) => one === q[i]);

/** `overrides`: joints that are cut otherwise than usual, by the key of their node. */
export function deriveFootprints<F extends Frame>(
  frames: readonly F[],
  overrides: ReadonlyMap<string, JointOverride> = new Map(),
  memory: JointMemory = new JointMemory(),
  nodes: readonly Node[] = gatherNodes(nearWalls(frames))
): StoreyFootprints<F> {
  const joints = nodes.map((node) => solveNode(node, overrides.get(node.key), memory.known));
  const byWall = new Map<string, SolvedJoint[]>();
  for (const joint of joints)
    for (const { frame } of joint.node.members) {
      const list = byWall.get(frame.wall.id);
      if (list) list.push(joint);
      else byWall.set(frame.wall.id, [joint]);
    }
  const walls = new Map<string, WallFootprint>();
  const bad = new Set<SolvedJoint>();
  for (const frame of frames) {
    const own = byWall.get(frame.wall.id) ?? [];
    if (own.length === 0) continue;
    const sound = own.filter(({ bands }) => bands.every(({ cut }) => cut));
    // With a joint that has no closed form the others are cut as solved, as long as the wall holds together.
    const footprint =
      sound.length === own.length
        ? assembleWall(frame, own, memory.whole)
        : assembleWall(frame, sound, memory.partial);
    if (footprint) walls.set(frame.wall.id, footprint);
    for (const joint of own) if (!footprint || !sound.includes(joint)) bad.add(joint);
  }
  for (const joint of joints) if (!bad.has(joint) && !pairsAreApart(joint, walls, memory)) bad.add(joint);
  const close = neighbours(frames, byWall);
  for (const [p, q] of close)
    if (!(bad.has(p) && bad.has(q)) && !jointsAreApart(p, q, walls, memory)) bad.add(p).add(q);
  for (let grown = bad.size > 0; grown;) {
    for (const cluster of clustersOf(bad))
      for (const footprint of solveCluster(cluster, byWall, memory))
        walls.set(footprint.frame.wall.id, footprint);
    // What a cluster gave its walls may reach into a joint beside it: that one joins the cluster.
    const more = close.filter(([p, q]) => bad.has(p) !== bad.has(q) && !jointsAreApart(p, q, walls, memory));
    for (const joint of more.flat()) bad.add(joint);
    grown = more.length > 0;
  }
  // Every footprint carries one of the given frames.
  return {
    nodes,
    joints,
    walls: walls as ReadonlyMap<string, unknown> as ReadonlyMap<string, WallFootprint<F>>
  };
}

/** Joints nearer than this along a wall are checked against each other, mm. */
const closeJoints = 2500;

/** So are joints that are nearer than this along several short walls, as the facets of a curve, mm. */
const closeAround = 1500;

const partIn = (joint: SolvedJoint, frame: Frame) =>
  joint.node.members.find((member) => member.frame === frame)!;

/** Cut the same way along a wall that is itself the same. */
const sameCuts = (p: readonly SolvedJoint[], q: readonly SolvedJoint[]) =>
  p.length === q.length && p.every((joint, i) => joint.bands === q[i]!.bands);

type Assembled = WeakMap<
  Frame,
  WallFootprint | { readonly joints: readonly SolvedJoint[]; readonly failed: true }
>;

/** Walls at which a check was made, and what it said. */
interface Checked {
  readonly walls: readonly (WallFootprint | undefined)[];
  readonly good: boolean;
}

/**
 * What is kept from one solution of a storey to the next, so that an edit costs what it touches. It never changes what
 * is answered: everything in it is found again by the identity of what it was made from.
 */
export class JointMemory {
  readonly known: KnownJoints = new WeakMap();
  /** Of all joints of a wall; and without those that have no closed form, where it ends square for the time being. */
  readonly whole: Assembled = new WeakMap();
  readonly partial: Assembled = new WeakMap();
  readonly pairs = new WeakMap<SolvedJoint, Checked>();
  /** By the two joints: a joint has neighbours along each of its walls. */
  readonly beside = new WeakMap<SolvedJoint, WeakMap<SolvedJoint, Checked>>();
  readonly islands = new WeakMap<
    Island,
    { readonly overrides: readonly (JointOverride | undefined)[]; readonly found: StoreyFootprints }
  >();
  readonly clusters = new WeakMap<
    Frame,
    { readonly inputs: readonly unknown[]; readonly result: readonly WallFootprint[] }
  >();
}

function assembleWall(
  frame: Frame,
  joints: readonly SolvedJoint[],
  shelf: Assembled
): WallFootprint | undefined {
  const old = shelf.get(frame);
  if (old && sameCuts(old.joints, joints)) {
    if ('failed' in old) return undefined;
    if (old.joints.every((joint, i) => joint === joints[i])) return old;
    const again = { ...old, joints };
    shelf.set(frame, again);
    return again;
  }
  const bands: BandFootprint[] = [];
  const levels = levelsWithin(
    frame,
    joints.flatMap((joint) => joint.node.members.map((member) => member.frame))
  );
  for (let i = 0; i + 1 < levels.length; i++) {
    const band = assembleFrom(frame, joints, levels[i]!, levels[i + 1]!);
    if (!band) {
      shelf.set(frame, { joints, failed: true });
      return undefined;
    }
    bands.push(band);
  }
  const kept = old && !('failed' in old) && sameBands(old.bands, bands) ? old.bands : bands;
  const footprint = { frame, bands: kept, joints, entangled: false, unsolved: false };
  shelf.set(frame, footprint);
  return footprint;
}

/** A joint at which a wall merely grew longer at its far end is cut as before. */
function sameBands(p: readonly BandFootprint[], q: readonly BandFootprint[]): boolean {
  const sameRings = (r: readonly Ring[], s: readonly Ring[]) =>
    r.length === s.length &&
    r.every(
      (ring, i) =>
        ring.length === s[i]!.length &&
        ring.every(
          ({ x, y }, k) =>
            Math.abs(x - s[i]![k]!.x) < tolerances.sameResult &&
            Math.abs(y - s[i]![k]!.y) < tolerances.sameResult
        )
    );
  return (
    p.length === q.length &&
    p.every((band, i) => {
      const other = q[i]!;
      return (
        band.z0 === other.z0 &&
        band.z1 === other.z1 &&
        sameRings(band.outline, other.outline) &&
        sameRings([band.exposed, band.butts], [other.exposed, other.butts]) &&
        band.plies.every((rings, k) => sameRings(rings, other.plies[k]!))
      );
    })
  );
}

function levelsWithin(frame: Frame, others: readonly Frame[]): number[] {
  const inner = levelsOf([frame, ...others]).filter(
    (z) => z > frame.base + tolerances.coincident && z < frame.top - tolerances.coincident
  );
  return [frame.base, ...inner, frame.top];
}

const middleOf = (z0: number, z1: number) => (z1 === Infinity ? z0 + 1 : (z0 + z1) / 2);

function assembleFrom(
  frame: Frame,
  joints: readonly SolvedJoint[],
  z0: number,
  z1: number
): BandFootprint | undefined {
  const cuts: CutAlong[] = [];
  for (const joint of joints) {
    const { part, t } = partIn(joint, frame);
    const band = bandAt(joint, middleOf(z0, z1));
    if (!band?.cut) return undefined;
    cuts.push({ part, t, cut: band.cut });
  }
  return assembleBand(frame, cuts, z0, z1);
}

interface Stretch {
  readonly to: SolvedJoint;
  readonly size: number;
}

/** Joints so close along one wall, or along a few short ones, that what they carry may collide; each pair once. */
function neighbours(
  frames: readonly Frame[],
  byWall: ReadonlyMap<string, SolvedJoint[]>
): [SolvedJoint, SolvedJoint][] {
  const pairs: [SolvedJoint, SolvedJoint][] = [];
  const short = new Map<SolvedJoint, Stretch[]>();
  for (const frame of frames) {
    const own = byWall.get(frame.wall.id) ?? [];
    if (own.length < 2) continue;
    const sorted = own.map((joint) => ({ joint, t: partIn(joint, frame).t })).sort((p, q) => p.t - q.t);
    for (let i = 0; i + 1 < sorted.length; i++) {
      const [p, q] = [sorted[i]!, sorted[i + 1]!];
      const size = q.t - p.t;
      if (size < closeJoints) pairs.push([p.joint, q.joint]);
      if (size >= closeAround) continue;
      short.set(p.joint, [...(short.get(p.joint) ?? []), { to: q.joint, size }]);
      short.set(q.joint, [...(short.get(q.joint) ?? []), { to: p.joint, size }]);
    }
  }
  for (const joint of short.keys())
    for (const other of around(joint, short)) if (joint.node.key < other.node.key) pairs.push([joint, other]);
  return pairs;
}

/** The joints that are reached from one by two or more short stretches; those by one are known already. */
function around(from: SolvedJoint, short: ReadonlyMap<SolvedJoint, readonly Stretch[]>): SolvedJoint[] {
  const reached = new Map<SolvedJoint, number>([[from, 0]]);
  for (const [joint, size] of reached)
    for (const { to, size: more } of short.get(joint)!)
      if (size + more < closeAround && !(reached.get(to)! <= size + more)) {
        reached.delete(to);
        reached.set(to, size + more);
      }
  const direct = new Set(short.get(from)!.map(({ to }) => to));
  return [...reached.keys()].filter((joint) => joint !== from && !direct.has(joint));
}

function jointsAreApart(
  p: SolvedJoint,
  q: SolvedJoint,
  walls: ReadonlyMap<string, WallFootprint>,
  { beside }: JointMemory
): boolean {
  const shelf = beside.get(p) ?? new WeakMap<SolvedJoint, Checked>();
  beside.set(p, shelf);
  const footprint = ({ frame }: Member) => walls.get(frame.wall.id);
  const [ps, qs] = [p.node.members.map(footprint), q.node.members.map(footprint)];
  const old = shelf.get(q);
  const same = old?.walls.every((wall, i) => wall === (i < ps.length ? ps[i] : qs[i - ps.length]));
  if (old && same && old.walls.length === ps.length + qs.length) return old.good;
  const good = ps.every((wall) => qs.every((other) => wall === other || outlinesAreApart(wall, other)));
  shelf.set(q, { walls: [...ps, ...qs], good });
  return good;
}

function outlinesAreApart(p: WallFootprint | undefined, q: WallFootprint | undefined): boolean {
  return (p?.bands ?? []).every((band) =>
    (q?.bands ?? []).every(
      (other) =>
        band.z1 <= other.z0 ||
        other.z1 <= band.z0 ||
        band.outline.every((r) => other.outline.every((s) => ringsAreApart(r, s)))
    )
  );
}

/** Where three or more arms meet, the closed form must also keep every pair of walls apart. */
function pairsAreApart(
  joint: SolvedJoint,
  walls: ReadonlyMap<string, WallFootprint>,
  { pairs }: JointMemory
): boolean {
  if (joint.node.members.length < 2) return true;
  const own = joint.node.members.map(({ frame }) => walls.get(frame.wall.id));
  const old = pairs.get(joint);
  if (old && old.walls.length === own.length && old.walls.every((wall, i) => wall === own[i]))
    return old.good;
  const good = own.every((wall, i) => own.every((other, j) => j <= i || outlinesAreApart(wall, other)));
  pairs.set(joint, { walls: own, good });
  return good;
}

function ringsAreApart(p: Ring, q: Ring): boolean {
  const [bp, bq] = [boxOf(p), boxOf(q)];
  const shared = {
    minX: Math.max(bp.minX, bq.minX),
    minY: Math.max(bp.minY, bq.minY),
    maxX: Math.min(bp.maxX, bq.maxX),
    maxY: Math.min(bp.maxY, bq.maxY)
  };
  if (shared.minX > shared.maxX || shared.minY > shared.maxY) return true;
  // Only edges that reach into the common part of both boxes can cross.
  const near = edgesWithin(q, shared);
  const crosses = edgesWithin(p, shared).some(([a, b]) =>
    near.some(([c, d]) => segmentsCross(a, b, c, d) && !touches(a, b, c, d))
  );
  return !crosses && !holdsMiddle(p, q) && !holdsMiddle(q, p);
}

function edgesWithin(ring: Ring, { minX, minY, maxX, maxY }: Box): [Point, Point][] {
  const found: [Point, Point][] = [];
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    if (Math.max(p.x, q.x) < minX || Math.min(p.x, q.x) > maxX) return;
    if (Math.max(p.y, q.y) < minY || Math.min(p.y, q.y) > maxY) return;
    found.push([p, q]);
  });
  return found;
}

/** Rounding to the node grid can make a shared border look crossed: forgive crossings within a hair of an end. */
function touches(a: Point, b: Point, c: Point, d: Point): boolean {
  const gap = (p: Point, u: Point, v: Point) =>
    Math.abs((v.x - u.x) * (p.y - u.y) - (v.y - u.y) * (p.x - u.x)) / distance(u, v);
  return Math.min(gap(a, c, d), gap(b, c, d), gap(c, a, b), gap(d, a, b)) < 2 * tolerances.nodeGrid;
}

function holdsMiddle(p: Ring, q: Ring): boolean {
  const middle = q.reduce((sum, v) => ({ x: sum.x + v.x / q.length, y: sum.y + v.y / q.length }), {
    x: 0,
    y: 0
  });
  return ringHolds(p, middle) && ringHolds(q, middle);
}

/** Entangled joints that share a wall are one cluster. */
function clustersOf(bad: ReadonlySet<SolvedJoint>): SolvedJoint[][] {
  const rest = new Set([...bad].sort((p, q) => (p.node.key < q.node.key ? -1 : 1)));
  const clusters: SolvedJoint[][] = [];
  for (const seed of rest) {
    rest.delete(seed);
    const cluster = [seed];
    for (let i = 0; i < cluster.length; i++) {
      const frames = new Set(cluster[i]!.node.members.map((member) => member.frame));
      for (const other of rest)
        if (other.node.members.some((member) => frames.has(member.frame))) {
          cluster.push(other);
          rest.delete(other);
        }
    }
    clusters.push(cluster);
  }
  return clusters;
}

function solveCluster(
  cluster: readonly SolvedJoint[],
  byWall: ReadonlyMap<string, SolvedJoint[]>,
  { clusters }: JointMemory
): readonly WallFootprint[] {
  const frames = [
    ...new Set(cluster.flatMap((joint) => joint.node.members.map((member) => member.frame)))
  ].sort((p, q) => (p.wall.id < q.wall.id ? -1 : 1));
  const inputs = [...frames, ...frames.flatMap((frame) => byWall.get(frame.wall.id)!)];
  const old = clusters.get(frames[0]!);
  if (old && sameList(old.inputs, inputs)) return old.result;
  const bad = new Set(cluster);
  const levels = levelsOf(frames);
  const bands = new Map<Frame, BandFootprint[]>(frames.map((frame) => [frame, []]));
  let unsolved = false;
  for (let i = 0; i + 1 < levels.length; i++) {
    const [z0, z1] = [levels[i]!, levels[i + 1]!];
    const present = frames.filter((frame) => standsIn(frame, z0, z1));
    const solved = solveClusterBand(cluster, present, bad, byWall, z0, z1);
    if (!solved) unsolved = true;
    else for (const [frame, band] of solved) bands.get(frame)!.push(band);
  }
  const result = frames.map((frame) => ({
    frame,
    bands: bands.get(frame)!,
    joints: byWall.get(frame.wall.id)!,
    entangled: true,
    unsolved
  }));
  clusters.set(frames[0]!, { inputs, result });
  return result;
}

/** The wall's strips with sound far ends cut as solved, and the ends inside the cluster square. */
function solveClusterBand(
  cluster: readonly SolvedJoint[],
  present: readonly Frame[],
  bad: ReadonlySet<SolvedJoint>,
  byWall: ReadonlyMap<string, SolvedJoint[]>,
  z0: number,
  z1: number
): Map<Frame, BandFootprint> | undefined {
  const strips: StripRing[] = [];
  for (const frame of present) {
    const sound = byWall.get(frame.wall.id)!.filter((joint) => !bad.has(joint));
    const square: BandFootprint | undefined =
      assembleFrom(frame, sound, z0, z1) ?? assembleFrom(frame, [], z0, z1);
    square?.plies.forEach((rings, strip) => rings.forEach((ring) => strips.push({ frame, strip, ring })));
  }
  const places = cluster.map((joint): ClusterJoint => {
    const ends = joint.node.members.filter(({ frame, part }) => part !== 'body' && present.includes(frame));
    const hull = convexHull(
      ends.flatMap(({ frame, t }) => [fromFrame(frame, t, frame.y0), fromFrame(frame, t, frame.y1)])
    );
    return {
      point: joint.node.point,
      override: joint.override,
      ends,
      hull: ends.length > 1 && hull.length > 2 ? hull : []
    };
  });
  if (strips.length === 0) return new Map();
  const rings = arrangeCluster(strips, places);
  if (!rings) return undefined;
  const shapes = present.map((frame) => {
    const plies = frame.strips.map((_, strip) =>
      strips.filter((s) => s.frame === frame && s.strip === strip).flatMap((s) => rings.get(s)!)
    );
    return { frame, plies, outline: dissolve(plies.flat()) };
  });
  // All rings of the arrangement share their points, so a border without its reverse touches no other wall.
  const key = (p: Point, q: Point) => `${p.x},${p.y}>${q.x},${q.y}`;
  const borders = new Set(
    shapes.flatMap(({ outline }) =>
      outline.flatMap((ring) => ring.map((p, i) => key(p, ring[(i + 1) % ring.length]!)))
    )
  );
  return new Map(
    shapes.map(({ frame, plies, outline }) => {
      const exposed = outline.flatMap((ring) =>
        ring.flatMap((p, i) => {
          const q = ring[(i + 1) % ring.length]!;
          const level = Math.abs(
            locate(p, frame.origin, frame.direction).y - locate(q, frame.origin, frame.direction).y
          );
          return level < tolerances.coincident || borders.has(key(q, p)) ? [] : [p, q];
        })
      );
      return [frame, { z0, z1, plies, outline, exposed, butts: [] }];
    })
  );
}
