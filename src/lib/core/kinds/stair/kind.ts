/** Stairs. */
import type { Declaration, Project } from '../../document/kind';
import { storedPoint } from '../../document/command';
import { moved, turnedAngle, type Motion } from '../../geometry/motion';
import type { Ring } from '../../geometry/ring';
import { planOfStairs } from './plan';
import { schema, type Stair } from './record';
import { placedLayout } from './shape';
import { solvedStairs } from './solved';

/** Turned over, it turns the other way, and what was on its left is on its right. */
function movedStair(stair: Stair, motion: Motion): Stair {
  const other = { left: 'right', right: 'left', both: 'both', none: 'none' } as const;
  return {
    ...stair,
    at: storedPoint(moved(motion, stair.at)),
    angle: turnedAngle(motion, stair.angle),
    ...(motion.flips && { turn: other[stair.turn] as Stair['turn'], rails: other[stair.rails] })
  };
}

const ringOn = (stair: Stair, _: Project, storey: string): Ring | undefined =>
  stair.storey === storey ? placedLayout(stair).outline : undefined;

export const stair: Declaration<Stair> = {
  kind: 'stair',
  prefix: 'stair',
  words: { one: 'stair', title: () => 'Stair' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'stair', label: 'Stairs' }], of: () => 'stair' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'to', to: 'storey', gone: (stair) => ({ ...stair, to: null }) },
    { path: 'footFloor', to: 'slab', gone: (stair) => ({ ...stair, footFloor: null }) },
    { path: 'headFloor', to: 'slab', gone: (stair) => ({ ...stair, headFloor: null }) },
    { path: 'material', to: 'material', gone: 'refuses' }
  ],
  moved: movedStair,
  copying: 'stands',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: solvedStairs,
  holds: null,
  ring: ringOn,
  cuts: null,
  plan: planOfStairs,
  planOver: null
};
