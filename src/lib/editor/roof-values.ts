/** Values that the plan tells of roofs, as things to point at. */
import { edgeValues, isOnValue, pitchesOn, type RoofValue } from '../core/drawing/roof-values';
import type { Point } from '../core/geometry/point';
import type { Editor } from './editor';
import { paperPixels } from './sizes';

const none: readonly never[] = [];

/** What is written at the edges of the roof in hand, where roofs are worked on. */
export function heldValues(editor: Editor, mmPerPixel: number): readonly RoofValue[] {
  const [selected] = editor.selection.size === 1 ? editor.selection : [];
  const id = editor.tool?.about ?? selected;
  if (editor.stage !== 'roof' || id === undefined || editor.isHidden(id)) return none;
  return editor.shown.tables.roof.has(id)
    ? edgeValues(editor.model.at(editor.shown), id, paperPixels * mmPerPixel)
    : none;
}

/** The value of an edge that is written at a point of the plan. */
export function roofValueAt(editor: Editor, p: Point, mmPerPixel: number): RoofValue | undefined {
  if (editor.stage !== 'roof' || editor.hidesKind('roof')) return undefined;
  const pitches = pitchesOn(editor.model.at(editor.shown), editor.storey, paperPixels * mmPerPixel);
  return [...heldValues(editor, mmPerPixel), ...pitches].find(
    (value) => value.what !== null && isOnValue(value, p, 2 * mmPerPixel)
  );
}
