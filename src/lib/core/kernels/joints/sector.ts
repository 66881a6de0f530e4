/**
 * The path of cuts in the sector between two neighbouring arms: from where their faces meet to their cores, in
 * depths (s, r) below the two faces.
 *
 *      s: depth into arm p
 *      ^        o core          a diagonal step: two plies of one duty meet in a mitre
 *      |      /                 a level or upright step: a ply without a match stops square on the
 *      |   o-o                  interface of the other arm
 *      |  /
 *      | o                      Monotone in both depths, so every ply stays one piece and both arms use the
 *      o-------> r              same points.
 *
 * Which plies match is a heaviest common subsequence of the two lists, weighted by duty: structure counts most.
 * Cost: O(p q) for p and q plies. Source: own derivation; the alignment is the textbook dynamic programme.
 */
import type { Point } from '../../geometry/point';
import { dutyRank, type Duty } from './frame';
import { meetArms, type Arm } from './arms';

export interface PathPoint {
  readonly s: number;
  readonly r: number;
  readonly point: Point;
}

interface SectorPly {
  readonly duty: Duty;
  readonly thickness: number;
}

const matchWeight: Record<Duty, number> = {
  structure: 16,
  insulation: 8,
  sheathing: 4,
  cladding: 2,
  finish: 2,
  cavity: 1,
  membrane: 1
};

/** Pairs of matched indices, heaviest in sum; ties prefer plies nearest the face. */
export function alignLayers(p: readonly SectorPly[], q: readonly SectorPly[]): [number, number][] {
  const best = Array.from({ length: p.length + 1 }, () => new Array<number>(q.length + 1).fill(0));
  for (let i = p.length - 1; i >= 0; i--)
    for (let j = q.length - 1; j >= 0; j--) {
      const matched = p[i]!.duty === q[j]!.duty ? matchWeight[p[i]!.duty] + best[i + 1]![j + 1]! : 0;
      best[i]![j] = Math.max(matched, best[i + 1]![j]!, best[i]![j + 1]!);
    }
  const pairs: [number, number][] = [];
  for (let i = 0, j = 0; i < p.length && j < q.length;) {
    const here = best[i]![j]!;
    if (p[i]!.duty === q[j]!.duty && here === matchWeight[p[i]!.duty] + best[i + 1]![j + 1]!)
      pairs.push([i++, j++]);
    else if (here === best[i + 1]![j]!) i++;
    else j++;
  }
  return pairs;
}

const toLayer = ({ duty, y0, y1 }: { duty: Duty; y0: number; y1: number }): SectorPly => ({
  duty,
  thickness: y1 - y0
});
/** Plies from the left face to the core, and from the right face to the core. */
export const leftStrips = (arm: Arm) => arm.strips.filter((strip) => strip.y0 >= arm.coreLeft);
export const rightStrips = (arm: Arm) => arm.strips.filter((strip) => strip.y1 <= arm.coreRight).reverse();
const leftLayers = (arm: Arm): SectorPly[] => leftStrips(arm).map(toLayer);
const rightLayers = (arm: Arm): SectorPly[] => rightStrips(arm).map(toLayer);

/** Who runs through where two arms meet; `undefined` leaves it to the duties. Plies count from the face inwards. */
export interface Preference {
  /** For matched plies (and the cores, past all of them): p's or q's runs through; a mitre when undefined. */
  readonly matched: (p: number, q: number) => 'p' | 'q' | undefined;
  /** For unmatched stretches, given the plies of both. */
  readonly unmatched: (p: readonly number[], q: readonly number[]) => 'p' | 'q' | undefined;
}

export const noPreference: Preference = { matched: () => undefined, unmatched: () => undefined };

/** Depth steps from faces to cores: each is a gain in s and r. */
export function sectorSteps(
  p: readonly SectorPly[],
  q: readonly SectorPly[],
  salient: boolean,
  tieToP: boolean,
  prefer: Preference = noPreference
): [number, number][] {
  const steps: [number, number][] = [];
  let [i, j] = [0, 0];
  // Whoever runs through takes its step first in a salient sector and last in a re-entrant one.
  const inOrder = (own: [number, number][], other: [number, number][], pRuns: boolean) =>
    pRuns === salient ? [...own, ...other] : [...other, ...own];
  for (const [m, n] of [...alignLayers(p, q), [p.length, q.length] as [number, number]]) {
    const own = p.slice(i, m).map((ply): [number, number] => [ply.thickness, 0]);
    const other = q.slice(j, n).map((ply): [number, number] => [0, ply.thickness]);
    const rank = (plies: readonly SectorPly[]) => Math.max(-1, ...plies.map((ply) => dutyRank[ply.duty]));
    const [rp, rq] = [rank(p.slice(i, m)), rank(q.slice(j, n))];
    const asked = prefer.unmatched(range(i, m), range(j, n));
    steps.push(...inOrder(own, other, asked ? asked === 'p' : rp > rq || (rp === rq && tieToP)));
    if (m < p.length && n < q.length) {
      const [dp, dq] = [p[m]!.thickness, q[n]!.thickness];
      const runs = prefer.matched(m, n);
      steps.push(...(runs ? inOrder([[dp, 0]], [[0, dq]], runs === 'p') : [[dp, dq] as [number, number]]));
    }
    [i, j] = [m + 1, n + 1];
  }
  return steps;
}

const range = (from: number, to: number) =>
  Array.from({ length: Math.max(0, to - from) }, (_, k) => from + k);

/** The path between arm i's left side and arm j's right side. Undefined when the lines are parallel. */
export function sectorPath(i: Arm, j: Arm, salient: boolean, prefer?: Preference): PathPoint[] | undefined {
  const [p, q] = [leftLayers(i), rightLayers(j)];
  const [ti, tj] = [coreThickness(i), coreThickness(j)];
  const tieToP = ti > tj || (ti === tj && i.frame.wall.id < j.frame.wall.id);
  const path: PathPoint[] = [];
  let [s, r] = [0, 0];
  for (const [ds, dr] of [[0, 0] as [number, number], ...sectorSteps(p, q, salient, tieToP, prefer)]) {
    s += ds;
    r += dr;
    const point = meetArms(i, i.yLeft - s, j, j.yRight + r);
    if (!point) return undefined;
    path.push({ s, r, point });
  }
  return path;
}

export const coreThickness = (arm: Arm): number => arm.coreLeft - arm.coreRight;
