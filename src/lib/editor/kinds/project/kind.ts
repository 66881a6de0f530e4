/** The project as a whole. */
import type { Settings } from '../../../core/kinds/project/record';
import { unseen, type EditorKind } from '../kind';
import { projectCard } from './card';

export const project: EditorKind<Settings> = {
  ...unseen,
  card: (make, records) => (records.length === 1 ? projectCard(make, records[0]!) : undefined),
  sentence: ['ground', 'module', 'nudge'],
  steps: false,
  hit: null,
  drag: null,
  tools: {}
};
