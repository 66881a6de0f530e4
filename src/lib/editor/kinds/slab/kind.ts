/** Slabs: laid by the walls. */
import { SlabTool } from './tool';
import { unseen, type EditorKind } from '../kind';

export const slab: EditorKind = {
  ...unseen,
  sentence: ['thickness', 'offset'],
  steps: true,
  hits: [],
  drag: null,
  tools: { slab: (editor) => new SlabTool(editor) }
};
