/** Openings: they ride with their wall. */
import type { Declaration, Loss, Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import { settingsOf } from '../../document/project';
import { formatLengthWithUnit } from '../../units/length';
import { schema, type Opening } from './record';
import { freed } from './checks';
import { otherSide } from '../../kernels/joints/frame';
import type { Motion } from '../../geometry/motion';
import { keepMarks } from './mark';
import { keptOverFloors } from './over-floor';

const wordOf = ({ filling }: Opening) => (filling === 'none' ? 'opening' : filling);
const titles = { none: 'Opening', door: 'Door', window: 'Window' };
const titleOf = ({ filling }: Opening) => titles[filling];
function calledOpening(record: Opening, project: Project): string {
  if (record.name) return `the ${wordOf(record)} "${record.name}"`;
  const width = formatLengthWithUnit(record.width, settingsOf(project).units);
  const word = record.mark ? `${wordOf(record)} ${record.mark}` : wordOf(record);
  return `the ${width} wide ${word} in ${nameOf(project, project.tables.wall.get(record.wall))}`;
}

/** Set out from a face that goes, it stays where it is. */
const atOwnPlace = (record: Opening, { before }: Loss): Opening => freed(before.project, record);

/** It rides with its wall; mirrored, what fills it is, too, and the face that it is set out from is read on the other side. */
function movedOpening(record: Opening, { flips }: Motion): Opening {
  if (!flips) return record;
  const { origin, filling, mirrored } = record;
  return {
    ...record,
    mirrored: filling !== 'none' && !mirrored,
    origin: origin.kind === 'face' ? { ...origin, side: otherSide[origin.side] } : origin
  };
}

export const opening: Declaration<Opening> = {
  kind: 'opening',
  prefix: 'opening',
  words: { one: 'opening', title: titleOf },
  called: calledOpening,
  schema,
  storey: ({ wall }, { tables }) => tables.wall.get(wall)?.storey,
  layers: { all: [{ what: 'opening', label: 'Openings' }], of: () => 'opening' },
  references: [
    { path: 'wall', to: 'wall', gone: 'goes' },
    { path: 'entry', to: 'catalogueEntry', gone: 'refuses' },
    { path: 'origin.wall', to: 'wall', gone: atOwnPlace },
    { path: 'floor', to: 'slab', gone: (opening) => ({ ...opening, floor: null }) }
  ],
  moved: movedOpening,
  copying: 'rides',
  locks: { layer: true, sizes: true },
  keeps: null,
  leaves: null,
  law: (query, patch) => keepMarks(query, keptOverFloors(query, patch)),
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
