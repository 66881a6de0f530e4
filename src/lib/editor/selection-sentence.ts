/** With a thing selected and no tool in hand, the sentence describes it and is editable: the main fields of its card. */
import type { Editor } from './editor';
import type { Field } from './details/card';
import { describeSelection } from './details/describe';
import type { SentencePart } from './sentence';
import { editorKindOf } from './kinds/register';

export interface SentenceSubject {
  sentence(): readonly SentencePart[];
  fill(blank: string, text: string): string | undefined;
  accept(): void;
}

export function sentenceOfSelection(editor: Editor): SentenceSubject | undefined {
  const card = describeSelection(editor);
  const first = editor.selected[0];
  if (!card || !first) return undefined;
  const fields = card.groups.flatMap((group) => group.fields);
  const wanted = editorKindOf(first).sentence.flatMap(
    (name) => fields.find((field) => field.name === name && field.set) ?? []
  );
  return {
    sentence: () => [
      `${card.title}${card.subtitle ? ` “${card.subtitle}”` : ''}${wanted.length > 0 ? ':' : ''}`,
      ...wanted.flatMap((field, i) => [`${i > 0 ? ', ' : ''}${field.label.toLowerCase()}`, toBlank(field)]),
      '.'
    ],
    fill: (name, text) => wanted.find((field) => field.name === name)?.set?.(text),
    accept: () => undefined
  };
}

const numbers = new Set<Field['kind']>(['length', 'height', 'pitch', 'angle']);

function toBlank({ name, label, kind, value, choices, mm }: Field): SentencePart {
  if (kind === 'choice') return { name, label, kind: 'choice', value, choices: choices ?? [] };
  const of = numbers.has(kind) ? (kind as 'length' | 'height' | 'pitch' | 'angle') : 'text';
  return { name, label, kind: of, value, ...(mm !== undefined && { mm }) };
}
