/** Named places of what tracing sheets of lines show: ends, middles, crossings, along. */
import { distance, subtract, unit, type Point } from '../../../core/geometry/point';
import type { DrawnSnap } from '../../../core/kernels/survey/line-drawing';
import { flatAt, inPlan } from '../../../core/kinds/tracing-sheet/place';
import type { TracingSheet } from '../../../core/kinds/tracing-sheet/record';
import type { Editor } from '../../editor';
import { seenOn } from '../../seen';

/** How near a place must be, pixels. */
const reach = 11;

/** Sheets of the storey in hand that are seen, the lowest first. */
export const sheetsShown = (editor: Editor): TracingSheet[] =>
  seenOn(editor, editor.shown.tables.tracingSheet)
    .filter(({ shown }) => shown)
    .sort((p, q) => p.order - q.order);

/** Whether a layer of a drawing is seen on a sheet. */
export function layersSeen(sheet: TracingSheet, layers: readonly { readonly name: string }[]) {
  const hidden = new Set(sheet.hidden);
  return (layer: number) => !hidden.has(layers[layer]?.name ?? '');
}

/** In the plan, of the sheets of lines that have been read. */
export function drawnPlaces(editor: Editor, p: Point, mmPerPixel: number, only?: string): DrawnSnap[] {
  return sheetsShown(editor).flatMap((sheet) => {
    const drawn = !only || only === sheet.id ? editor.drawings.get(sheet.blob) : undefined;
    // Of a page put right the lines are bent as well.
    if (!drawn || sheet.rectangle) return [];
    // Where a sheet is stretched it is farther one way than the other.
    const far = (reach * mmPerPixel) / (sheet.mmPerPixel * Math.min(1, sheet.stretch));
    return drawn.snapsNear(flatAt(sheet, p), far, layersSeen(sheet, drawn.drawing.layers)).map((snap) => {
      const point = inPlan(sheet, snap.point);
      const on = { x: snap.point.x + snap.direction.x, y: snap.point.y + snap.direction.y };
      return { ...snap, point, direction: unit(subtract(inPlan(sheet, on), point)) };
    });
  });
}

const better = ['end', 'crossing', 'middle', 'along'] as const;

/** The best of them for pointing at what a sheet shows. */
export function drawnPlaceAt(
  editor: Editor,
  p: Point,
  mmPerPixel: number,
  only?: string
): DrawnSnap | undefined {
  const rank = (one: DrawnSnap) => better.indexOf(one.what) + distance(one.point, p) / mmPerPixel / reach;
  return drawnPlaces(editor, p, mmPerPixel, only).reduce<DrawnSnap | undefined>(
    (best, one) => (best && rank(best) <= rank(one) ? best : one),
    undefined
  );
}

export const drawnWords: Readonly<Record<DrawnSnap['what'], string>> = {
  end: 'end of a drawn line',
  middle: 'middle of a drawn line',
  crossing: 'crossing of drawn lines',
  along: 'on a drawn line'
};
