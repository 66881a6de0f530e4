/** Survey rooms: seen and pointed at where what was measured is worked on. */
import { add, distance, nearestOnSegment } from '../../../core/geometry/point';
import { edgesOf } from '../../../core/geometry/ring';
import { anchorOfRoom, ringOfRoom } from '../../../core/kinds/survey-room/plan';
import { unseen, type EditorKind } from '../kind';

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
        return [...editor.shown.tables.surveyRoom.values()].find((room) => {
          if (room.storey !== editor.storey || editor.isHidden(room.id)) return false;
          return edgesOf(ringOfRoom(query, room.id)).some(
            ([a, b]) => distance(nearestOnSegment(p, a, b), p) < 7 * mmPerPixel
          );
        })?.id;
      }
    }
  ],
  drag: ({ editor, id, by, round }) => {
    // All that is tied together goes along.
    const room = anchorOfRoom(editor.model.at(editor.project), id);
    const moved = room && { x: round(by.x), y: round(by.y) };
    return (
      room && {
        name: 'setSurveyRoom',
        args: { id: room.id, corners: room.corners.map((p) => add(p, moved!)) }
      }
    );
  },
  tools: {}
};
