/** What can be done with any selection: look at it alone, keep it as a layer, release it from its twins. */
import { twinsOf } from '../../core/kinds/twins/commands';
import type { Editor } from '../editor';
import type { CardAction } from './card';

/** Select all of these that are like what is selected. */
export const selecting = <T extends { readonly id: string }>(
  editor: Editor,
  label: string,
  among: ReadonlyMap<string, T>,
  like: (one: T) => boolean
): CardAction => ({
  label,
  run: () => editor.select([...among.values()].filter(like).map(({ id }) => id))
});

export function setActions(editor: Editor): CardAction[] {
  const ids = [...editor.selection];
  const held = ids.map((id) => twinsOf(editor.project, id)).find((found) => found !== undefined);
  return [
    { label: editor.isolated ? 'Show everything' : 'Show alone', run: () => editor.isolate() },
    {
      label: 'Make a layer',
      run: () => editor.perform({ name: 'setLayer', args: { name: nextLayer(editor), put: ids } })
    },
    ...(held
      ? [
          {
            label: `Select its ${held.twins.sets.length} twins`,
            run: () =>
              editor.select(
                held.twins.sets.flatMap(({ items }) =>
                  items.filter((id) => !editor.project.tables.opening.has(id))
                )
              )
          },
          { label: 'Release from twins', run: () => editor.perform({ name: 'releaseTwins', args: { ids } }) }
        ]
      : [])
  ];
}

function nextLayer(editor: Editor): string {
  const names = new Set([...editor.project.tables.layer.values()].map(({ name }) => name));
  let i = 1;
  while (names.has(`Set ${i}`)) i += 1;
  return `Set ${i}`;
}
