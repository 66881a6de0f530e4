/** Dimensions and notes placed by hand. */
import type { Declaration } from '../../document/kind';
import { schema, type AngleArm, type Dimension } from './record';
import { endReferences, movedEnd } from './ends';
import { otherSide } from '../../kernels/joints/frame';
import { storedPoint } from '../../document/command';
import { moved, turnedVector, type Motion } from '../../geometry/motion';
import { homeDimension } from './heirs';
import { keepLockedSizes } from './lock';

function movedDimension(dimension: Dimension, motion: Motion): Dimension {
  const { form } = dimension;
  switch (form.kind) {
    case 'chain':
      return { ...dimension, form: { ...form, ends: form.ends.map((end) => movedEnd(end, motion)) } };
    case 'angle': {
      const [first, second] = form.arms.map((arm) => ({
        ...arm,
        side: motion.flips ? otherSide[arm.side] : arm.side
      })) as [AngleArm, AngleArm];
      // Mirrored, the angle opens the other way round.
      return { ...dimension, form: { ...form, arms: motion.flips ? [second, first] : [first, second] } };
    }
    case 'note': {
      const { tip } = form;
      const at = tip.kind === 'point' ? { ...tip, at: storedPoint(moved(motion, tip.at)) } : tip;
      const inWall = at.kind === 'wall' && motion.flips ? { ...at, y: -at.y } : at;
      return {
        ...dimension,
        form: { ...form, tip: inWall, offset: storedPoint(turnedVector(motion, form.offset)) }
      };
    }
  }
}

export const dimension: Declaration<Dimension> = {
  kind: 'dimension',
  prefix: 'dimension',
  words: { one: 'dimension', title: () => 'Dimension' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'dimension', label: 'Dimensions' }], of: () => 'dimension' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    ...['form.ends.*', 'form.arms.*', 'form.tip'].flatMap((path) => endReferences(path, homeDimension))
  ],
  moved: movedDimension,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: keepLockedSizes,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
