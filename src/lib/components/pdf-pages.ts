/** Pages of a PDF: small pictures to choose from, and one as picture and as lines. Read when the first PDF comes. */
import {
  AnnotationMode,
  getDocument,
  GlobalWorkerOptions,
  OPS,
  type PDFDocumentProxy,
  type PDFPageProxy
} from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { linesOfPage, type PageStep } from '../core/exchange/page-lines';
import { pagePixels } from '../core/kinds/tracing-sheet/place';
import type { Affine } from '../core/geometry/affine';
import type { DrawnText, LineDrawing } from '../core/kernels/survey/line-drawing';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Why a PDF cannot be read: it asks for a password, or is damaged. */
export class PdfFault extends Error {
  constructor(readonly code: 'pdf.locked' | 'pdf.broken') {
    super(code);
  }
}

export class PdfPages {
  private constructor(private readonly document: PDFDocumentProxy) {}

  static async open(bytes: Uint8Array): Promise<PdfPages> {
    // It takes the bytes over: these are a copy.
    const data = bytes.slice();
    try {
      return new PdfPages(
        await getDocument({ data, isEvalSupported: false, useSystemFonts: true, verbosity: 0 }).promise
      );
    } catch (fault) {
      throw new PdfFault((fault as Error).name === 'PasswordException' ? 'pdf.locked' : 'pdf.broken');
    }
  }

  readonly what = 'page';

  title(number: number): string {
    return `Page ${number}`;
  }

  get count(): number {
    return this.document.numPages;
  }

  /** A page no larger than so many pixels, on white. */
  async picture(number: number, most = pagePixels): Promise<HTMLCanvasElement> {
    const page = await this.document.getPage(number);
    const { width, height } = page.getViewport({ scale: 1 });
    const viewport = page.getViewport({ scale: most / Math.max(width, height) });
    const canvas = Object.assign(document.createElement('canvas'), {
      width: Math.max(1, Math.round(viewport.width)),
      height: Math.max(1, Math.round(viewport.height))
    });
    await page.render({ canvas, viewport, annotationMode: AnnotationMode.ENABLE }).promise;
    return canvas;
  }

  /** The size of a page in points, and what it draws by lines; that is nothing where it is a picture. */
  async lines(number: number): Promise<{ width: number; height: number; drawing: LineDrawing | undefined }> {
    const page = await this.document.getPage(number);
    const { width, height, transform } = page.getViewport({ scale: 1 });
    const [a, b, c, d, e, f] = transform as unknown as Affine;
    // Pages are looked at downwards, sheets of ours upwards.
    const up: Affine = [a, -b, c, -d, e, height - f];
    const size = { width, height };
    return { ...size, drawing: linesOfPage(await stepsOf(page), up, size, await textsOf(page, up)) };
  }

  close() {
    void this.document.loadingTask.destroy();
  }
}

/** Paths that are drawn or filled, not those that only cut. */
const isDrawn = new Set([
  ...[OPS.stroke, OPS.closeStroke, OPS.fill, OPS.eoFill, OPS.fillStroke, OPS.eoFillStroke],
  ...[OPS.closeFillStroke, OPS.closeEOFillStroke]
]);

async function stepsOf(page: PDFPageProxy): Promise<PageStep[]> {
  const { fnArray, argsArray } = await page.getOperatorList();
  return fnArray.flatMap((what, i): PageStep[] => {
    const args = argsArray[i] as readonly unknown[] | null;
    if (what === OPS.save) return [{ kind: 'save' }];
    if (what === OPS.restore || what === OPS.paintFormXObjectEnd) return [{ kind: 'restore' }];
    if (what === OPS.transform) return [{ kind: 'transform', by: args as unknown as Affine }];
    if (what === OPS.paintFormXObjectBegin) {
      const by = args?.[0] as Affine | null;
      return [{ kind: 'save' }, ...(by ? [{ kind: 'transform', by } as const] : [])];
    }
    if (what !== OPS.constructPath || !isDrawn.has(args?.[0] as number)) return [];
    const [data] = args![1] as readonly (ArrayLike<number> | null)[];
    return data && 'length' in data ? [{ kind: 'path', data }] : [];
  });
}

async function textsOf(page: PDFPageProxy, [a, b, c, d, e, f]: Affine): Promise<DrawnText[]> {
  const { items } = await page.getTextContent();
  return items.flatMap((item): DrawnText[] => {
    if (!('str' in item) || item.str.trim() === '') return [];
    const [p, q, r, s, x, y] = item.transform as unknown as Affine;
    const way = { x: a * p + c * q, y: b * p + d * q };
    return [
      {
        at: { x: a * x + c * y + e, y: b * x + d * y + f },
        text: item.str,
        height: Math.hypot(r, s) * Math.hypot(a, b),
        angle: Math.atan2(way.y, way.x),
        ...{ layer: 0, share: 0, raised: 0 }
      }
    ];
  });
}
