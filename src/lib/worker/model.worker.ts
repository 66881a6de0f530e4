/** The worker end of the model service. */
import * as Comlink from 'comlink';
import type { WorksShown } from '../core/document/at-stage';
import type { Patch } from '../core/document/patch';
import type { Rec } from '../core/document/record';
import type { Progress } from './protocol';
import { LocalModelService, transfersOf } from './service';

const service = new LocalModelService(() => performance.now());

Comlink.expose({
  load: (records: Rec[]) => service.load(records),
  cancel: () => service.cancel(),
  async update(revision: number, patch: Patch, review: boolean, works: WorksShown, progress?: Progress) {
    const update = await service.update(revision, patch, review, works, progress);
    return update && Comlink.transfer(update, transfersOf(update));
  },
  async exportGlb(progress?: Progress) {
    const bytes = await service.exportGlb(progress);
    return bytes && Comlink.transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },
  quantities: (progress?: Progress) => service.quantities(progress)
});
