/** Everything about the selection as fields, grouped as the trade thinks. */
import type { Editor } from '../editor';
import type { ToolList } from '../tool';
import type { Rec } from '../../core/document/record';
import { hasWork, workOf, works, workWords } from '../../core/document/work';
import { CardMaker, type DetailsCard, type Field, type FieldGroup } from './card';
import { setActions } from './sets';
import { cardFor } from '../kinds/cards';
import { countOf } from './count';

/** What Details tell: of what the tool in hand goes by, else of what is selected. */
export function describeNow(editor: Editor): DetailsCard | undefined {
  const list = editor.tool?.list?.();
  return list ? cardOfList(list) : describeSelection(editor);
}

const cardOfList = ({ title, of, groups }: ToolList): DetailsCard => ({
  title,
  subtitle: of,
  isOfTool: true,
  groups: groups.map((group) => ({
    title: group.title,
    fields: group.rows.map(({ label, also, isTaken, turn }): Field => ({
      ...{ name: label, label, kind: 'flag', value: isTaken ? 'yes' : 'no' },
      ...(also !== undefined && { also }),
      set: () => void turn()
    }))
  }))
});

export function describeSelection(editor: Editor): DetailsCard | undefined {
  const card = cardOf(editor);
  const first = editor.selected[0]?.kind;
  if (!card || first === 'project' || first === 'storey') return card;
  const groups = [...card.groups, ...workGroup(editor)];
  return { ...card, groups, actions: [...(card.actions ?? []), ...setActions(editor)] };
}

/** Of all that is built: at which stage of work. */
function workGroup(editor: Editor): FieldGroup[] {
  const records = editor.selected;
  if (!records.every(({ kind }) => hasWork(editor.project, kind))) return [];
  const make = new CardMaker(editor);
  const ids = records.map(({ id }) => id);
  const choices = works.map((value) => ({ value, label: workWords[value] }));
  return [
    {
      title: 'At which stage of work?',
      fields: [
        make.choice('work', 'It is', records.map(workOf), choices, (work) => ({
          name: 'setWork',
          args: { ids, work }
        }))
      ]
    }
  ];
}

/**
 * The field as it is now. One that was drawn a frame ago knows the things as they were then: set from it, a change made in
 * the same instant to another field of the same list would be undone.
 */
export function fieldNow(editor: Editor, drawn: Field): Field {
  const fields = describeNow(editor)?.groups.flatMap((group) => group.fields) ?? [];
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
