/** Things as text, to be copied in one project and pasted in another: project.json of a small house. */
import { clipOf } from '../commands/clipboard';
import { allRecords } from '../document/project';
import { schemaVersion, type Rec } from '../document/record';
import type { Query } from '../document/kind';
import { application, readHouse } from './house-json';

export const writeClip = (query: Query, ids: readonly string[]): string =>
  JSON.stringify({ application, schemaVersion, records: clipOf(query, ids) });

/** The records of a text that was copied here; undefined for any other text. */
export function readClip(text: string): Rec[] | undefined {
  if (!text.startsWith('{')) return undefined;
  try {
    const read = readHouse('what was copied', JSON.parse(text));
    return read.ok ? allRecords(read.project) : undefined;
  } catch {
    return undefined;
  }
}
