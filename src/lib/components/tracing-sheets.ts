/** Tracing sheets from the person's files. */
import type { House } from './house.svelte';
import { problem } from '../core/document/problems';

export async function pickTracingSheet(house: House): Promise<void> {
  let file: File;
  try {
    const { fileOpen } = await import('browser-fs-access');
    file = await fileOpen({
      mimeTypes: ['image/png', 'image/jpeg'],
      extensions: ['.png', '.jpg', '.jpeg'],
      description: 'Pictures of plans'
    });
  } catch {
    return;
  }
  await layTracingSheetFile(house, file);
}

/** Measures the picture by decoding it; what cannot be decoded is refused with its name. */
export async function layTracingSheetFile(house: House, file: File): Promise<void> {
  const mime = file.type === 'image/jpeg' ? 'image/jpeg' : 'image/png';
  try {
    const picture = await createImageBitmap(file);
    const { width, height } = picture;
    picture.close();
    await house.layTracingSheet(
      file.name.replace(/\.[^.]+$/, ''),
      mime,
      new Uint8Array(await file.arrayBuffer()),
      width,
      height
    );
  } catch {
    const { message, hint } = problem('picture.unreadable', house.editor.settings.units, {
      texts: { name: file.name }
    });
    house.editor.say({ kind: 'problem', text: message, hint });
  }
}
