/** The project as a whole. */
import { unseen, type EditorKind } from '../kind';

export const project: EditorKind = {
  ...unseen,
  sentence: ['ground', 'module', 'nudge'],
  steps: false,
  hits: [],
  drag: null,
  tools: {}
};
