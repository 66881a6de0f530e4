/** Twins: sets that stay alike. */
import type { Declaration } from '../../document/kind';
import { schema, type Twins } from './record';
import { keepTwinsAlike } from './law';

/** What is gone from one set is gone from all: see `keepTwinsAlike`. */
const asFollowed = (record: Twins): Twins => record;

export const twins: Declaration<Twins> = {
  kind: 'twins',
  prefix: 'twins',
  words: { one: 'twins', title: () => 'Twins' },
  called: null,
  schema,
  storey: null,
  layers: null,
  references: [{ path: 'sets.*.items.*', to: null, gone: asFollowed }],
  moved: null,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: keepTwinsAlike,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
