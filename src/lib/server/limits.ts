import { availableParallelism } from 'node:os';

/** What the converter takes at most; GET /api/convert states it. */
export const limits = {
  /** Of the file sent. */
  bytes: 24 * 1024 * 1024,
  records: 20_000,
  /** For one conversion. */
  seconds: 30,
  /** Of heap for one conversion. */
  megabytes: 768,
  /** Conversions that are under way (a core is left for other answers), and that wait for their turn. */
  atOnce: Math.max(1, availableParallelism() - 1),
  waiting: 6
} as const;

/** When to ask again after being turned away, seconds. */
const retryAfter = 5;

/** How one is turned away. */
export const busy = {
  status: 503,
  headers: { 'retry-after': String(retryAfter) },
  body: { message: 'The converter is busy.', hint: `Ask again in ${retryAfter} seconds.` }
} as const;

/** So many files that were sent may wait to be looked at; more are turned away unread. */
export const inLineAtMost = 24;
