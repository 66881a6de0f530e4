/** Slabs. */
import type { Declaration } from '../../document/kind';
import { schema, type Slab } from './record';
import { storedPoint } from '../../document/command';
import { moved, type Motion } from '../../geometry/motion';

function movedSlab(slab: Slab, motion: Motion): Slab {
  if (slab.outline.kind !== 'drawn') return slab;
  const points = slab.outline.points.map((p) => storedPoint(moved(motion, p)));
  // Mirrored points run clockwise: turned round, they run the right way again.
  return { ...slab, outline: { kind: 'drawn', points: motion.flips ? points.reverse() : points } };
}

export const slab: Declaration<Slab> = {
  kind: 'slab',
  prefix: 'slab',
  words: { one: 'slab', title: () => 'Slab' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'slab', label: 'Slabs' }], of: () => 'slab' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'material', to: 'material', gone: 'refuses' }
  ],
  moved: movedSlab,
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
