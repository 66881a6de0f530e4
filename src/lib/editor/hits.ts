/** What of the plan lies under a point. */
import { distance, locate, nearestOnSegment, type Point } from '../core/geometry/point';
import { guideLines } from '../core/kinds/guide/lines';
import { ringHolds } from '../core/geometry/ring';
import { outlineOf } from '../core/kinds/tracing-sheet/place';
import { sheetsShown } from './kinds/tracing-sheet/snaps';
import { textEnds } from '../core/display/marks';
import type { Editor } from './editor';
import { seenOn } from './seen';
import { paperPixels, placedMarks } from './sizes';
import type { StoreyModel } from '../core/kinds/storey/model';

/** The nearest of things that are nearer than so much. */
export function nearestOf<T>(
  things: Iterable<T>,
  gapTo: (thing: T) => number,
  within: number
): T | undefined {
  let [best, least]: [T | undefined, number] = [undefined, within];
  for (const one of things) {
    const gap = gapTo(one);
    if (gap < least) [best, least] = [one, gap];
  }
  return best;
}

/** The wall under a point: inside its thickness, or within the reach of its faces. */
export function wallAt(
  model: StoreyModel | undefined,
  p: Point,
  slack: number,
  isHidden: (id: string) => boolean = () => false
): string | undefined {
  let best: { id: string; gap: number } | undefined;
  for (const [id, frame] of model?.frames ?? []) {
    if (isHidden(id)) continue;
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

/** The dimension or note under a point: one of its lines, or its words. */
export function dimensionAt(editor: Editor, p: Point, mmPerPixel: number): string | undefined {
  if (editor.shown.tables.dimension.size === 0) return undefined;
  const paper = paperPixels * mmPerPixel;
  const reach = 4 * mmPerPixel;
  const hit = placedMarks(editor, mmPerPixel).find((mark) => {
    if (mark.kind === 'text')
      return distance(nearestOnSegment(p, ...textEnds(mark, paper)), p) < paper * mark.height;
    if (mark.kind === 'arc')
      return Math.abs(distance(p, mark.centre) - mark.radius) < reach && withinArc(mark, p);
    if (mark.kind !== 'lines') return false;
    return mark.points.some(
      (q, i) => i % 2 === 1 && distance(nearestOnSegment(p, mark.points[i - 1]!, q), p) < reach
    );
  });
  return hit && !editor.isHidden(hit.subject) ? hit.subject : undefined;
}

function withinArc({ centre, a0, a1 }: { centre: Point; a0: number; a1: number }, p: Point): boolean {
  const turn = Math.atan2(p.y - centre.y, p.x - centre.x) - a0;
  return ((turn % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI) <= a1 - a0;
}

/** The guide under a point. */
export function guideAt(editor: Editor, p: Point, slack: number): string | undefined {
  return seenOn(editor, editor.shown.tables.guide).find((guide) =>
    guideLines(editor.shown, guide).some(
      ({ point, direction }) => Math.abs(locate(p, point, direction).y) <= slack
    )
  )?.id;
}

/** The unlocked tracing sheet under a point; of several the uppermost. */
export function tracingSheetAt(editor: Editor, p: Point): string | undefined {
  return sheetsShown(editor)
    .reverse()
    .find((sheet) => !sheet.locked && ringHolds(outlineOf(sheet), p))?.id;
}
