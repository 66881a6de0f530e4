/** Named places near the pointer: ends, faces, middles, lines, in line with. The typed value wins over all of them. */
import {
  along,
  distance,
  dot,
  fromAngle,
  locate,
  meetLines,
  subtract,
  type Point
} from '../core/geometry/point';
import { degree } from '../core/units/angle';
import type { StoreyModel } from '../core/derive/graph';
import { fromFrame } from '../core/derive/frame';

export interface Snap {
  readonly point: Point;
  /** What it is, in words. */
  readonly name: string;
  /** A dash-dot line to what it refers to. */
  readonly from?: Point;
  /** A wall that would be joined. */
  readonly wall?: string;
}

interface Ranked extends Snap {
  /** Lower is better; distance in pixels is added. */
  readonly rank: number;
}

/** How near a place must be, pixels. */
const reach = 11;

export interface SnapInput {
  readonly pointer: Point;
  readonly mmPerPixel: number;
  readonly model: StoreyModel | undefined;
  /** Where the stretch being drawn began. */
  readonly start?: Point | undefined;
  /** First point of the run. */
  readonly first?: Point | undefined;
}

/** All places in reach, best first. Empty: the pointer is free. */
export function findSnaps({ pointer, mmPerPixel, model, start, first }: SnapInput): Snap[] {
  const radius = reach * mmPerPixel;
  const found: Ranked[] = [];
  const offer = (point: Point, name: string, rank: number, more: Partial<Snap> = {}) => {
    const gap = distance(point, pointer);
    if (gap <= radius) found.push({ point, name, rank: rank + gap / mmPerPixel / reach, ...more });
  };
  if (first && start && distance(first, start) > 1) offer(first, 'start of the run', 0);
  if (model) offerWalls(model, pointer, radius, offer);
  if (start) offerDirections(start, pointer, radius, offer);
  if (model) offerAlignments(model, pointer, start, radius, offer);
  const seen = new Set<string>();
  return found
    .sort((p, q) => p.rank - q.rank)
    .filter(({ point, name }) => {
      const key = `${Math.round(point.x)} ${Math.round(point.y)} ${name}`;
      return !seen.has(key) && seen.add(key);
    });
}

type Offer = (point: Point, name: string, rank: number, more?: Partial<Snap>) => void;

function offerWalls(model: StoreyModel, pointer: Point, radius: number, offer: Offer) {
  for (const { point, members } of model.footprints.nodes)
    offer(point, members.length > 1 ? 'joint' : 'end of a wall', 0.5, { wall: members[0]!.frame.wall.id });
  for (const [id, frame] of model.frames) {
    const { t, y } = locate(pointer, frame.origin, frame.direction);
    if (t < -radius || t > frame.length + radius || y < frame.y0 - radius || y > frame.y1 + radius) continue;
    const at = Math.max(0, Math.min(frame.length, t));
    offer(fromFrame(frame, frame.length / 2, 0), 'middle of a wall', 1, { wall: id });
    offer(fromFrame(frame, at, 0), 'on the setting-out line', 2.2, { wall: id });
    for (const face of [frame.y0, frame.y1]) {
      offer(fromFrame(frame, frame.length / 2, face), 'middle of a face', 1.2, { wall: id });
      offer(fromFrame(frame, at, face), 'on a face', 2, { wall: id });
    }
  }
}

/** Square to the page and at steps of 15 degrees from the start. */
function offerDirections(start: Point, pointer: Point, radius: number, offer: Offer) {
  const away = subtract(pointer, start);
  if (distance(start, pointer) < radius) return;
  for (let turn = 0; turn < 360; turn += 15) {
    const direction = fromAngle(turn * degree);
    const size = dot(away, direction);
    if (size > 0)
      offer(along(start, direction, size), `at ${turn}°`, turn % 90 === 0 ? 3 : 3.6, { from: start });
  }
}

/** Level with a joint, across or up the page; with a start also where that crosses a square direction. */
function offerAlignments(
  model: StoreyModel,
  pointer: Point,
  start: Point | undefined,
  radius: number,
  offer: Offer
) {
  for (const { point } of model.footprints.nodes) {
    for (const direction of [
      { x: 1, y: 0 },
      { x: 0, y: 1 }
    ]) {
      const foot = along(point, direction, dot(subtract(pointer, point), direction));
      if (distance(foot, pointer) > radius || distance(foot, point) < radius) continue;
      offer(foot, 'in line with a joint', 4, { from: point });
      if (!start) continue;
      const square = { x: direction.y, y: direction.x };
      const met = meetLines(point, direction, start, square);
      if (met) offer(met, 'square, in line with a joint', 2.6, { from: point });
    }
  }
}

/** The wall under a point: inside its thickness, or within the reach of its faces. */
export function wallAt(model: StoreyModel | undefined, p: Point, slack: number): string | undefined {
  let best: { id: string; gap: number } | undefined;
  for (const [id, frame] of model?.frames ?? []) {
    const { t, y } = locate(p, frame.origin, frame.direction);
    const gap = Math.max(0, -t, t - frame.length, frame.y0 - y, y - frame.y1);
    if (gap <= slack && (!best || gap < best.gap)) best = { id, gap };
  }
  return best?.id;
}

/** The opening under a point. */
export function openingAt(model: StoreyModel | undefined, p: Point, slack: number): string | undefined {
  for (const [wall, places] of model?.places ?? []) {
    const frame = model!.frames.get(wall)!;
    const { t, y } = locate(p, frame.origin, frame.direction);
    if (y < frame.y0 - slack || y > frame.y1 + slack) continue;
    const hit = places.find(({ t0, t1 }) => t > t0 && t < t1);
    if (hit) return hit.opening.id;
  }
  return undefined;
}
