/** Site notes: seen and pointed at where what was measured is worked on. */
import { add, distance } from '../../../core/geometry/point';
import { seenOn } from '../../seen';
import { unseen, type EditorKind } from '../kind';

/** mm: a pin in the plan. */
const pin = 130;

export const siteNote: EditorKind = {
  ...unseen,
  sentence: ['text', 'height'],
  steps: true,
  hits: [
    {
      over: 6.5,
      at: (editor, p, mmPerPixel) =>
        editor.stage === 'measure'
          ? seenOn(editor, editor.shown.tables.siteNote).find(
              (note) => distance(note.at, p) < Math.max(pin, 8 * mmPerPixel)
            )?.id
          : undefined
    }
  ],
  drag: ({ editor, id, by, round }) => {
    const note = editor.project.tables.siteNote.get(id);
    return (
      note && {
        name: 'setSiteNote',
        args: { id, at: add(note.at, { x: round(by.x), y: round(by.y) }) }
      }
    );
  },
  tools: {}
};
