/** Bodies of chimneys, and what they cut out of others. Heights above project zero. */
import { chimneyVoids, fireRect, hearthsOf, rectRing, stackRing, topOfChimney, type Datums } from './shape';
import { cutVoid, flatCell, liftCells, piecesOf } from '../../kernels/solids/cells';
import { boxOf, type Ring } from '../../geometry/ring';
import { angleOf, fromAngle, subtract } from '../../geometry/point';
import { buildColumns } from '../../geometry/columns';
import { slabMesh } from '../slab/body';
import { datumOf } from '../storey/record';
import { ridgeHeight } from '../roof/stages';
import { own, stage } from '../../document/stage';
import type { Chimney } from './record';
import type { Part } from '../../kernels/solids/part';
import type { ElementBody, Query } from '../../document/kind';
import type { Cut } from '../../kernels/solids/cut';

/** How thick a hearth is laid on the floor, mm. */
const hearthThickness = 50;

/** Masonry up to `top` with its voids, the cap over it, the hearths. Heights above project zero. */
export function chimneyParts(datums: Datums, chimney: Chimney, base: number, top: number): Part[] {
  const voids = chimneyVoids(datums, chimney).map(({ ring, z0, z1 }) =>
    cutVoid(
      { subject: chimney.id, ring, box: boxOf(ring), z0, z1, roofs: false },
      fromAngle(chimney.angle),
      0
    )
  );
  const solid = (ring: Ring, z0: number, z1: number) =>
    buildColumns(
      liftCells(
        piecesOf(ring, voids).map((piece) => flatCell(piece, voids, z0, z1)),
        0
      ),
      (p, q) => `side ${Math.round((8 * angleOf(subtract(q, p))) / Math.PI)}`
    );
  return [
    { role: 'masonry', ply: null, material: chimney.material, mesh: solid(stackRing(chimney), base, top) },
    ...(chimney.cap > 0
      ? [
          {
            role: 'cap' as const,
            ply: null,
            material: chimney.capMaterial,
            mesh: solid(stackRing(chimney, chimney.capOverhang), top, top + chimney.cap)
          }
        ]
      : []),
    ...hearthsOf(datums, chimney).map(({ ring, datum }): Part => ({
      role: 'hearth',
      ply: null,
      material: chimney.hearthMaterial,
      mesh: slabMesh(ring, datum + hearthThickness, hearthThickness, [])
    }))
  ];
}

/** Heights of the datums that a chimney's flues begin at, as text so that they compare by value. */
const datumsUnder = ({ project }: Query, id: string) => {
  const chimney = project.tables.chimney.get(id);
  return chimney ? [chimney, ...chimney.flues].map(({ storey }) => datumOf(project, storey)) : [];
};

function datumsOf(chimney: Chimney, heights: readonly number[]): Datums {
  const known = new Map([chimney, ...chimney.flues].map(({ storey }, i) => [storey, heights[i]!]));
  return (storey) => known.get(storey) ?? 0;
}

/** Top of a chimney's masonry above project zero, by its id. */
export function chimneyTop(query: Query, id: string): number | undefined {
  const chimney = query.project.tables.chimney.get(id);
  if (!chimney) return undefined;
  const datum = datumOf(query.project, chimney.storey);
  const ridge = chimney.top.kind === 'roof' ? ridgeHeight(query) : 0;
  return datum + topOfChimney((storey) => datumOf(query.project, storey), chimney, ridge);
}

export const chimneyBodies = stage(
  'bodies of chimneys',
  { chimney: own('chimney'), datums: datumsUnder, top: chimneyTop },
  ({ chimney, datums, top }, id): ElementBody | undefined =>
    chimney && top !== undefined
      ? {
          id,
          kind: 'chimney',
          storey: chimney.storey,
          parts: chimneyParts(datumsOf(chimney, datums), chimney, datums[0]! + chimney.base, top)
        }
      : undefined
);

export const chimneyCuts = stage(
  'cuts of chimneys',
  { chimney: own('chimney'), datums: datumsUnder },
  ({ chimney, datums }): readonly Cut[] => (chimney ? cutsOfChimney(datumsOf(chimney, datums), chimney) : [])
);

function cutsOfChimney(datums: Datums, chimney: Chimney): Cut[] {
  const cut = (ring: Ring, z0: number, z1: number, roofs: boolean): Cut => ({
    ...{ subject: chimney.id, ring, box: boxOf(ring) },
    ...{ z0, z1, roofs }
  });
  const datum = datums(chimney.storey);
  const top = datum + topOfChimney(datums, chimney) + chimney.cap;
  const throats = chimney.flues.flatMap((flue): Cut[] => {
    const { fire } = flue;
    if (!fire || fire.reach === 0) return [];
    const z = datums(flue.storey);
    return [cut(rectRing(chimney, fireRect(chimney, flue, fire, fire.reach, 0)), z, z + fire.height, false)];
  });
  return [cut(stackRing(chimney, chimney.gap), datum + chimney.base, top, true), ...throats];
}
