/** Clear spaces: floor that is kept free round fixtures and furniture. */
import type { Declaration, Project } from '../../document/kind';
import { storedPoint } from '../../document/command';
import { moved, turnedAngle, type Motion } from '../../geometry/motion';
import type { Ring } from '../../geometry/ring';
import { planOfSpaces } from './plan';
import { schema, spaceRing, spaceUses, type ClearSpace } from './record';

const movedSpace = (space: ClearSpace, motion: Motion): ClearSpace => ({
  ...space,
  at: storedPoint(moved(motion, space.at)),
  angle: turnedAngle(motion, space.angle)
});

const ringOn = (space: ClearSpace, _: Project, storey: string): Ring | undefined =>
  space.storey === storey ? spaceRing(space) : undefined;

export const clearSpace: Declaration<ClearSpace> = {
  kind: 'clearSpace',
  prefix: 'space',
  words: { one: 'clear space', title: ({ use }) => `Space for ${spaceUses[use].label}` },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'clear space', label: 'Clear spaces' }], of: () => 'clear space' },
  references: [{ path: 'storey', to: 'storey', gone: 'goes' }],
  moved: movedSpace,
  copying: 'stands',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: ringOn,
  cuts: null,
  plan: planOfSpaces,
  planOver: null
};
