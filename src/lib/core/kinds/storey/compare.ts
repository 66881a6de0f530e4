/** A storey beside the one below it: what its rooms gain by walls that are thinner. */
import type { Project, Query } from '../../document/kind';
import { after } from '../../document/command';
import type { Point } from '../../geometry/point';
import { ringHolds, ringsArea, type Ring } from '../../geometry/ring';
import { innerPoint } from '../../geometry/triangulate';
import { longestWay, sizesAlong } from '../../kernels/support/support';
import { settingOutDepth } from '../wall/frame';
import type { Wall } from '../wall/record';
import { roomsOn } from '../wall/rooms';
import { outlineOn } from '../wall/stages';

/** The project with the aligned walls of a storey as thick as those below, their outer faces where they are. */
function asThickAsBelow(project: Project, storey: string): Project {
  const { alignment, wall, buildUp } = project.tables;
  const thick = [...alignment.values()].flatMap((one): Wall[] => {
    const [above, below] = [wall.get(one.upper), wall.get(one.lower)];
    const own = above && buildUp.get(above.buildUp);
    if (!own || !below || above.storey !== storey || above.buildUp === below.buildUp) return [];
    const settingOutOffset = settingOutDepth(own, above);
    return [{ ...above, buildUp: below.buildUp, settingOut: 'offset', settingOutOffset }];
  });
  return thick.length > 0 ? after(project, thick) : project;
}

export interface RoomGain {
  /** A place within it. */
  readonly at: Point;
  readonly area: number;
  readonly gain: number;
  /** Along its longest edge, and across. */
  readonly sizes: readonly [number, number];
  readonly wider: readonly [number, number];
}

export interface StoreyGain {
  /** Within the inner faces of the outer walls, mm2; and what that is more than with walls as thick as below. */
  readonly area: number;
  readonly gain: number;
  readonly rooms: readonly RoomGain[];
}

/** By query, as details ask it again with every look at them: a whole storey is derived once more for it. */
const kept = new WeakMap<Query, Map<string, StoreyGain | undefined>>();

/** Undefined where no wall of it is kept over one of another thickness. */
export function gainOn(query: Query, storey: string): StoreyGain | undefined {
  const known = kept.get(query) ?? new Map<string, StoreyGain | undefined>();
  kept.set(query, known);
  if (!known.has(storey)) known.set(storey, findGain(query, storey));
  return known.get(storey);
}

function findGain(query: Query, storey: string): StoreyGain | undefined {
  const { project } = query;
  const thick = asThickAsBelow(project, storey);
  if (thick === project) return undefined;
  const other = query.at(thick);
  const areaOf = (asked: Query) => ringsArea(outlineOn(asked, storey, 'inner')?.rings ?? []);
  const small = other.get(roomsOn, storey);
  const rooms = query.get(roomsOn, storey).flatMap((rings): RoomGain[] => {
    const [outer, ...holes] = rings as [Ring, ...Ring[]];
    const at = innerPoint(outer, holes);
    // The one that lies in it.
    const before = small.find(([ring]) => ring && ringHolds(outer, innerPoint(ring) ?? ring[0]!));
    if (!at || !before) return [];
    const way = longestWay(outer);
    const [sizes, were] = [sizesAlong(outer, way), sizesAlong(before[0]!, way)];
    const area = ringsArea(rings);
    const wider = [sizes[0] - were[0], sizes[1] - were[1]] as const;
    return [{ at, area, sizes, wider, gain: area - ringsArea(before) }];
  });
  const area = areaOf(query);
  return { area, gain: area - areaOf(other), rooms };
}
