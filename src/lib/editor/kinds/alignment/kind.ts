/** Alignments: pointed at by their ticks, where storeys are worked on. */
import { distance, nearestOnSegment } from '../../../core/geometry/point';
import { marksAlong } from '../../../core/kinds/alignment/plan';
import type { Editor } from '../../editor';
import { unseen, type EditorKind } from '../kind';

function at(editor: Editor, p: { x: number; y: number }, mmPerPixel: number): string | undefined {
  if (editor.stage !== 'storeys') return undefined;
  const query = editor.model.at(editor.shown);
  const { tables } = editor.shown;
  return [...tables.alignment.values()].find((one) => {
    if (tables.wall.get(one.upper)?.storey !== editor.storey) return false;
    const ticks = marksAlong(query, one)?.ticks ?? [];
    return ticks.some(([a, b]) => distance(nearestOnSegment(p, a, b), p) < 5 * mmPerPixel);
  })?.id;
}

export const alignment: EditorKind = {
  ...unseen,
  sentence: ['lower', 'outwards'],
  steps: true,
  hits: [{ over: 6.1, at }],
  tools: {}
};
