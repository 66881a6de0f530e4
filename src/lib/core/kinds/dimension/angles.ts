/** Where notes point and how far angles open, now. */
import { frameOf } from '../wall/frame';
import { along, angleOf, leftOf, meetLines, scale, type Point } from '../../geometry/point';
import { borderOf, type Border, type Readable } from './sizes';
import type { AngleArm, NoteTip } from './record';

/** Where a note points; undefined when its wall is gone or has no build-up. */
export function tipAt(project: Readable, tip: NoteTip): Point | undefined {
  if (tip.kind === 'point') return tip.at;
  const wall = project.tables.wall.get(tip.wall);
  const frame = wall && frameOf(project, wall);
  return frame && along(along(frame.origin, frame.direction, tip.t), leftOf(frame.direction), tip.y);
}

/** One side of an angle. */
export interface Ray {
  readonly border: Border;
  readonly direction: Point;
}

export interface OpenAngle {
  readonly vertex: Point;
  /** Direction of the first ray, and how far the second lies on from it, counter-clockwise, radians. */
  readonly a0: number;
  readonly size: number;
  readonly rays: readonly [Ray, Ray];
}

function rayOf(project: Readable, { wall, side, reverse }: AngleArm): Ray | undefined {
  const border = borderOf(project, { wall, side });
  return border && { border, direction: scale(border.direction, reverse ? -1 : 1) };
}

/** The angle as it is; undefined when its rays are parallel or one of its walls is gone. */
export function angleNow(project: Readable, arms: readonly [AngleArm, AngleArm]): OpenAngle | undefined {
  const [p, q] = [rayOf(project, arms[0]), rayOf(project, arms[1])];
  const vertex = p && q && meetLines(p.border.point, p.direction, q.border.point, q.direction);
  if (!vertex) return undefined;
  const a0 = angleOf(p.direction);
  const size = (angleOf(q.direction) - a0 + 4 * Math.PI) % (2 * Math.PI);
  return { vertex, a0, size, rays: [p, q] };
}
