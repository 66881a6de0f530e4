/** Bodies of roofs: the space between undersides and tops of their planes. */
import { boxOf, boxesMeet, edgesOf, ringHolds } from '../../geometry/ring';
import { liftCells } from '../../kernels/solids/cells';
import { acrossPage, cutVoid, isOnCut } from '../../kernels/solids/pieces';
import { heightAt, raise } from '../../geometry/plane';
import { buildColumns, type Cell } from '../../geometry/columns';
import type { Point } from '../../geometry/point';
import { arrange, type Segment } from '../../geometry/arrangement';
import { tolerances } from '../../geometry/tolerances';
import { levelLines } from '../../kernels/roof/overlay';
import type { Ply } from '../build-up/record';
import { innerPoint } from '../../geometry/triangulate';
import { own, result, stage } from '../../document/stage';
import { cheeksOf } from './cheeks';
import { planesBeside, planesDrawnBeside } from './line-stages';
import type { OtherPlane } from './lines';
import { footprintOf, frames } from '../wall/stages';
import { lightsIn, type LightPlace } from '../rooflight/place';
import { roofModels, roofsBeside } from './stages';
import { eaveCutsOf, outlineStretches, trimOf, type EaveCutAlong, type OutlineStretch } from './trim';
import { pliesOf } from '../build-up/plied';
import { datumOf } from '../storey/record';
import { allCuts } from '../../document/cuts';
import { cellsOf, type RoofCell, type RoofModel } from './planes';
import type { Cut } from '../../kernels/solids/cut';
import type { Mesh } from '../../geometry/mesh';
import type { ElementBody, Query } from '../../document/kind';
import type { Part } from '../../kernels/solids/part';

/**
 * The body between undersides and tops, verges cut plumb and eaves as said; open where something passes `through`. Of
 * `depths`, from the covering down, one body for each ply: between two depths square to the slope, and what is cut.
 */
export function roofMeshes(
  model: Pick<RoofModel, 'planes' | 'cells'>,
  datum: number,
  through: readonly Cut[],
  eaves: readonly EaveCutAlong[] = [],
  depths: readonly number[] = []
): Mesh[] {
  const whole = cellsOf(model);
  const isWhole = through.length + eaves.length === 0;
  const pieces = isWhole ? whole : piecesAround(whole, datum, through, eaves);
  const nameSide = (p: Point, q: Point) => (isOnCut(through, p, q) ? 'cut' : 'eave');
  return layersOf(pieces, depths).map((cells) =>
    buildColumns(
      cells.map(({ plane: { name }, ring, bottom, top, isCut }): Cell => ({
        ring,
        intervals: [
          {
            bottom: raise(bottom, datum),
            top: raise(top, datum),
            bottomName: `under ${name}`,
            topName: isCut ? `cut ${name}` : name
          }
        ]
      })),
      nameSide
    )
  );
}

/** Cells of each ply; where what ends one falls otherwise than its plane, it is parted where it crosses a ply. */
function layersOf(pieces: readonly RoofCell[], depths: readonly number[]): (readonly RoofCell[])[] {
  if (depths.length < 2) return [pieces];
  const levelIn = ({ plane }: RoofCell, depth: number) => raise(plane.top, -depth / Math.cos(plane.pitch));
  const borders = [0, ...depths.map((_, i) => depths.slice(0, i + 1).reduce((sum, one) => sum + one, 0))];
  const lines = pieces.flatMap((piece) =>
    [piece.bottom, piece.top].flatMap((end) =>
      borders.flatMap((depth) => levelLines(end, levelIn(piece, depth), [piece.ring, piece.ring]))
    )
  );
  const parted = lines.length === 0 ? pieces : partedBy(pieces, lines);
  return depths.map((_, i) =>
    parted.flatMap((piece): RoofCell[] => {
      const middle = innerPoint(piece.ring);
      if (!middle) return [];
      const [over, under] = [levelIn(piece, borders[i]!), levelIn(piece, borders[i + 1]!)];
      const isLast = i === depths.length - 1;
      const top = heightAt(over, middle) < heightAt(piece.top, middle) ? over : piece.top;
      const bottom =
        !isLast && heightAt(under, middle) > heightAt(piece.bottom, middle) ? under : piece.bottom;
      const isThick = heightAt(top, middle) - heightAt(bottom, middle) > tolerances.coincident;
      return isThick ? [{ ...piece, top, bottom, isCut: piece.isCut && top === piece.top }] : [];
    })
  );
}

