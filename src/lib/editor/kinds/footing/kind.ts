/** Footings: pointed at by their outline beside walls, where floors are worked on. */
import { gapToBorder } from '../../../core/geometry/ring';
import { footingOutlines } from '../../../core/kinds/footing/shape';
import type { Editor } from '../../editor';
import { unseen, type EditorKind } from '../kind';

function at(editor: Editor, p: { x: number; y: number }, mmPerPixel: number): string | undefined {
  if (editor.stage !== 'floors') return undefined;
  const query = editor.model.at(editor.shown);
  return [...editor.shown.tables.footing.values()].find(
    ({ id, storey }) =>
      storey === editor.storey &&
      !editor.isHidden(id) &&
      query.get(footingOutlines, id).some((ring) => gapToBorder(ring, p) < 5 * mmPerPixel)
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
