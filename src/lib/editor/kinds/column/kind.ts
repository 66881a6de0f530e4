/** Columns: pointed at and moved by their outline. */
import { freeStanding } from '../free-standing';
import type { EditorKind } from '../kind';

export const column: EditorKind = {
  ...freeStanding('column'),
  sentence: ['width', 'depth', 'diameter', 'height', 'angle'],
  tools: {}
};
