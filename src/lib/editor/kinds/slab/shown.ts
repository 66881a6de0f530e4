/** The slabs that are worked on: those of the storey in hand that are seen, where floors are worked on. */
import { nameOf } from '../../../core/document/names';
import type { Ring } from '../../../core/geometry/ring';
import { slabOutlines } from '../../../core/kinds/slab/rings';
import type { Slab } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';

export interface ShownSlab {
  readonly slab: Slab;
  /** As it is named in messages. */
  readonly name: string;
  /** What it lies over, without its holes and those of stairs. */
  readonly rings: readonly Ring[];
}

export function shownSlabs(editor: Editor): readonly ShownSlab[] {
  if (editor.stage !== 'floors') return [];
  const { project, storey, model } = editor;
  const query = model.at(project);
  return [...project.tables.slab.values()].flatMap((slab) =>
    slab.storey === storey && !editor.isHidden(slab.id)
      ? [{ slab, name: nameOf(project, slab), rings: query.get(slabOutlines, slab.id) }]
      : []
  );
}
