/** Footings: pointed at by their outline beside walls, where floors are worked on. */
import { gapToBorders } from '../../../core/geometry/ring';
import { footingOutlines } from '../../../core/kinds/footing/shape';
import type { Editor } from '../../editor';
import { nearestOf } from '../../hits';
import { seenOn } from '../../seen';
import { unseen, type EditorKind } from '../kind';

function at(editor: Editor, p: { x: number; y: number }, mmPerPixel: number): string | undefined {
  if (editor.stage !== 'floors') return undefined;
  const query = editor.model.at(editor.shown);
  return nearestOf(
    seenOn(editor, editor.shown.tables.footing),
    ({ id }) => gapToBorders(query.get(footingOutlines, id), p),
    5 * mmPerPixel
  )?.id;
}

export const footing: EditorKind = {
  ...unseen,
  sentence: ['projection', 'thickness', 'top', 'depth'],
  steps: true,
  // Its lines run beside walls: they are found before these, as they are thin.
  hits: [{ over: 6.1, at }],
  tools: {}
};
