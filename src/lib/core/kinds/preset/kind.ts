/** Presets: what the next wall is to be. */
import type { Declaration } from '../../document/kind';
import { schema, type Preset } from './record';

export const preset: Declaration<Preset> = {
  kind: 'preset',
  prefix: 'preset',
  words: { one: 'preset', title: () => 'Preset' },
  called: null,
  schema,
  storey: null,
  layers: null,
  references: [{ path: 'buildUp', to: 'buildUp', gone: 'refuses' }],
  moved: null,
  copying: 'stays',
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
