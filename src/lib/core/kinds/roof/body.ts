/** Bodies of roofs: the space between undersides and tops of their planes. */
import { boxOf, boxesMeet, edgesOf, ringHolds } from '../../geometry/ring';
import { acrossPage, cutVoid, isOnCut } from '../../kernels/solids/pieces';
import { heightAt, raise } from '../../geometry/plane';
import { buildColumns, type Cell } from '../../geometry/columns';
import { arrange } from '../../geometry/arrangement';
import { innerPoint } from '../../geometry/triangulate';
import { own, result, stage } from '../../document/stage';
import { roofModels } from './stages';
import { datumOf } from '../storey/record';
import { allCuts } from '../../document/cuts';
import { cellsOf, type RoofCell, type RoofModel } from './planes';
import type { Cut } from '../../kernels/solids/cut';
import type { Mesh } from '../../geometry/mesh';
import type { ElementBody } from '../../document/kind';

/** The body between undersides and tops, eaves and verges cut plumb; open where something passes `through`. */
export function roofMesh(
  model: Pick<RoofModel, 'planes' | 'cells'>,
  datum: number,
  through: readonly Cut[]
): Mesh {
  const whole = cellsOf(model);
  const pieces = through.length > 0 ? piecesAround(whole, datum, through) : whole;
  const cells = pieces.map(({ plane: { name }, ring, bottom, top, isCut }): Cell => ({
    ring,
    intervals: [
      {
        bottom: raise(bottom, datum),
        top: raise(top, datum),
        bottomName: `under ${name}`,
        topName: isCut ? `cut ${name}` : name
      }
    ]
  }));
  return buildColumns(cells, (p, q) => (isOnCut(through, p, q) ? 'cut' : 'eave'));
}

/** All cells in one arrangement with what cuts them, so that neighbours share the new points. */
function piecesAround(cells: readonly RoofCell[], datum: number, cuts: readonly Cut[]): RoofCell[] {
  const edges = cells.flatMap(({ ring }) => edgesOf(ring));
  const voids = cuts.map((cut) => cutVoid(cut, acrossPage, datum));
  const faces = arrange([...edges, ...voids.flatMap(({ borders }) => borders)])?.faces ?? [];
  return faces.flatMap(({ outer, holes }) => {
    const middle = holes.length === 0 ? innerPoint(outer) : undefined;
    const cell = middle && cells.find(({ ring }) => ringHolds(ring, middle));
    if (!cell) return [];
    const bottom = heightAt(cell.bottom, middle);
    return voids.some((one) => one.holds(middle) && one.z1 > bottom) ? [] : [{ ...cell, ring: outer }];
  });
}

export const roofBodies = stage(
  'bodies of roofs',
  {
    roof: own('roof'),
    model: result(roofModels),
    datum: ({ project }, id) => datumOf(project, project.tables.roof.get(id)?.storey ?? ''),
    cuts: (query, id) => {
      const all = query.get(allCuts, '').filter((cut) => cut.roofs);
      const planes = all.length > 0 ? (query.get(roofModels, id)?.planes ?? []) : [];
      const boxes = planes.map(({ ring }) => boxOf(ring));
      return all.filter((cut) => boxes.some((box) => boxesMeet(box, cut.box)));
    }
  },
  ({ roof, model, datum, cuts }, id): ElementBody | undefined =>
    roof && {
      id,
      kind: 'roof',
      storey: roof.storey,
      parts: model
        ? [{ role: 'roof', ply: null, material: roof.material, mesh: roofMesh(model, datum, cuts) }]
        : []
    }
);
