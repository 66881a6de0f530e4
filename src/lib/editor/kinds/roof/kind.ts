/** Roofs: put on a storey, their edges turned by pointing. */
import { RoofEdgeTool } from './edge-tool';
import { RoofTool } from './tool';
import { unseen, type EditorKind } from '../kind';

export const roof: EditorKind = {
  ...unseen,
  sentence: ['pitch', 'overhang', 'plateLevel'],
  steps: true,
  hits: [],
  drag: null,
  tools: {
    roof: (editor) => new RoofTool(editor),
    roofEdge: (editor) => new RoofEdgeTool(editor)
  }
};
