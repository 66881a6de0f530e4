/** Bodies of slabs: a layer for each ply between planes over the facets of their top, open where something passes through. */
import { buildColumns, type Cell } from '../../geometry/columns';
import type { Mesh } from '../../geometry/mesh';
import { flat, heightAt, raise, type Plane } from '../../geometry/plane';
import { boxOf, edgesOf, ringHolds, type Ring } from '../../geometry/ring';
import { settingsOf } from '../../document/project';
import { guardParts } from '../../kernels/solids/guard';
import { usualMaterial } from '../material/usual';
import { openEdges, type OpenEdge } from './guards';
import type { Facet } from '../../kernels/falls/surface';
import { flatCell, liftCells, middleOf } from '../../kernels/solids/cells';
import { cutsMeeting, type Cut } from '../../kernels/solids/cut';
import type { Part } from '../../kernels/solids/part';
import { acrossPage, cutVoid, piecesOf, type Void } from '../../kernels/solids/pieces';
import { allCuts } from '../../document/cuts';
import type { ElementBody, Query } from '../../document/kind';
import { own, result, sameInput, stageWithMemory } from '../../document/stage';
import { pliesOf } from '../build-up/plied';
import { slabEdges } from './edge';
import { slabLevel } from './level';
import type { Slab } from './record';
import { layersUnder, slabParts, type Layer, type SlabPart, type SlabPly } from './shape';

interface Solid {
  readonly part: Pick<SlabPart, 'outline' | 'holes'> & { readonly facets: readonly Facet[] };
  /** From the top down, over a facet. */
  layers(plane: Plane): readonly Pick<Layer, 'top' | 'bottom'>[];
  /** Of its level, above project zero. */
  readonly level: number;
}

/** A mesh for each layer of a solid, open where `cuts` pass through; heights above project zero. */
function layerMeshes({ part, layers, level }: Solid, cuts: readonly Cut[]): Mesh[] {
  const voids = cuts.map((cut) => cutVoid(cut, acrossPage, 0));
  const isPlain = part.facets.length === 1 && part.holes.length + voids.length === 0;
  const pieces = isPlain ? [{ ring: part.outline, facet: part.facets[0]! }] : facetPieces(part, voids);
  const count = layers(flat(0)).length;
  return Array.from({ length: count }, (_, k) =>
    buildColumns(
      pieces.flatMap(({ ring, facet }): Cell[] => {
        const { top, bottom } = layers(facet.plane)[k]!;
        const [over, under] = [raise(top, level), raise(bottom, level)];
        const isLevel = over.a === 0 && over.b === 0 && under.a === 0 && under.b === 0;
        const cell = isLevel ? flatCell(ring, voids, under.c, over.c) : slopedCell(ring, voids, under, over);
        return cell.intervals.length > 0 ? [cell] : [];
      }),
      () => 'edge'
    )
  );
}

/** All of what passes through is taken out of it. */
function slopedCell(ring: Ring, voids: readonly Void[], bottom: Plane, top: Plane): Cell {
  const middle = middleOf(ring);
  const isOpen = voids.some(
    (one) => one.holds(middle) && one.z1 > heightAt(bottom, middle) && one.z0 < heightAt(top, middle)
  );
  return { ring, intervals: isOpen ? [] : [{ bottom, top, bottomName: 'base', topName: 'top' }] };
}

/** The facets of an outline cut by its holes and by what passes through. */
function facetPieces({ outline, holes, facets }: Solid['part'], voids: readonly Void[]) {
  const lines = facets.flatMap(({ ring }) => edgesOf(ring));
  return piecesOf(outline, voids, holes, lines).map((ring) => {
    const middle = middleOf(ring);
    const facet = facets.find((one) => ringHolds(one.ring, middle)) ?? facets[0]!;
    return { ring, facet };
  });
}

/** A flat slab over a ring, its top at `top`; heights above project zero. */
export const slabMesh = (ring: Ring, top: number, thickness: number): Mesh =>
  layerMeshes(
    {
      part: { outline: ring, holes: [], facets: [{ ring, plane: flat(0), atHouse: [] }] },
      layers: () => [{ top: flat(0), bottom: flat(-thickness) }],
      level: top
    },
    []
  )[0]!;

