/** Roofs: put on a storey, their edges turned by pointing. */
import type { Roof } from '../../../core/kinds/roof/record';
import { RoofEdgeTool } from './edge-tool';
import { RoofTool } from './tool';
import { unseen, type EditorKind } from '../kind';
import { roofCard } from './card';

export const roof: EditorKind<Roof> = {
  ...unseen,
  card: (make, records) => (records.length === 1 ? roofCard(make, records[0]!) : undefined),
  sentence: ['pitch', 'overhang', 'plateLevel'],
  steps: true,
  hit: null,
  drag: null,
  tools: {
    roof: (editor) => new RoofTool(editor),
    roofEdge: (editor) => new RoofEdgeTool(editor)
  }
};
