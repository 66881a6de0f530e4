/** Drawings of lines as pictures of what is in view: made once for each view, as thousands of lines take long to draw. */
import { drawingFont } from '../core/display/marks';
import type { Point } from '../core/geometry/point';
import { thinned, type DrawnLines } from '../core/kernels/survey/line-drawing';
import { flatAt } from '../core/kinds/tracing-sheet/place';
import type { TracingSheet } from '../core/kinds/tracing-sheet/record';
import { layersSeen } from '../editor/kinds/tracing-sheet/snaps';

/** More lines in view than these are not all drawn; letters smaller than these pixels cannot be read. */
const [manyLines, leastLetters] = [20_000, 5];

/** Size in which letters of drawings are set, pixels. */
const letters = 40;

/** How the plan is looked at. */
export interface View {
  readonly pixelsPerMm: number;
  readonly centre: Point;
  readonly size: { readonly width: number; readonly height: number };
}

interface InkedView extends View {
  readonly ink: string;
  /** From mm of the plan to pixels of the screen. */
  readonly transform: DOMMatrix;
}

interface Kept {
  readonly from: readonly unknown[];
  readonly context: CanvasRenderingContext2D;
}

export class DrawnSheets {
  private readonly kept = new Map<string, Kept>();

  /** Letters or colours came that they are drawn with. */
  forget() {
    this.kept.clear();
  }

  /** What is not asked for any more is let go of. */
  keepOnly(ids: ReadonlySet<string>) {
    for (const id of this.kept.keys()) if (!ids.has(id)) this.kept.delete(id);
  }

  /** All that is in view of a sheet in full strength, as large as the screen. */
  picture(sheet: TracingSheet, drawn: DrawnLines, look: InkedView): CanvasImageSource {
    const { a, b, c, d, e, f } = look.transform;
    const { width, height } = look.size;
    const { origin, angle, mmPerPixel, stretch, hidden } = sheet;
    const from = [
      ...[drawn, hidden, look.ink, width, height, a, b, c, d, e, f],
      ...[origin.x, origin.y, angle, mmPerPixel, stretch]
    ];
    const old = this.kept.get(sheet.id);
    if (old && from.every((one, i) => one === old.from[i])) return old.context.canvas;
    // Lines by the thousand are drawn many times as quickly by the processor.
    const context =
      old?.context ?? document.createElement('canvas').getContext('2d', { willReadFrequently: true })!;
    const ratio = window.devicePixelRatio || 1;
    Object.assign(context.canvas, { width: Math.round(width * ratio), height: Math.round(height * ratio) });
    context.setTransform(look.transform);
    context.translate(origin.x, origin.y);
    context.rotate(angle);
    context.scale(mmPerPixel, mmPerPixel * stretch);
    drawLines(context, sheet, drawn, look);
    this.kept.set(sheet.id, { from, context });
    return context.canvas;
  }
}

/** What of a drawing is in view, in its own units. */
function drawLines(
  context: CanvasRenderingContext2D,
  sheet: TracingSheet,
  drawn: DrawnLines,
  { ink, pixelsPerMm, centre, size }: InkedView
) {
  const { lines, layerOf, layers, texts } = drawn.drawing;
  const unit = 1 / (pixelsPerMm * sheet.mmPerPixel);
  const half = Math.hypot(size.width, size.height) / 2 / pixelsPerMm;
  const { x, y } = flatAt(sheet, centre);
  const [dx, dy] = [half / sheet.mmPerPixel, half / sheet.mmPerPixel / sheet.stretch];
  const isSeen = layersSeen(sheet, layers);
  const near = drawn.within(x - dx, y - dy, x + dx, y + dy).filter((i) => isSeen(layerOf[i]!));
  context.strokeStyle = context.fillStyle = ink;
  context.lineWidth = unit;
  context.beginPath();
  for (const i of near.length > manyLines ? thinned(drawn.drawing, near, 2 * unit) : near) {
    context.moveTo(lines[4 * i]!, lines[4 * i + 1]!);
    context.lineTo(lines[4 * i + 2]!, lines[4 * i + 3]!);
  }
  context.stroke();
  for (const { at, text, height: high, angle, layer, share, raised } of texts) {
    if (high < leastLetters * unit || !isSeen(layer)) continue;
    context.save();
    context.translate(at.x, at.y);
    context.rotate(angle);
    context.scale(1, -1);
    // Letters are made large and drawn small: fonts have a least size.
    context.scale(high / letters, high / letters);
    context.font = `${letters}px "${drawingFont}"`;
    context.fillText(text, -share * context.measureText(text).width, raised * letters);
    context.restore();
  }
}
