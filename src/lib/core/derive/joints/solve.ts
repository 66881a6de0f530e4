/**
 * The closed form of a joint: for each arm, the chain of points that ends each of its plies, ordered from the
 * arm's left to its right. A ply of a passing body without a chain runs on unbroken. GEOMETRY: joints.
 */
import {
  along,
  cross,
  distance,
  dot,
  leftOf,
  scale,
  subtract,
  unit,
  meetLines,
  type Point
} from '../../geometry/point';
import type { Ring } from '../../geometry/ring';
import { ringArea } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { armPoint, type Arm } from './arms';
import { classify, type JointKind } from './classify';
import type { Node } from './gather';
import { sectorPath, type PathPoint } from './sector';

export interface ArmCut {
  readonly arm: Arm;
  /** By position in `arm.strips`; undefined where the ply runs through. */
  readonly chains: readonly (readonly Point[] | undefined)[];
  /** The end of the whole wall, left face to right face; undefined where both faces run through. */
  readonly outline: readonly Point[] | undefined;
}

export interface JointCut {
  readonly kind: JointKind;
  readonly cuts: readonly ArmCut[];
  /** A spike cut off square: keep what lies behind this line. */
  readonly clip?: { readonly point: Point; readonly normal: Point };
}

/** Solve the arms of one band of a node; undefined when the closed form does not hold (use the arrangement). */
export function solveJoint(node: Node, arms: readonly Arm[]): JointCut | undefined {
  const { kind, host } = classify(arms, node.point);
  switch (kind) {
    case 'free':
      return { kind, cuts: [cutAcross(arms[0]!, (y) => armPoint(arms[0]!, 0, y))] };
    case 'splice':
      return solveSplice(node, arms);
    case 'corner':
      return solveCorner(arms);
    default:
      return host ? solveThrough(node, arms, kind, host) : solveStar(arms);
  }
}

function cutAcross(arm: Arm, at: (y: number) => Point): ArmCut {
  return {
    arm,
    chains: arm.strips.map(({ y0, y1 }) => [at(y1), at(y0)]),
    outline: [at(arm.yLeft), at(arm.yRight)]
  };
}

function seamOf(node: Node, p: Arm, q: Arm): (arm: Arm) => (y: number) => Point {
  const bisector = leftOf(unit(subtract(p.direction, q.direction)));
  return (arm) => (y) =>
    meetLines(node.point, bisector, along(arm.origin, arm.left, y), arm.direction) ?? armPoint(arm, 0, y);
}

function solveSplice(node: Node, arms: readonly Arm[]): JointCut {
  const seam = seamOf(node, arms[0]!, arms[1]!);
  return { kind: 'splice', cuts: arms.map((arm) => cutAcross(arm, seam(arm))) };
}

const turnTo = (from: Arm, to: Arm) => {
  const turn = to.angle - from.angle;
  return turn <= 0 ? turn + 2 * Math.PI : turn;
};

interface Sector {
  readonly from: Arm;
  readonly to: Arm;
  readonly path: readonly PathPoint[];
}

function sectorBetween(from: Arm, to: Arm): Sector | undefined {
  const path = sectorPath(from, to, turnTo(from, to) > Math.PI);
  return path && { from, to, path };
}

/** Chains of the plies outside the core, and where the core begins, on the left of an arm. */
function leftChains(arm: Arm, path: readonly PathPoint[]): Map<number, Point[]> {
  const chains = new Map<number, Point[]>();
  arm.strips.forEach((strip, k) => {
    const [s0, s1] = [arm.yLeft - strip.y1, arm.yLeft - strip.y0];
    if (strip.y0 >= arm.coreLeft)
      chains.set(
        k,
        within(path, (p) => p.s, s0, s1)
      );
  });
  return chains;
}

function rightChains(arm: Arm, path: readonly PathPoint[]): Map<number, Point[]> {
  const chains = new Map<number, Point[]>();
  arm.strips.forEach((strip, k) => {
    const [r0, r1] = [strip.y0 - arm.yRight, strip.y1 - arm.yRight];
    if (strip.y1 <= arm.coreRight) chains.set(k, within(path, (p) => p.r, r0, r1).reverse());
  });
  return chains;
}

