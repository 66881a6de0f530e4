/** What of the plan lies under a point. */
import { locate, type Point } from '../core/geometry/point';
import type { StoreyModel } from '../core/derive/graph';

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
