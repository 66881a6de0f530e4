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
