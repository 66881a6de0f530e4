/** Tracing sheets from the person's files. */
import { nanoid } from 'nanoid';
import type { House } from './house.svelte';
import { problem, type ProblemCode } from '../core/document/problems';
import { contentNamed, contentOf, contentWords } from '../core/exchange/sheet-kind';
import { isLines, sheetMimes, type SheetMime } from '../core/kinds/tracing-sheet/record';
import { DrawnLines, leftOutWords, type LineDrawing } from '../core/kernels/survey/line-drawing';
import { drawnSmall, type SheetPages } from './sheet-pages';
import { readLateTools } from '../editor/take-tool';
import { FileNotKept } from '../storage/faults';
import { putBlob } from '../storage/store';
import { ReadingLeft } from '../worker/sheets';

/** What is read here, for the dialog that asks for a file. */
const endings = ['.png', '.jpg', '.jpeg', '.webp', '.svg', '.dxf', '.pdf', '.ifc'];
/** As much as a project file takes, bytes. */
const largest = 60 * 2 ** 20;

export async function pickTracingSheet(house: House): Promise<void> {
  let file: File;
  try {
    const { fileOpen } = await import('browser-fs-access');
    file = await fileOpen({ extensions: endings, description: 'Pictures and drawings of plans' });
  } catch {
    return;
  }
  await layTracingSheetFile(house, file);
}

class Refused extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly texts: Record<string, string>
  ) {
    super(code);
  }
}

const isSheet = (content: string): content is SheetMime =>
  (sheetMimes as readonly string[]).includes(content);

/** What the file holds, if that is what it is called and can be laid. */
function mimeOf(name: string, bytes: Uint8Array): SheetMime {
  const [holds, called] = [contentOf(bytes), contentNamed(name)];
  if (bytes.length > largest)
    throw new Refused('sheet.large', {
      name,
      size: `${Math.round(bytes.length / 2 ** 20)} MB`,
      most: `${largest / 2 ** 20} MB`
    });
  if (bytes.length === 0) throw new Refused('file.empty', { name });
  if (!holds) throw new Refused('picture.unreadable', { name });
  if (holds === 'binary DXF') throw new Refused('dxf.binary', { name });
  if (called !== undefined && called !== holds)
    throw new Refused('sheet.other', { name, holds: contentWords[holds], called: contentWords[called] });
  if (!isSheet(holds)) throw new Refused('sheet.form', { name, holds: contentWords[holds] });
  return holds;
}

/** Told by its code, as its class is only read with the first PDF. */
const isPdfFault = (fault: unknown): fault is { code: 'pdf.locked' | 'pdf.broken' } =>
  /^pdf\.(locked|broken)$/.test(String((fault as { code?: unknown }).code));

/** Lay a picture of a size, or a drawing, as long as its units are; its layers that are off stay hidden. */
async function layTracingSheet(
  house: House,
  name: string,
  mime: SheetMime,
  bytes: Uint8Array,
  of: Pick<LineDrawing, 'width' | 'height'> | LineDrawing,
  page = 1
): Promise<void> {
  const { editor } = house;
  const blob = nanoid();
  await putBlob(blob, mime, bytes);
  const drawing = 'lines' in of ? of : undefined;
  if (drawing) editor.drawings.set(blob, new DrawnLines(drawing));
  const hidden = drawing?.layers.flatMap((one) => (one.isOff ? [one.name] : [])) ?? [];
  const ids = editor.perform({
    name: 'addTracingSheet',
    args: {
      ...{ storey: editor.storey, name: name.slice(0, 120), blob, mime, page },
      ...{ widthPx: of.width, heightPx: of.height, hidden },
      // Of a page whose scale is not told only the lines are known.
      ...(drawing && (drawing.unit.isSaid || mime === 'image/vnd.dxf') && { mmPerPixel: drawing.unit.mm })
    }
  });
  if (!ids) return;
  house.laid = ids[0];
  editor.select(ids);
  if (drawing?.isCut)
    editor.say({
      kind: 'problem',
      text: `The file of “${name}” breaks off before its end: what stands before that is laid.`,
      hint: 'Fetch or save it anew if something is missing.'
    });
  else if (drawing && drawing.leftOut.length > 0)
    editor.say({
      kind: 'done',
      text: `“${name}” is laid.`,
      hint: `Not shown of it: ${leftOutWords(drawing)}.`
    });
}

async function drawingOf(
  house: House,
  name: string,
  mime: SheetMime,
  bytes: Uint8Array,
  page = 1
): Promise<LineDrawing> {
  const read = await house.readDrawing(bytes, mime, page);
  if (!read.ok) throw new Refused(read.code, { ...read.texts, name });
  return read.drawing;
}

