/** Survey runs: seen and pointed at where what was measured is worked on. */
import { add, distance, nearestOnSegment } from '../../../core/geometry/point';
import { placeOn, stopsOf } from '../../../core/kinds/survey-run/record';
import { nearestOf } from '../../hits';
import { seenOn } from '../../seen';
import { unseen, type EditorKind } from '../kind';

export const surveyRun: EditorKind = {
  ...unseen,
  sentence: ['overall', 'tape'],
  steps: true,
  hits: [
    {
      over: 6.3,
      at: (editor, p, mmPerPixel) =>
        editor.stage === 'measure'
          ? nearestOf(
              seenOn(editor, editor.shown.tables.surveyRun),
              (run) => distance(nearestOnSegment(p, run.at, placeOn(run, stopsOf(run).at(-1)!)), p),
              7 * mmPerPixel
            )?.id
          : undefined
    }
  ],
  drag: ({ editor, id, by, round }) => {
    const run = editor.project.tables.surveyRun.get(id);
    return (
      run && {
        name: 'setSurveyRun',
        args: { id, at: add(run.at, { x: round(by.x), y: round(by.y) }) }
      }
    );
  },
  tools: {}
};
