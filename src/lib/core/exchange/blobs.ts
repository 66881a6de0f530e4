/** What a project has beside its records: pictures and drawings under its plans, photos of its notes. */
import type { Project } from '../document/kind';
import type { PhotoMime } from '../kinds/site-note/record';
import { isLines, type SheetMime } from '../kinds/tracing-sheet/record';

export type BlobMime = SheetMime | PhotoMime;

/** By their names, what each is. */
export const blobsOf = ({ tables }: Project): Map<string, BlobMime> =>
  new Map([
    ...[...tables.tracingSheet.values()].map((sheet) => [sheet.blob, sheet.mime] as const),
    ...[...tables.siteNote.values()].flatMap(({ photo }): [string, BlobMime][] =>
      photo
        ? [
            [photo.blob, photo.mime],
            [photo.small, 'image/jpeg']
          ]
        : []
    )
  ]);

/** Drawings are text; pictures and pages are packed in themselves. */
export const isText = (mime: BlobMime): boolean => isLines({ mime: mime as SheetMime });

/** Of a project's file; bytes. */
export const fileLimits = { packed: 64 * 1024 * 1024, unpacked: 256 * 1024 * 1024, entries: 1000 } as const;

/** Texts of drawings are packed to less than this. */
const packing = 4;

/**
 * Whether sheets and photos of these sizes fit in one file that can be read again, with room for the house itself. What is drawn as text
 * counts by what it is packed to.
 */
export function fitTogether(blobs: readonly { readonly mime: BlobMime; readonly size: number }[]): boolean {
  const packed = blobs.reduce((sum, { mime, size }) => sum + (isText(mime) ? size / packing : size), 0);
  const unpacked = blobs.reduce((sum, { size }) => sum + size, 0);
  return packed < 0.9 * fileLimits.packed && unpacked < 0.9 * fileLimits.unpacked;
}
