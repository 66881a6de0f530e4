/** Bodies of slabs: flat, over the rings of their outline, open where something passes through. */
import { cutsMeeting, type Cut } from '../../kernels/solids/cut';
import { boxOf, loopsOf, type Ring } from '../../geometry/ring';
import { flatCell, liftCells } from '../../kernels/solids/cells';
import { acrossPage, cutVoid, piecesOf } from '../../kernels/solids/pieces';
import { buildColumns } from '../../geometry/columns';
import { slabRings } from './rings';
import { own, result, sameInput, stageWithMemory } from '../../document/stage';
import { datumOf } from '../storey/record';
import { allCuts } from '../../document/cuts';
import type { Mesh } from '../../geometry/mesh';
import type { ElementBody, Query } from '../../document/kind';
import type { Part } from '../../kernels/solids/part';

/**
 * A flat slab over a ring, without the clockwise ones in it, its top at `top`, open where `cuts` pass through; heights above
 * project zero.
 */
export function slabMesh(
  [ring, ...holes]: readonly Ring[],
  top: number,
  thickness: number,
  cuts: readonly Cut[]
): Mesh {
  const bottom = top - thickness;
  const voids = cuts.map((cut) => cutVoid(cut, acrossPage, 0));
  const pieces = holes.length > 0 || voids.length > 0 ? piecesOf(ring!, voids, holes) : [ring!];
  return buildColumns(
    liftCells(
      pieces.map((piece) => flatCell(piece, voids, bottom, top)),
      0
    ),
    () => 'edge'
  );
}

interface KeptSlab {
  readonly inputs: readonly unknown[];
  readonly mesh: Mesh;
}

/** Meshes of the last time by ring: a slab under many houses is rebuilt under the one that changed. */
class SlabMemory {
  private meshes = new Map<Ring, KeptSlab>();

  meshesOf(rings: readonly Ring[], top: number, thickness: number, cuts: readonly Cut[]): Mesh[] {
    const kept = loopsOf(rings).map((loop): [Ring, KeptSlab] => {
      const [ring, ...holes] = loop.map((k) => rings[k]!);
      const near = cutsMeeting(cuts, boxOf(ring!), top - thickness, top);
      const inputs = [top, thickness, ...holes, ...near];
      const old = this.meshes.get(ring!);
      if (old && sameInput(old.inputs, inputs)) return [ring!, old];
      return [ring!, { inputs, mesh: slabMesh([ring!, ...holes], top, thickness, near) }];
    });
    this.meshes = new Map(kept);
    return kept.map(([, { mesh }]) => mesh);
  }
}

/** Height of a slab's top above project zero. */
const topOf = ({ project }: Query, id: string) => {
  const slab = project.tables.slab.get(id);
  return slab && datumOf(project, slab.storey) + slab.offset;
};

export const slabBodies = stageWithMemory(
  'bodies of slabs',
  {
    slab: own('slab'),
    rings: result(slabRings),
    top: topOf,
    cuts: (query, id) => {
      const all = query.get(allCuts, '');
      const [slab, top] = [query.project.tables.slab.get(id), topOf(query, id)];
      if (all.length === 0 || !slab || top === undefined) return [];
      const box = boxOf(query.get(slabRings, id).flat());
      return cutsMeeting(all, box, top - slab.thickness, top);
    }
  },
  () => new SlabMemory(),
  ({ slab, rings, top, cuts }, id, memory): ElementBody | undefined =>
    slab && top !== undefined
      ? {
          id,
          kind: 'slab',
          storey: slab.storey,
          parts: memory
            .meshesOf(rings, top, slab.thickness, cuts)
            .map((mesh): Part => ({ role: 'slab', ply: null, material: slab.material, mesh }))
        }
      : undefined
);
