/** What fills an opening: an entry of the catalogue or a plain one, with what the opening has otherwise. */
import type { Project } from '../../document/kind';
import { merge } from '../../document/merge';
import type { Overrides } from './overrides';
import { plainEntries } from './plain';
import type { CatalogueEntry } from './record';

/** Each merge is made once: what looks whether an entry is the same compares it by identity. */
const merged = new WeakMap<Overrides, { readonly base: CatalogueEntry; readonly entry: CatalogueEntry }>();

function overridden(base: CatalogueEntry, overrides: Overrides): CatalogueEntry {
  const known = merged.get(overrides);
  if (known?.base === base) return known.entry;
  const entry = merge(base, overrides) as CatalogueEntry;
  merged.set(overrides, { base, entry });
  return entry;
}

interface Filled {
  readonly filling: 'none' | 'door' | 'window';
  readonly entry: string | null;
}

/** The entry of the catalogue that fills an opening, or the plain one; undefined where it is bare. */
export function baseOf({ tables }: Pick<Project, 'tables'>, { filling, entry }: Filled) {
  if (filling === 'none') return undefined;
  const found = entry === null ? undefined : tables.catalogueEntry.get(entry);
  return found?.filling === filling ? found : plainEntries[filling];
}

/** The entry that fills an opening, with what this has otherwise; undefined where it is bare. */
export function entryOf(
  project: Pick<Project, 'tables'>,
  opening: Filled & { readonly overrides: Overrides | null }
): CatalogueEntry | undefined {
  const base = baseOf(project, opening);
  return base && opening.overrides ? overridden(base, opening.overrides) : base;
}
