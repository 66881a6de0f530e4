/** Roofs. */
import { storedPoint } from '../../document/command';
import type { Declaration } from '../../document/kind';
import { moved, type Motion } from '../../geometry/motion';
import type { Point } from '../../geometry/point';
import { schema, type Roof } from './record';
import { asThickAsPlies } from '../build-up/plied';
import { lowersWalls, withoutWalls } from './heirs';
import { planOfRoofs } from './plan';

function movedRoof(roof: Roof, motion: Motion): Roof {
  if (!roof.sides?.some(({ line }) => line)) return roof;
  const at = (p: Point) => storedPoint(moved(motion, p));
  const sides = roof.sides.map((side) => {
    if (!side.line) return side;
    const [from, to] = [at(side.line.from), at(side.line.to)];
    return { ...side, line: motion.flips ? { from: to, to: from } : { from, to } };
  });
  // Mirrored they run clockwise: turned round, they run the right way again.
  return { ...roof, sides: motion.flips ? sides.reverse() : sides };
}

export const roof: Declaration<Roof> = {
  kind: 'roof',
  prefix: 'roof',
  words: { one: 'roof', title: () => 'Roof' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'roof', label: 'Roofs' }], of: () => 'roof' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'material', to: 'material', gone: 'refuses' },
    { path: 'buildUp', to: 'buildUp', gone: 'refuses' },
    { path: 'cheeks.material', to: 'material', gone: 'refuses' },
    { path: 'edges.*.wall', to: 'wall', gone: 'list' },
    { path: 'sides.*.wall', to: 'wall', gone: withoutWalls }
  ],
  moved: movedRoof,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: lowersWalls,
  law: asThickAsPlies('roof'),
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfRoofs
};
