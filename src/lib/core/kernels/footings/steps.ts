/**
 * Where a strip footing steps down. Along each arm of it something says how low its underside has to be; it goes down in steps
 * of one height, each strip reaching over the lower one by a lap.
 *
 *     ----------+                  level 0: as typed
 *               +----------+       level 1: a step lower, where the ground asks for it
 *                 lap      +---    no strip shorter than a lap, none deeper than it must but for that
 *
 * From the deepest level up: what must be under a level, and all within a lap of what is under the next one; parts that are
 * shorter than a lap are made as long, gaps that are shorter are filled, and where arms cross, all is of one level.
 * Everything only ever grows, so it ends. Cost: levels times parts. Source: own derivation.
 */
import { heightAt, type Plane } from '../../geometry/plane';
import type { Ring } from '../../geometry/ring';

/** A place along an arm with a height, mm. */
export interface Along {
  readonly t: number;
  readonly z: number;
}

/** From t 0 to its length. `needs`: lines that bend upwards only, ascending in t; the underside may not be above any. */
export interface Arm {
  readonly length: number;
  readonly needs: readonly (readonly Along[])[];
}

/** Parts of arms that lie over each other. */
export type Crossing = readonly { readonly arm: number; readonly from: number; readonly to: number }[];

export interface StepRules {
  /** The underside of the highest level. */
  readonly bottom: number;
  /** Height of a step; 0: none. */
  readonly step: number;
  readonly lap: number;
}

/** A stretch of an arm at one level: 0 the highest. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly level: number;
}

export const mostLevels = 100;

/** Less than this under a level is none, mm. */
const slack = 0.01;

type Span = readonly [number, number];

/** How far a strip reaches over the next lower one: twice the step, its thickness, or 300, whichever is most. */
export const lapOf = (step: number, thickness: number): number => Math.max(2 * step, thickness, 300);

/** The lowest heights of a plane over a convex ring, by the place along a line: a line that bends upwards only. */
export function lowestAlong(ring: Ring, plane: Plane, placeOf: (p: Ring[number]) => number): Along[] {
  const points = ring.map((p): Along => ({ t: placeOf(p), z: heightAt(plane, p) }));
  points.sort((p, q) => p.t - q.t || p.z - q.z);
  const kept: Along[] = [];
  for (const p of points) {
    if (kept.length > 0 && p.t - kept[kept.length - 1]!.t < 1e-9) continue;
    while (kept.length > 1) {
      const [a, b] = [kept[kept.length - 2]!, kept[kept.length - 1]!];
      if ((b.z - a.z) * (p.t - a.t) < (p.z - a.z) * (b.t - a.t)) break;
      kept.pop();
    }
    kept.push(p);
  }
  return kept;
}

/** The height of a line at a place along it; Infinity beyond its ends. */
function heightOn(line: readonly Along[], t: number): number {
  const i = line.findIndex((p) => p.t >= t);
  const [q, p] = [line[i], line[i - 1]];
  if (!q || (!p && q.t > t)) return Infinity;
  return p && q.t > p.t ? p.z + ((q.z - p.z) * (t - p.t)) / (q.t - p.t) : q.z;
}

/**
 * The highest underside that some of the arms can have, to a millimetre, all others below it in steps; without steps, that
 * all can have. Undefined where nothing says how deep they have to be.
 */
