/** Tracing sheets: under everything, trued up from two points. */
import { add } from '../../../core/geometry/point';
import { tracingSheetAt } from '../../hits';
import { unseen, type EditorKind } from '../kind';

export const tracingSheet: EditorKind = {
  ...unseen,
  sentence: ['fade'],
  steps: true,
  hits: [{ over: 1, at: tracingSheetAt }],
  drag: ({ editor, id, by }) => {
    const { origin, locked } = editor.project.tables.tracingSheet.get(id)!;
    // It is dragged only when it was chosen before: it lies under everything.
    return locked || !editor.selection.has(id)
      ? undefined
      : { name: 'setTracingSheet', args: { id, origin: add(origin, by) } };
  },
  tools: {}
};
