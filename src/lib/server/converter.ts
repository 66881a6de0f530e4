/**
 * Conversions in a pool of threads. Who comes when all places are taken is turned away at once, before the file is read,
 * so that memory stays bounded and other answers stay quick.
 */
import { resolve } from 'node:path';
import { Piscina } from 'piscina';
import type { Job, Outcome } from './convert-worker';
import { limits } from './limits';

let pool: Piscina<Job, Outcome> | undefined;
let taken = 0;

/** Threads are started with the first conversion. */
const threads = () =>
  (pool ??= new Piscina({
    filename: process.env.CONVERT_WORKER ?? resolve('build/convert/worker.js'),
    minThreads: 0,
    maxThreads: limits.atOnce,
    maxQueue: limits.waiting,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: limits.megabytes }
  }));

/** A place for one request, from before its file is read until it is answered; undefined when all are taken. */
export function takePlace(): (() => void) | undefined {
  if (taken >= limits.atOnce + limits.waiting) return undefined;
  taken += 1;
  return () => {
    taken -= 1;
  };
}

/** Convert; a job that takes too long or too much memory is ended, with its thread, and says so. */
export async function convert(job: Job, gone: AbortSignal): Promise<Outcome> {
  const late = AbortSignal.timeout(limits.seconds * 1000);
  try {
    return await threads().run(job, { signal: AbortSignal.any([gone, late]) });
  } catch (fault) {
    const hint = 'Convert it on the command line instead.';
    if (late.aborted)
      return { ok: false, status: 503, message: `It took more than ${limits.seconds} seconds.`, hint };
    if (gone.aborted) return { ok: false, status: 499, message: 'The caller is gone.', hint: '' };
    if ((fault as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
      return { ok: false, status: 413, message: `It needs more than ${limits.megabytes} MB.`, hint };
    throw fault;
  }
}
