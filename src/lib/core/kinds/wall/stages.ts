/** What is derived from walls: frames, the joints of a storey with the plies' footprints, outlines. */
import type { Query } from '../../document/kind';
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
  deriveFootprints,
  type StoreyFootprints,
  type WallFootprint
} from '../../kernels/joints/footprints';
import { gatherNodes, nodeKey, type Node } from '../../kernels/joints/gather';
import { ringsArea } from '../../geometry/ring';
import type { SlabFace } from '../slab/record';
import { storeysInOrder } from '../storey/record';
import { makeFrame, topDatumOf, type WallFrame } from './frame';
import { OutlineMemory, deriveBuildings, deriveOutline, type Outline, type Surround } from './outline';
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

/** The frame of a wall, by its id; undefined without its build-up or storey. */
export const frames = stage(
  'frames',
  {
    wall: own('wall'),
    buildUp: ({ project: { tables } }, id) => tables.buildUp.get(tables.wall.get(id)?.buildUp ?? ''),
    topDatum: ({ project }, id) => {
      const wall = project.tables.wall.get(id);
      return wall && topDatumOf(project, wall);
    }
  },
  ({ wall, buildUp, topDatum }): WallFrame | undefined =>
    wall && buildUp && topDatum !== undefined ? makeFrame(wall, buildUp, topDatum) : undefined
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

/** Where the walls of a storey meet: all that commands which move walls need to know. By the storey's id. */
export const nodesOn = stage('nodes', { frames: result(framesOn) }, ({ frames: all }): readonly Node[] =>
  gatherNodes(all)
);

/** The joints of a storey's walls solved, and the footprints of their plies. By the storey's id. */
export const footprints = stageWithMemory(
  'footprints',
  {
    frames: result(framesOn),
    nodes: result(nodesOn),
    overrides: ({ project }, storey) =>
      [...project.tables.joint.values()].filter((one) => one.storey === storey)
  },
  () => new JointMemory(),
  ({ frames: all, nodes, overrides }, _, memory): StoreyFootprints<WallFrame> =>
    deriveFootprints(all, new Map(overrides.map((one) => [nodeKey(one.members), one])), memory, nodes)
);

/** The footprint of one wall, by its id. */
export const footprintOf = (query: Query, id: string): WallFootprint<WallFrame> | undefined => {
  const wall = query.project.tables.wall.get(id);
  return wall && query.get(footprints, wall.storey).walls.get(id);
};

export const outlineKey = (storey: string, face: SlabFace) => pairKey(face, storey);

const sameOutline = (p: Outline | undefined, q: Outline | undefined) =>
  p === q || (!!p && !!q && sameInput(p.rings, q.rings) && sameInput(p.walls, q.walls));

/** The line round the outer walls of a storey: `outlineKey`. Undefined where they enclose nothing. */
export const outlines = stageWithMemory(
  'outlines',
  { walls: (query, key) => [...query.get(footprints, partsOfKey(key)[1]).walls.values()] },
  () => new OutlineMemory(),
  ({ walls }, key, memory): Outline | undefined =>
    deriveOutline(walls, partsOfKey(key)[0] as SlabFace, memory),
  sameOutline
);

/** The lines round every building of a storey, by its id. */
export const buildings = stage(
  'buildings',
  {
    walls: (query, storey) => [...query.get(footprints, storey).walls.values()],
    closed: result(outlines, (storey) => outlineKey(storey, 'outer'))
  },
  ({ walls, closed }): readonly Surround[] => deriveBuildings(walls, closed)
);

export const outlineOn = (query: Query, storey: string, face: SlabFace): Outline | undefined =>
  query.get(outlines, outlineKey(storey, face));

/** Floor area within the outer faces, all storeys together, mm2. */
export const floorArea = (query: Query): number =>
  ringsArea(storeysInOrder(query.project).flatMap(({ id }) => outlineOn(query, id, 'outer')?.rings ?? []));
