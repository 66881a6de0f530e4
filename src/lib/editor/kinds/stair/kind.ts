/** Stairs: pointed at and moved by their outline. */
import { freeStanding } from '../free-standing';
import type { EditorKind } from '../kind';

export const stair: EditorKind = {
  ...freeStanding('stair'),
  sentence: ['form', 'width', 'risers', 'going'],
  tools: {}
};
