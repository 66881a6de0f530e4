/** Openings: set out along their wall, dragged along it. */
import { dot, type Point } from '../../../core/geometry/point';
import { tolerances } from '../../../core/geometry/tolerances';
import type { Opening } from '../../../core/kinds/opening/record';
import type { Editor } from '../../editor';
import { openingAt } from '../../hits';
import type { EditorKind, Hit } from '../kind';
import { leafAt, pulledLeaf } from './leaf';
import { OpeningTool } from './tool';

/** How much farther from what it is set out from a shift takes an opening. */
function shiftAlong(editor: Editor, { wall, end }: Opening, by: Point): number | undefined {
  const frame = editor.model.storey(editor.project, editor.storey)?.frames.get(wall);
  return frame && dot(by, frame.direction) * (end === 'a' ? 1 : -1);
}

const seen =
  (at: Hit['at']): Hit['at'] =>
  (editor, p, mmPerPixel) => {
    const id = at(editor, p, mmPerPixel);
    return id !== undefined && !editor.isHidden(id) ? id : undefined;
  };

export const opening: EditorKind = {
  sentence: ['distance', 'width', 'height', 'sill'],
  steps: true,
  hits: [
    { over: 6, at: seen((editor, p, mmPerPixel) => openingAt(editor.storeyModel, p, 5 * mmPerPixel)) },
    // The open leaf of a door, under all that may stand there.
    { over: 1.5, at: seen((editor, p, mmPerPixel) => leafAt(editor, p, 5 * mmPerPixel)) }
  ],
  outlines: null,
  drag: ({ editor, id, from, by, round }) => {
    const handing = pulledLeaf(editor, id, from, by);
    if (handing) return { name: 'setOpening', args: { id, handing } };
    const one = editor.project.tables.opening.get(id)!;
    const along = shiftAlong(editor, one, by);
    return along === undefined
      ? undefined
      : { name: 'setOpening', args: { id, distance: round(one.distance + along) } };
  },
  // With other things selected it rides with its wall.
  nudge: (editor, ids, by) =>
    ids.flatMap((id) => {
      const one = editor.project.tables.opening.get(id)!;
      const along = shiftAlong(editor, one, by) ?? 0;
      return ids.length === editor.selection.size && Math.abs(along) > tolerances.coincident
        ? [{ name: 'setOpening', args: { id, distance: one.distance + along } }]
        : [];
    }),
  tools: {
    door: (editor) => new OpeningTool(editor, 'door'),
    window: (editor) => new OpeningTool(editor, 'window'),
    opening: (editor) => new OpeningTool(editor, 'none')
  }
};
