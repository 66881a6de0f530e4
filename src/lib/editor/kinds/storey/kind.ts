/** Storeys: chosen in the stack, copied up or down. */
import { unseen, type EditorKind } from '../kind';

export const storey: EditorKind = {
  ...unseen,
  sentence: ['datum', 'height', 'floorDepth'],
  steps: false,
  hits: [],
  drag: null,
  tools: {}
};
