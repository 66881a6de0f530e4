/** The ground: levels, lines and the plot, where floors are worked on, on the lowest storey. */
import { add, distance, nearestOnSegment, type Point } from '../../../core/geometry/point';
import { gapToBorder } from '../../../core/geometry/ring';
import type { Ground } from '../../../core/kinds/ground/record';
import { storeysInOrder } from '../../../core/kinds/storey/record';
import type { Editor } from '../../editor';
import { nearestOf } from '../../hits';
import { unseen, type EditorKind, type Pull } from '../kind';

const shown = (editor: Editor): readonly Ground[] =>
  editor.stage === 'floors' && storeysInOrder(editor.shown)[0]?.id === editor.storey
    ? [...editor.shown.tables.ground.values()].filter(({ id }) => !editor.isHidden(id))
    : [];

function gapTo({ shape }: Ground, p: Point): number {
  if (shape.kind === 'level') return distance(shape.at, p);
  if (shape.kind === 'line') return distance(nearestOnSegment(p, shape.a, shape.b), p);
  return gapToBorder(shape.points, p);
}

function drag({ editor, id, by, round }: Pull) {
  const shape = editor.project.tables.ground.get(id)?.shape;
  if (!shape) return undefined;
  const shift = { x: round(by.x), y: round(by.y) };
  const args =
    shape.kind === 'level'
      ? { at: add(shape.at, shift) }
      : shape.kind === 'line'
        ? { a: add(shape.a, shift), b: add(shape.b, shift) }
        : { points: shape.points.map((p) => add(p, shift)) };
  return { name: 'setGround', args: { id, ...args } };
}

export const ground: EditorKind = {
  ...unseen,
  sentence: ['z', 'za', 'zb'],
  steps: true,
  hits: [
    {
      over: 6.2,
      at: (editor, p, mmPerPixel) => nearestOf(shown(editor), (one) => gapTo(one, p), 7 * mmPerPixel)?.id
    }
  ],
  drag,
  tools: {}
};
