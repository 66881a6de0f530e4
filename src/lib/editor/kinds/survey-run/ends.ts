/** Where survey runs of the storey in hand begin and end, where what was measured is worked on: the next one goes on from there. */
import { nameOf } from '../../../core/document/names';
import type { Point } from '../../../core/geometry/point';
import { endOf } from '../../../core/kinds/survey-run/ring';
import type { Editor } from '../../editor';

export interface PlaceToMeasureFrom {
  readonly key: string;
  readonly name: string;
  readonly point: Point;
}

export function runEnds(editor: Editor): readonly PlaceToMeasureFrom[] {
  if (editor.stage !== 'measure') return [];
  const { project, storey } = editor;
  return [...project.tables.surveyRun.values()].flatMap((run) => {
    if (run.storey !== storey || editor.isHidden(run.id)) return [];
    const name = nameOf(project, run);
    return [
      { key: `end ${run.id}`, name: `end of ${name}`, point: endOf(run) },
      { key: `beginning ${run.id}`, name: `beginning of ${name}`, point: run.at }
    ];
  });
}
