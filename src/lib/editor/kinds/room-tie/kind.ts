/** Ties between survey rooms in the editor: pointed at by the jambs of their doorway, or along their length outside. */
import { distance, nearestOnSegment } from '../../../core/geometry/point';
import { linesOfTie } from '../../../core/kinds/room-tie/plan';
import { nearestOf } from '../../hits';
import { paperPixels } from '../../sizes';
import { unseen, type EditorKind } from '../kind';

export const roomTie: EditorKind = {
  ...unseen,
  hits: [
    {
      over: 6.3,
      at: (editor, p, mmPerPixel) => {
        if (editor.stage !== 'measure') return undefined;
        const query = editor.model.at(editor.shown);
        const { roomTie: ties, surveyRoom } = editor.shown.tables;
        return nearestOf(
          [...ties.values()].filter(
            ({ id, one }) => surveyRoom.get(one)?.storey === editor.storey && !editor.isHidden(id)
          ),
          (tie) =>
            Math.min(
              ...linesOfTie(query, tie, paperPixels * mmPerPixel).map((line) =>
                distance(nearestOnSegment(p, ...line), p)
              )
            ),
          7 * mmPerPixel
        )?.id;
      }
    }
  ],
  tools: {}
};
