/** Guides: found where nothing else is. */
import { add, distance, dot, leftOf, scale, subtract } from '../../../core/geometry/point';
import { unseen, type EditorKind, type Pull } from '../kind';
import { guideAt } from '../../hits';

function drag({ editor, id, by, round }: Pull) {
  const { guide: guides, wall: walls } = editor.project.tables;
  const { line } = guides.get(id)!;
  if (line.kind === 'points') {
    const shift = { x: round(by.x), y: round(by.y) };
    return { name: 'setGuide', args: { id, a: add(line.a, shift), b: add(line.b, shift) } };
  }
  const wall = line.kind === 'face' ? walls.get(line.wall) : undefined;
  if (line.kind !== 'face' || !wall) return undefined;
  const normal = leftOf(scale(subtract(wall.b, wall.a), 1 / distance(wall.a, wall.b)));
  const off = dot(by, normal) * (line.side === 'left' ? 1 : -1);
  return { name: 'setGuide', args: { id, distance: round(line.distance + off) } };
}

export const guide: EditorKind = {
  ...unseen,
  sentence: ['distance', 'parts'],
  steps: true,
  hits: [{ over: 2, at: (editor, p, mmPerPixel) => guideAt(editor, p, 5 * mmPerPixel) }],
  drag,
  tools: {}
};
