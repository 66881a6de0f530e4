/** Walls that stand in a stair, over its steps, and how far. */
import type { Query } from '../../document/kind';
import { commonPieces, leastShared, sharedArea } from '../../geometry/common-area';
import { dot, type Point } from '../../geometry/point';
import { boxesMeet, boxOf, type Ring } from '../../geometry/ring';
import { withoutRings } from '../../geometry/union';
import { frameRectangle } from '../../kernels/joints/frame';
import { holesIn } from '../opening/stages';
import { storeyModelIn } from '../storey/model';
import type { Stair } from './record';
import { climbs, stairLayouts } from './shape';

/** Of the storey that it begins on; `into`: across the wall, mm. */
export function wallsInStair(query: Query, stair: Stair): { readonly wall: string; readonly into: number }[] {
  const layout = query.get(stairLayouts, stair.id);
  const [foot, , riser] = query.get(climbs, stair.id);
  if (!layout || foot === undefined || riser === undefined || riser <= 0) return [];
  const model = storeyModelIn(query, stair.storey);
  const box = boxOf(layout.outline);
  return model.walls.flatMap(({ frame, bands }) => {
    const { wall } = frame;
    const base = model.storey.datum + frame.base;
    const top = model.storey.datum + frame.top;
    const rings = bands.flatMap(({ outline }) => outline).filter((ring) => boxesMeet(boxOf(ring), box));
    if (rings.length === 0) return [];
    const holes = query.get(holesIn, wall.id).map(({ t0, t1, z0, z1 }) => ({
      ...{ z0: model.storey.datum + z0, z1: model.storey.datum + z1 },
      ring: frameRectangle(frame, t0, t1, frame.y0, frame.y1)
    }));
    const into = layout.steps.reduce((most, { up, ring }) => {
      const z = foot + up * riser;
      if (z <= base + 1 || top <= z - riser + 1) return most;
      // A step that goes through an opening stands in no wall there.
      const through = holes.filter(({ z0, z1 }) => z0 <= z - riser + 1 && z1 >= z).map((hole) => hole.ring);
      const solid = through.length > 0 ? withoutRings(rings, through) : rings;
      return solid.some((one) => sharedArea(one, ring) > leastShared)
        ? Math.max(most, ...solid.map((one) => depthInto(one, ring, frame.left)))
        : most;
    }, 0);
    return into < 1 ? [] : [{ wall: wall.id, into }];
  });
}

/** How wide what a step and a wall share is across the wall. */
function depthInto(wall: Ring, step: Ring, across: Point): number {
  const offs = commonPieces(wall, step).flatMap((piece) => piece.map((p) => dot(p, across)));
  return offs.length > 0 ? Math.max(...offs) - Math.min(...offs) : 0;
}
