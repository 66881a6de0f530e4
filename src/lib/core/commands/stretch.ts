/**
 * What a stretch of a wall between the walls that meet it becomes, in one step: an opening of full height, a low wall, a
 * gap.
 *
 *      |        |              |        |
 *      +========+=====   ->    +--    --+=====     the stretch beside a place along the wall
 *      |        |              |        |
 */
import * as s from '../document/schemas';
import { ask, command, need, refuse } from '../document/command';
import type { Query, Result } from '../document/kind';
import { nameOf } from '../document/names';
import { applyPatch, composePatches } from '../document/patch';
import { settingsOf } from '../document/project';
import { addOpening } from '../kinds/opening/commands';
import { needFrame } from '../kinds/wall/checks';
import { setWalls } from '../kinds/wall/commands';
import type { Wall } from '../kinds/wall/record';
import { stretches } from '../kinds/wall/stretches';
import { usualSizes } from '../units/usual';
import { deleteItems } from './delete';
import { splitAtJoints } from './shape';

export const stretchForms = ['opening', 'low', 'gap'] as const;
export type StretchForm = (typeof stretchForms)[number];

const labels: Record<StretchForm, string> = {
  opening: 'Open a stretch of a wall',
  low: 'Make a stretch of a wall low',
  gap: 'Take out a stretch of a wall'
};

export const changeStretch = command({
  name: 'changeStretch',
  about:
    'Make the stretch of a wall between the walls that meet it beside a place along it an opening of full height between their faces, a low wall of a height, or a gap.',
  args: s.object({
    id: s.id().required(),
    at: s.mm().required(),
    to: s.oneOf(stretchForms).required(),
    height: s.mm()
  }),
  example: { id: 'wall-1', at: 2500, to: 'gap' },
  run: (project, { id, at, to, height }, query) => {
    const wall = need(project, 'wall', id);
    if (to === 'opening') return opened(query, wall, at);
    const parted = ask(query, splitAtJoints, { id, at });
    // A wall that nothing meets on its way is one stretch.
    if (!parted.ok && parted.problem.code !== 'split.no-joint') return parted;
    const [stretch, patch] = parted.ok ? [parted.made[0]!, parted.patch] : [id, new Map()];
    const then = query.at(applyPatch(project, patch));
    const low = {
      ids: [stretch],
      role: 'low',
      height: height ?? usualSizes(settingsOf(project).units).lowWall
    };
    const made = to === 'gap' ? ask(then, deleteItems, { ids: [stretch] }) : ask(then, setWalls, low);
    if (!made.ok) return made;
    return {
      ...made,
      patch: composePatches(patch, made.patch),
      label: labels[to],
      made: to === 'gap' ? [] : [stretch]
    };
  }
});

/** Clear of what meets it on either side. */
function opened(query: Query, wall: Wall, at: number): Result {
  const { project } = query;
  const frame = needFrame(project, wall);
  const all = query.get(stretches, wall.id);
  const clear = [...new Set(all.map(({ y }) => y))].map((y) =>
    all.find((one) => one.y === y && one.t0 <= at && at <= one.t1)
  );
  const [t0, t1] = [
    Math.max(...clear.map((one) => one?.t0 ?? Infinity)),
    Math.min(...clear.map((one) => one?.t1 ?? -Infinity))
  ];
  if (!(t1 > t0))
    refuse(project, 'stretch.none', {
      subjects: [wall.id],
      numbers: { at },
      texts: { thing: nameOf(project, wall) }
    });
  // A wall that is carried up to a roof is open to the top of its storey.
  const storey = need(project, 'storey', wall.storey);
  const top = Number.isFinite(frame.top) ? frame.top : storey.height - storey.floorDepth;
  const args = {
    ...{ wall: wall.id, filling: 'none', end: 'a', to: 'near', distance: t0, width: t1 - t0 },
    ...{ sill: frame.base, height: top - frame.base }
  };
  const made = ask(query, addOpening, args);
  return made.ok ? { ...made, label: labels.opening } : made;
}
