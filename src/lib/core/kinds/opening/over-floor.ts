/** Openings whose sill is measured over a floor keep to it. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import { settingsOf } from '../../document/project';
import { toStored } from '../../geometry/tolerances';
import { formatLengthWithUnit } from '../../units/length';
import { isFloorOf, liftedSlabs } from '../slab/lifted';
import type { Opening } from './record';

/** The law: an opening goes up and down with its floor, and one that comes to another storey is measured over that floor no more. */
export function keptOverFloors({ project }: Query, patch: Patch): Patch {
  const lifted = liftedSlabs(project, patch);
  const moved = (lifted ? [...lifted.now.tables.opening.values()] : []).flatMap((opening): Opening[] => {
    const up = lifted!.by.get(opening.floor ?? '');
    // A sill that is typed in the same step is where it was typed.
    const isKept = project.tables.opening.get(opening.id)?.sill === opening.sill;
    return up !== undefined && isKept ? [{ ...opening, sill: toStored(opening.sill + up) }] : [];
  });
  const whole = moved.length > 0 ? composePatches(patch, patchOf(lifted!.now, moved)) : patch;
  const named = [...whole.values()].flatMap(({ after }) =>
    after?.kind === 'opening' && after.floor !== null ? [after] : []
  );
  if (named.length === 0) return whole;
  const now = applyPatch(project, whole);
  const left = named.filter(({ floor, wall }) => !isFloorOf(now, floor, now.tables.wall.get(wall)?.storey));
  if (left.length === 0) return whole;
  const freed = left.map((opening): Opening => ({ ...opening, floor: null }));
  return composePatches(whole, patchOf(now, freed));
}

/** How many go along with which floor. */
export function saidOfSills({ project }: Query, patch: Patch): string[] {
  const lifted = liftedSlabs(project, patch);
  if (!lifted) return [];
  const { units } = settingsOf(project);
  return [...lifted.by].flatMap(([slab, up]) => {
    const count = [...lifted.now.tables.opening.values()].filter(({ id, floor, sill }) => {
      const before = project.tables.opening.get(id);
      return floor === slab && before !== undefined && before.sill !== sill;
    }).length;
    if (count === 0) return [];
    const what = count === 1 ? '1 opening goes' : `${count} openings go`;
    const way = `${formatLengthWithUnit(Math.abs(up), units)} ${up > 0 ? 'up' : 'down'}`;
    return [`${what} ${way} with ${nameElement(project, slab)}.`];
  });
}
