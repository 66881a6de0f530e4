/** The model service in this process, answering later as a worker does; every patch that it is sent is kept in `sent`. */
import type { Patch } from '../../core/document/patch';
import type { AsyncModelService } from '../protocol';
import { LocalModelService } from '../service';

export function serviceInProcess(sent: Patch[]): AsyncModelService {
  const local = new LocalModelService(() => performance.now());
  return {
    load: async (records) => local.load(records),
    update: async (revision, patch, review, progress) => {
      sent.push(patch);
      return local.update(revision, patch, review, progress);
    },
    cancel: async () => local.cancel(),
    exportGlb: (progress) => local.exportGlb(progress),
    quantities: (progress) => local.quantities(progress)
  };
}
