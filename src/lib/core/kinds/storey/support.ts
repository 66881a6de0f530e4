/** What the walls of a storey stand on: structures of the walls below, the floor between, or nothing. */
import type { Query } from '../../document/kind';
import { stage } from '../../document/stage';
import { locate, type Point } from '../../geometry/point';
import type { Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { trianglesOf } from '../../geometry/triangulate';
import { supportAlong, type SupportStretch } from '../../kernels/support/support';
import { coreOf, type WallFrame } from '../wall/frame';
import { storeyModels, type StoreyModel } from './model';
import { storeysInOrder } from './record';

export interface WallSupport {
  readonly frame: WallFrame;
  readonly stretches: readonly SupportStretch[];
}

const storeyBelow = ({ project }: Query, storey: string) => {
  const order = storeysInOrder(project);
  return order[order.findIndex(({ id }) => id === storey) - 1];
};

/** Structures of the walls of the storey below that come up to the floor, in triangles; `floor`: above their datum. */
const coresBelow = (below: StoreyModel, floor: number): Ring[] =>
  below.walls.flatMap(({ frame, bands }) =>
    frame.top < floor - tolerances.joint || frame.wall.work === 'removed'
      ? []
      : coreOf(frame, bands.at(-1)).flatMap((ring) => trianglesOf(ring))
  );

/** By the storey; none on the lowest. */
export const supportOn = stage(
  'support of walls',
  {
    own: (query, storey) => query.get(storeyModels, storey),
    below: (query, storey) => {
      const below = storeyBelow(query, storey);
      return below && query.get(storeyModels, below.id);
    },
    rise: (query, storey) =>
      (query.project.tables.storey.get(storey)?.datum ?? 0) - (storeyBelow(query, storey)?.datum ?? 0),
    depth: ({ project }, storey) => project.tables.storey.get(storey)?.floorDepth ?? 0
  },
  ({ own, below, rise, depth }): readonly WallSupport[] => {
    if (!own || !below) return [];
    const cores = coresBelow(below, rise - depth);
    return own.walls.flatMap(({ frame, bands }) => {
      const core = coreOf(frame, bands[0]);
      if (frame.base > tolerances.coincident || core.length === 0) return [];
      const along = core.flat().map((p) => locate(p, frame.origin, frame.direction).t);
      const there = cores.map((ring) =>
        ring.map((p): Point => {
          const { t, y } = locate(p, frame.origin, frame.direction);
          return { x: t, y };
        })
      );
      return [
        { frame, stretches: supportAlong([Math.min(...along), Math.max(...along)], frame.core, there, depth) }
      ];
    });
  }
);
