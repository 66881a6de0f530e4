/** Guides: construction lines. */
import type { Declaration } from '../../document/kind';
import { schema, type Guide } from './record';
import { otherSide } from '../../kernels/joints/frame';
import { endReferences, movedEnd } from '../dimension/ends';
import { storedPoint } from '../../document/command';
import { moved, type Motion } from '../../geometry/motion';
import { homeGuide } from './heirs';
import type { Point } from '../../geometry/point';

function movedGuide(guide: Guide, motion: Motion): Guide {
  const { line } = guide;
  if (line.kind === 'face')
    return { ...guide, line: { ...line, side: motion.flips ? otherSide[line.side] : line.side } };
  if (line.kind === 'division')
    return {
      ...guide,
      line: { ...line, from: movedEnd(line.from, motion), to: movedEnd(line.to, motion) }
    };
  const at = (p: Point) => storedPoint(moved(motion, p));
  return { ...guide, line: { ...line, a: at(line.a), b: at(line.b) } };
}

export const guide: Declaration<Guide> = {
  kind: 'guide',
  prefix: 'guide',
  words: { one: 'guide', title: () => 'Guide' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'guide', label: 'Guides' }], of: () => 'guide' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    ...['line', 'line.from', 'line.to'].flatMap((path) => endReferences(path, homeGuide))
  ],
  moved: movedGuide,
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
