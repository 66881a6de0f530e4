/** Files of which one part is laid under a plan: pages of a PDF, storeys of a model. */
import { lineAt, type LineDrawing } from '../core/kernels/survey/line-drawing';

export interface SheetPages {
  readonly count: number;
  readonly what: 'page' | 'storey';
  /** By its number, from 1 on. */
  title(number: number): string;
  /** Throws where it cannot be shown. */
  picture(number: number, side?: number): Promise<HTMLCanvasElement>;
}

/** A drawing of lines in a square of so many pixels. */
export function drawnSmall(drawing: LineDrawing, side: number): HTMLCanvasElement {
  const scale = side / Math.max(drawing.width, drawing.height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.ceil(drawing.width * scale));
  canvas.height = Math.max(1, Math.ceil(drawing.height * scale));
  const context = canvas.getContext('2d')!;
  context.beginPath();
  for (let i = 0; i < drawing.layerOf.length; i++) {
    const [a, b] = lineAt(drawing, i);
    context.moveTo(a.x * scale, canvas.height - a.y * scale);
    context.lineTo(b.x * scale, canvas.height - b.y * scale);
  }
  context.stroke();
  return canvas;
}
