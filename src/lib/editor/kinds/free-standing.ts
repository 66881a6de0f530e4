/** Things with an outline of their own in the plan, such as columns and chimneys: pointed at and moved by it. */
import { ringsOn } from '../../core/document/cuts';
import type { Kind } from '../../core/document/record';
import type { Call } from '../../core/commands/register';
import { ringHolds } from '../../core/geometry/ring';
import type { Point } from '../../core/geometry/point';
import type { Editor } from '../editor';
import type { EditorKind, Pull } from './kind';

const ofKind = (editor: Editor, kind: Kind) =>
  [...ringsOn(editor.shown, editor.storey)].filter(([id]) => editor.shown.tables[kind].has(id));

/** Walls and what stands by itself move together. */
export function moveable(editor: Editor, ids: Iterable<string>): string[] {
  const { kinds, tables } = editor.project;
  const free = (Object.keys(tables) as Kind[]).filter((kind) => kind === 'wall' || kinds[kind].ring);
  return [...ids].filter((id) => free.some((kind) => tables[kind].has(id)));
}

export const moveCall = (ids: readonly string[], by: Point): Call => ({
  name: 'moveItems',
  args: { ids, by }
});

/** How one of these is found and dragged; it is nudged with all that moves together. */
export const freeStanding = (
  kind: Kind
): Pick<EditorKind, 'hits' | 'outlines' | 'drag' | 'nudge' | 'steps'> => ({
  steps: true,
  hits: [
    {
      over: 5,
      at: (editor, p) =>
        ofKind(editor, kind).find(([id, ring]) => ringHolds(ring, p) && !editor.isHidden(id))?.[0]
    }
  ],
  outlines: (editor) => ofKind(editor, kind),
  drag: ({ editor, id, by, round }: Pull) => {
    const ids = editor.selection.has(id) ? moveable(editor, editor.selection) : [id];
    return moveCall(ids, { x: round(by.x), y: round(by.y) });
  },
  nudge: null
});
