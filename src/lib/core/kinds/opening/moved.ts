/** Openings copied, mirrored, turned or slid by themselves: each into the wall that stands where its middle comes to lie. */
import { turnedVector, moved, type Motion } from '../../geometry/motion';
import { cross, dot, locate, scale, type Point } from '../../geometry/point';
import { toStored } from '../../geometry/tolerances';
import { refuse } from '../../document/command';
import type { Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import { fromFrame, type Frame } from '../../kernels/joints/frame';
import { needFrame } from '../wall/checks';
import { frameOf } from '../wall/frame';
import { placedAt, placeOf } from './checks';
import { hangingOf } from './place';
import type { Opening } from './record';

/** Farther than this from a wall's body an opening is in no wall, mm: of one that runs the same way, and of any other. */
const reach = { same: 500, other: 50 };
const parallel = 0.01;

/** An opening, its set-out as it was where it stays in its wall, moved; refused where no wall is there. */
export function movedOpening(project: Project, opening: Opening, motion: Motion): Opening {
  const wall = project.tables.wall.get(opening.wall)!;
  const own = needFrame(project, wall);
  const place = placeOf(project, opening, wall);
  const middle = moved(motion, fromFrame(own, (place.t0 + place.t1) / 2, (own.y0 + own.y1) / 2));
  const frames = [...project.tables.wall.values()].flatMap((one) =>
    one.storey === wall.storey ? (frameOf(project, one) ?? []) : []
  );
  const frame = hostAt(own, turnedVector(motion, own.direction), frames, middle);
  if (!frame)
    refuse(project, 'opening.no-wall', {
      subjects: [opening.id],
      texts: { thing: nameOf(project, opening) }
    });
  const { t } = locate(middle, frame.origin, frame.direction);
  const t0 = t - opening.width / 2;
  const { hinge, latch, side } = hangingOf(own, place);
  const along = (v: Point, way: Point) => dot(turnedVector(motion, v), way) > 0;
  const isHungLow = !along(scale(own.direction, hinge - latch), frame.direction);
  const isLeft = along(scale(own.left, side), frame.left);
  const host = frame.wall;
  // What lies to the left, seen from inside, stays on that side of the house.
  const toLeft = (of: Frame) => scale(of.direction, of.wall.outside === 'left' ? -1 : 1);
  const turned = opening.filling !== 'none' && !along(toLeft(own), toLeft(frame));
  const mirrored = opening.mirrored !== turned;
  const handingAt = (end: Opening['end']): Opening['handing'] => ({
    hinge: isHungLow === (end === 'a') ? 'near' : 'far',
    opens: isLeft === (host.outside === 'left') ? 'outside' : 'inside'
  });
  if (host.id === wall.id)
    return placedAt(project, { ...opening, mirrored, handing: handingAt(opening.end) }, t0);
  return {
    ...opening,
    ...{ wall: host.id, end: 'a', origin: { kind: 'line' }, to: 'near', distance: toStored(t0) },
    ...{ mirrored, handing: handingAt('a') }
  };
}

/** The wall that holds a point: its own where it does, else the nearest. `way`: as the opening runs there. */
function hostAt(own: Frame, way: Point, frames: readonly Frame[], p: Point): Frame | undefined {
  const off = (frame: Frame) => {
    const { t, y } = locate(p, frame.origin, frame.direction);
    return Math.max(0, -t, t - frame.length, frame.y0 - y, y - frame.y1);
  };
  const most = (frame: Frame) =>
    Math.abs(cross(way, frame.direction)) < parallel ? reach.same : reach.other;
  const near = frames.filter((frame) => off(frame) <= most(frame)).sort((a, b) => off(a) - off(b));
  return near.find((frame) => frame.wall.id === own.wall.id && off(frame) <= reach.other) ?? near[0];
}
