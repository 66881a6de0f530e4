/**
 * An order in which places that are seen together come near each other, so that what is solved in it stays narrow (Cuthill &
 * McKee 1969, from behind). Places are told by their numbers.
 */

/** Of each place how many come before it. `together`: places that are seen together, again and again the same. */
export function narrowRanks(count: number, together: readonly (readonly number[])[]): Int32Array {
  const near = Array.from({ length: count }, () => new Set<number>());
  for (const list of together) for (const p of list) for (const q of list) if (p !== q) near[p]!.add(q);
  const byFewest = (p: number, q: number) => near[p]!.size - near[q]!.size || p - q;
  const done = new Uint8Array(count);
  /** All that is linked to a place, level after level. */
  const from = (start: number): number[] => {
    const seen = new Set([start]);
    // What is added while it is gone through is gone through too.
    for (const place of seen) for (const next of [...near[place]!].sort(byFewest)) seen.add(next);
    return [...seen];
  };
  const ranks = new Int32Array(count);
  let left = count;
  for (const start of Array.from({ length: count }, (_, i) => i).sort(byFewest)) {
    if (done[start]) continue;
    // Begun at a far end: where going out from the first comes last.
    for (const place of from(from(start).at(-1)!)) {
      done[place] = 1;
      ranks[place] = left -= 1;
    }
  }
  return ranks;
}
