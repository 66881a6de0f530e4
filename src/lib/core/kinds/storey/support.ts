/** What the walls of a storey stand on: structures of the walls below, the floor between, or nothing. */
import { sameInput, stageWithMemory } from '../../document/stage';
import { locate, type Point } from '../../geometry/point';
import { boxesMeet, boxOf, type Box, type Ring } from '../../geometry/ring';
import type { WallFootprint } from '../../kernels/joints/footprints';
import { tolerances } from '../../geometry/tolerances';
import { trianglesOf } from '../../geometry/triangulate';
import { supportAlong, type SupportStretch } from '../../kernels/support/support';
import { coreOf, type WallFrame } from '../wall/frame';
import { storeyModels } from './model';
import { storeyBelow } from './record';

export interface WallSupport {
  readonly frame: WallFrame;
  readonly stretches: readonly SupportStretch[];
}

interface Core {
  readonly ring: Ring;
  readonly box: Box;
}

type Bands = WallFootprint['bands'];

/** What was found the last time: structures by the bands of their wall, stretches by wall. */
class SupportMemory {
  private readonly cores = new WeakMap<Bands, readonly Core[]>();
  private readonly known = new Map<
    string,
    { readonly of: readonly unknown[]; readonly found: WallSupport }
  >();

  /** Structures of a wall below, in triangles. */
  coresOf({ frame, bands }: WallFootprint<WallFrame>): readonly Core[] {
    const old = this.cores.get(bands);
    if (old) return old;
    const made = coreOf(frame, bands.at(-1)).flatMap((ring) =>
      trianglesOf(ring).map((part) => ({ ring: part, box: boxOf(part) }))
    );
    this.cores.set(bands, made);
    return made;
  }

  supportOf(frame: WallFrame, bands: Bands, cores: readonly Core[], depth: number): WallSupport[] {
    const core = coreOf(frame, bands[0]);
    if (frame.base > tolerances.coincident || core.length === 0) return [];
    const around = boxOf(core.flat());
    const near = cores.filter(({ box }) => boxesMeet(box, around, depth));
    const of = [frame, bands, depth, ...near];
    const old = this.known.get(frame.wall.id);
    if (old && sameInput(old.of, of)) return [old.found];
    const along = core.flat().map((p) => locate(p, frame.origin, frame.direction).t);
    const there = near.map(({ ring }) =>
      ring.map((p): Point => {
        const { t, y } = locate(p, frame.origin, frame.direction);
        return { x: t, y };
      })
    );
    const ends = [Math.min(...along), Math.max(...along)] as const;
    const found = { frame, stretches: supportAlong(ends, frame.core, there, depth) };
    this.known.set(frame.wall.id, { of, found });
    return [found];
  }
}

/** By the storey; none on the lowest. */
export const supportOn = stageWithMemory(
  'support of walls',
  {
    own: (query, storey) => query.get(storeyModels, storey),
    below: (query, storey) => {
      const below = storeyBelow(query.project, storey);
      return below && query.get(storeyModels, below.id);
    },
    rise: (query, storey) =>
      (query.project.tables.storey.get(storey)?.datum ?? 0) -
      (storeyBelow(query.project, storey)?.datum ?? 0),
    depth: ({ project }, storey) => project.tables.storey.get(storey)?.floorDepth ?? 0
  },
  () => new SupportMemory(),
  ({ own, below, rise, depth }, _, memory): readonly WallSupport[] => {
    if (!own || !below) return [];
    // Those that come up to the floor, and will stand.
    const cores = below.walls.flatMap((wall) =>
      wall.frame.top < rise - depth - tolerances.joint || wall.frame.wall.work === 'removed'
        ? []
        : memory.coresOf(wall)
    );
    return own.walls.flatMap(({ frame, bands }) => memory.supportOf(frame, bands, cores, depth));
  }
);
