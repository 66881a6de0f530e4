/** Stretches along a line, from and to. */
export type Span = readonly [from: number, to: number];

/** What a stretch leaves of others; none of what it covers. */
export const withoutSpan = (spans: readonly Span[], [from, to]: Span): Span[] =>
  spans.flatMap(([s0, s1]): Span[] => [
    ...(from > s0 ? [[s0, Math.min(s1, from)] as const] : []),
    ...(to < s1 ? [[Math.max(s0, to), s1] as const] : [])
  ]);
