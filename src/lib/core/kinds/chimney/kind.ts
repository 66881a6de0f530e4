/** Chimneys, with their flues and fires. */
import type { Declaration, Project } from '../../document/kind';
import { schema, type Chimney } from './record';
import { storedPoint } from '../../document/command';
import { moved, turnedAngle, type Motion } from '../../geometry/motion';
import { stackRing, topOfChimney } from './shape';
import { datumOf } from '../storey/record';
import { reachesInto } from '../column/reach';

import { chimneyCuts } from './cuts';
import { planOfChimneys } from './plan';
import type { Ring } from '../../geometry/ring';

/** A flipped chimney keeps its front in front: its width runs the other way, and so do its flues. */
function movedChimney(chimney: Chimney, motion: Motion): Chimney {
  return {
    ...chimney,
    at: storedPoint(moved(motion, chimney.at)),
    angle: turnedAngle(motion, chimney.angle + (motion.flips ? Math.PI : 0)),
    flues: motion.flips ? chimney.flues.map((flue) => ({ ...flue, along: -flue.along })) : chimney.flues
  };
}

function ringOn(chimney: Chimney, project: Project, storey: string): Ring | undefined {
  const top = topOfChimney((id) => datumOf(project, id), chimney);
  return reachesInto(project, chimney, top, storey) ? stackRing(chimney) : undefined;
}

export const chimney: Declaration<Chimney> = {
  kind: 'chimney',
  prefix: 'chimney',
  words: { one: 'chimney', title: () => 'Chimney' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'chimney', label: 'Chimneys' }], of: () => 'chimney' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'material', to: 'material', gone: 'refuses' },
    { path: 'capMaterial', to: 'material', gone: 'refuses' },
    { path: 'hearthMaterial', to: 'material', gone: 'refuses' },
    { path: 'flues.*.storey', to: 'storey', gone: 'leaves' }
  ],
  moved: movedChimney,
  copying: 'stands',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: ringOn,
  cuts: chimneyCuts,
  plan: planOfChimneys,
  planOver: null
};
