/** The catalogue: door sets and window units. */
import type { Declaration } from '../../document/kind';
import { schema, type CatalogueEntry } from './record';

export const catalogueEntry: Declaration<CatalogueEntry> = {
  kind: 'catalogueEntry',
  prefix: 'entry',
  words: {
    one: 'catalogue entry',
    title: ({ filling }) => (filling === 'door' ? 'Door set' : 'Window unit')
  },
  called: ({ name }) => `"${name}"`,
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
