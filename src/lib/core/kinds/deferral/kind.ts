/** Findings that were put off, with the reason. */
import type { Declaration } from '../../document/kind';
import { schema, type Deferral } from './record';

export const deferral: Declaration<Deferral> = {
  kind: 'deferral',
  prefix: 'deferral',
  words: { one: 'deferral', title: () => 'Deferral' },
  called: () => 'a finding put off',
  schema,
  storey: null,
  layers: null,
  references: [],
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
