/** Roofs: put on a storey, their edges turned by pointing; where roofs are worked on, picked by their planes and lines. */
import type { Point } from '../../../core/geometry/point';
import { gapToBorder, ringHolds } from '../../../core/geometry/ring';
import type { RoofModel } from '../../../core/kinds/roof/planes';
import type { Editor } from '../../editor';
import { seenOn } from '../../seen';
import { unseen, type EditorKind } from '../kind';

/** Those of the storey in hand that are seen, where roofs are worked on. */
function shownRoofs(editor: Editor): RoofModel[] {
  if (editor.stage !== 'roof') return [];
  return seenOn(editor, editor.shown.tables.roof).flatMap(
    (roof) => editor.model.roof(editor.shown, roof) ?? []
  );
}

const isNear = (p: Point, reach: number, { planes }: RoofModel) =>
  planes.some(({ ring }) => gapToBorder(ring, p) < reach);

export const roof: EditorKind = {
  ...unseen,
  sentence: ['pitch', 'overhang', 'plateLevel'],
  steps: true,
  hits: [
    {
      // Its lines lie over the walls, its planes between them.
      over: 6.2,
      at: (editor, p, mmPerPixel) => shownRoofs(editor).find((one) => isNear(p, 4 * mmPerPixel, one))?.roof.id
    },
    {
      over: 0.4,
      at: (editor, p) =>
        shownRoofs(editor).find(({ planes }) => planes.some(({ ring }) => ringHolds(ring, p)))?.roof.id
    }
  ],
  outlines: (editor) =>
    shownRoofs(editor).flatMap(({ roof: { id }, eaves }) => eaves.map(({ ring }) => [id, ring] as const)),
  drag: null,
  tools: {}
};
