/** Bodies of chimneys, and what they cut out of others. Heights above project zero. */
import { chimneyVoids, hearthsOf, stackRing, type Datums } from './shape';
import { flatCell, liftCells } from '../../kernels/solids/cells';
import { cutVoid, piecesOf } from '../../kernels/solids/pieces';
import { boxOf, type Ring } from '../../geometry/ring';
import { angleOf, fromAngle, subtract } from '../../geometry/point';
import { buildColumns } from '../../geometry/columns';
import { slabMesh } from '../slab/body';

import { chimneyTop, datumsOf, datumsUnder } from './cuts';
import { own, stage } from '../../document/stage';
import type { Chimney } from './record';
import type { Part } from '../../kernels/solids/part';
import type { ElementBody } from '../../document/kind';

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
      mesh: slabMesh(ring, datum + hearthThickness, hearthThickness)
    }))
  ];
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
