/** Layers of the project: by kind, and named ones. */
import type { Declaration } from '../../document/kind';
import { schema, type Layer } from './record';
import { keepLocked } from './lock';

export const layer: Declaration<Layer> = {
  kind: 'layer',
  prefix: 'layer',
  words: { one: 'layer', title: () => 'Layer' },
  called: null,
  schema,
  storey: null,
  layers: null,
  references: [{ path: 'holds.items.*', to: null, gone: 'list' }],
  moved: null,
  copying: 'stays',
  locks: { layer: false, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: keepLocked,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
