/** Where an opening goes on through a wall that stands against its own: a party wall, or one that lines it. */
import { cross, locate } from '../../geometry/point';
import { fromFrame, type Frame } from '../../kernels/joints/frame';
import type { OpeningPlace, Stretch } from './place';

/** Walls farther apart than this stand by themselves, mm. */
const farthest = 200;
/** Walls less parallel than this do not stand against each other: sine of the angle. */
const parallel = 0.01;

/** The stretch of another wall that an opening opens; undefined where that does not stand against the opening's wall. */
export function holeBehind({ t0, t1, z0, z1 }: OpeningPlace, own: Frame, other: Frame): Stretch | undefined {
  if (own.wall.id === other.wall.id || Math.abs(cross(own.direction, other.direction)) > parallel)
    return undefined;
  if (z1 <= other.base || z0 >= other.top) return undefined;
  const corners = [t0, t1].flatMap((t) =>
    [own.y0, own.y1].map((y) => locate(fromFrame(own, t, y), other.origin, other.direction))
  );
  const [low, high] = [Math.min(...corners.map(({ y }) => y)), Math.max(...corners.map(({ y }) => y))];
  const gap = Math.max(low - other.y1, other.y0 - high);
  const ts = corners.map(({ t }) => t);
  const hole = { t0: Math.min(...ts), t1: Math.max(...ts), z0, z1 };
  return gap <= farthest && hole.t1 > 0 && hole.t0 < other.length ? hole : undefined;
}
