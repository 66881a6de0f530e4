/** Dimensions and notes placed by hand. */
import { add } from '../../../core/geometry/point';
import { tipAt } from '../../../core/kinds/dimension/angles';
import { dimensionAt } from '../../hits';
import { unseen, type EditorKind } from '../kind';

export const dimension: EditorKind = {
  ...unseen,
  sentence: ['text', 'certainty'],
  steps: true,
  hits: [{ over: 3, at: dimensionAt }],
  drag: ({ editor, id, from, by }) => {
    // A string or arc goes through the pointer; the words of a note keep their place in the hand.
    const { form } = editor.project.tables.dimension.get(id)!;
    const tip = form.kind === 'note' ? tipAt(editor.project, form.tip) : undefined;
    const at = form.kind === 'note' && tip ? add(add(tip, form.offset), by) : add(from, by);
    return { name: 'setDimension', args: { id, at } };
  },
  tools: {}
};
