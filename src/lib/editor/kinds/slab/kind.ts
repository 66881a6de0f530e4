/** Slabs: laid by the walls. */
import type { Slab } from '../../../core/kinds/slab/record';
import { SlabTool } from './tool';
import { unseen, type EditorKind } from '../kind';
import { slabCard } from './card';

export const slab: EditorKind<Slab> = {
  ...unseen,
  card: (make, records) => (records.length === 1 ? slabCard(make, records[0]!) : undefined),
  sentence: ['thickness', 'offset'],
  steps: true,
  hit: null,
  drag: null,
  tools: { slab: (editor) => new SlabTool(editor) }
};
