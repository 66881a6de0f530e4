/** The ground: levels, lines of levels, the plot. */
import type { Declaration } from '../../document/kind';
import { storedPoint } from '../../document/command';
import { moved, type Motion } from '../../geometry/motion';
import { planOfGround } from './plan';
import { schema, type Ground, type GroundShape } from './record';

function movedShape(shape: GroundShape, motion: Motion): GroundShape {
  const go = (p: { x: number; y: number }) => storedPoint(moved(motion, p));
  if (shape.kind === 'level') return { ...shape, at: go(shape.at) };
  if (shape.kind === 'line') return { ...shape, a: go(shape.a), b: go(shape.b) };
  const points = shape.points.map(go);
  return { ...shape, points: motion.flips ? points.reverse() : points };
}

const titles = { level: 'Level', line: 'Line of levels', plot: 'Plot' } as const;

export const ground: Declaration<Ground> = {
  kind: 'ground',
  prefix: 'ground',
  words: { one: 'piece of ground', title: ({ shape }) => titles[shape.kind] },
  called: null,
  schema,
  storey: null,
  layers: { all: [{ what: 'ground', label: 'Ground' }], of: () => 'ground' },
  references: [],
  moved: (one, motion) => ({ ...one, shape: movedShape(one.shape, motion) }),
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfGround
};
