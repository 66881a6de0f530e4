/** One conversion, in a thread of the pool, so that other requests are answered meanwhile. */
import { platform, setPriority } from 'node:os';
import { elementsOf } from '../core/model/bodies';
import { Model } from '../core/model/graph';
import { projectAt } from '../core/document/at-stage';
import { allRecords } from '../core/document/project';
import { readProject } from '../core/exchange/archive';
import { writeGlb } from '../core/exchange/glb';
import { writePlanSvg } from '../core/exchange/plan-svg';
import { limits } from './limits';

// Answering comes before converting where both want a core. On Linux this is of the thread alone.
if (platform() === 'linux') setPriority(10);

export interface Job {
  readonly bytes: Uint8Array;
  readonly to: 'glb' | 'svg';
  readonly storey: string | undefined;
}

export type Outcome =
  | { readonly ok: true; readonly body: Uint8Array; readonly type: string }
  | { readonly ok: false; readonly status: number; readonly message: string; readonly hint: string };

const refusal = (status: number, message: string, hint: string): Outcome => ({
  ok: false,
  status,
  message,
  hint
});

export default async function convert({ bytes, to, storey }: Job): Promise<Outcome> {
  const result = readProject('the file', bytes);
  if (!result.ok) {
    const { code, message, hint } = result.problem;
    return refusal(code === 'file.too-large' ? 413 : 422, message, hint);
  }
  const { project } = result;
  const count = allRecords(project).length;
  if (count > limits.records)
    return refusal(
      413,
      `The file has ${count} records; ${limits.records} are taken at most.`,
      'Convert it on the command line instead.'
    );
  const model = new Model();
  if (to === 'glb') {
    const then = projectAt(model.at(project), 'after');
    const body = await writeGlb(then, elementsOf(model, then));
    return { ok: true, body, type: 'model/gltf-binary' };
  }
  const svg = writePlanSvg(model.at(project), storey, 75);
  return svg
    ? { ok: true, body: new TextEncoder().encode(svg), type: 'image/svg+xml' }
    : refusal(404, 'There is no such storey.', 'Leave storey out for the lowest.');
}
