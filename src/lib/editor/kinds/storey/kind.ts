/** Storeys: chosen in the stack, copied up or down. */
import { CopyUpTool } from './tool';
import { unseen, type EditorKind } from '../kind';

export const storey: EditorKind = {
  ...unseen,
  sentence: ['datum', 'height', 'floorDepth'],
  steps: false,
  hits: [],
  drag: null,
  tools: { copyUp: (editor) => new CopyUpTool(editor) }
};
