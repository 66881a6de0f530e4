/**
 * Where the sizes of a string are written, in millimetres of paper. A size that fits its stretch stands on the line, in the
 * middle of it; the others stand in one row outside the line, in the order of their stretches, as near to their middles as
 * they get without touching.
 *
 *            200   120           100     <- outer row, led to from the middles of the stretches
 *              \   /              |
 *       1 200  |  |     2 480     |   1 900
 *     /-------/--/--/------------/-/--------/
 *
 * The row is an isotonic regression: places less the room that lies before them must ascend, and the sum of the squares of
 * what they are moved by is least. Pooling neighbours that violate the order gives the exact answer in linear time, and
 * cutting it off at bounds keeps it exact.
 * Source: pool adjacent violators (Ayer et al. 1955; Best & Chakravarti 1990).
 */
import { paperGaps } from '../display/dimension';

/** A stretch of a string and the width of the text that tells it. */
export interface ToldStretch {
  readonly from: number;
  readonly to: number;
  readonly width: number;
}

export interface TextPlace {
  readonly at: number;
  /** 0: on the line; 1: in the row outside it. */
  readonly row: 0 | 1;
}

const fits = ({ from, to, width }: ToldStretch) => width + 2 * paperGaps.within <= to - from;

/**
 * Centres as near as can be to ascending middles, for texts so wide, a gap apart, between two bounds. Undefined where they
 * have no room between them. Degenerate: no texts give [].
 */
export function spread(
  texts: readonly { readonly middle: number; readonly width: number }[],
  gap: number,
  low = -Infinity,
  high = Infinity
): number[] | undefined {
  // The room that the texts before one take, from centre to centre.
  const before: number[] = [];
  texts.forEach(({ width }, i) =>
    before.push(i === 0 ? 0 : before[i - 1]! + (texts[i - 1]!.width + width) / 2 + gap)
  );
  const pools: { sum: number; count: number }[] = [];
  texts.forEach(({ middle }, i) => {
    let pool = { sum: middle - before[i]!, count: 1 };
    for (
      let last = pools.at(-1);
      last && last.sum * pool.count >= pool.sum * last.count;
      last = pools.at(-1)
    ) {
      pool = { sum: pool.sum + last.sum, count: pool.count + last.count };
      pools.pop();
    }
    pools.push(pool);
  });
  const first = texts[0];
  const last = texts.at(-1);
  if (!first || !last) return [];
  const [least, most] = [low + first.width / 2, high - last.width / 2 - before.at(-1)!];
  if (least > most) return undefined;
  return pools
    .flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count))
    .map((at, i) => Math.min(most, Math.max(least, at)) + before[i]!);
}

/** Places of all texts, however far they must be moved. */
export function placeAll(
  stretches: readonly ToldStretch[],
  low?: number,
  high?: number
): TextPlace[] | undefined {
  const outside = stretches.filter((one) => !fits(one));
  const row = spread(
    outside.map(({ from, to, width }) => ({ middle: (from + to) / 2, width })),
    paperGaps.between,
    low,
    high
  );
  if (!row) return undefined;
  const places = row.values();
  return stretches.map((one): TextPlace =>
    fits(one) ? { at: (one.from + one.to) / 2, row: 0 } : { at: places.next().value!, row: 1 }
  );
}

/**
 * Places of the texts of an automatic string that runs between two ends; undefined where it would not be read well, so
 * that it is better left out at this scale: a stretch is a hair, too many texts stand outside, or one too far away.
 */
export function placeWell(
  stretches: readonly ToldStretch[],
  start: number,
  end: number
): TextPlace[] | undefined {
  if (stretches.some(({ from, to }) => to - from < paperGaps.leastStretch)) return undefined;
  const places = placeAll(stretches, start - paperGaps.past, end + paperGaps.past);
  if (!places) return undefined;
  const outside = places.filter(({ row }) => row === 1).length;
  if (outside > paperGaps.outsideShare * stretches.length + 1) return undefined;
  const isFar = ({ at }: TextPlace, i: number) =>
    Math.abs(at - (stretches[i]!.from + stretches[i]!.to) / 2) > paperGaps.farthest;
  return places.some(isFar) ? undefined : places;
}
