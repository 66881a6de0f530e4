/** POST a .cliffstead file, get it converted: ?to=glb or ?to=svg. The same core as the interface. */
import { Model } from '$lib/core/model/graph';
import { fileLimits, readProject } from '$lib/core/exchange/archive';
import { writeGlb } from '$lib/core/exchange/glb';
import { writePlanSvg } from '$lib/core/exchange/plan-svg';
import type { RequestHandler } from './$types';

const refuse = (status: number, message: string, hint: string) =>
  Response.json({ message, hint }, { status });

/**
 * The body; undefined when it grows past the limit, whatever its header claims. What is over is read and dropped, so that
 * the caller gets our answer and not a broken connection; the server's own limit ends endless ones.
 */
async function readBody(request: Request): Promise<Uint8Array | undefined> {
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
    if (done || !value) break;
    size += value.length;
    if (size <= fileLimits.packed) chunks.push(value);
  }
  if (size > fileLimits.packed) return undefined;
  return new Uint8Array(Buffer.concat(chunks));
}

export const POST: RequestHandler = async ({ request, url }) => {
  const to = url.searchParams.get('to');
  if (to !== 'glb' && to !== 'svg')
    return refuse(400, `"${to ?? ''}" has no form that can be written.`, 'Use ?to=glb or ?to=svg.');
  const bytes = await readBody(request);
  if (!bytes)
    return refuse(
      413,
      `The file is larger than ${fileLimits.packed / 1024 / 1024} MB.`,
      'Convert it on the command line instead.'
    );
  if (bytes.length === 0)
    return refuse(400, 'No file was sent.', 'Send the .cliffstead file as the body of the request.');
  const result = readProject('the file', bytes);
  if (!result.ok)
    return refuse(
      result.problem.code === 'file.too-large' ? 413 : 422,
      result.problem.message,
      result.problem.hint
    );
  const model = new Model();
  if (to === 'glb') {
    const glb = await writeGlb(result.project, model.elements(result.project));
    return new Response(new Uint8Array(glb), { headers: { 'content-type': 'model/gltf-binary' } });
  }
  const svg = writePlanSvg(model.at(result.project), url.searchParams.get('storey') ?? undefined, 75);
  return svg
    ? new Response(svg, { headers: { 'content-type': 'image/svg+xml' } })
    : refuse(404, 'There is no such storey.', 'Leave storey out for the lowest.');
};
