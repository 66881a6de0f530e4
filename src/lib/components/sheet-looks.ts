/** Tracing sheets as they are looked at: pictures and drawings read from where they are kept. Read with the first sheet. */
import type { House } from './house.svelte';
import { DrawnLines } from '../core/kernels/survey/line-drawing';
import { lookOf } from '../core/kinds/tracing-sheet/place';
import { isLines, type TracingSheet } from '../core/kinds/tracing-sheet/record';
import type { PlanView } from '../plan/plan-view';
import { getBlob } from '../storage/store';
import { ReadingLeft } from '../worker/sheets';

/** Show a look of a sheet. Answers whether it is not to be tried again; what cannot be read is told, and the sheet stays. */
export async function showSheet(house: House, view: PlanView, sheet: TracingSheet): Promise<boolean> {
  const { blob, mime, greys, clearPaper, rectangle } = sheet;
  const { editor } = house;
  try {
    const row = await getBlob(blob);
    if (!row) return true;
    if (isLines(sheet)) {
      const read = await house.readDrawing(row.bytes, mime, sheet.page);
      if (read.ok) editor.drawings.set(blob, new DrawnLines(read.drawing));
      view.drawAnew();
      // A tool that asks for what is drawn there may have waited for it.
      editor.toolChanged();
    } else if (mime === 'application/pdf') await showPage(house, view, sheet, row.bytes);
    else
      view.setPicture(
        lookOf(sheet),
        await house.askSheets((service) => service.picture(row.bytes, mime, { greys, clearPaper, rectangle }))
      );
    return true;
  } catch (fault) {
    if (!(fault instanceof ReadingLeft))
      editor.say({
        kind: 'problem',
        text: `The tracing sheet “${sheet.name}” cannot be shown: ${(fault as Error).message}.`,
        hint: 'It stays in the project. Lay its file again if this lasts.'
      });
    return false;
  }
}

/** A page as a picture, and its lines to be met. */
async function showPage(house: House, view: PlanView, sheet: TracingSheet, bytes: Uint8Array) {
  const { greys, clearPaper, rectangle, widthPx: width, heightPx: height } = sheet;
  const { PdfPages } = await import('./pdf-pages');
  const pages = await PdfPages.open(bytes);
  try {
    const canvas = await pages.picture(sheet.page);
    // They are read when it is laid, and stay through its looks.
    const { drawings } = house.editor;
    const drawing = drawings.has(sheet.blob) ? undefined : (await pages.lines(sheet.page)).drawing;
    if (drawing) drawings.set(sheet.blob, new DrawnLines(drawing));
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done));
    const scale = canvas.width / width;
    const scaled = rectangle && {
      ...rectangle,
      corners: rectangle.corners.map(({ x, y }) => ({ x: x * scale, y: y * scale }))
    };
    const png = new Uint8Array(await blob!.arrayBuffer());
    const read = await house.askSheets((service) =>
      service.picture(png, 'image/png', { greys, clearPaper, rectangle: scaled })
    );
    const box = rectangle ? read.box : { minX: 0, minY: 0, maxX: width, maxY: height };
    view.setPicture(lookOf(sheet), { ...read, box });
  } finally {
    pages.close();
  }
}
