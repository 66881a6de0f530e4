/** Sizes in the plan as things to point at. */
import { dimensionStrings, endsOfSize, placeOfSize, type DimensionString } from '../core/drawing/dimensions';
import { placedStrings, type PlacedString } from '../core/drawing/placed';
import type { StoreyModel } from '../core/derive/graph';
import type { SizeEnd } from '../core/project/records';
import { cross, dot, subtract, type Point } from '../core/geometry/point';
import type { Editor } from './editor';

/** Pixels for a millimetre of paper: pens and texts keep their size on screen. */
export const paperPixels = 4.3;

const kept = new WeakMap<StoreyModel, { inputs: readonly unknown[]; strings: readonly DimensionString[] }>();
const none: readonly DimensionString[] = [];

/** The automatic strings of the storey in hand at a scale; the same list while nothing they read changed. */
export function stringsOf(editor: Editor, mmPerPixel: number): readonly DimensionString[] {
  const model = editor.storeyModel;
  if (!model || editor.hidesKind('dimension')) return none;
  const outline = editor.model.outline(editor.shown, editor.storey, 'outer');
  const placed = placedOf(editor, mmPerPixel);
  const inputs = [outline, editor.settings, mmPerPixel, placed];
  const old = kept.get(model);
  if (old?.inputs.every((input, i) => input === inputs[i])) return old.strings;
  const strings = dimensionStrings(model, outline, editor.settings, paperPixels * mmPerPixel, placed);
  kept.set(model, { inputs, strings });
  return strings;
}

const keptPlaced = new WeakMap<
  StoreyModel,
  { inputs: readonly unknown[]; strings: readonly PlacedString[] }
>();
const nonePlaced: readonly PlacedString[] = [];

/** The strings placed by hand, likewise. */
export function placedOf(editor: Editor, mmPerPixel: number): readonly PlacedString[] {
  const model = editor.storeyModel;
  const { dimension } = editor.shown.tables;
  if (!model || dimension.size === 0 || editor.hidesKind('dimension')) return nonePlaced;
  const inputs = [dimension, editor.settings, mmPerPixel];
  const old = keptPlaced.get(model);
  if (old?.inputs.every((input, i) => input === inputs[i])) return old.strings;
  const strings = placedStrings(editor.shown, editor.storey, editor.settings, paperPixels * mmPerPixel);
  keptPlaced.set(model, { inputs, strings });
  return strings;
}

/** The ends of the size that is written at a point of the plan. */
export function sizeAt(editor: Editor, p: Point, mmPerPixel: number): [SizeEnd, SizeEnd] | undefined {
  const model = editor.storeyModel;
  if (!model) return undefined;
  const paper = paperPixels * mmPerPixel;
  for (const string of [...placedOf(editor, mmPerPixel), ...stringsOf(editor, mmPerPixel)])
    for (const [i, size] of string.sizes.entries()) {
      const { at, along, reach, height } = placeOfSize(string, size, paper);
      const off = subtract(p, at);
      if (Math.abs(dot(off, along)) <= reach && Math.abs(cross(along, off)) <= height / 2 + 2 * mmPerPixel)
        return isPlaced(string) ? [string.ends[i]!, string.ends[i + 1]!] : endsOfSize(model, string, i);
    }
  return undefined;
}

const isPlaced = (string: DimensionString): string is PlacedString => string.what === 'placed';
