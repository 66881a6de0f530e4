/** Rooflights. */
import type { Declaration } from '../../document/kind';
import { setOutAnew } from './heirs';
import { planOfLights } from './plan';
import { schema, type Rooflight } from './record';

export const rooflight: Declaration<Rooflight> = {
  kind: 'rooflight',
  prefix: 'rooflight',
  words: { one: 'rooflight', title: () => 'Rooflight' },
  called: null,
  schema,
  storey: ({ roof }, { tables }) => tables.roof.get(roof)?.storey,
  layers: { all: [{ what: 'rooflight', label: 'Rooflights' }], of: () => 'rooflight' },
  references: [
    { path: 'roof', to: 'roof', gone: 'goes' },
    { path: 'wall', to: 'wall', gone: setOutAnew }
  ],
  // Set out on its roof, which makes the motion.
  moved: null,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  ...{ keeps: null, leaves: null, law: null, holds: null, ring: null, cuts: null, plan: null },
  planOver: planOfLights
};
