/** Roofs: put on a storey, their edges turned by pointing. */
import { unseen, type EditorKind } from '../kind';

export const roof: EditorKind = {
  ...unseen,
  sentence: ['pitch', 'overhang', 'plateLevel'],
  steps: true,
  hits: [],
  drag: null,
  tools: {}
};
