/**
 * NAME.catalogue.json: door sets and window units to be brought into other projects. Reading takes one of a project as
 * well, and refuses what is foreign, damaged or newer with one sentence. See docs/file-format.md.
 */
import { strFromU8 } from 'fflate';
import { migrate } from '../document/migrations';
import type { Problem } from '../document/problems';
import { faultIn } from '../document/read';
import { schemaVersion } from '../document/record';
import { kinds } from '../kinds/register';
import type { CatalogueEntry } from '../kinds/catalogue-entry/record';
import { megabytes, readProject } from './archive';
import { application, fail, formOf } from './house-json';

export type ReadCatalogue =
  | { readonly ok: true; readonly entries: readonly CatalogueEntry[] }
  | { readonly ok: false; readonly problem: Problem };

/** Thousands of entries take less. */
const mostBytes = 8 * 1024 * 1024;

export const writeCatalogue = (entries: readonly CatalogueEntry[]): string =>
  JSON.stringify({ application, schemaVersion, catalogue: entries }, null, 1);

/** The entries of a catalogue file, or of a project's. Never throws for bad input. */
export function readCatalogue(name: string, bytes: Uint8Array): ReadCatalogue {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    const read = readProject(name, bytes);
    return read.ok ? found(name, [...read.project.tables.catalogueEntry.values()]) : read;
  }
  if (bytes.length > mostBytes)
    return fail('file.too-large', { name, size: megabytes(bytes.length), most: megabytes(mostBytes) });
  const data = parsed(bytes);
  if (data?.application !== application || data.catalogue === undefined)
    return fail('catalogue.foreign', { name });
  const form = formOf(name, data);
  if (!form.ok) return form;
  const entries = migrate(data.catalogue, form.version);
  if (!Array.isArray(entries)) return fail('file.damaged', { name, fault: 'its catalogue is not a list' });
  for (const [i, entry] of (entries as (object | null)[]).entries()) {
    const fault = faultIn(kinds, 'catalogueEntry', entry ?? {});
    if (fault !== undefined) return fail('file.record', { name, fault: `catalogue[${i}]: ${fault}` });
  }
  return found(name, entries as CatalogueEntry[]);
}

const found = (name: string, entries: readonly CatalogueEntry[]): ReadCatalogue =>
  entries.length > 0 ? { ok: true, entries } : fail('catalogue.empty', { name });

interface Loose {
  readonly application?: unknown;
  readonly schemaVersion?: unknown;
  readonly catalogue?: unknown;
}

function parsed(bytes: Uint8Array): Loose | undefined {
  try {
    return (JSON.parse(strFromU8(bytes)) ?? undefined) as Loose | undefined;
  } catch {
    return undefined;
  }
}
