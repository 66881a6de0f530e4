/** Slabs: laid by walls or corners; where floors are worked on, picked by what they cover, their edges dragged. */
import { distance, nearestOnSegment } from '../../../core/geometry/point';
import { edgesOf, gapToBorders, ringsHold, type Ring } from '../../../core/geometry/ring';
import type { Slab } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';
import { nearestOf } from '../../hits';
import { seenOn } from '../../seen';
import { unseen, type EditorKind, type Pull } from '../kind';

/** Those of the storey in hand that are seen, where floors are worked on, as they would be. */
function pickedSlabs(editor: Editor): (readonly [Slab, readonly Ring[]])[] {
  if (editor.stage !== 'floors') return [];
  return seenOn(editor, editor.shown.tables.slab).map(
    (slab) => [slab, editor.model.slabRings(editor.shown, slab)] as const
  );
}

/** Farther from an edge than this a pull is not one of it, mm. */
const beside = 400;

/** The edge of a drawn slab that was taken hold of moves square to itself. */
function draggedEdge({ editor, id, from, by, round }: Pull) {
  const slab = editor.project.tables.slab.get(id);
  if (slab?.outline.kind !== 'drawn') return undefined;
  const edges = edgesOf(slab.outline.points);
  const gaps = edges.map(([a, b]) => distance(from, nearestOnSegment(from, a, b)));
  const least = Math.min(...gaps);
  if (least > beside) return undefined;
  const edge = gaps.indexOf(least);
  const [a, b] = edges[edge]!;
  const size = distance(a, b);
  const out = { x: (b.y - a.y) / size, y: (a.x - b.x) / size };
  const far = round(by.x * out.x + by.y * out.y);
  return { name: 'moveSlabEdge', args: { id, edge, by: { x: out.x * far, y: out.y * far } } };
}

export const slab: EditorKind = {
  ...unseen,
  sentence: ['thickness', 'offset'],
  steps: true,
  hits: [
    {
      // Its edges lie over the walls, what it covers between them.
      over: 6.1,
      at: (editor, p, mmPerPixel) =>
        nearestOf(
          pickedSlabs(editor).filter(([{ outline }]) => outline.kind === 'drawn'),
          ([, rings]) => gapToBorders(rings, p),
          4 * mmPerPixel
        )?.[0].id
    },
    {
      over: 0.3,
      at: (editor, p) => {
        const found = pickedSlabs(editor).filter(([, rings]) => ringsHold(rings, p));
        // A drawn one lies upon what follows the walls.
        return (found.find(([{ outline }]) => outline.kind === 'drawn') ?? found[0])?.[0].id;
      }
    }
  ],
  outlines: (editor) =>
    pickedSlabs(editor).flatMap(([{ id }, rings]) => rings.map((ring) => [id, ring] as const)),
  drag: draggedEdge,
  tools: {}
};
