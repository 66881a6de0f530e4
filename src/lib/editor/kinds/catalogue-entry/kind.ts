/** Catalogue entries: chosen in their panel, changed in Details. */
import { unseen, type EditorKind } from '../kind';

export const catalogueEntry: EditorKind = {
  ...unseen,
  sentence: ['form', 'width', 'height', 'sill']
};
