/** Walls: stretches of a build-up that join by themselves. */
import type { Declaration } from '../../document/kind';
import { outwardsOf, schema, type Wall, type WallRole } from './record';
import { storedPoint } from '../../document/command';
import { moved, type Motion } from '../../geometry/motion';
import { compassOf } from '../../geometry/compass';
import { withName } from '../../document/names';
import { otherSide } from '../../kernels/joints/frame';
import { planOfWalls } from './plan';
import { standsAsBefore } from './standing';

const wordOfRole: Record<WallRole, string> = {
  exterior: 'wall',
  partition: 'partition',
  nib: 'nib',
  foundation: 'foundation wall',
  parapet: 'parapet',
  chimney: 'chimney wall',
  low: 'low wall'
};

/** Numbered walls by what they are, outer ones by the side that they face too. */
function calledWall(wall: Wall): string {
  if (wall.name || !/\d$/.test(wall.id)) return withName('wall', wall);
  const faces = compassOf(outwardsOf(wall));
  return withName(`${wall.role === 'exterior' ? `${faces} ` : ''}${wordOfRole[wall.role]}`, wall);
}

const movedWall = (wall: Wall, motion: Motion): Wall => ({
  ...wall,
  a: storedPoint(moved(motion, wall.a)),
  b: storedPoint(moved(motion, wall.b)),
  outside: motion.flips ? otherSide[wall.outside] : wall.outside
});

const layers = {
  all: [
    { what: 'exterior', label: 'Outer walls' },
    { what: 'partition', label: 'Partitions' },
    { what: 'otherWall', label: 'Other walls' }
  ],
  of: ({ role }: Wall) => (role === 'exterior' || role === 'partition' ? role : 'otherWall')
};

export const wall: Declaration<Wall> = {
  kind: 'wall',
  prefix: 'wall',
  words: { one: 'wall', title: () => 'Wall' },
  called: calledWall,
  schema,
  storey: ({ storey }) => storey,
  layers: layers,
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'buildUp', to: 'buildUp', gone: 'refuses' },
    { path: 'top.storey', to: 'storey', gone: standsAsBefore },
    { path: 'top.slab', to: 'slab', gone: standsAsBefore },
    { path: 'on.slab', to: 'slab', gone: standsAsBefore },
    { path: 'on.footing', to: 'footing', gone: standsAsBefore }
  ],
  moved: movedWall,
  copying: 'stands',
  locks: { layer: true, sizes: true },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: planOfWalls,
  planOver: null
};
