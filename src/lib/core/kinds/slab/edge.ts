/** The thickened edge of a slab, under its whole outline. */
import { sameValue } from '../../document/patch';
import { result, stage } from '../../document/stage';
import type { Cell } from '../../geometry/columns';
import { thickEdgeCells } from '../../kernels/solids/thick-edge';
import { slabOutlines } from './rings';

/** The cells of a slab's thickened edge, by its id; heights above its underside. */
export const slabEdges = stage(
  'thickened edges of slabs',
  {
    edge: ({ project }, id) => project.tables.slab.get(id)?.edge,
    rings: result(slabOutlines)
  },
  ({ edge, rings }): readonly Cell[] => (edge && rings.length > 0 ? thickEdgeCells(rings, edge) : []),
  sameValue
);
