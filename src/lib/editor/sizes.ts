/** Sizes in the plan as things to point at. */
import { dimensionStrings, endsOfSize, placeOfSize, type DimensionString } from '../core/drawing/dimensions';
import type { StoreyModel } from '../core/derive/graph';
import type { SizeEnd } from '../core/project/records';
import { cross, distance, dot, locate, subtract, type Point } from '../core/geometry/point';
import type { Editor } from './editor';

/** Pixels for a millimetre of paper: pens and texts keep their size on screen. */
export const paperPixels = 4.3;

const kept = new WeakMap<StoreyModel, { inputs: readonly unknown[]; strings: readonly DimensionString[] }>();
const none: readonly DimensionString[] = [];

/** The automatic strings of the storey in hand at a scale; the same list while nothing they read changed. */
export function stringsOf(editor: Editor, mmPerPixel: number): readonly DimensionString[] {
  const model = editor.storeyModel;
  if (!model) return none;
  const outline = editor.model.outline(editor.shown, editor.storey, 'outer');
  const inputs = [outline, editor.settings, mmPerPixel];
  const old = kept.get(model);
  if (old?.inputs.every((input, i) => input === inputs[i])) return old.strings;
  const strings = dimensionStrings(model, outline, editor.settings, paperPixels * mmPerPixel);
  kept.set(model, { inputs, strings });
  return strings;
}

/** The ends of the size that is written at a point of the plan. */
export function sizeAt(editor: Editor, p: Point, mmPerPixel: number): [SizeEnd, SizeEnd] | undefined {
  const model = editor.storeyModel;
  if (!model) return undefined;
  const paper = paperPixels * mmPerPixel;
  for (const string of stringsOf(editor, mmPerPixel))
    for (const [i, size] of string.sizes.entries()) {
      const { at, along, reach, height } = placeOfSize(string, size, paper);
      const off = subtract(p, at);
      if (Math.abs(dot(off, along)) <= reach && Math.abs(cross(along, off)) <= height / 2 + 2 * mmPerPixel)
        return endsOfSize(model, string, i);
    }
  return undefined;
}

/** The nearest face of a wall, or jamb of an opening, within reach of a point. */
export function sizeEndAt(editor: Editor, p: Point, mmPerPixel: number): SizeEnd | undefined {
  const model = editor.storeyModel;
  const reach = 12 * mmPerPixel;
  let best: { end: SizeEnd; gap: number } | undefined;
  const offer = (end: SizeEnd, gap: number) => {
    if (gap <= reach && (!best || gap < best.gap)) best = { end, gap };
  };
  for (const [wall, frame] of model?.frames ?? []) {
    const { t, y } = locate(p, frame.origin, frame.direction);
    const past = Math.max(0, -t, t - frame.length);
    offer({ wall, side: 'right' }, Math.hypot(past, y - frame.y0));
    offer({ wall, side: 'left' }, Math.hypot(past, y - frame.y1));
    const inside = y > frame.y0 && y < frame.y1;
    for (const { opening, t0, t1 } of inside ? (model!.places.get(wall) ?? []) : []) {
      offer({ opening: opening.id, jamb: 'low' }, distance({ x: t, y: 0 }, { x: t0, y: 0 }));
      offer({ opening: opening.id, jamb: 'high' }, distance({ x: t, y: 0 }, { x: t1, y: 0 }));
    }
  }
  return best?.end;
}
