/** What kind of joint a set of arms is, and which pair of arms runs through. */
import { cross, distance, dot, scale, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { meetArms, type Arm } from './arms';
import { coreThickness } from './sector';

export type JointKind = 'free' | 'corner' | 'splice' | 'tee' | 'crossing' | 'star';

export interface JointClass {
  readonly kind: JointKind;
  /** Indices of the arms that run through (tee, crossing). */
  readonly host?: readonly [number, number];
}

/** Angle off a straight line between two arms, radians. */
export function offStraight(p: Arm, q: Arm): number {
  return Math.abs(
    Math.atan2(cross(p.direction, scale(q.direction, -1)), dot(p.direction, scale(q.direction, -1)))
  );
}

const inLine = (p: Arm, q: Arm) => offStraight(p, q) <= tolerances.inLine;

/** In line, with both core lines coincident. A passing body always is. */
function runsThrough(p: Arm, q: Arm): boolean {
  if (p.frame === q.frame) return true;
  if (!inLine(p, q)) return false;
  const offset = dot({ x: q.origin.x - p.origin.x, y: q.origin.y - p.origin.y }, p.left);
  const gap = (yp: number, yq: number) => Math.abs(yp - (offset - yq));
  return (
    gap(p.coreLeft, q.coreRight) <= tolerances.coincident &&
    gap(p.coreRight, q.coreLeft) <= tolerances.coincident
  );
}

/** `through`: the wall asked to run through a crossing. */
export function classify(arms: readonly Arm[], at: Point, through?: string): JointClass {
  if (arms.length === 1) return { kind: 'free' };
  if (arms.length === 2) return { kind: isSplice(arms[0]!, arms[1]!, at) ? 'splice' : 'corner' };
  const pairs: [number, number][] = [];
  for (let i = 0; i < arms.length; i++)
    for (let j = i + 1; j < arms.length; j++) if (runsThrough(arms[i]!, arms[j]!)) pairs.push([i, j]);
  if (arms.length === 3 && pairs.length === 1) return { kind: 'tee', host: pairs[0]! };
  if (arms.length === 4 && pairs.length === 2 && new Set(pairs.flat()).size === 4)
    return {
      kind: 'crossing',
      host:
        pairs.find((pair) => pair.some((i) => arms[i]!.frame.wall.id === through)) ?? strongest(arms, pairs)
    };
  return { kind: 'star' };
}

function isSplice(p: Arm, q: Arm, at: Point): boolean {
  const off = offStraight(p, q);
  if (off <= tolerances.inLine) return true;
  if (off > tolerances.nearlyStraight) return false;
  const thickest = Math.max(p.yLeft - p.yRight, q.yLeft - q.yRight);
  return [meetArms(p, p.yLeft, q, q.yRight), meetArms(p, p.yRight, q, q.yLeft)].some(
    (x) => !x || distance(x, at) > thickest
  );
}

/** Who runs through a crossing: thicker core, taller, lower id. */
function strongest(arms: readonly Arm[], pairs: [number, number][]): [number, number] {
  const idOf = ([i, j]: [number, number]) => [arms[i]!.frame.wall.id, arms[j]!.frame.wall.id].sort()[0]!;
  const coreOf = ([i, j]: [number, number]) => Math.max(coreThickness(arms[i]!), coreThickness(arms[j]!));
  const topOf = ([i, j]: [number, number]) => Math.max(arms[i]!.frame.top, arms[j]!.frame.top);
  const higher = (p: number, q: number) => (p === q ? 0 : q > p ? 1 : -1);
  return [...pairs].sort(
    (p, q) => higher(coreOf(p), coreOf(q)) || higher(topOf(p), topOf(q)) || (idOf(p) < idOf(q) ? -1 : 1)
  )[0]!;
}
