/** Materials: shared by all that is made of them. */
import type { Declaration } from '../../document/kind';
import { schema, type Material } from './record';

export const material: Declaration<Material> = {
  kind: 'material',
  prefix: 'material',
  words: { one: 'material', title: () => 'Material' },
  called: null,
  schema,
  storey: null,
  layers: null,
  references: [],
  moved: null,
  copying: 'shared',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
