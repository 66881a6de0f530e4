/** Clear spaces: pointed at and moved by their outline. */
import { freeStanding } from '../free-standing';
import type { EditorKind } from '../kind';

const free = freeStanding('clearSpace');

export const clearSpace: EditorKind = {
  ...free,
  // What stands in one is found before it.
  hits: free.hits.map((hit) => ({ ...hit, over: 0.5 })),
  sentence: ['use', 'width', 'depth', 'angle'],
  tools: {}
};