/** The stretch of a path from the last point at depth d0 to the first at d1. */
function within(
  path: readonly PathPoint[],
  depth: (p: PathPoint) => number,
  d0: number,
  d1: number
): Point[] {
  const slack = 1e-7;
  let first = 0;
  path.forEach((p, i) => {
    if (depth(p) <= d0 + slack) first = i;
  });
  const last = path.findIndex((p) => depth(p) >= d1 - slack);
  return path.slice(first, Math.max(last, first) + 1).map((p) => p.point);
}

/** Cut a left-to-right chain across the core at the lines of the plies inside it. */
function coreChains(arm: Arm, chain: readonly Point[]): Map<number, Point[]> {
  const chains = new Map<number, Point[]>();
  const y = (p: Point) => dot(subtract(p, arm.origin), arm.left);
  const at = (level: number): Point => {
    for (let i = 0; i + 1 < chain.length; i++) {
      const [p, q] = [chain[i]!, chain[i + 1]!];
      const [yp, yq] = [y(p), y(q)];
      if (yp >= level && level >= yq && yp > yq) {
        const k = (yp - level) / (yp - yq);
        return { x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k };
      }
    }
    return chain[y(chain[0]!) <= level ? 0 : chain.length - 1]!;
  };
  arm.strips.forEach((strip, k) => {
    if (strip.y1 > arm.coreLeft || strip.y0 < arm.coreRight) return;
    const start = strip.y1 === arm.coreLeft ? chain[0]! : at(strip.y1);
    const end = strip.y0 === arm.coreRight ? chain[chain.length - 1]! : at(strip.y0);
    const [most, least] = [
      strip.y1 === arm.coreLeft ? Infinity : strip.y1,
      strip.y0 === arm.coreRight ? -Infinity : strip.y0
    ];
    chains.set(k, [start, ...chain.slice(1, -1).filter((p) => y(p) < most && y(p) > least), end]);
  });
  return chains;
}

/** An arm cut by paths on both sides and a chain across its core. */
function cutArm(
  arm: Arm,
  left: readonly PathPoint[],
  right: readonly PathPoint[],
  middle: readonly Point[] = []
): ArmCut {
  const core = [left[left.length - 1]!.point, ...middle, right[right.length - 1]!.point];
  const all = new Map([...leftChains(arm, left), ...coreChains(arm, core), ...rightChains(arm, right)]);
  return {
    arm,
    chains: arm.strips.map((_, k) => all.get(k)),
    outline: [left[0]!.point, ...middle, right[0]!.point]
  };
}

function solveCorner(arms: readonly Arm[]): JointCut | undefined {
  const [p, q] = [arms[0]!, arms[1]!];
  const [pq, qp] = [sectorBetween(p, q), sectorBetween(q, p)];
  if (!pq || !qp) return undefined;
  const seam = (own: Sector, other: Sector) => cutArm(own.from, own.path, other.path);
  const clip = spikeClip(p, q, turnTo(p, q) > Math.PI ? pq : qp, turnTo(p, q) > Math.PI ? qp : pq);
  return { kind: 'corner', cuts: [seam(pq, qp), seam(qp, pq)], ...(clip && { clip }) };
}

/** A mitre longer than twice the greater thickness is cut square to the bisector there. */
function spikeClip(p: Arm, q: Arm, salient: Sector, reentrant: Sector): JointCut['clip'] {
  const [tip, inner] = [salient.path[0]!.point, reentrant.path[0]!.point];
  const most = tolerances.spike * Math.max(p.yLeft - p.yRight, q.yLeft - q.yRight);
  const reach = distance(inner, tip);
  if (reach <= most + tolerances.coincident) return undefined;
  const bisector = scale(unit({ x: p.direction.x + q.direction.x, y: p.direction.y + q.direction.y }), -1);
  const long = dot(subtract(tip, inner), bisector);
  if (long <= most) return undefined;
  return { point: along(inner, bisector, most), normal: bisector };
}

