/** What is derived from roofs: their planes, an index of them, the highest point of all. */
import Flatbush from 'flatbush';
import type { Query } from '../../document/kind';
import { sameValue } from '../../document/patch';
import { own, result, stage, stageWithMemory, table } from '../../document/stage';
import { boxOf, type Box } from '../../geometry/ring';
import type { RoofPlane } from '../../kernels/roof/planes';
import { storeysInOrder } from '../storey/record';
import { outlineKey, outlines } from '../wall/stages';
import { deriveRoof, type RoofModel } from './planes';
import { groupedBy } from '../../document/grouped';

/** Planes of the last solution by name: those that came out the same again are the same objects, so walls under them stay. */
class PlaneMemory {
  private planes = new Map<string, RoofPlane>();

  keep(now: readonly RoofPlane[]): readonly RoofPlane[] {
    const kept = now.map((plane) => {
      const old = this.planes.get(plane.name);
      return old && sameValue(old, plane) ? old : plane;
    });
    this.planes = new Map(kept.map((plane) => [plane.name, plane]));
    return kept;
  }
}

/** The solved roof, by its id; undefined where there is no outline to stand on. */
export const roofModels = stageWithMemory(
  'roofs',
  {
    roof: own('roof'),
    outline: result(outlines, (id, { project }) =>
      outlineKey(project.tables.roof.get(id)?.storey ?? '', 'outer')
    )
  },
  () => new PlaneMemory(),
  ({ roof, outline }, _, memory): RoofModel | undefined => {
    const model = roof && deriveRoof(roof, outline);
    return model && { ...model, planes: memory.keep(model.planes) };
  }
);

interface IndexedRoof {
  readonly planes: readonly RoofPlane[];
  readonly index: Flatbush;
}

/** A roof's planes with a static index by their plan boxes: a large house has many walls and planes. */
const planeIndexes = stage(
  'indexes of roof planes',
  { model: result(roofModels) },
  ({ model }): IndexedRoof | undefined => {
    if (!model || model.planes.length === 0) return undefined;
    const index = new Flatbush(model.planes.length);
    for (const { ring } of model.planes) {
      const { minX, minY, maxX, maxY } = boxOf(ring);
      index.add(minX, minY, maxX, maxY);
    }
    index.finish();
    return { planes: model.planes, index };
  }
);

const roofsByStorey = stage('roofs by storey', { roofs: table('roof') }, ({ roofs }) =>
  groupedBy(roofs.values(), ({ storey }) => storey)
);

/** The solved roofs of a storey, by its id. */
const roofsOn = stage(
  'solved roofs of a storey',
  {
    found: (query: Query, storey) =>
      (query.get(roofsByStorey, '').get(storey) ?? []).flatMap(({ id }) => query.get(planeIndexes, id) ?? [])
  },
  ({ found }): readonly IndexedRoof[] => found
);

export const indexedRoofs = (query: Query, storey: string) => query.get(roofsOn, storey);

/** Planes of solved roofs that lie over a box of the plan, roof by roof. */
export const planesOver = (
  roofs: readonly IndexedRoof[],
  { minX, minY, maxX, maxY }: Box
): readonly RoofPlane[] =>
  roofs.flatMap(({ planes, index }) =>
    index
      .search(minX, minY, maxX, maxY)
      .sort((p, q) => p - q)
      .map((i) => planes[i]!)
  );

/** The highest point of all roofs above project zero; without a roof, the top of the highest storey. */
export function ridgeHeight(query: Query): number {
  const { tables } = query.project;
  const tops = [...tables.roof.values()].flatMap((roof) => {
    const solved = query.get(roofModels, roof.id);
    return solved ? [(tables.storey.get(roof.storey)?.datum ?? 0) + solved.ridge] : [];
  });
  if (tops.length > 0) return Math.max(...tops);
  const top = storeysInOrder(query.project).at(-1)!;
  return top.datum + top.height;
}
