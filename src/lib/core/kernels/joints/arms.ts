/**
 * Arms: what leaves a node. An end is one arm, a passing body two. In an arm's own coordinates y is to the left of
 * its outward direction; depths run from a face inwards, so a path of cuts between two neighbouring arms is a
 * list of depth pairs (s from the left face of one, r from the right face of the next).
 */
import { along, angleOf, leftOf, meetLines, scale, type Point } from '../../geometry/point';
import type { Duty, Frame } from './frame';
import type { Member } from './gather';

export interface ArmStrip {
  readonly ply: number;
  readonly duty: Duty;
  /** y range, low to high. */
  readonly y0: number;
  readonly y1: number;
}

export interface Arm {
  readonly frame: Frame;
  readonly member: Member;
  /** `a`/`b` for ends; a body's arms are `before` (towards a) and `after` (towards b). */
  readonly part: 'a' | 'b' | 'before' | 'after';
  readonly origin: Point;
  readonly direction: Point;
  readonly left: Point;
  readonly angle: number;
  /** From the left face to the right. */
  readonly strips: readonly ArmStrip[];
  readonly yLeft: number;
  readonly yRight: number;
  readonly coreLeft: number;
  readonly coreRight: number;
}

function makeArm(member: Member, part: Arm['part']): Arm {
  const { frame } = member;
  const flipped = part === 'b' || part === 'before';
  const direction = flipped ? scale(frame.direction, -1) : frame.direction;
  const strips = flipped
    ? frame.strips.map((s) => ({ ply: s.ply, duty: s.duty, y0: -s.y1, y1: -s.y0 }))
    : [...frame.strips].reverse();
  return {
    frame,
    member,
    part,
    origin: frame.origin,
    direction,
    left: leftOf(direction),
    angle: angleOf(direction),
    strips,
    yLeft: flipped ? -frame.y0 : frame.y1,
    yRight: flipped ? -frame.y1 : frame.y0,
    coreLeft: flipped ? -frame.core[0] : frame.core[1],
    coreRight: flipped ? -frame.core[1] : frame.core[0]
  };
}

/** The arms of a node, counter-clockwise by angle; equal angles by wall id. */
export function armsOf(members: readonly Member[]): Arm[] {
  return members
    .flatMap((member) =>
      member.part === 'body'
        ? [makeArm(member, 'before'), makeArm(member, 'after')]
        : [makeArm(member, member.part)]
    )
    .sort((p, q) => p.angle - q.angle || (p.frame.wall.id < q.frame.wall.id ? -1 : 1));
}

/** Point of the arm's strip line at `y`, `u` millimetres out from the node's foot on the setting-out line. */
export function armPoint(arm: Arm, u: number, y: number): Point {
  const foot = along(arm.origin, arm.frame.direction, arm.member.t);
  return along(along(foot, arm.direction, u), arm.left, y);
}

/** Where the line of arm i at y meets the line of arm j at y. */
export function meetArms(i: Arm, yi: number, j: Arm, yj: number): Point | undefined {
  return meetLines(along(i.origin, i.left, yi), i.direction, along(j.origin, j.left, yj), j.direction);
}
