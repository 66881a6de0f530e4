/** Joints that are cut otherwise than usual. */
import type { Declaration, Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import { schema, type Joint } from './record';
import { rehomeJoints } from './rehome';

const calledJoint = ({ members }: Joint, project: Project) =>
  `the joint of ${members.map(({ wall }) => nameOf(project, project.tables.wall.get(wall))).join(' and ')}`;

/** What is left of a joint finds its home after every command: see `rehomeJoints`. */
const asRehomed = (record: Joint): Joint => record;

export const joint: Declaration<Joint> = {
  kind: 'joint',
  prefix: 'joint',
  words: { one: 'joint', title: () => 'Joint' },
  called: calledJoint,
  schema,
  storey: ({ storey }) => storey,
  layers: null,
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'members.*.wall', to: 'wall', gone: asRehomed },
    { path: 'plies.*.wall', to: 'wall', gone: asRehomed },
    { path: 'through', to: 'wall', gone: asRehomed }
  ],
  moved: null,
  copying: 'within',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: rehomeJoints,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