interface KeptSlab {
  readonly inputs: readonly unknown[];
  readonly meshes: readonly Mesh[];
}

/** Meshes of the last time by outline: a slab under many houses is rebuilt under the one that changed. */
class SlabMemory {
  private meshes = new Map<Ring, KeptSlab>();

  /** By part, one for each layer. */
  meshesOf(
    slab: Slab,
    parts: readonly SlabPart[],
    level: number,
    plies: readonly SlabPly[],
    cuts: readonly Cut[]
  ): (readonly Mesh[])[] {
    const { thickness, underside, varies } = slab;
    const kept = parts.map((part): [Ring, KeptSlab] => {
      const { outline, holes, surface } = part;
      const [low, high] = rangeOf(slab, part, level);
      const near = cutsMeeting(cuts, boxOf(outline), low, high);
      const inputs = [level, thickness, underside, varies, slab.falls, plies, ...holes, ...near];
      const old = this.meshes.get(outline);
      if (old && sameInput(old.inputs, inputs)) return [outline, old];
      const solid: Solid = {
        part: { outline, holes, facets: surface.facets },
        layers: (plane) => layersUnder(slab, plies, plane),
        level
      };
      return [outline, { inputs, meshes: layerMeshes(solid, near) }];
    });
    this.meshes = new Map(kept);
    return kept.map(([, { meshes }]) => meshes);
  }
}

/** From its lowest to its highest place, above project zero. */
export function rangeOf(slab: Slab, { surface }: SlabPart, level: number): [number, number] {
  const heights = surface.facets.flatMap(({ ring, plane }) => ring.map((p) => heightAt(plane, p)));
  const [low, high] = [Math.min(0, ...heights), Math.max(0, ...heights)];
  return [level - slab.thickness + (slab.underside === 'flat' ? 0 : low), level + high];
}

/** Height of a slab's top above project zero. */
const topOf = ({ project }: Query, id: string) => {
  const slab = project.tables.slab.get(id);
  return slab && slabLevel(project, slab);
};

const noEdges: readonly OpenEdge[] = [];

export const slabBodies = stageWithMemory(
  'bodies of slabs',
  {
    slab: own('slab'),
    parts: result(slabParts),
    top: topOf,
    edge: result(slabEdges),
    plies: ({ project }, id) => pliesOf(project, project.tables.slab.get(id)),
    guards: (query, id) => (query.project.tables.slab.get(id)?.guard ? query.get(openEdges, id) : noEdges),
    guardHeight: ({ project }) => settingsOf(project).guardLimits.height,
    guardMaterial: ({ project }) => usualMaterial(project, 'stair'),
    cuts: (query, id) => {
      const all = query.get(allCuts, '');
      const [slab, top] = [query.project.tables.slab.get(id), topOf(query, id)];
      if (all.length === 0 || !slab || top === undefined) return [];
      return query.get(slabParts, id).flatMap((part) => {
        const [low, high] = rangeOf(slab, part, top);
        return cutsMeeting(all, boxOf(part.outline), low, high);
      });
    }
  },
  () => new SlabMemory(),
  (
    { slab, parts, top, edge, plies, cuts, guards, guardHeight, guardMaterial },
    id,
    memory
  ): ElementBody | undefined => {
    if (!slab || top === undefined) return undefined;
    const layers = layersUnder(slab, plies, flat(0));
    const under = liftCells(edge, top + layers.at(-1)!.bottom.c);
    const thick: Part[] =
      under.length > 0
        ? [{ role: 'slabEdge', ply: null, material: slab.material, mesh: buildColumns(under, () => 'edge') }]
        : [];
    return {
      ...{ id, kind: 'slab', storey: slab.storey },
      parts: memory
        .meshesOf(slab, parts, top, plies, [...new Set(cuts)])
        .flatMap((meshes) =>
          meshes.map((mesh, k): Part => ({
            ...{ role: 'slab', mesh },
            ...{ ply: layers[k]!.ply, material: layers[k]!.material }
          }))
        )
        .concat(thick)
        .concat(guardParts(guards, guardHeight, guardMaterial))
    };
  }
);
