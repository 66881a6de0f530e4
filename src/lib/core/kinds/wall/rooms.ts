/** What lies between walls, within the inner faces of the outer ones: clear outlines that follow every edit of them. */
import { result, stage } from '../../document/stage';
import type { Query } from '../../document/kind';
import type { Point } from '../../geometry/point';
import { loopsOf, ringsArea, ringsHold, type Ring } from '../../geometry/ring';
import { withoutRings } from '../../geometry/union';
import { footprints, outlineKey, outlines } from './stages';

/** Smaller ones are leftovers, mm2. */
const leastRoom = 250_000;

/** Each counter-clockwise, then clockwise what stands in it. By the storey's id. */
export const roomsOn = stage(
  'rooms of a storey',
  {
    inner: result(outlines, (storey) => outlineKey(storey, 'inner')),
    walls: (query: Query, storey) =>
      [...query.get(footprints, storey).walls.values()].flatMap(({ bands, frame }) =>
        frame.wall.work === 'removed' ? [] : bands
      )
  },
  ({ inner, walls }): readonly (readonly Ring[])[] => {
    if (!inner || inner.rings.length === 0) return [];
    const rings = withoutRings(
      inner.rings,
      walls.flatMap(({ outline }) => outline)
    );
    return loopsOf(rings)
      .map((loop) => loop.map((k) => rings[k]!))
      .filter((loop) => ringsArea(loop) > leastRoom);
  }
);

/** The rings of the room round a place; undefined where walls close round none. */
export const roomAt = (query: Query, storey: string, at: Point): readonly Ring[] | undefined =>
  query.get(roomsOn, storey).find((rings) => ringsHold(rings, at));
