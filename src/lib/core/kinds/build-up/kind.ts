/** Build-ups: plies from the outside inwards, shared by the walls that have them. */
import type { Declaration } from '../../document/kind';
import { schema, type BuildUp } from './record';

export const buildUp: Declaration<BuildUp> = {
  kind: 'buildUp',
  prefix: 'build-up',
  words: { one: 'build-up', title: () => 'Build-up' },
  called: null,
  schema,
  storey: null,
  layers: null,
  references: [{ path: 'plies.*.material', to: 'material', gone: 'refuses' }],
  moved: null,
  copying: 'shared',
  locks: { layer: true, sizes: true },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