/** Tee and crossing: the host's core is unbroken, each branch stops at it. */
function solveThrough(
  node: Node,
  arms: readonly Arm[],
  kind: JointKind,
  host: readonly [number, number]
): JointCut | undefined {
  const n = arms.length;
  const cuts = new Map<Arm, ArmCut>();
  const paths = new Map<Arm, { left?: readonly PathPoint[]; right?: readonly PathPoint[] }>();
  for (const arm of arms) paths.set(arm, {});
  for (let k = 0; k < n; k++) {
    const [from, to] = [arms[k]!, arms[(k + 1) % n]!];
    const ends = [k, (k + 1) % n];
    if (ends.every((end) => host.includes(end))) continue;
    const sector = sectorBetween(from, to);
    if (!sector) return undefined;
    paths.get(from)!.left = sector.path;
    paths.get(to)!.right = sector.path;
  }
  arms.forEach((arm, k) => {
    const { left, right } = paths.get(arm)!;
    if (!host.includes(k)) {
      if (left && right) cuts.set(arm, cutArm(arm, left, right));
      return;
    }
    const other = arms[host[0] === k ? host[1] : host[0]]!;
    cuts.set(arm, cutHost(node, arm, other, left, right));
  });
  return cuts.size === n ? { kind, cuts: [...cuts.values()] } : undefined;
}

function cutHost(
  node: Node,
  arm: Arm,
  other: Arm,
  left?: readonly PathPoint[],
  right?: readonly PathPoint[]
): ArmCut {
  const [onLeft, onRight] = [left && leftChains(arm, left), right && rightChains(arm, right)];
  const seam = arm.frame === other.frame ? undefined : seamOf(node, arm, other)(arm);
  const chains = arm.strips.map(
    (strip, k) => onLeft?.get(k) ?? onRight?.get(k) ?? (seam && [seam(strip.y1), seam(strip.y0)])
  );
  const through = seam && [seam(arm.yLeft), seam(arm.yRight)];
  const outline = through && [left ? left[0]!.point : through[0]!, right ? right[0]!.point : through[1]!];
  return { arm, chains, outline };
}

/** All arms meet in the middle of the kernel of the polygon of their core corners. */
function solveStar(arms: readonly Arm[]): JointCut | undefined {
  const n = arms.length;
  const sectors: Sector[] = [];
  for (let k = 0; k < n; k++) {
    const sector = sectorBetween(arms[k]!, arms[(k + 1) % n]!);
    if (!sector) return undefined;
    sectors.push(sector);
  }
  const middle = kernelMiddle(sectors.map(({ path }) => path[path.length - 1]!.point));
  if (!middle) return undefined;
  const cuts = arms.map((arm, k) => cutArm(arm, sectors[k]!.path, sectors[(k + n - 1) % n]!.path, [middle]));
  return { kind: 'star', cuts };
}

/** Centroid of the points that see the whole polygon; undefined when there are none to speak of. */
export function kernelMiddle(polygon: Ring): Point | undefined {
  if (ringArea(polygon) <= 0) return undefined;
  let kernel: Point[] = [...polygon];
  for (let i = 0; i < polygon.length && kernel.length > 0; i++) {
    const [a, b] = [polygon[i]!, polygon[(i + 1) % polygon.length]!];
    if (distance(a, b) < tolerances.coincident) continue;
    kernel = clipLeft(kernel, a, b);
  }
  const area = kernel.length < 3 ? 0 : ringArea(kernel);
  if (area < tolerances.coincident) return undefined;
  const o = kernel[0]!;
  let [x, y] = [0, 0];
  for (let i = 1; i + 1 < kernel.length; i++) {
    const [p, q] = [subtract(kernel[i]!, o), subtract(kernel[i + 1]!, o)];
    x += ((p.x + q.x) * cross(p, q)) / 6;
    y += ((p.y + q.y) * cross(p, q)) / 6;
  }
  return { x: o.x + x / area, y: o.y + y / area };
}

/** The part of a convex or nearly convex ring on the left of the line a to b (Sutherland & Hodgman 1974). */
export function clipLeft(ring: Ring, a: Point, b: Point): Point[] {
  const d = unit(subtract(b, a));
  const side = (p: Point) => cross(d, subtract(p, a));
  const kept: Point[] = [];
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const [sp, sq] = [side(p), side(q)];
    if (sp >= 0) kept.push(p);
    if (sp > 0 !== sq > 0 && sp !== 0 && sq !== 0) {
      const k = sp / (sp - sq);
      kept.push({ x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k });
    }
  });
  return kept;
}
