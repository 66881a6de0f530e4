/** Footings go on under what comes of the walls on them: parts of one that is cut, the one that two are joined into. */
import type { Query } from '../../document/kind';
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import { distance, locate, nearestOnSegment, subtract, unit } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Wall } from '../wall/record';
import type { Footing, OverFooting } from './record';

/** How much of a wall lies along the line of another, mm. */
function sharedLength(one: Wall, other: Wall): number {
  if (one.storey !== other.storey) return 0;
  const way = unit(subtract(other.b, other.a));
  const [p, q] = [one.a, one.b].map((end) => locate(end, other.a, way)) as [
    { t: number; y: number },
    { t: number; y: number }
  ];
  if (Math.abs(p.y) > tolerances.joint || Math.abs(q.y) > tolerances.joint) return 0;
  const long = distance(other.a, other.b);
  return Math.min(Math.max(p.t, q.t), long) - Math.max(Math.min(p.t, q.t), 0);
}

const liesOn = (wall: Wall, { a, b }: Wall): boolean =>
  [wall.a, wall.b].every((p) => distance(nearestOnSegment(p, a, b), p) <= tolerances.joint);

/** The law: walls that came into the place of one on a footing stand on it too. */
export function followsWalls({ project }: Query, patch: Patch): Patch {
  if (project.tables.footing.size === 0) return patch;
  const changes = [...patch.values()];
  const before = changes.flatMap(({ before: wall }) => (wall?.kind === 'wall' ? [wall] : []));
  const after = changes.flatMap(({ after: wall }) => (wall?.kind === 'wall' ? [wall] : []));
  if (before.length === 0 || after.length === 0) return patch;
  const now = applyPatch(project, patch);
  const puts = [...now.tables.footing.values()].flatMap((footing): Footing[] => {
    const old = project.tables.footing.get(footing.id);
    if (!old) return [];
    const has = new Set(footing.walls.map(({ of }) => of));
    const heirs = old.walls.flatMap(({ of, projection }) => {
      const was = before.find(({ id }) => id === of);
      const is = now.tables.wall.get(of);
      // One that stays where it was gave nothing away.
      if (!was || (is && liesOn(was, is))) return [];
      return after.flatMap((wall): OverFooting[] => {
        const known = project.tables.wall.get(wall.id);
        const isNew = !known || sharedLength(known, was) <= tolerances.leastLength;
        if (has.has(wall.id) || !isNew || sharedLength(wall, was) <= tolerances.leastLength) return [];
        has.add(wall.id);
        return [{ of: wall.id, projection }];
      });
    });
    return heirs.length > 0 ? [{ ...footing, walls: [...footing.walls, ...heirs] }] : [];
  });
  return puts.length > 0 ? composePatches(patch, patchOf(now, puts)) : patch;
}
