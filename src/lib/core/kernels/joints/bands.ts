/** Joints by height: cut at every base and top; each band is solved with the arms present in it. */
import type { Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { fromFrame, type Frame } from './frame';
import { armsOf } from './arms';
import type { Member, Node } from './gather';
import { solveJoint, type JointCut } from './solve';
import type { JointOverride } from './override';

export interface Band {
  readonly z0: number;
  readonly z1: number;
  /** Undefined: no closed form holds, the cluster is arranged instead. */
  readonly cut: JointCut | undefined;
}

export interface SolvedJoint {
  readonly node: Node;
  /** How it was asked to be cut, where that differs from the usual. */
  readonly override: JointOverride | undefined;
  readonly bands: readonly Band[];
}

/** The heights at which something begins or ends, ascending, equal ones (to the coincident tolerance) once. */
export function levelsOf(frames: readonly Frame[]): number[] {
  const [first] = frames;
  if (first && frames.every(({ base, top }) => base === first.base && top === first.top))
    return first.top - first.base <= tolerances.coincident ? [first.base] : [first.base, first.top];
  const all = frames.flatMap((frame) => [frame.base, frame.top]).sort((p, q) => p - q);
  return all.filter((z, i) => i === 0 || !(z - all[i - 1]! <= tolerances.coincident));
}

/** Whether the frame stands all through the band. */
export function standsIn(frame: Frame, z0: number, z1: number): boolean {
  return (
    frame.base <= z0 + tolerances.coincident &&
    (frame.top === Infinity || frame.top >= z1 - tolerances.coincident)
  );
}

/** Joints solved before, by any wall that meets there, so that one is found when the others are new. */
export type KnownJoints = WeakMap<Frame, Map<string, SolvedJoint>>;

/**
 * Solve a node band by band; answers the same object while the same frames meet in the same way, and the same bands
 * while nothing has changed near the node: a wall that only moved its far end is cut here as before.
 */
export function solveNode(node: Node, override: JointOverride | undefined, known: KnownJoints): SolvedJoint {
  const old = keptJoint(node, known);
  const same = old && old.override === override && sameMembers(old, node) ? old : undefined;
  if (same?.node.members.every((member, i) => member.frame === node.members[i]!.frame)) return same;
  const joint = { node, override, bands: same ? same.bands : solveBands(node, override) };
  for (const { frame } of node.members) {
    const shelf = known.get(frame);
    if (shelf) shelf.set(node.key, joint);
    else known.set(frame, new Map([[node.key, joint]]));
  }
  return joint;
}

function keptJoint({ key, members }: Node, known: KnownJoints): SolvedJoint | undefined {
  for (const { frame } of members) {
    const joint = known.get(frame)?.get(key);
    if (joint) return joint;
  }
  return undefined;
}

function sameMembers(old: SolvedJoint, node: Node): boolean {
  return (
    old.node.members.length === node.members.length &&
    nearlySame(old.node.point, node.point) &&
    old.node.members.every((member, i) => sameNearNode(member, node.members[i]!))
  );
}

/** All that the cut of a joint reads of a wall. */
function sameNearNode(p: Member, q: Member): boolean {
  const [f, g] = [p.frame, q.frame];
  return (
    f === g ||
    (p.part === q.part &&
      f.wall.id === g.wall.id &&
      f.buildUp === g.buildUp &&
      f.y0 === g.y0 &&
      f.wall.outside === g.wall.outside &&
      f.wall.returnEnds === g.wall.returnEnds &&
      f.wall.endCut === g.wall.endCut &&
      f.base === g.base &&
      f.top === g.top &&
      nearlySame(f.direction, g.direction) &&
      nearlySame(fromFrame(f, p.t, 0), fromFrame(g, q.t, 0)))
  );
}

/** Differs by the order of the sums at most, mm or as a part of one. */
const nearlySame = (p: Point, q: Point) =>
  Math.max(Math.abs(p.x - q.x), Math.abs(p.y - q.y)) < tolerances.sameSum;

function solveBands(node: Node, override: JointOverride | undefined): Band[] {
  const levels = levelsOf(node.members.map((member) => member.frame));
  const bands: Band[] = [];
  for (let i = 0; i + 1 < levels.length; i++) {
    const [z0, z1] = [levels[i]!, levels[i + 1]!];
    const present = node.members.filter((member) => standsIn(member.frame, z0, z1));
    if (present.length === 0) continue;
    const onlyBody = present.length === 1 && present[0]!.part === 'body';
    bands.push({
      z0,
      z1,
      cut: onlyBody ? { kind: 'free', cuts: [] } : solveJoint(node, armsOf(present), override)
    });
  }
  return bands;
}

/** The cut of a joint in the band that holds height z; undefined outside all bands. */
export function bandAt(joint: SolvedJoint, z: number): Band | undefined {
  return joint.bands.find((band) => band.z0 <= z && z <= band.z1);
}
