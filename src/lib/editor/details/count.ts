/** How many of what are selected, in words. */
import { declarationOf } from '../../core/document/project';
import type { Rec } from '../../core/document/record';
import type { Editor } from '../editor';

/** "3 walls, 1 column". */
export function countOf(editor: Editor, records: readonly Rec[]): string {
  const counts = new Map<string, number>();
  for (const record of records) {
    const kind = declarationOf(editor.shown, record).words.one;
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
  }
  return [...counts].map(([kind, count]) => `${count} ${kind}${count > 1 ? 's' : ''}`).join(', ');
}
