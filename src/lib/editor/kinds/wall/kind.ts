/** Walls: drawn as runs and rectangles, dragged square to themselves. */
import { distance, dot, leftOf, scale, subtract } from '../../../core/geometry/point';
import { frameRectangle } from '../../../core/kernels/joints/frame';
import type { Editor } from '../../editor';
import { wallAt } from '../../hits';
import type { EditorKind, Pull } from '../kind';
import { moveable, moveCall } from '../free-standing';
import { RectangleTool } from './rectangle-tool';
import { WallRunTool } from './run-tool';

function drag({ editor, id, by, round }: Pull) {
  const ids = editor.selection.has(id) ? moveable(editor, editor.selection) : [id];
  const { a, b } = editor.project.tables.wall.get(id)!;
  const normal = leftOf(scale(subtract(b, a), 1 / distance(a, b)));
  const free = ids.length > 1 || standsFree(editor, id);
  const to = free ? { x: round(by.x), y: round(by.y) } : scale(normal, round(dot(by, normal)));
  return moveCall(ids, to);
}

function standsFree(editor: Editor, id: string): boolean {
  const nodes = editor.model.storey(editor.project, editor.storey)?.footprints.nodes ?? [];
  return nodes.every(
    ({ members }) => members.length === 1 || members.every(({ frame }) => frame.wall.id !== id)
  );
}

export const wall: EditorKind = {
  sentence: ['length', 'hold', 'thickness', 'height', 'settingOut'],
  steps: true,
  hits: [
    {
      over: 4,
      at: (editor, p, mmPerPixel) =>
        wallAt(editor.storeyModel, p, 5 * mmPerPixel, (id) => editor.isHidden(id))
    }
  ],
  outlines: (editor) =>
    [...(editor.storeyModel?.frames.values() ?? [])].map((frame) => [
      frame.wall.id,
      frameRectangle(frame, 0, frame.length, frame.y0, frame.y1)
    ]),
  drag,
  nudge: null,
  tools: {
    wallRun: (editor, style) => new WallRunTool(editor, style),
    rectangle: (editor, style) => new RectangleTool(editor, style)
  }
};
