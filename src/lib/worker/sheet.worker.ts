/** The worker end of the sheet reader. */
import * as Comlink from 'comlink';
import { codePageOf, readDxf } from '../core/exchange/dxf-read';
import { mostPieces } from '../core/exchange/pieces';
import { readSvg } from '../core/exchange/svg-read';
import { seekWalls, type Seek } from '../core/kernels/walls-found/seek';
import { clearPaper, makeGrey, putRight } from '../core/kernels/survey/pixels';
import { flattening } from '../core/kinds/tracing-sheet/place';
import type { KnownRectangle, SheetMime } from '../core/kinds/tracing-sheet/record';
import { distance } from '../core/geometry/point';
import ifcBinary from 'web-ifc/web-ifc.wasm?url';
import type { IfcModel } from './ifc';
import type { ReadDrawing, ReadPicture, SheetLook } from './sheets';

/** Pixels of a photo put right, one way. */
const mostPixels = 4000;
/** Pixels of the coarsest picture of a sheet, the longer way. */
const coarsest = 300;
/** Pixels of a picture that is shown. */
const mostShown = 48e6;

function pixelsOf(picture: ImageBitmap): ImageData {
  const canvas = new OffscreenCanvas(picture.width, picture.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(picture, 0, 0);
  return context.getImageData(0, 0, picture.width, picture.height);
}

/** A picture, half of it, half of that, and so on. */
async function halved(picture: ImageBitmap): Promise<ImageBitmap[]> {
  const pictures = [picture];
  for (let last = picture; Math.max(last.width, last.height) > 2 * coarsest; pictures.push(last))
    last = await createImageBitmap(last, {
      resizeWidth: Math.ceil(last.width / 2),
      resizeHeight: Math.ceil(last.height / 2),
      resizeQuality: 'high'
    });
  return pictures;
}

async function readOf(picture: ImageBitmap, box: ReadPicture['box']): Promise<ReadPicture> {
  const pictures = await halved(picture);
  return Comlink.transfer({ pictures, box }, pictures);
}

/** A picture no finer than it can be shown quickly; it is kept as it is. */
async function asShown(full: ImageBitmap): Promise<{ picture: ImageBitmap; scale: number }> {
  const scale = Math.min(1, Math.sqrt(mostShown / (full.width * full.height)));
  if (scale === 1) return { picture: full, scale };
  const picture = await createImageBitmap(full, {
    resizeWidth: Math.max(1, Math.round(full.width * scale)),
    resizeHeight: Math.max(1, Math.round(full.height * scale)),
    resizeQuality: 'high'
  });
  full.close();
  return { picture, scale };
}

/** As fine as the photo is along its rectangle, half as much again round it. */
function rectified(
  image: ImageData,
  rectangle: KnownRectangle
): { image: ImageData; box: ReadPicture['box'] } {
  const { width: w, height: h, corners } = rectangle;
  const box = { minX: -w / 2, minY: -h / 2, maxX: 1.5 * w, maxY: 1.5 * h };
  const along = Math.max(distance(corners[0]!, corners[1]!), distance(corners[3]!, corners[2]!));
  const scale = Math.min(along / w, mostPixels / (2 * Math.max(w, h)));
  const [width, height] = [2 * w, 2 * h].map((mm) => Math.max(1, Math.round(mm * scale))) as [number, number];
  const data = putRight(image, flattening(rectangle), box, width, height);
  return { image: new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), box };
}

/** The model that was asked for last: its storeys are drawn one after another. */
let opened: { readonly bytes: Uint8Array; readonly model: IfcModel | undefined } | undefined;

const isSame = (p: Uint8Array, q: Uint8Array) => p.length === q.length && p.every((one, i) => one === q[i]);

async function modelOf(bytes: Uint8Array): Promise<IfcModel | undefined> {
  if (opened && isSame(opened.bytes, bytes)) return opened.model;
  opened?.model?.close();
  opened = undefined;
  // Read with the first model: it is much larger than all the rest.
  const { IfcModel: Model } = await import('./ifc');
  const model = await Model.open(bytes, () => ifcBinary);
  opened = { bytes, model };
  return model;
}

const decoded = (bytes: Uint8Array, mime: SheetMime) =>
  createImageBitmap(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mime }));

Comlink.expose({
  async size(bytes: Uint8Array, mime: SheetMime) {
    const picture = await decoded(bytes, mime);
    const { width, height } = picture;
    picture.close();
    return { width, height };
  },

  async picture(bytes: Uint8Array, mime: SheetMime, look: SheetLook): Promise<ReadPicture> {
    const full = await decoded(bytes, mime);
    let box = { minX: 0, minY: 0, maxX: full.width, maxY: full.height };
    const { picture, scale } = await asShown(full);
    if (!look.greys && !look.clearPaper && !look.rectangle) return readOf(picture, box);
    let image = pixelsOf(picture);
    picture.close();
    if (look.rectangle) {
      const corners = look.rectangle.corners.map(({ x, y }) => ({ x: x * scale, y: y * scale }));
      ({ image, box } = rectified(image, { ...look.rectangle, corners }));
    }
    if (look.greys) makeGrey(image.data);
    if (look.clearPaper) clearPaper(image.data);
    return readOf(await createImageBitmap(image), box);
  },

  walls: (seek: Seek) => seekWalls(seek),

  async storeys(bytes: Uint8Array) {
    return (await modelOf(bytes))?.storeys;
  },

  async drawing(
    bytes: Uint8Array,
    mime: SheetMime,
    page: number,
    onShare: (share: number) => void
  ): Promise<ReadDrawing> {
    if (mime === 'application/x-step') {
      const model = await modelOf(bytes);
      if (!model) return { ok: false, code: 'ifc.broken', texts: {} };
      const storey = model.storeys[page - 1];
      if (!storey) return { ok: false, code: 'ifc.storeys', texts: {} };
      const drawing = model.drawing(page, onShare);
      return drawing
        ? { ok: true, drawing }
        : { ok: false, code: 'ifc.empty', texts: { storey: storey.name } };
    }
    if (mime === 'image/svg+xml') {
      const read = readSvg(new TextDecoder().decode(bytes));
      return read.ok ? read : { ...read, texts: {} };
    }
    const head = new TextDecoder('latin1').decode(bytes.subarray(0, 40_000));
    return readDxf(new TextDecoder(codePageOf(head)).decode(bytes), mostPieces, onShare);
  }
});
