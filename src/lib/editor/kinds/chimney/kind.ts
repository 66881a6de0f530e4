/** Chimneys: pointed at and moved by their outline. */
import { freeStanding } from '../free-standing';
import type { EditorKind } from '../kind';

export const chimney: EditorKind = {
  ...freeStanding('chimney'),
  sentence: ['width', 'depth', 'base', 'above', 'height'],
  tools: {}
};