/** Which page or storey of a file is to be laid; undefined: none. What is read meanwhile is read no more. */
function chosenOf(house: House, name: string, pages: SheetPages): Promise<number | undefined> {
  return new Promise((choose) => {
    house.reading = '';
    house.choosing = { name, pages, choose };
  });
}

/** The only storey of an IFC model, or the one that is chosen. */
async function layStorey(house: House, name: string, bytes: Uint8Array) {
  const storeys = await house.askSheets((service) => service.storeys(bytes));
  if (!storeys) throw new Refused('ifc.broken', { name });
  if (storeys.length === 0) throw new Refused('ifc.storeys', { name });
  const mime = 'application/x-step';
  const drawn = new Map<number, Promise<LineDrawing>>();
  /** Read once: for its small picture, and to be laid. */
  const plan = (number: number) => {
    const read = drawn.get(number) ?? drawingOf(house, name, mime, bytes, number);
    drawn.set(number, read);
    return read;
  };
  try {
    const pages: SheetPages = {
      count: storeys.length,
      what: 'storey',
      title: (number) => storeys[number - 1]!.name,
      picture: async (number, side = 180) => drawnSmall(await plan(number), side)
    };
    const number = storeys.length === 1 ? 1 : await chosenOf(house, name, pages);
    if (number === undefined) return;
    house.choosing = undefined;
    house.reading = name;
    const called = `${name.replace(/\.[^.]+$/, '')}, ${storeys[number - 1]!.name}`;
    await layTracingSheet(house, called, mime, bytes, await plan(number), number);
  } finally {
    house.choosing = undefined;
  }
}

/** The only page of a PDF, or the one that is chosen; none, where none is. */
async function layPage(house: House, name: string, bytes: Uint8Array) {
  const { PdfPages } = await import('./pdf-pages');
  const pages = await PdfPages.open(bytes);
  try {
    const page = pages.count === 1 ? 1 : await chosenOf(house, name, pages);
    if (page === undefined) return;
    house.choosing = undefined;
    house.reading = name;
    const { drawing, ...size } = await pages.lines(page);
    const called = name.replace(/\.[^.]+$/, '') + (pages.count > 1 ? `, page ${page}` : '');
    await layTracingSheet(house, called, 'application/pdf', bytes, drawing ?? size, page);
  } finally {
    house.choosing = undefined;
    pages.close();
  }
}

function faultWords(house: House, name: string, fault: unknown): { text: string; hint: string } {
  if (fault instanceof FileNotKept) return fault.told(name);
  const refused = isPdfFault(fault) ? new Refused(fault.code, { name }) : fault;
  if (!(refused instanceof Refused))
    return {
      text: `"${name}" could not be read: ${(fault as Error).message}.`,
      hint: 'Try again, or save it anew from where it was made.'
    };
  const told = problem(refused.code, house.editor.settings.units, { texts: refused.texts });
  return { text: told.message, hint: told.hint };
}

/** One after another, as they were dropped or pasted. */
export async function layTracingSheetFiles(house: House, files: readonly File[]): Promise<void> {
  for (const file of files) await layTracingSheetFile(house, file);
}

/** Reads the file as far as its size and lines ask; what cannot be read is refused with its name, and nothing is changed. */
async function layTracingSheetFile(house: House, file: File): Promise<void> {
  const name = file.name;
  house.reading = name;
  try {
    // The commands for sheets are among what is read late.
    await readLateTools();
    const bytes = new Uint8Array(await file.arrayBuffer());
    const mime = mimeOf(name, bytes);
    // All of the house are to go into one file.
    if (!(await house.fits(mime, bytes.length))) throw new Refused('sheet.together', { name });
    const called = name.replace(/\.[^.]+$/, '');
    if (mime === 'application/pdf') await layPage(house, name, bytes);
    else if (mime === 'application/x-step') await layStorey(house, name, bytes);
    else if (isLines({ mime }))
      await layTracingSheet(house, called, mime, bytes, await drawingOf(house, name, mime, bytes));
    else {
      const size = await house
        .askSheets((service) => service.size(bytes, mime))
        .catch((fault: Error) => {
          throw fault instanceof ReadingLeft ? fault : new Refused('picture.unreadable', { name });
        });
      await layTracingSheet(house, called, mime, bytes, size);
    }
  } catch (fault) {
    if (fault instanceof ReadingLeft) return;
    const { text, hint } = faultWords(house, name, fault);
    house.editor.say({ kind: 'problem', text, hint });
  } finally {
    house.reading = '';
  }
}
