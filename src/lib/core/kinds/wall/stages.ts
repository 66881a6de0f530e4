/** What is derived from walls: frames, the joints of a storey with the plies' footprints, outlines. */
import type { Project, Query } from '../../document/kind';
import {
  own,
  pairKey,
  partsOfKey,
  result,
  sameInput,
  stage,
  stageWithMemory,
  table
} from '../../document/stage';
import {
  JointMemory,
  footprintsByIsland,
  type FootprintsByIsland,
  type StoreyFootprints,
  type WallFootprint
} from '../../kernels/joints/footprints';
import { nodeKey, type Node } from '../../kernels/joints/gather';
import { IslandMemory, islandsOf, type Island } from '../../kernels/joints/islands';
import { ringsArea } from '../../geometry/ring';
import type { SlabFace } from '../slab/record';
import { storeysInOrder } from '../storey/record';
import { makeFrame, type WallFrame } from './frame';
import { heightsOf } from './standing';
import {
  OutlineMemory,
  buildingsOfPart,
  haveOuter,
  outlineOfParts,
  outlinesByPart,
  type Outline,
  type Surround
} from './outline';
import type { Wall } from './record';
import { groupedBy } from '../../document/grouped';

/** Sorts the walls once for all storeys. */
const wallsByStorey = stage('walls by storey', { walls: table('wall') }, ({ walls }) =>
  groupedBy(walls.values(), ({ storey }) => storey)
);

/** The walls of a storey: the same list while they are the same, so that a drag leaves the other storeys alone. */
export const wallsOn = stage(
  'walls of a storey',
  { sorted: result(wallsByStorey, () => '') },
  ({ sorted }, storey): readonly Wall[] => sorted.get(storey) ?? []
);

const heightsIn = (project: Project, id: string) => {
  const wall = project.tables.wall.get(id);
  return wall && heightsOf(project, wall);
};

/** The frame of a wall, by its id; undefined without its build-up or storey. */
export const frames = stage(
  'frames',
  {
    wall: own('wall'),
    buildUp: ({ project: { tables } }, id) => tables.buildUp.get(tables.wall.get(id)?.buildUp ?? ''),
    base: ({ project }, id) => heightsIn(project, id)?.base,
    top: ({ project }, id) => heightsIn(project, id)?.top,
    floorDepth: ({ project: { tables } }, id) =>
      tables.storey.get(tables.wall.get(id)?.storey ?? '')?.floorDepth ?? 0
  },
  ({ wall, buildUp, base, top, floorDepth }): WallFrame | undefined =>
    wall && buildUp && base !== undefined && top !== undefined
      ? makeFrame(wall, buildUp, { base, top }, floorDepth)
      : undefined
);

/** The frames of a storey's walls, in the order of the walls; by the storey's id. */
export const framesOn = stage(
  'frames of a storey',
  {
    found: (query: Query, storey) =>
      query.get(wallsOn, storey).flatMap(({ id }) => query.get(frames, id) ?? [])
  },
  ({ found }): readonly WallFrame[] => found
);

/** The walls of a storey in groups that do not meet, with where those of each meet. By the storey's id. */
export const islandsOn = stageWithMemory(
  'islands of walls',
  { frames: result(framesOn) },
  () => new IslandMemory<WallFrame>(),
  ({ frames: all }, _, memory): readonly Island<WallFrame>[] => islandsOf(all, memory)
);

/** Where the walls of a storey meet: all that commands which move walls need to know. By the storey's id. */
export const nodesOn = stage('nodes', { islands: result(islandsOn) }, ({ islands }): readonly Node[] =>
  islands.flatMap(({ nodes }) => nodes)
);

/** The joints of a storey's walls solved, and the footprints of their plies. By the storey's id. */
export const footprints = stageWithMemory(
  'footprints',
  {
    islands: result(islandsOn),
    overrides: ({ project }, storey) =>
      [...project.tables.joint.values()].filter((one) => one.storey === storey)
  },
  () => new JointMemory(),
  ({ islands, overrides }, _, memory): FootprintsByIsland<WallFrame> =>
    footprintsByIsland(islands, new Map(overrides.map((one) => [nodeKey(one.members), one])), memory)
);

/** The footprint of one wall, by its id. */
export const footprintOf = (query: Query, id: string): WallFootprint<WallFrame> | undefined => {
  const wall = query.project.tables.wall.get(id);
  return wall && query.get(footprints, wall.storey).walls.get(id);
};

export const outlineKey = (storey: string, face: SlabFace) => pairKey(face, storey);

const sameOutline = (p: Outline | undefined, q: Outline | undefined) =>
  p === q || (!!p && !!q && sameInput(p.rings, q.rings) && sameInput(p.walls, q.walls));

/** The lines round the outer walls of each island: `outlineKey`. */
export const outlinesOfIslands = stageWithMemory(
  'outlines of islands',
  { islands: (query, key) => query.get(footprints, partsOfKey(key)[1]).islands },
  () => new OutlineMemory(),
  ({ islands }, key, memory): readonly Outline[] =>
    outlinesByPart(islands, partsOfKey(key)[0] as SlabFace, memory)
);

/** The line round the outer walls of a storey: `outlineKey`. Undefined where they enclose nothing. */
export const outlines = stage(
  'outlines',
  { found: result(outlinesOfIslands) },
  ({ found }) => outlineOfParts(found),
  sameOutline
);

/** The lines round every building of a storey, by its id: the closed ones first. */
export const buildings = stageWithMemory(
  'buildings',
  {
    islands: (query, storey) => query.get(footprints, storey).islands,
    closed: result(outlinesOfIslands, (storey) => outlineKey(storey, 'outer'))
  },
  () => new WeakMap<Outline, { readonly of: StoreyFootprints; readonly found: readonly Surround[] }>(),
  ({ islands, closed }, _, memory): readonly Surround[] => {
    const hasOuter = haveOuter(islands);
    const found = islands.flatMap((island, i) => {
      const outline = closed[i]!;
      const kept = memory.get(outline);
      if (kept?.of === island) return kept.found;
      const made = buildingsOfPart(island, outline, hasOuter);
      memory.set(outline, { of: island, found: made });
      return made;
    });
    return [...found.filter(({ isClosed }) => isClosed), ...found.filter(({ isClosed }) => !isClosed)];
  }
);

export const outlineOn = (query: Query, storey: string, face: SlabFace): Outline | undefined =>
  query.get(outlines, outlineKey(storey, face));

/** Floor area within the outer faces, all storeys together, mm2. */
export const floorArea = (query: Query): number =>
  ringsArea(storeysInOrder(query.project).flatMap(({ id }) => outlineOn(query, id, 'outer')?.rings ?? []));
