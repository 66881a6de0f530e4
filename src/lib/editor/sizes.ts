/** Sizes in the plan as things to point at. */
import { endsOfSize } from '../core/drawing/dimensions';
import { dimensionMark, placeOfSize, plainMarks } from '../core/display/dimension';
import { setOutString } from '../core/drawing/set-out';
import type { DimensionString, PlainMark } from '../core/display/marks';
import { drawNotes, type PlacedString } from '../core/drawing/placed';
import type { SizeEnd } from '../core/kinds/dimension/record';
import { cross, dot, subtract, type Point } from '../core/geometry/point';
import type { Editor } from './editor';
import { automaticStrings, lookKey, stringsByHand, type PlanLook } from '../core/drawing/plan-drawing';

/** Pixels for a millimetre of paper: pens and texts keep their size on screen. */
export const paperPixels = 4.3;

const none: readonly never[] = [];

/** How the plan of the storey in hand is drawn on the screen. */
export const lookFor = (editor: Editor, mmPerPixel: number): PlanLook => ({
  paper: paperPixels * mmPerPixel,
  room: editor.stringRoom,
  at: editor.stage
});

const keyFor = (editor: Editor, mmPerPixel: number) => lookKey(editor.storey, lookFor(editor, mmPerPixel));

/** The automatic strings of the storey in hand at a scale; none while dimensions are hidden. */
export const stringsOf = (editor: Editor, mmPerPixel: number): readonly DimensionString[] =>
  editor.hidesKind('dimension')
    ? none
    : editor.model.at(editor.shown).get(automaticStrings, keyFor(editor, mmPerPixel));

/** The strings placed by hand, likewise. */
export const placedOf = (editor: Editor, mmPerPixel: number): readonly PlacedString[] =>
  editor.hidesKind('dimension')
    ? none
    : editor.model.at(editor.shown).get(stringsByHand, keyFor(editor, mmPerPixel));

/** All that was placed by hand, drawn: strings, angles, notes. */
export function placedMarks(editor: Editor, mmPerPixel: number): readonly PlainMark[] {
  const { shown, storey } = editor;
  if (shown.tables.dimension.size === 0 || editor.hidesKind('dimension')) return none;
  const paper = paperPixels * mmPerPixel;
  const strings = placedOf(editor, mmPerPixel).map((string) => dimensionMark(string, string.dimension));
  return plainMarks([...strings, ...drawNotes(shown, storey, paper)], paper);
}

/** How a single opening in hand was set out. */
function setOutOf(editor: Editor, mmPerPixel: number): DimensionString[] {
  const [id] = editor.selection;
  const model = editor.storeyModel;
  if (!model || id === undefined || editor.selection.size > 1 || !editor.shown.tables.opening.has(id))
    return [];
  const string = setOutString(model, id, editor.settings, paperPixels * mmPerPixel);
  return string ? [string] : [];
}

/** The same, drawn. */
export function setOutMarks(editor: Editor, mmPerPixel: number): readonly PlainMark[] {
  const marks = setOutOf(editor, mmPerPixel).map((string) => dimensionMark(string));
  return plainMarks(marks, paperPixels * mmPerPixel);
}

/** The ends of the size that is written at a point of the plan. */
export function sizeAt(editor: Editor, p: Point, mmPerPixel: number): [SizeEnd, SizeEnd] | undefined {
  const model = editor.storeyModel;
  if (!model) return undefined;
  const paper = paperPixels * mmPerPixel;
  for (const string of [
    ...setOutOf(editor, mmPerPixel),
    ...placedOf(editor, mmPerPixel),
    ...stringsOf(editor, mmPerPixel)
  ])
    for (const [i, size] of string.sizes.entries()) {
      const { at, along, reach, height } = placeOfSize(string, size, paper);
      const off = subtract(p, at);
      if (Math.abs(dot(off, along)) <= reach && Math.abs(cross(along, off)) <= height / 2 + 2 * mmPerPixel)
        return isPlaced(string) ? [string.ends[i]!, string.ends[i + 1]!] : endsOfSize(model, string, i);
    }
  return undefined;
}

const isPlaced = (string: DimensionString): string is PlacedString => string.what === 'placed';