export function highestBottom(
  arms: readonly Arm[],
  crossings: readonly Crossing[],
  { step, lap }: Omit<StepRules, 'bottom'>
): number | undefined {
  const found = arms.flatMap(({ needs }) =>
    needs.flat().map(({ t }) => Math.min(...needs.map((line) => heightOn(line, t))))
  );
  if (found.length === 0) return undefined;
  const isUsed = (bottom: number) =>
    footingSteps(arms, crossings, { bottom, step, lap }).some((stretches) =>
      stretches.some(({ level }) => level === 0)
    );
  let [low, high] = [Math.floor(Math.min(...found) + slack), Math.floor(Math.max(...found))];
  if (step <= 0) return low;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (isUsed(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/** Where a line that bends upwards only lies under a height. */
function under(line: readonly Along[], z: number): Span[] {
  if (line.every((p) => p.z >= z - slack)) return [];
  const spans = line.slice(1).flatMap((q, i): Span[] => {
    const p = line[i]!;
    if (p.z >= z && q.z >= z) return [];
    const at = (p.z - z) / (p.z - q.z);
    const t = p.t + (q.t - p.t) * at;
    return [[p.z < z ? p.t : t, q.z < z ? q.t : t]];
  });
  return spans.length > 0 ? [[spans[0]![0], spans[spans.length - 1]![1]]] : [];
}

/** In order, those that touch made one. */
function joined(spans: readonly Span[]): Span[] {
  const out: [number, number][] = [];
  for (const [a, b] of [...spans].sort((p, q) => p[0] - q[0])) {
    const last = out[out.length - 1];
    if (last && a <= last[1] + slack) last[1] = Math.max(last[1], b);
    else out.push([a, b]);
  }
  return out;
}

/** As long as a lap, no gap shorter than one, also at the ends. */
function evened(spans: readonly Span[], length: number, lap: number): Span[] {
  const wide = joined(spans).map(([a, b]): Span => {
    const more = Math.max(0, lap - (b - a)) / 2;
    const from = Math.max(0, Math.min(a - more, length - lap));
    return [from, Math.min(length, Math.max(b + more, from + lap))];
  });
  const out: [number, number][] = [];
  for (const [a, b] of joined(wide)) {
    const last = out[out.length - 1];
    if (last && a - last[1] < lap - slack) last[1] = b;
    else out.push([!last && a < lap - slack ? 0 : a, b]);
  }
  const end = out[out.length - 1];
  if (end && length - end[1] < lap - slack) end[1] = length;
  return out;
}

const total = (arms: readonly (readonly Span[])[]) =>
  arms.reduce((sum, spans) => sum + spans.reduce((all, [a, b]) => all + b - a, 0), 0);

/** Grown until all rules hold. */
function settled(
  start: readonly (readonly Span[])[],
  arms: readonly Arm[],
  crossings: readonly Crossing[],
  lap: number
) {
  let now = start.map((spans, i) => evened(spans, arms[i]!.length, lap));
  for (;;) {
    const more = now.map((spans) => [...spans]);
    for (const crossing of crossings)
      if (crossing.some(({ arm, from, to }) => now[arm]!.some(([a, b]) => a < to && b > from)))
        for (const { arm, from, to } of crossing) more[arm]!.push([from, to]);
    const next = more.map((spans, i) => evened(spans, arms[i]!.length, lap));
    if (total(next) <= total(now) + slack) return next;
    now = next;
  }
}

/** The stretches of each arm, ascending in t, from its beginning to its end. Deeper than the most levels: the last holds. */
export function footingSteps(
  arms: readonly Arm[],
  crossings: readonly Crossing[],
  { bottom, step, lap }: StepRules
): Stretch[][] {
  const whole = (level: number) => arms.map(({ length }): Stretch[] => [{ from: 0, to: length, level }]);
  const lowest = Math.min(...arms.flatMap(({ needs }) => needs.flatMap((line) => line.map(({ z }) => z))));
  if (step <= 0 || !(lowest < bottom - slack)) return whole(0);
  const deepest = Math.min(mostLevels, Math.ceil((bottom - lowest - slack) / step));
  /** By level: what lies under it. */
  let below: Span[][] = arms.map(() => []);
  const byLevel: Span[][][] = [];
  for (let level = deepest - 1; level >= 0; level--) {
    const z = bottom - level * step;
    const wanted = arms.map(({ needs, length }, i) => [
      ...needs.flatMap((line) => under(line, z)),
      ...below[i]!.map(([a, b]): Span => [Math.max(0, a - lap), Math.min(length, b + lap)])
    ]);
    below = settled(wanted, arms, crossings, lap);
    byLevel[level] = below;
  }
  return arms.map(({ length }, i) =>
    stretchesOf(
      byLevel.map((spans) => spans[i]!),
      length
    )
  );
}

/** `under[k]`: what lies under level k, and so at a deeper one. */
function stretchesOf(underLevels: readonly (readonly Span[])[], length: number): Stretch[] {
  const stops = [...new Set([0, length, ...underLevels.flat(2)])].sort((p, q) => p - q);
  const out: Stretch[] = [];
  stops.slice(1).forEach((to, i) => {
    const from = stops[i]!;
    if (to - from <= slack) return;
    const t = (from + to) / 2;
    const level = underLevels.filter((spans) => spans.some(([a, b]) => a < t && b > t)).length;
    const last = out[out.length - 1];
    if (last?.level === level) out[out.length - 1] = { ...last, to };
    else out.push({ from: last ? last.to : from, to, level });
  });
  return out;
}
