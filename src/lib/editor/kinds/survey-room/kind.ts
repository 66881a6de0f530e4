/** Survey rooms: seen and pointed at where what was measured is worked on. */
import type { Call } from '../../../core/commands/register';
import { add, type Point } from '../../../core/geometry/point';
import { gapToBorder } from '../../../core/geometry/ring';
import { anchorOfRoom, ringOfRoom } from '../../../core/kinds/survey-room/plan';
import type { Editor } from '../../editor';
import { nearestOf } from '../../hits';
import { seenOn } from '../../seen';
import { unseen, type EditorKind } from '../kind';

/** All that is tied to it goes along. */
function movedBy(editor: Editor, id: string, by: Point): Call | undefined {
  const room = anchorOfRoom(editor.model.at(editor.project), id);
  return (
    room && {
      name: 'setSurveyRoom',
      args: { id: room.id, corners: room.corners.map((p) => add(p, by)) }
    }
  );
}

export const surveyRoom: EditorKind = {
  ...unseen,
  sentence: ['tape'],
  steps: true,
  hits: [
    {
      over: 6.2,
      at: (editor, p, mmPerPixel) => {
        if (editor.stage !== 'measure') return undefined;
        const query = editor.model.at(editor.shown);
        const rooms = seenOn(editor, editor.shown.tables.surveyRoom);
        return nearestOf(rooms, ({ id }) => gapToBorder(ringOfRoom(query, id), p), 7 * mmPerPixel)?.id;
      }
    }
  ],
  drag: ({ editor, id, by, round }) => movedBy(editor, id, { x: round(by.x), y: round(by.y) }),
  nudge: (editor, ids, by) => {
    const query = editor.model.at(editor.project);
    const anchors = new Set(ids.map((id) => anchorOfRoom(query, id)?.id ?? id));
    return [...anchors].flatMap((id) => movedBy(editor, id, by) ?? []);
  },
  tools: {}
};
