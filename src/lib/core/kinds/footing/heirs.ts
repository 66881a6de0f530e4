/** Footings go on under what comes of the walls on them: parts of one that is cut, the one that two are joined into. */
import type { Query } from '../../document/kind';
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import { heirsOfWall } from '../wall/heirs';
import type { Footing, OverFooting } from './record';

/** The law: walls that came into the place of one on a footing stand on it too. */
export function followsWalls({ project }: Query, patch: Patch): Patch {
  if (project.tables.footing.size === 0) return patch;
  const isAbout = [...project.tables.footing.values()].some(({ walls }) =>
    walls.some(({ of }) => heirsOfWall(project, patch, of).length > 0)
  );
  if (!isAbout) return patch;
  const now = applyPatch(project, patch);
  const puts = [...now.tables.footing.values()].flatMap((footing): Footing[] => {
    const has = new Set(footing.walls.map(({ of }) => of));
    const heirs = (project.tables.footing.get(footing.id)?.walls ?? []).flatMap(({ of, projection }) =>
      heirsOfWall(project, patch, of).flatMap((id): OverFooting[] => {
        if (has.has(id)) return [];
        has.add(id);
        return [{ of: id, projection }];
      })
    );
    return heirs.length > 0 ? [{ ...footing, walls: [...footing.walls, ...heirs] }] : [];
  });
  return puts.length > 0 ? composePatches(patch, patchOf(now, puts)) : patch;
}
