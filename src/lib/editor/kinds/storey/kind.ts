/** Storeys: chosen in the stack, copied up or down. */
import type { Storey } from '../../../core/kinds/storey/record';
import { CopyUpTool } from './tool';
import { unseen, type EditorKind } from '../kind';
import { storeyCard } from './card';

export const storey: EditorKind<Storey> = {
  ...unseen,
  card: (make, records) => (records.length === 1 ? storeyCard(make, records[0]!) : undefined),
  sentence: ['datum', 'height', 'floorDepth'],
  steps: false,
  hit: null,
  drag: null,
  tools: { copyUp: (editor) => new CopyUpTool(editor) }
};
