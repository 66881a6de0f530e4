/** Sizes in the plan as things to point at. */
import { dimensionStrings, endsOfSize, placeOfSize, type DimensionString } from '../core/drawing/dimensions';
import type { Mark } from '../core/drawing/display';
import { drawPlaced, placedStrings, type PlacedString } from '../core/drawing/placed';
import type { StoreyModel } from '../core/derive/graph';
import type { SizeEnd } from '../core/project/records';
import { cross, dot, subtract, type Point } from '../core/geometry/point';
import type { Editor } from './editor';

/** Pixels for a millimetre of paper: pens and texts keep their size on screen. */
export const paperPixels = 4.3;

/** What was made for a storey, kept while nothing it was made from changed. */
class Kept<T> {
  private readonly shelf = new WeakMap<StoreyModel, { inputs: readonly unknown[]; made: T }>();

  get(model: StoreyModel, inputs: readonly unknown[], make: () => T): T {
    const old = this.shelf.get(model);
    if (old?.inputs.every((input, i) => input === inputs[i])) return old.made;
    const made = make();
    this.shelf.set(model, { inputs, made });
    return made;
  }
}

const automatic = new Kept<readonly DimensionString[]>();
const byHand = new Kept<readonly PlacedString[]>();
const marksByHand = new Kept<readonly Mark[]>();
const none: readonly never[] = [];

/** The automatic strings of the storey in hand at a scale; the same list while nothing they read changed. */
export function stringsOf(editor: Editor, mmPerPixel: number): readonly DimensionString[] {
  const model = editor.storeyModel;
  if (!model || editor.hidesKind('dimension')) return none;
  const { settings } = editor;
  const outline = editor.model.outline(editor.shown, editor.storey, 'outer');
  const placed = placedOf(editor, mmPerPixel);
  return automatic.get(model, [outline, settings, mmPerPixel, placed], () =>
    dimensionStrings(model, outline, settings, paperPixels * mmPerPixel, placed)
  );
}

/** The strings placed by hand, likewise. */
export function placedOf(editor: Editor, mmPerPixel: number): readonly PlacedString[] {
  const { storeyModel: model, shown, storey, settings } = editor;
  const { dimension } = shown.tables;
  if (!model || dimension.size === 0 || editor.hidesKind('dimension')) return none;
  return byHand.get(model, [dimension, settings, mmPerPixel], () =>
    placedStrings(shown, storey, settings, paperPixels * mmPerPixel)
  );
}

/** All that was placed by hand, drawn: strings, angles, notes. */
export function placedMarks(editor: Editor, mmPerPixel: number): readonly Mark[] {
  const { storeyModel: model, shown, storey } = editor;
  const { dimension } = shown.tables;
  if (!model || dimension.size === 0 || editor.hidesKind('dimension')) return none;
  const strings = placedOf(editor, mmPerPixel);
  return marksByHand.get(model, [strings, dimension, mmPerPixel], () =>
    drawPlaced(shown, storey, strings, paperPixels * mmPerPixel)
  );
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
