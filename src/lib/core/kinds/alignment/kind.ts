/** Alignments of walls with walls below. */
import type { Declaration, Loss } from '../../document/kind';
import { nameOf } from '../../document/names';
import { heirsOfWall } from '../wall/heirs';
import { keptOver } from './kept';
import { planOfAlignments } from './plan';
import { schema, type Alignment } from './record';

/** The wall that the lower one became a part of takes it. */
function overHeir(alignment: Alignment, { before, after, patch }: Loss): Alignment | undefined {
  const [heir] = heirsOfWall(before.project, patch, alignment.lower).filter((id) =>
    after.project.tables.wall.has(id)
  );
  return heir === undefined ? undefined : { ...alignment, lower: heir };
}

export const alignment: Declaration<Alignment> = {
  kind: 'alignment',
  prefix: 'alignment',
  words: { one: 'alignment', title: () => 'Alignment' },
  called: ({ upper }, project) => `the alignment of ${nameOf(project, project.tables.wall.get(upper))}`,
  schema,
  storey: ({ upper }, { tables }) => tables.wall.get(upper)?.storey,
  layers: null,
  references: [
    { path: 'upper', to: 'wall', gone: 'goes' },
    { path: 'lower', to: 'wall', gone: overHeir }
  ],
  moved: null,
  copying: 'within',
  locks: { layer: false, sizes: false },
  keeps: null,
  leaves: null,
  law: keptOver,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfAlignments
};
