/**
 * Risers and goings of a stair from the height it climbs, by limits that can be edited. mm. Every number of risers within the
 * limits is tried with the going that comes nearest to an easy stride (two risers and a going), so the list is whole.
 * Ranked: those that fit the room there is, then the ease of the stride in steps of 10, then the shorter, then fewer risers.
 */

/** What a stair may be. `stride`: two risers and a going, from and to; null where that is of no account. */
export interface StairLimits {
  readonly riser: number;
  readonly going: number;
  readonly stride: readonly [number, number] | null;
  readonly headroom: number;
  readonly width: number;
}

export interface StairWay {
  readonly risers: number;
  readonly riser: number;
  readonly going: number;
  /** From the first nosing to the floor edge of a straight flight. */
  readonly run: number;
}

/** What holds while the rest is solved. `within`: room for the run. `step`: goings are whole multiples of it. */
export interface StairHeld {
  readonly risers?: number | undefined;
  readonly going?: number | undefined;
  readonly within?: number | undefined;
  readonly step?: number | undefined;
}

/** An easy stride. */
const easy = 620;
/** Lower steps are stumbled over. */
export const leastRiser = 100;
const slack = 1e-6;

/** How far a stride is from an easy one, in steps of 10. */
const unease = ({ riser, going }: StairWay): number =>
  Math.floor(Math.abs(2 * riser + going - easy) / 10 + slack);

/** The goings that a riser lets there be; undefined where there is none. */
function goingsFor(riser: number, { going, stride }: StairLimits): readonly [number, number] | undefined {
  if (!stride) return [going, Infinity];
  const [from, to] = [Math.max(going, stride[0] - 2 * riser), stride[1] - 2 * riser];
  return from <= to + slack ? [from, to] : undefined;
}

/** The whole going of a range that is nearest to an easy stride; where the stride does not count, the least. */
function bestGoing(riser: number, limits: StairLimits, step: number): number | undefined {
  const range = goingsFor(riser, limits);
  if (!range) return undefined;
  const [least, most] = [
    Math.ceil(range[0] / step - slack) * step,
    Math.floor(range[1] / step + slack) * step
  ];
  if (least > most) return undefined;
  if (!limits.stride) return least;
  return Math.min(most, Math.max(least, Math.round((easy - 2 * riser) / step) * step));
}

/** Every number of risers that a height lets there be. */
function risersFor(height: number, { riser }: StairLimits): number[] {
  const least = Math.max(1, Math.ceil(height / riser - slack));
  const most = Math.max(least, Math.floor(height / leastRiser + slack));
  return Array.from({ length: most - least + 1 }, (_, i) => least + i);
}

const wayOf = (height: number, risers: number, going: number): StairWay => ({
  risers,
  riser: height / risers,
  going,
  run: (risers - 1) * going
});

/** All ways within the limits, best first; none where the limits leave none. `height` is positive. */
export function stairWays(height: number, limits: StairLimits, held: StairHeld = {}): StairWay[] {
  const { within = Infinity, step = 1 } = held;
  const counts = held.risers === undefined ? risersFor(height, limits) : [held.risers];
  const found = counts.flatMap((risers): StairWay[] => {
    const going = held.going ?? bestGoing(height / risers, limits, step);
    if (going === undefined) return [];
    const way = wayOf(height, risers, going);
    return brokenLimits(way, limits).length === 0 ? [way] : [];
  });
  const rank = (way: StairWay) => [way.run <= within + slack ? 0 : 1, unease(way), way.run, way.risers];
  return found
    .map((way) => ({ way, rank: rank(way) }))
    .sort((p, q) => p.rank.map((r, i) => r - q.rank[i]!).find((d) => Math.abs(d) > slack) ?? 0)
    .map(({ way }) => way);
}

export interface BrokenLimit {
  readonly limit: 'riser' | 'going' | 'stride';
  readonly value: number;
  /** What it should be at most, or at least. */
  readonly bound: number;
}

/** Which limits of its steps a way breaks. One riser alone has no going. */
export function brokenLimits({ risers, riser, going }: StairWay, limits: StairLimits): BrokenLimit[] {
  const broken: BrokenLimit[] = [];
  const say = (limit: BrokenLimit['limit'], value: number, bound: number) =>
    broken.push({ limit, value, bound });
  if (riser > limits.riser + slack) say('riser', riser, limits.riser);
  if (risers === 1) return broken;
  if (riser < leastRiser - slack) say('riser', riser, leastRiser);
  if (going < limits.going - slack) say('going', going, limits.going);
  const stride = 2 * riser + going;
  const [from, to] = limits.stride ?? [-Infinity, Infinity];
  if (stride < from - slack) say('stride', stride, from);
  if (stride > to + slack) say('stride', stride, to);
  return broken;
}

/** What would have to give way for a run to fit: the limit that gives least of itself. */
export function nearestWithin(height: number, limits: StairLimits, within: number): BrokenLimit {
  const least = risersFor(height, limits)[0]!;
  const going = within / Math.max(1, least - 1);
  const risers = Math.max(1, Math.floor(within / limits.going + slack) + 1);
  const riser = height / risers;
  return (limits.going - going) / limits.going <= (riser - limits.riser) / limits.riser
    ? { limit: 'going', value: going, bound: limits.going }
    : { limit: 'riser', value: riser, bound: limits.riser };
}

/**
 * A stair again after its height changed: the same steps where they still keep the limits, then as many with the going
 * nearest to before, then one more or one less with the least change of run. Where those are more than two goings longer or
 * shorter than before it is another stair, and the best of all is taken; undefined where none keeps the limits. `fewest`:
 * risers that its form cannot do without.
 */
export function solvedAgain(
  height: number,
  { risers, going }: { readonly risers: number; readonly going: number },
  limits: StairLimits,
  { step = 1, fewest = 1 }: { readonly step?: number; readonly fewest?: number } = {}
): StairWay | undefined {
  const keeps = (way: StairWay) => way.risers >= fewest && brokenLimits(way, limits).length === 0;
  const same = wayOf(height, risers, going);
  if (keeps(same)) return same;
  const nearest = (count: number): StairWay[] => {
    if (count < fewest) return [];
    const range = goingsFor(height / count, limits);
    if (!range) return [];
    const [least, most] = [
      Math.ceil(range[0] / step - slack) * step,
      Math.floor(range[1] / step + slack) * step
    ];
    const way = wayOf(height, count, Math.min(most, Math.max(least, going)));
    return least <= most && keeps(way) ? [way] : [];
  };
  const run = (risers - 1) * going;
  const change = (way: StairWay) => Math.abs(way.run - run);
  const others = [...nearest(risers + 1), ...nearest(risers - 1)].sort((p, q) => change(p) - change(q));
  const alike = [...nearest(risers), ...others].find((way) => change(way) <= 2 * going + slack);
  return alike ?? stairWays(height, limits, { step }).find(keeps);
}
