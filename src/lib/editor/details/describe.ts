/** Everything about the selection as fields, grouped as the trade thinks. */
import type { Editor } from '../editor';
import type { Rec } from '../../core/document/record';
import { CardMaker, type DetailsCard, type Field } from './card';
import { setActions } from './sets';
import { cardFor } from '../kinds/cards';
import { countOf } from './count';

export function describeSelection(editor: Editor): DetailsCard | undefined {
  const card = cardOf(editor);
  const first = editor.selected[0]?.kind;
  if (!card || first === 'project' || first === 'storey') return card;
  return { ...card, actions: [...(card.actions ?? []), ...setActions(editor)] };
}

/**
 * The field as it is now. One that was drawn a frame ago knows the things as they were then: set from it, a change made in
 * the same instant to another field of the same list would be undone.
 */
export function fieldNow(editor: Editor, drawn: Field): Field {
  const fields = describeSelection(editor)?.groups.flatMap((group) => group.fields) ?? [];
  return fields.find(({ name }) => name === drawn.name) ?? drawn;
}

function cardOf(editor: Editor): DetailsCard | undefined {
  const records = editor.selected;
  const first = records[0];
  if (!first) return undefined;
  if (!records.every(({ kind }) => kind === first.kind)) return mixedCard(editor, records);
  const own = cardFor(first)?.(new CardMaker(editor), records);
  return own ?? (records.length > 1 ? mixedCard(editor, records) : undefined);
}

const mixedCard = (editor: Editor, records: readonly Rec[]): DetailsCard => ({
  title: `${records.length} things`,
  subtitle: countOf(editor, records),
  groups: []
});
