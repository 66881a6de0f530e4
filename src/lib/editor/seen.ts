/** What is seen of the storey in hand. */
import type { Editor } from './editor';

/** Of these things those that stand on the storey in hand and are not hidden, in their order. */
export const seenOn = <T extends { readonly id: string; readonly storey: string }>(
  editor: Editor,
  things: ReadonlyMap<string, T>
): T[] => [...things.values()].filter(({ id, storey }) => storey === editor.storey && !editor.isHidden(id));
