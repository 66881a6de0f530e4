/** What can be done to what is selected: the menu of a right click, and of its key. */
import type { CardAction } from './details/card';
import { describeSelection } from './details/describe';
import type { Editor } from './editor';
import { moveable } from './kinds/free-standing';
import type { WallStyle } from './style';
import { takeLike, takeTool } from './take-tool';
import type { Way } from './tools/shape';

export interface ThingMenu {
  readonly title: string;
  readonly groups: readonly (readonly CardAction[])[];
}

/** Undefined where nothing is selected, or nothing that has a card. */
export function menuOf(editor: Editor, style: WallStyle): ThingMenu | undefined {
  const card = describeSelection(editor);
  if (!card) return undefined;
  const shape = (way: Way, label: string): CardAction => ({
    label: `${label} …`,
    run: () => {
      takeTool(editor, style, 'shape', (tool) => tool.fill('way', way));
    }
  });
  const [first] = editor.selected;
  const walls = editor.selected.filter(({ kind }) => kind === 'wall');
  const wall = editor.selected.length === 1 && first?.kind === 'wall' ? first : undefined;
  const like = wall ?? (editor.selected.length === 1 && first?.kind === 'opening' ? first : undefined);
  // Openings go by themselves, into the walls that stand there.
  const stand =
    moveable(editor, editor.selection).length === editor.selection.size ||
    editor.selected.every(({ kind }) => kind === 'opening');
  return {
    title: `${card.title} ${card.subtitle}`.trim(),
    groups: [
      [
        ...(stand
          ? [
              ...[shape('move', 'Move'), shape('copy', 'Copy'), shape('row', 'Make a row')],
              ...[shape('turn', 'Turn'), shape('mirror', 'Mirror')]
            ]
          : []),
        ...(walls.length === editor.selection.size ? [shape('offset', 'Set walls beside')] : []),
        ...(walls.length > 1 && walls.length === editor.selection.size ? [shape('join', 'Join')] : []),
        ...(wall
          ? [
              ...[shape('pull', 'Pull'), shape('split', 'Split'), shape('part', 'Part at its joints')],
              ...[shape('stretch', 'Change a stretch'), shape('carry', 'Carry an end')],
              shape('square', 'Square up')
            ]
          : [])
      ],
      [
        ...(like ? [{ label: 'Draw another like it', run: () => takeLike(editor, style, like) }] : []),
        ...(card.actions ?? [])
      ],
      editor.selection.has('project') ? [] : [{ label: 'Delete', run: () => editor.deleteSelection() }]
    ].filter((group) => group.length > 0)
  };
}
