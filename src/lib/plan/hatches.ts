/** Hatches as patterns of a canvas, at the scale of the screen. */
import { hatchAt } from '../core/display/marks';
import { paperPixels } from '../editor/sizes';
import type { Batch } from './batches';

type Hatch = NonNullable<Batch['hatch']>;

export class Hatches {
  private readonly made = new Map<Hatch, { scale: number; pattern: CanvasPattern | null }>();

  /** They have another colour. */
  forget() {
    this.made.clear();
  }

  /** Made anew for each scale; none where its lines would run together. */
  at(
    context: CanvasRenderingContext2D,
    hatch: Hatch,
    pixelsPerMm: number,
    ink: string
  ): CanvasPattern | undefined {
    const { size, lines } = hatchAt(hatch, paperPixels / pixelsPerMm);
    const pixels = Math.round(size * pixelsPerMm * (window.devicePixelRatio || 1));
    if (pixels < 6) return undefined;
    const old = this.made.get(hatch);
    if (old?.scale === pixels) return old.pattern ?? undefined;
    const tile = document.createElement('canvas');
    tile.width = tile.height = pixels;
    const pen = tile.getContext('2d')!;
    pen.strokeStyle = `${ink}99`;
    pen.lineWidth = 0.8;
    pen.beginPath();
    for (const [x0, y0, x1, y1] of lines) {
      pen.moveTo(x0 * pixels, y0 * pixels);
      pen.lineTo(x1 * pixels, y1 * pixels);
    }
    pen.stroke();
    const pattern = context.createPattern(tile, 'repeat');
    pattern?.setTransform(new DOMMatrix().scale(size / pixels));
    this.made.set(hatch, { scale: pixels, pattern });
    return pattern ?? undefined;
  }
}
