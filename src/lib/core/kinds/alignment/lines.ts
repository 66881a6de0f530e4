/** Where aligned walls lie, and where they are to lie. */
import type { Project } from '../../document/kind';
import { along, cross, dot, locate, scale, subtract, unit } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { thicknessOf } from '../../kernels/joints/frame';
import { settingOutDepth } from '../wall/frame';
import { lengthBeside } from '../wall/heirs';
import type { Line } from '../wall/moves';
import { outwardsOf, wallsOf, type Wall, type WallLine } from '../wall/record';
import { storeyBelow } from '../storey/record';
import type { Alignment } from './record';

/** How far a line of a wall lies outwards of its setting-out line; 0 without its build-up. */
function outOf({ tables }: Project, wall: Wall, settingOut: WallLine): number {
  const buildUp = tables.buildUp.get(wall.buildUp);
  if (!buildUp) return 0;
  return settingOutDepth(buildUp, wall) - settingOutDepth(buildUp, { settingOut, settingOutOffset: 0 });
}

/** Where the setting-out line of the upper wall of an alignment is to lie; undefined where a wall of it is gone. */
export function lineFor(
  project: Project,
  { upper, lower, upperLine, lowerLine, offset }: Alignment
): Line | undefined {
  const [above, below] = [project.tables.wall.get(upper), project.tables.wall.get(lower)];
  if (!above || !below) return undefined;
  const out = unit(outwardsOf(below));
  const by = outOf(project, below, lowerLine) + offset - outOf(project, above, upperLine);
  const way = unit(subtract(below.b, below.a));
  const isAlong = dot(way, subtract(above.b, above.a)) >= 0;
  return { origin: along(below.a, out, by), direction: isAlong ? way : scale(way, -1) };
}

/** How far a wall is off the line that it is to lie on, at its farther end. */
export const offLine = ({ a, b }: Wall, { origin, direction }: Line): number =>
  Math.max(...[a, b].map((p) => Math.abs(locate(p, origin, direction).y)));

/** How far the line of one wall lies outwards of the line of another as they stand. */
export function offsetBetween(project: Project, alignment: Omit<Alignment, 'offset'>): number {
  const { wall } = project.tables;
  const [above, below] = [wall.get(alignment.upper)!, wall.get(alignment.lower)!];
  const out = unit(outwardsOf(below));
  const middle = { x: (above.a.x + above.b.x) / 2, y: (above.a.y + above.b.y) / 2 };
  const between = dot(subtract(middle, below.a), out);
  return between + outOf(project, above, alignment.upperLine) - outOf(project, below, alignment.lowerLine);
}

/** Whether two walls run alike and look the same way. */
export function runAlike(above: Wall, below: Wall): boolean {
  const [p, q] = [unit(subtract(above.b, above.a)), unit(subtract(below.b, below.a))];
  return (
    Math.abs(cross(p, q)) <= Math.sin(tolerances.inLine) && dot(outwardsOf(above), outwardsOf(below)) > 0
  );
}

/** Farther than this a wall below is no longer the one that stands under it, mm. */
const farthest = 2000;

/** Walls of the storey below that one could be kept over, the nearest face first. */
export function wallsUnder(project: Project, wall: Wall): Wall[] {
  const below = storeyBelow(project, wall.storey);
  if (!below) return [];
  const gap = (one: Wall) =>
    Math.abs(
      offsetBetween(project, {
        ...{ id: '', kind: 'alignment', name: '', upper: wall.id, lower: one.id },
        ...{ upperLine: 'outer', lowerLine: 'outer' }
      })
    );
  return wallsOf(project, below.id)
    .filter(
      (one) => runAlike(wall, one) && lengthBeside(wall, one) > tolerances.leastLength && gap(one) < farthest
    )
    .sort((p, q) => gap(p) - gap(q) || lengthBeside(wall, q) - lengthBeside(wall, p));
}

export const thicknessOfWall = ({ tables }: Project, { buildUp }: Wall): number => {
  const found = tables.buildUp.get(buildUp);
  return found ? thicknessOf(found) : 0;
};
