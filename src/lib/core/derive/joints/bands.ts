/** Joints by height: cut at every base and top; each band is solved with the arms present in it. */
import { tolerances } from '../../geometry/tolerances';
import type { Joint } from '../../project/records';
import type { Frame } from '../frame';
import { armsOf } from './arms';
import type { Node } from './gather';
import { solveJoint, type JointCut } from './solve';

export interface Band {
  readonly z0: number;
  readonly z1: number;
  /** Undefined: no closed form holds, the cluster is arranged instead. */
  readonly cut: JointCut | undefined;
}

export interface SolvedJoint {
  readonly node: Node;
  /** How it was asked to be cut, where that differs from the usual. */
  readonly asked: Joint | undefined;
  readonly bands: readonly Band[];
}

/** The heights at which something begins or ends, ascending, equal ones (to the coincident tolerance) once. */
export function levelsOf(frames: readonly Frame[]): number[] {
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

interface Known {
  readonly frames: readonly Frame[];
  readonly asked: Joint | undefined;
  readonly joint: SolvedJoint;
}
const known = new WeakMap<Frame, Map<string, Known>>();

/** Solve a node band by band; answers the same object while the same frames meet in the same way. */
export function solveNode(node: Node, asked?: Joint): SolvedJoint {
  const frames = node.members.map((member) => member.frame);
  const shelf = known.get(frames[0]!) ?? new Map<string, Known>();
  known.set(frames[0]!, shelf);
  const old = shelf.get(node.key);
  if (
    old &&
    old.asked === asked &&
    old.frames.length === frames.length &&
    old.frames.every((frame, i) => frame === frames[i])
  )
    return old.joint;
  const joint = { node, asked, bands: solveBands(node, asked) };
  shelf.set(node.key, { frames, asked, joint });
  return joint;
}

function solveBands(node: Node, asked: Joint | undefined): Band[] {
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
      cut: onlyBody ? { kind: 'free', cuts: [] } : solveJoint(node, armsOf(present), asked)
    });
  }
  return bands;
}

/** The cut of a joint in the band that holds height z; undefined outside all bands. */
export function bandAt(joint: SolvedJoint, z: number): Band | undefined {
  return joint.bands.find((band) => band.z0 <= z && z <= band.z1);
}
