/** Chimneys in the plan of a storey: cut where they pass its cut, lines where they end below or begin above. */
import { pairKey, partsOfKey, stage, table } from '../../document/stage';
import { closed, filled, penFor, reachOf } from '../column/reach';
import { chimneyVoids, hearthsOf, stackRing, type Datums } from './shape';
import { cutHeight, type Mark } from '../../display/marks';
import { boxOf, ringHolds } from '../../geometry/ring';

import { cutVoid, isOnCut, piecesOf } from '../../kernels/solids/pieces';
import { chimneyTop } from './cuts';
import { fromAngle, type Point } from '../../geometry/point';
import { innerPoint } from '../../geometry/triangulate';
import type { Query } from '../../document/kind';
import type { Chimney } from './record';
import type { Storey } from '../storey/record';
import type { Material } from '../material/record';

/** By the storey that it is drawn on, and its id: `pairKey`. */
const chimneyPlans = stage(
  'plans of chimneys',
  {
    chimney: (query, key) => query.project.tables.chimney.get(partsOfKey(key)[1]),
    storey: (query, key) => query.project.tables.storey.get(partsOfKey(key)[0]),
    storeys: table('storey'),
    top: (query, key) => chimneyTop(query, partsOfKey(key)[1]),
    material: (query, key) => {
      const { chimney, material } = query.project.tables;
      return material.get(chimney.get(partsOfKey(key)[1])?.material ?? '');
    }
  },
  ({ chimney, storey, storeys, top, material }): readonly Mark[] =>
    chimney && storey && top !== undefined
      ? drawChimney((id) => storeys.get(id)?.datum ?? 0, chimney, top, storey, material)
      : []
);

export const planOfChimneys = (query: Query, storey: string): (readonly Mark[])[] =>
  [...query.project.tables.chimney.keys()].map((id) => query.get(chimneyPlans, pairKey(storey, id)));

/**
 * Cut through the fires of the storey where it has any, so that they are seen; the flues over them dashed. Other flues
 * are open. Hearths as seen from above.
 */
function drawChimney(
  datums: Datums,
  chimney: Chimney,
  top: number,
  storey: Storey,
  material: Material | undefined
): Mark[] {
  const reach = reachOf(chimney, datums(chimney.storey), top, storey);
  if (reach === 'away') return [];
  const stack = stackRing(chimney);
  if (reach === 'above') return [closed(chimney.id, stack, 'overhead')];
  const own = (flue: number) => chimney.flues[flue]!.storey === storey.id;
  const voids = chimneyVoids(datums, chimney);
  const open = voids.filter(
    ({ flue, isFire, z0 }) =>
      (isFire && own(flue)) ||
      (!isFire && z0 < storey.datum + cutHeight && !(own(flue) && hasFire(chimney, flue)))
  );
  const overhead = voids.filter(({ flue, isFire }) => !isFire && own(flue) && hasFire(chimney, flue));
  const rings = open.map(({ ring }) => ({ ring, box: boxOf(ring) }));
  const cuts = rings.map((one) =>
    cutVoid({ ...one, subject: chimney.id, z0: 0, z1: 1, roofs: false }, fromAngle(chimney.angle), 0)
  );
  const masonry = piecesOf(stack, cuts).filter((piece) => {
    const inside = innerPoint(piece);
    return inside && !rings.some(({ ring }) => ringHolds(ring, inside));
  });
  const borders = [...rings, { ring: stack, box: boxOf(stack) }];
  const lines: Point[] = [];
  for (const piece of masonry)
    piece.forEach((p, i) => {
      const q = piece[(i + 1) % piece.length]!;
      if (isOnCut(borders, p, q)) lines.push(p, q);
    });
  return [
    ...hearthsOf(datums, chimney)
      .filter((hearth) => hearth.storey === storey.id)
      .map(({ ring }) => closed(chimney.id, ring, 'fine')),
    ...masonry.map((piece) => filled(chimney.id, piece, material)),
    {
      ...{ kind: 'lines', subject: chimney.id, group: 'columns and chimneys', points: lines, ink: 'slate' },
      pen: penFor[reach]
    },
    ...overhead.map(({ ring }) => closed(chimney.id, ring, 'overhead'))
  ];
}

const hasFire = (chimney: Chimney, flue: number) => chimney.flues[flue]!.fire !== null;
