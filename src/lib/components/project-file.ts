/** Writing files from the page. */
import { fileSave } from 'browser-fs-access';
import { writeProject } from '../core/exchange/archive';
import type { House } from './house.svelte';

/** The name of a house as the first part of a file's. */
export const stemOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'house';

/** Write a file where the person says. Answers what went wrong, in words; undefined when it is written or left. */
export async function saveFile(
  bytes: Promise<BlobPart>,
  type: string,
  name: string
): Promise<string | undefined> {
  try {
    await fileSave(new Blob([await bytes], { type }), {
      fileName: name,
      extensions: [name.slice(name.lastIndexOf('.'))]
    });
    return undefined;
  } catch (error) {
    return problemOf(error, `"${name}"`, 'written');
  }
}

/** What went wrong with a file, in words; undefined where the person thought better of it. */
export function problemOf(error: unknown, name: string, done: 'read' | 'written'): string | undefined {
  const { name: kind, message } = error as Error;
  return kind === 'AbortError' ? undefined : `${name} could not be ${done}: ${message}.`;
}

/** The project as a file of ours, with the pictures that are under its plans. */
export const saveProjectFile = (house: House): Promise<string | undefined> =>
  saveFile(
    house.blobs().then((blobs) => writeProject(house.editor.project, blobs) as Uint8Array<ArrayBuffer>),
    'application/zip',
    `${stemOf(house.editor.settings.name)}.cliffstead`
  );
