/** POST a .cliffstead file, get it converted: ?to=glb or ?to=svg. The same core as the interface. GET states the limits. */
import { convert, takePlace } from '$lib/server/converter';
import { busy, limits } from '$lib/server/limits';
import type { RequestHandler } from './$types';

const refuse = (status: number, message: string, hint: string, headers: Record<string, string> = {}) =>
  Response.json({ message, hint }, { status, headers });

const tooLarge = () =>
  refuse(
    413,
    `The file is larger than ${limits.bytes / 1024 / 1024} MB.`,
    'Convert it on the command line instead.',
    { connection: 'close' }
  );

/**
 * The body; undefined where it is larger than `most`, whatever its header claims. What is over is read and dropped, so that
 * the caller gets our answer and not a broken connection; to an end, too.
 */
async function readBody(request: Request, most: number): Promise<Uint8Array | undefined> {
  const reader = request.body?.getReader();
  let chunks: Uint8Array[] = [];
  let size = 0;
  while (size <= 4 * limits.bytes) {
    const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
    if (done || !value) break;
    size += value.length;
    if (size <= most) chunks.push(value);
    else chunks = [];
  }
  return size > most ? undefined : new Uint8Array(Buffer.concat(chunks));
}

export const GET: RequestHandler = () => Response.json({ to: ['glb', 'svg'], limits });

export const POST: RequestHandler = async ({ request, url }) => {
  const to = url.searchParams.get('to');
  if (to !== 'glb' && to !== 'svg')
    return refuse(400, `"${to ?? ''}" has no form that can be written.`, 'Use ?to=glb or ?to=svg.');
  if (Number(request.headers.get('content-length') ?? 0) > limits.bytes) {
    await readBody(request, 0);
    return tooLarge();
  }
  const leave = takePlace();
  if (!leave) return Response.json(busy.body, busy);
  try {
    const bytes = await readBody(request, limits.bytes);
    if (!bytes) return tooLarge();
    if (bytes.length === 0)
      return refuse(400, 'No file was sent.', 'Send the .cliffstead file as the body of the request.');
    const storey = url.searchParams.get('storey') ?? undefined;
    const outcome = await convert({ bytes, to, storey }, request.signal);
    return outcome.ok
      ? new Response(new Uint8Array(outcome.body), { headers: { 'content-type': outcome.type } })
      : refuse(outcome.status, outcome.message, outcome.hint);
  } finally {
    leave();
  }
};
