/**
 * The closed form of a joint: for each arm, the chain of points that ends each of its plies. An arm is a wall as seen
 * from the node, and its chain is ordered from the arm's left to its right. A ply of a passing body without a chain runs
 * on unbroken.
 *
 *            left | chain | right                  corner of two arms, matched plies mitred:
 *             ----p0                                    outer  +-----------
 *             ----p1        arm's direction ->                 |\  outer
 *             ----p2                                           | +---------
 *                 node                                         | |\ core
 *                                                              | | +-------
 *
 * The plan round a node is divided into sectors between neighbouring arms. Each sector has one path of cuts (sector.ts)
 * that both its arms read, the core between the paths is cut as the kind of joint says (classify.ts), and so nothing is
 * computed twice and no hair's gap can appear.
 * Cost: O(p q) for the alignment of the p and q plies of each sector, so linear in the arms.
 * Source: own derivation.
 */
import {
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
import { ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { armPoint, meetArms, type Arm, type ArmStrip } from './arms';
import { classify, offStraight, type JointKind } from './classify';
import type { Node } from './gather';
import { leftStrips, noPreference, rightStrips, sectorPath, type PathPoint, type Preference } from './sector';
import type { JointOverride } from './override';
import { clipLeft } from '../../geometry/clip';

export interface ArmCut {
  readonly arm: Arm;
  /** By position in `arm.strips`; undefined where the ply runs through. */
  readonly chains: readonly (readonly Point[] | undefined)[];
  /** The end of the whole wall, left face to right face; undefined where both faces run through. */
  readonly outline: readonly Point[] | undefined;
  /** Found when they are asked for: a drawing wants them, the model does not. */
  readonly borders?: () => Borders;
}

export interface Borders {
  /** Parts of the end that touch no other wall of the joint: they are faces too. Pairs of points. */
  readonly exposed: readonly Point[];
  /** Where plies stop square at a line of another wall, which a drawing shows; mitres are not. Pairs of points. */
  readonly butts: readonly Point[];
}

/** The value of a function that is found when it is first asked for. */
export function once<T>(find: () => T): () => T {
  let found: { readonly value: T } | undefined;
  return () => (found ??= { value: find() }).value;
}

export interface JointCut {
  readonly kind: JointKind;
  readonly cuts: readonly ArmCut[];
  /** A spike cut off square: keep what lies behind this line. */
  readonly clip?: { readonly point: Point; readonly normal: Point };
}

/**
 * Solve the arms of one band of a node; undefined when the closed form does not hold (use the arrangement).
 * `override`: how this joint is cut where that differs from the usual; what it says of walls not here is passed over.
 */
export function solveJoint(node: Node, arms: readonly Arm[], override?: JointOverride): JointCut | undefined {
  const joint = cutJoint(node, arms, override);
  // The outer ply of a free end may turn round it, over its neighbours.
  if (!joint || joint.kind === 'free') return joint && { ...joint, cuts: withBorders(joint.cuts) };
  // The middle of a star is no meeting of two lines, so that a hair outside a strip is no rounding there.
  const slack = joint.kind === 'star' ? tolerances.nodeGrid : tolerances.coincident;
  if (!joint.cuts.every((cut) => staysInStrips(cut, slack))) return undefined;
  return { ...joint, cuts: withBorders(joint.cuts.map(ontoStrips)) };
}

/**
 * Points that rounding put a hair outside their ply's strip come onto its line: along a wall of 8 m, 0.003 mm at its end
 * would be 24 mm2 of the ply beside it.
 */
function ontoStrips(cut: ArmCut): ArmCut {
  const { arm, chains } = cut;
  const onto = (p: Point, k: number): Point => {
    const y = dot(subtract(p, arm.origin), arm.left);
    const { y0, y1 } = arm.strips[k]!;
    const off = y < y0 ? y0 - y : Math.min(0, y1 - y);
    return Math.abs(off) > tolerances.nodeGrid ? along(p, arm.left, off) : p;
  };
  return { ...cut, chains: chains.map((chain, k) => chain?.map((p) => onto(p, k))) };
}

/** Every ply must end within its own strip, or it would lie over its neighbour. */
function staysInStrips({ arm, chains }: ArmCut, slack: number): boolean {
  return chains.every((chain, k) =>
    (chain ?? []).every((p) => {
      const y = dot(subtract(p, arm.origin), arm.left);
      const { y0, y1 } = arm.strips[k]!;
      return y > y0 - slack && y < y1 + slack;
    })
  );
}

function cutJoint(
  node: Node,
  arms: readonly Arm[],
  override: JointOverride | undefined
): JointCut | undefined {
  const { kind, host } = classify(arms, node.point, override?.through ?? undefined);
  switch (kind) {
    case 'free':
      return { kind, cuts: [cutFree(arms[0]!)] };
    case 'splice':
      return solveSplice(node, arms);
    case 'corner':
      return override?.cut === 'square' ? solveSquare(arms, override) : solveCorner(arms, override);
    default:
      return host ? solveThrough(node, arms, kind, host, override) : solveStar(arms, override);
  }
}

/** How far an arm reaches for telling what it covers, mm: past any joint. */
const armReach = 5000;

/** What an arm covers near the joint. */
function coverOf({ arm, outline }: ArmCut): Ring {
  const at = (u: number, y: number) => armPoint(arm, u, y);
  const end = outline ?? [at(-armReach, arm.yLeft), at(-armReach, arm.yRight)];
  return [...end, at(armReach, arm.yRight), at(armReach, arm.yLeft)];
}

function withBorders(cuts: readonly ArmCut[]): ArmCut[] {
  const all = once(() => {
    const covers = cuts.map(coverOf);
    return { covers, corners: covers.flat() };
  });
  return cuts.map((cut, i) => ({
    ...cut,
    borders: once((): Borders => {
      const { covers, corners } = all();
      const others = covers.filter((_, k) => k !== i);
      const exposed = cut.outline ? exposedOf(cut.outline, others, corners) : [];
      return { exposed, butts: buttsOf(cut, cuts, others) };
    })
  }));
}

/** The outline runs from the left face to the right: what it closes off lies on its right, looking along it. */
function exposedOf(outline: readonly Point[], others: readonly Ring[], corners: readonly Point[]): Point[] {
  const found: Point[] = [];
  for (let i = 0; i + 1 < outline.length; i++) {
    const [p, q] = [outline[i]!, outline[i + 1]!];
    const d = unit(subtract(q, p));
    const stops = [p, ...pointsOn(p, q, corners), q];
    for (let k = 0; k + 1 < stops.length; k++) {
      const middle = { x: (stops[k]!.x + stops[k + 1]!.x) / 2, y: (stops[k]!.y + stops[k + 1]!.y) / 2 };
      const beyond = along(middle, leftOf(d), -tolerances.coincident);
      if (!others.some((ring) => ringHolds(ring, beyond))) found.push(stops[k]!, stops[k + 1]!);
    }
  }
  return found;
}

/** Points that lie on the segment, strictly within it, in order along it. */
function pointsOn(p: Point, q: Point, points: readonly Point[]): Point[] {
  const d = unit(subtract(q, p));
  const size = distance(p, q);
  const slack = tolerances.coincident;
  const found: { point: Point; t: number }[] = [];
  for (const point of points) {
    const [x, y] = [point.x - p.x, point.y - p.y];
    if (Math.abs(d.x * y - d.y * x) >= slack) continue;
    const t = d.x * x + d.y * y;
    if (t > slack && t < size - slack) found.push({ point, t });
  }
  return found.sort((a, b) => a.t - b.t).map(({ point }) => point);
}

function buttsOf(cut: ArmCut, cuts: readonly ArmCut[], others: readonly Ring[]): Point[] {
  const directions = cuts.filter((one) => one !== cut).map(({ arm }) => arm.direction);
  const alongAnother = (d: Point) =>
    Math.abs(cross(d, cut.arm.direction)) > tolerances.sameDirection &&
    directions.some((other) => Math.abs(cross(d, other)) < tolerances.sameDirection);
  return cut.chains.flatMap((chain) =>
    (chain ?? []).slice(1).flatMap((q, i) => {
      const p = chain![i]!;
      if (distance(p, q) < tolerances.coincident) return [];
      const d = unit(subtract(q, p));
      const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
      const beyond = along(middle, leftOf(d), -tolerances.coincident);
      return alongAnother(d) && others.some((ring) => ringHolds(ring, beyond)) ? [p, q] : [];
    })
  );
}

/**
 * Square, or as much out of square as the wall's `endCut` says, turned about its setting-out line; perhaps with its outer
 * ply turned round the end, over all but the far face's ply, which closes against it.
 */
function cutFree(arm: Arm): ArmCut {
  const { wall } = arm.frame;
  const isEnd = arm.part === 'a' || arm.part === 'b';
  // Strips run from the arm's left to its right; the outer ply is build-up ply 0.
  const fromLeft = arm.strips[0]!.ply === 0;
  const slant = isEnd ? Math.tan(wall.endCut) * (fromLeft ? -1 : 1) : 0;
  const steep = isEnd ? 1 / Math.cos(wall.endCut) : 1;
  const at = (u: number, y: number) => armPoint(arm, u * steep + y * slant, y);
  const plain = cutAcross(arm, (y) => at(0, y));
  if (!wall.returnEnds || !isEnd || arm.strips.length < 3) return plain;
  const [outer, last] = fromLeft ? [0, arm.strips.length - 1] : [arm.strips.length - 1, 0];
  const depth = arm.strips[outer]!.y1 - arm.strips[outer]!.y0;
  const far = fromLeft ? arm.strips[last]!.y1 : arm.strips[last]!.y0;
  const chains = arm.strips.map(({ y0, y1 }, k) => {
    if (k === last) return [at(0, y1), at(0, y0)];
    if (k !== outer) return [at(depth, y1), at(depth, y0)];
    return fromLeft
      ? [at(0, y1), at(0, far), at(depth, far), at(depth, y0)]
      : [at(depth, y1), at(depth, far), at(0, far), at(0, y0)];
  });
  return { arm, chains, outline: plain.outline };
}

/** Who runs through between two neighbouring arms, as the override says. */
function preferenceOf(p: Arm, q: Arm, override: JointOverride | undefined): Preference {
  if (!override) return noPreference;
  const runsOf = (arm: Arm, strip: ArmStrip) =>
    override.plies.find((one) => one.wall === arm.frame.wall.id && one.ply === strip.ply)?.runs;
  const [left, right] = [leftStrips(p), rightStrips(q)];
  const whole =
    override.cut !== 'through'
      ? undefined
      : p.frame.wall.id === override.through
        ? 'p'
        : q.frame.wall.id === override.through
          ? 'q'
          : undefined;
  const single = (strips: readonly (ArmStrip | undefined)[], arm: Arm) =>
    strips.map((strip) => strip && runsOf(arm, strip)).find((runs) => runs !== undefined);
  const decide = (own: boolean | undefined, other: boolean | undefined) =>
    own !== undefined ? (own ? 'p' : 'q') : other !== undefined ? (other ? 'q' : 'p') : undefined;
  return {
    matched: (m, n) => decide(single([left[m]], p), single([right[n]], q)) ?? whole,
    unmatched: (m, n) =>
      decide(
        single(
          m.map((k) => left[k]),
          p
        ),
        single(
          n.map((k) => right[k]),
          q
        )
      )
  };
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

function sectorBetween(from: Arm, to: Arm, override?: JointOverride): Sector | undefined {
  const path = sectorPath(from, to, turnTo(from, to) > Math.PI, preferenceOf(from, to, override));
  return path && [from, to].every((arm) => staysOnWall(arm, path)) ? { from, to, path } : undefined;
}

/** A wall too short for its cuts, as a stub that ends within the plies of its host, has no closed form. */
function staysOnWall(arm: Arm, path: readonly PathPoint[]): boolean {
  if (arm.part !== 'a' && arm.part !== 'b') return true;
  const foot = armPoint(arm, 0, 0);
  const most = arm.frame.length - tolerances.coincident;
  return path.every(({ point }) => dot(subtract(point, foot), arm.direction) < most);
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
  let first = 0;
  path.forEach((p, i) => {
    if (depth(p) <= d0 + tolerances.sameResult) first = i;
  });
  const last = path.findIndex((p) => depth(p) >= d1 - tolerances.sameResult);
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

/** Without ends that lie on the same ply line as their neighbour: the core's own side already runs there. */
function trimmed(arm: Arm, chain: readonly Point[]): readonly Point[] {
  const level = (p: Point) => dot(subtract(p, arm.origin), arm.left);
  const same = (p: Point, q: Point) => Math.abs(level(p) - level(q)) < tolerances.coincident;
  const from = chain.length > 2 && same(chain[0]!, chain[1]!) ? 1 : 0;
  const to =
    chain.length - from > 2 && same(chain[chain.length - 2]!, chain[chain.length - 1]!) ? -1 : undefined;
  return chain.slice(from, to);
}

/** An arm cut by paths on both sides and a chain across its core. */
function cutArm(
  arm: Arm,
  left: readonly PathPoint[],
  right: readonly PathPoint[],
  middle: readonly Point[] = []
): ArmCut {
  const core = trimmed(arm, [left[left.length - 1]!.point, ...middle, right[right.length - 1]!.point]);
  const all = new Map([...leftChains(arm, left), ...coreChains(arm, core), ...rightChains(arm, right)]);
  return {
    arm,
    chains: arm.strips.map((_, k) => all.get(k)),
    outline: trimmed(
      arm,
      straightened([
        ...left.map(({ point }) => point),
        ...middle,
        ...[...right].reverse().map(({ point }) => point)
      ])
    )
  };
}

/** A chain without the points that lie straight between their neighbours: equal plies mitre in one line. */
function straightened(chain: readonly Point[]): Point[] {
  const kept: Point[] = [];
  for (const p of chain) {
    const [a, b] = [kept[kept.length - 2], kept[kept.length - 1]];
    if (b && distance(b, p) < tolerances.nodeGrid / 10) continue;
    if (a && b && isStraight(a, b, p)) kept.pop();
    kept.push(p);
  }
  return kept;
}

function isStraight(a: Point, b: Point, c: Point): boolean {
  const d = unit(subtract(c, a));
  const along = dot(subtract(b, a), d);
  return Math.abs(cross(d, subtract(b, a))) < tolerances.nodeGrid / 10 && along > 0 && along < distance(a, c);
}

function solveCorner(arms: readonly Arm[], override?: JointOverride): JointCut | undefined {
  const [p, q] = [arms[0]!, arms[1]!];
  const [pq, qp] = [sectorBetween(p, q, override), sectorBetween(q, p, override)];
  if (!pq || !qp) return undefined;
  const middle = coreStep(p, q, override);
  const seam = (own: Sector, other: Sector) =>
    cutArm(own.from, own.path, other.path, middle && (own === pq ? middle : [...middle].reverse()));
  const [salient, reentrant] = turnTo(p, q) > Math.PI ? [pq, qp] : [qp, pq];
  const clip = middle ? undefined : spikeClip(p, q, salient, reentrant);
  return { kind: 'corner', cuts: [seam(pq, qp), seam(qp, pq)], ...(clip && { clip }) };
}

/** Whether a ply of the core is asked to run through or to stop. */
function overrideOfCore(arm: Arm, override: JointOverride | undefined): boolean | undefined {
  return override?.plies.find(({ wall, ply }) => {
    const strip = wall === arm.frame.wall.id && arm.strips.find((one) => one.ply === ply);
    return strip && strip.y1 <= arm.coreLeft && strip.y0 >= arm.coreRight;
  })?.runs;
}

/** Where one core runs through the other, the corner of the step between them; undefined for a mitre. */
function coreStep(p: Arm, q: Arm, override: JointOverride | undefined): Point[] | undefined {
  const [own, other] = [overrideOfCore(p, override), overrideOfCore(q, override)];
  const pRuns =
    own ??
    (other === undefined ? undefined : !other) ??
    (override?.cut === 'through' &&
    override.through !== null &&
    [p, q].some((arm) => arm.frame.wall.id === override.through)
      ? p.frame.wall.id === override.through
      : undefined);
  if (pRuns === undefined) return undefined;
  const salientIsPq = turnTo(p, q) > Math.PI;
  // The wall that runs through ends at the far line of the other's core; the other at its near line.
  const point = pRuns
    ? meetArms(p, salientIsPq ? p.coreRight : p.coreLeft, q, salientIsPq ? q.coreRight : q.coreLeft)
    : meetArms(p, salientIsPq ? p.coreLeft : p.coreRight, q, salientIsPq ? q.coreLeft : q.coreRight);
  return point && [point];
}

/** One wall stops with all its plies at the face of the other, which runs past and ends at the first's outer face. */
function solveSquare(arms: readonly Arm[], override: JointOverride): JointCut | undefined {
  const [p, q] = [arms[0]!, arms[1]!];
  const runs = q.frame.wall.id === override.through ? q : p;
  const stops = runs === p ? q : p;
  // In the salient sector of the pair lies the outside of the corner.
  const leftIsSalient = turnTo(runs, stops) > Math.PI;
  const near = leftIsSalient ? runs.yRight : runs.yLeft;
  const outer = leftIsSalient ? stops.yRight : stops.yLeft;
  const across = (arm: Arm, other: Arm, line: number) => (y: number) =>
    meetArms(arm, y, other, line) ?? armPoint(arm, 0, y);
  return {
    kind: 'corner',
    cuts: [cutAcross(runs, across(runs, stops, outer)), cutAcross(stops, across(stops, runs, near))]
  };
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
  host: readonly [number, number],
  override?: JointOverride
): JointCut | undefined {
  if (override?.cut === 'square') return stopAtFaces(node, arms, kind, host);
  const n = arms.length;
  const [h, other] = [arms[host[0]]!, arms[host[1]]!];
  const bend = bendOf(node, h, other);
  const cuts = new Map<Arm, ArmCut>();
  const paths = new Map<Arm, { left?: readonly PathPoint[]; right?: readonly PathPoint[] }>();
  for (const arm of arms) paths.set(arm, {});
  for (let k = 0; k < n; k++) {
    const [from, to] = [arms[k]!, arms[(k + 1) % n]!];
    const ends = [k, (k + 1) % n];
    if (ends.every((end) => host.includes(end))) continue;
    // Who runs through is settled by the host; the plies in the corners turn as usual.
    const sector = sectorBetween(from, to, override && { ...override, cut: 'mitre' });
    if (!sector || !bend.keeps(sector)) return undefined;
    paths.get(from)!.left = sector.path;
    paths.get(to)!.right = sector.path;
  }
  arms.forEach((arm, k) => {
    const { left, right } = paths.get(arm)!;
    if (!host.includes(k)) {
      if (left && right) cuts.set(arm, cutArm(arm, left, right, bend.corner(arm)));
      return;
    }
    const other = arms[host[0] === k ? host[1] : host[0]]!;
    cuts.set(arm, cutHost(node, arm, other, left, right));
  });
  return cuts.size === n ? { kind, cuts: [...cuts.values()] } : undefined;
}

interface Bend {
  /** Where the core of the host turns, on the side of a branch; nothing where it is straight. */
  readonly corner: (branch: Arm) => Point[];
  /** Whether the cuts between a branch and one wall of the host stay on that wall's side of the seam. */
  readonly keeps: (sector: Sector) => boolean;
}

/** A host of two walls that are in line as far as one builds, yet turn by a hair: branches must follow that turn. */
function bendOf(node: Node, p: Arm, q: Arm): Bend {
  if (p.frame === q.frame || offStraight(p, q) <= tolerances.sameDirection)
    return { corner: () => [], keeps: () => true };
  const seam = seamOf(node, p, q);
  return {
    corner: (branch) => [seam(p)(cross(p.direction, branch.direction) > 0 ? p.coreLeft : p.coreRight)],
    keeps: ({ from, to, path }) => {
      const own = [from, to].find((arm) => arm === p || arm === q);
      const isOwn = ({ point }: PathPoint) =>
        dot(subtract(point, node.point), own!.direction) > -tolerances.coincident;
      return !own || path.every(isOwn);
    }
  };
}

/** Branches stop with all their plies at the host's faces, which run through unbroken. */
function stopAtFaces(
  node: Node,
  arms: readonly Arm[],
  kind: JointKind,
  host: readonly [number, number]
): JointCut {
  const [h, k] = [arms[host[0]]!, arms[host[1]]!];
  return {
    kind,
    cuts: arms.map((arm, i) => {
      if (host.includes(i)) return cutHost(node, arm, arm === h ? k : h);
      const left = cross(h.direction, arm.direction) > 0;
      return cutAcross(arm, (y) => meetArms(arm, y, h, left ? h.yLeft : h.yRight) ?? armPoint(arm, 0, y));
    })
  };
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
  if (!seam) return { arm, chains, outline: undefined };
  // Where a branch turns into this side, the end follows its path down to the core, and the core's face to the seam.
  const points = (path: readonly PathPoint[]) => path.map(({ point }) => point);
  const end = straightened([
    ...(left ? [...points(left), seam(arm.coreLeft)] : [seam(arm.yLeft)]),
    ...(right ? [seam(arm.coreRight), ...points(right).reverse()] : [seam(arm.yRight)])
  ]);
  return { arm, chains, outline: trimmed(arm, end) };
}

/** All arms meet in the middle of the kernel of the polygon of their core corners; a core asked to run has no such form. */
function solveStar(arms: readonly Arm[], override?: JointOverride): JointCut | undefined {
  const isNamed = (arm: Arm) => arm.frame.wall.id === override?.through;
  if (override && override.cut !== 'mitre' && arms.some(isNamed)) return undefined;
  if (arms.some((arm) => overrideOfCore(arm, override) !== undefined)) return undefined;
  const n = arms.length;
  const sectors: Sector[] = [];
  for (let k = 0; k < n; k++) {
    const sector = sectorBetween(arms[k]!, arms[(k + 1) % n]!, override);
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
