/** Bodies of roofs: the space between undersides and tops of their planes. */
import { boxOf, boxesMeet, edgesOf, ringHolds } from '../../geometry/ring';
import { liftCells } from '../../kernels/solids/cells';
import { acrossPage, cutVoid, isOnCut } from '../../kernels/solids/pieces';
import { heightAt, raise } from '../../geometry/plane';
import { buildColumns, type Cell } from '../../geometry/columns';
import { arrange } from '../../geometry/arrangement';
import { innerPoint } from '../../geometry/triangulate';
import { own, result, stage } from '../../document/stage';
import { cheeksOf } from './cheeks';
import { planesBeside, planesDrawnBeside } from './line-stages';
import type { OtherPlane } from './lines';
import { frames } from '../wall/stages';
import { lightsIn, type LightPlace } from '../rooflight/place';
import { roofModels, roofsBeside } from './stages';
import { eaveCutsOf, outlineStretches, trimOf, type EaveCutAlong, type OutlineStretch } from './trim';
import { datumOf } from '../storey/record';
import { allCuts } from '../../document/cuts';
import { cellsOf, type RoofCell, type RoofModel } from './planes';
import type { Cut } from '../../kernels/solids/cut';
import type { Mesh } from '../../geometry/mesh';
import type { ElementBody } from '../../document/kind';
import type { Part } from '../../kernels/solids/part';

/** The body between undersides and tops, verges cut plumb and eaves as said; open where something passes `through`. */
export function roofMesh(
  model: Pick<RoofModel, 'planes' | 'cells'>,
  datum: number,
  through: readonly Cut[],
  eaves: readonly EaveCutAlong[] = []
): Mesh {
  const whole = cellsOf(model);
  const isWhole = through.length + eaves.length === 0;
  const pieces = isWhole ? whole : piecesAround(whole, datum, through, eaves);
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
function piecesAround(
  cells: readonly RoofCell[],
  datum: number,
  cuts: readonly Cut[],
  eaves: readonly EaveCutAlong[]
): RoofCell[] {
  const edges = [...cells, ...eaves].flatMap(({ ring }) => edgesOf(ring));
  const voids = cuts.map((cut) => cutVoid(cut, acrossPage, datum));
  const faces = arrange([...edges, ...voids.flatMap(({ borders }) => borders)])?.faces ?? [];
  return faces.flatMap(({ outer, holes }) => {
    const middle = holes.length === 0 ? innerPoint(outer) : undefined;
    const cell = middle && cells.find(({ ring }) => ringHolds(ring, middle));
    if (!cell) return [];
    const bottom = heightAt(cell.bottom, middle);
    if (voids.some((one) => one.holds(middle) && one.z1 > bottom)) return [];
    const end = eaves.find(({ of, ring }) => of === cell.plane.name && ringHolds(ring, middle))?.plane;
    if (!end || heightAt(end, middle) <= bottom) return [{ ...cell, ring: outer }];
    return heightAt(end, middle) < heightAt(cell.top, middle) ? [{ ...cell, ring: outer, bottom: end }] : [];
  });
}

/** The outline of a roof where it is seen, by its id. */
const stretchesOfRoofs = stage(
  'outlines of roofs that are seen',
  { model: result(roofModels), others: result(planesBeside) },
  ({ model, others }): readonly OutlineStretch[] => (model ? outlineStretches(model, others) : [])
);

/** Cheeks of a roof, by its id; none where it has none. */
const cheeksOfRoofs = stage(
  'cheeks of roofs',
  {
    model: result(roofModels),
    hosts: (query, id) =>
      query.project.tables.roof.get(id)?.cheeks ? query.get(planesDrawnBeside, id) : noPlanes,
    thick: (query, id) => {
      const model = query.project.tables.roof.get(id)?.cheeks ? query.get(roofModels, id) : undefined;
      return (model?.edges.flat() ?? []).map(({ walls: [wall] }) => {
        const frame = wall === undefined ? undefined : query.get(frames, wall);
        return frame ? frame.y1 - frame.y0 : 0;
      });
    }
  },
  ({ model, hosts, thick }): readonly Cell[] => {
    if (!model) return [];
    const walls = model.edges.flat().map((edge) => edge.walls[0]);
    return cheeksOf(model, hosts, (wall) => thick[walls.indexOf(wall)] ?? 0);
  }
);

const noPlanes: readonly OtherPlane[] = [];

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
    },
    own: result(stretchesOfRoofs),
    others: (query, id) => roofsBeside(query, id).flatMap((other) => query.get(stretchesOfRoofs, other)),
    cheeks: result(cheeksOfRoofs),
    lights: (query, id) => lightsIn(query, id)
  },
  ({ roof, model, datum, cuts, own, others, cheeks, lights }, id): ElementBody | undefined =>
    roof && {
      id,
      kind: 'roof',
      storey: roof.storey,
      parts: model ? partsOf(model, datum, [...cuts, ...lights.map(holeOf)], own, others, cheeks) : []
    }
);

/** A rooflight's hole goes through all of the roof. */
const holeOf = ({ light, ring }: LightPlace): Cut => ({
  ...{ subject: light.id, ring, box: boxOf(ring), z0: -Infinity, z1: Infinity, roofs: true }
});

function partsOf(
  model: RoofModel,
  datum: number,
  cuts: readonly Cut[],
  own: readonly OutlineStretch[],
  others: readonly OutlineStretch[],
  cheeks: readonly Cell[]
): Part[] {
  const { roof } = model;
  const body = roofMesh(model, datum, cuts, eaveCutsOf(roof, own, others));
  return [
    { role: 'roof', ply: null, material: roof.material, mesh: body },
    ...trimOf(roof, own, others).map(({ role, cells }): Part => ({
      ...{ role, ply: null, material: null },
      mesh: buildColumns(liftCells(cells, datum), () => 'end')
    })),
    ...(cheeks.length > 0
      ? [
          {
            ...{ role: 'cheek' as const, ply: null, material: roof.cheeks!.material },
            mesh: buildColumns(liftCells(cheeks, datum), () => 'face')
          }
        ]
      : [])
  ];
}
