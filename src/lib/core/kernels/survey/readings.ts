/** Several readings of one distance: those that agree are averaged, those that stand alone are left out. mm. */

export interface Combined {
  readonly value: number;
  /** How many were averaged, and how many left out. */
  readonly used: number;
  readonly left: number;
  /** Between the least and the greatest that were averaged. */
  readonly apart: number;
  /** No two of them agree. */
  readonly isDoubtful: boolean;
}

/** Readings within so many times what two of them differ by on average agree. */
const slack = 3;

/**
 * `scatter`: one standard deviation of a reading. The most readings that lie within what two may differ by; of as many the
 * later ones. At least one reading.
 */
export function combined(readings: readonly number[], scatter: number): Combined {
  const within = slack * Math.SQRT2 * Math.max(scatter, 0.1);
  const sorted = readings.map((value, i) => ({ value, i })).sort((p, q) => p.value - q.value);
  const groups = sorted.map(({ value }, from) => {
    const group = sorted.slice(from).filter((one) => one.value - value <= within);
    return { group, latest: Math.max(...group.map(({ i }) => i)) };
  });
  const best = groups.reduce((p, q) =>
    q.group.length > p.group.length || (q.group.length === p.group.length && q.latest > p.latest) ? q : p
  ).group;
  return {
    value: best.reduce((sum, { value }) => sum + value, 0) / best.length,
    used: best.length,
    left: readings.length - best.length,
    apart: best.at(-1)!.value - best[0]!.value,
    isDoubtful: readings.length > 1 && best.length === 1
  };
}
