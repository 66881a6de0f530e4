/** Photos for notes, from the person's files: as they were taken, and small beside that. */
import { nanoid } from 'nanoid';
import type { House } from './house.svelte';
import { problem, type ProblemCode } from '../core/document/problems';
import { contentOf } from '../core/exchange/sheet-kind';
import { photoMimes, type PhotoMime } from '../core/kinds/site-note/record';
import { FileNotKept } from '../storage/faults';
import { putBlob } from '../storage/store';

/** The longer side of a small one, pixels; how well it is packed. */
const [smallSide, quality] = [640, 0.82];
const largest = 40 * 2 ** 20;

const isPhoto = (content: string | undefined): content is PhotoMime =>
  (photoMimes as readonly (string | undefined)[]).includes(content);

/** Upright as it was taken, and no larger than it is. */
async function madeSmall(picture: ImageBitmap): Promise<Uint8Array> {
  const scale = Math.min(1, smallSide / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  const context = canvas.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality));
  if (!blob) throw new Error('it cannot be made smaller');
  return new Uint8Array(await blob.arrayBuffer());
}

/** What is wrong with a file; undefined where it is a photo that fits into the project's file. */
async function faultOf(
  house: House,
  bytes: Uint8Array,
  mime: string | undefined
): Promise<[ProblemCode, Record<string, string>] | undefined> {
  if (!isPhoto(mime)) return ['photo.unreadable', {}];
  if (bytes.length > largest)
    return [
      'photo.large',
      { size: `${Math.round(bytes.length / 2 ** 20)} MB`, most: `${largest / 2 ** 20} MB` }
    ];
  return (await house.fits(mime, bytes.length)) ? undefined : ['sheet.together', {}];
}

/** Ask for a picture and put it to a note; what cannot be read is refused with its name, and nothing is changed. */
export async function choosePhoto(house: House, note: string): Promise<void> {
  const { editor } = house;
  let file: File;
  try {
    const { fileOpen } = await import('browser-fs-access');
    file = await fileOpen({ mimeTypes: [...photoMimes], extensions: ['.jpg', '.jpeg', '.png', '.webp'] });
  } catch {
    return;
  }
  const refuse = (code: ProblemCode, texts: Record<string, string>) => {
    const { message, hint } = problem(code, editor.settings.units, { texts: { name: file.name, ...texts } });
    editor.say({ kind: 'problem', text: message, hint });
  };
  const bytes = new Uint8Array(await file.arrayBuffer());
  const mime = contentOf(bytes);
  const fault = await faultOf(house, bytes, mime);
  if (fault) return refuse(...fault);
  try {
    const picture = await createImageBitmap(new Blob([bytes], { type: mime! }));
    const { width, height } = picture;
    const little = await madeSmall(picture);
    picture.close();
    const [blob, small] = [nanoid(), nanoid()];
    await putBlob(blob, mime!, bytes);
    await putBlob(small, 'image/jpeg', little);
    const photo = { name: file.name.slice(0, 120), blob, mime, small, width, height };
    editor.perform({ name: 'setSiteNote', args: { id: note, photo } });
  } catch (failed) {
    if (failed instanceof FileNotKept) editor.say({ kind: 'problem', ...failed.told(file.name) });
    else refuse('photo.unreadable', {});
  }
}
