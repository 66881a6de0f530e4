/** What came into the place of a wall in a change: parts of it, or the wall that it became a part of. */
import type { Project } from '../../document/kind';
import type { Patch } from '../../document/patch';
import { distance, locate, nearestOnSegment, subtract, unit } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import type { Wall } from './record';

/** How much of a wall lies beside another, mm along that; less than nothing where they lie apart. */
export function lengthBeside(one: Wall, other: Wall): number {
  const way = unit(subtract(other.b, other.a));
  const [s, t] = [locate(one.a, other.a, way).t, locate(one.b, other.a, way).t];
  return Math.min(Math.max(s, t), distance(other.a, other.b)) - Math.max(Math.min(s, t), 0);
}

/** How much of a wall lies along the line of another of its storey, mm. */
function sharedLength(one: Wall, other: Wall): number {
  const way = unit(subtract(other.b, other.a));
  const isOn = [one.a, one.b].every((p) => Math.abs(locate(p, other.a, way).y) <= tolerances.joint);
  return one.storey === other.storey && isOn ? lengthBeside(one, other) : 0;
}

const liesOn = (wall: Wall, { a, b }: Wall): boolean =>
  [wall.a, wall.b].every((p) => distance(nearestOnSegment(p, a, b), p) <= tolerances.joint);

/** Walls that came to lie where one of before lay, by their ids; none where that one gave nothing away. */
export function heirsOfWall({ tables }: Project, patch: Patch, id: string): string[] {
  const was = tables.wall.get(id);
  const change = patch.get(id);
  if (!was || !change) return [];
  if (change.after?.kind === 'wall' && liesOn(was, change.after)) return [];
  return [...patch.values()].flatMap(({ after: wall }) => {
    if (wall?.kind !== 'wall' || wall.id === id) return [];
    const known = tables.wall.get(wall.id);
    const isNew = !known || sharedLength(known, was) <= tolerances.leastLength;
    return isNew && sharedLength(wall, was) > tolerances.leastLength ? [wall.id] : [];
  });
}
