/** Ties between survey rooms in the editor: doorways are pointed at by their jambs. */
import { distance, nearestOnSegment } from '../../../core/geometry/point';
import { jambsOfTie } from '../../../core/kinds/room-tie/plan';
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
        return [...ties.values()].find((tie) => {
          if (surveyRoom.get(tie.one)?.storey !== editor.storey || editor.isHidden(tie.id)) return false;
          const jambs = jambsOfTie(query, tie);
          if (!jambs) return false;
          const [j0, j1, k0, k1] = jambs;
          const through = [
            [j0, k0],
            [j1, k1]
          ] as const;
          return through.some(([a, b]) => distance(nearestOnSegment(p, a, b), p) < 7 * mmPerPixel);
        })?.id;
      }
    }
  ],
  tools: {}
};