const partedBy = (pieces: readonly RoofCell[], lines: readonly Segment[]): RoofCell[] =>
  pieceFaces(pieces, lines).map(({ cell, ring }) => ({ ...cell, ring }));

/** Cells in one arrangement with lines that cut them: each face within one of them, and a place in it. */
function pieceFaces(cells: readonly RoofCell[], lines: readonly Segment[]) {
  const faces = arrange([...cells.flatMap(({ ring }) => edgesOf(ring)), ...lines])?.faces ?? [];
  return faces.flatMap(({ outer, holes }) => {
    const middle = holes.length === 0 ? innerPoint(outer) : undefined;
    const cell = middle && cells.find(({ ring }) => ringHolds(ring, middle));
    return cell ? [{ cell, ring: outer, middle }] : [];
  });
}

/** All cells in one arrangement with what cuts them, so that neighbours share the new points. */
function piecesAround(
  cells: readonly RoofCell[],
  datum: number,
  cuts: readonly Cut[],
  eaves: readonly EaveCutAlong[]
): RoofCell[] {
  const voids = cuts.map((cut) => cutVoid(cut, acrossPage, datum));
  const lines = [...eaves.flatMap(({ ring }) => edgesOf(ring)), ...voids.flatMap(({ borders }) => borders)];
  return pieceFaces(cells, lines).flatMap(({ cell, ring: outer, middle }) => {
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
    plies: ({ project }, id) => pliesOf(project, project.tables.roof.get(id)),
    lights: (query, id) => lightsIn(query, id),
    walls: (query) => query.get(wallsThrough, '')
  },
  ({ roof, model, datum, cuts, own, others, cheeks, plies, lights, walls }, id): ElementBody | undefined =>
    roof && {
      id,
      kind: 'roof',
      storey: roof.storey,
      parts: model
        ? partsOf(
            model,
            datum,
            [...cuts, ...lights.map(holeOf), ...walls.filter((cut) => isNear(model, cut))],
            own,
            others,
            cheeks,
            plies
          )
        : []
    }
);

/** What of walls that stand up through roofs is cut out of these. */
const wallsThrough = stage(
  'walls through roofs',
  {
    found: (query: Query) =>
      [...query.project.tables.wall.values()].flatMap((wall) => {
        const footprint = wall.throughRoofs ? footprintOf(query, wall.id) : undefined;
        return footprint ? [{ footprint, datum: datumOf(query.project, wall.storey) }] : [];
      })
  },
  ({ found }): readonly Cut[] =>
    found.flatMap(({ footprint: { frame, bands }, datum }) =>
      (bands[0]?.outline ?? []).map((ring) => ({
        ...{ subject: frame.wall.id, ring, box: boxOf(ring), roofs: true },
        ...{ z0: datum + frame.foot, z1: datum + frame.top }
      }))
    )
);

const isNear = ({ eaves }: RoofModel, { box }: Cut) => eaves.some(({ ring }) => boxesMeet(boxOf(ring), box));

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
  cheeks: readonly Cell[],
  plies: readonly Ply[]
): Part[] {
  const { roof } = model;
  const depths = plies.map(({ thickness }) => thickness);
  const bodies = roofMeshes(model, datum, cuts, eaveCutsOf(roof, own, others), depths);
  return [
    ...bodies.map((mesh, i): Part => ({
      ...{ role: 'roof', mesh, ply: plies.length > 0 ? i : null },
      material: plies[i]?.material ?? roof.material
    })),
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
