/** What fills an opening that refers to no entry, and what a new entry begins as. */
import type { Project } from '../../document/kind';
import { merge } from '../../document/merge';
import type { Overrides } from './overrides';
import type { CatalogueEntry } from './record';

const none = { width: 0, thickness: 0 };
const noLedge = { past: 0, thickness: 0 };

/** A door set with one flush leaf in a lining as deep as the wall. */
export const plainDoor: CatalogueEntry = {
  ...{ id: '', kind: 'catalogueEntry', name: 'Plain door', filling: 'door', form: 'hinged' },
  ...{ leaves: 1, share: 0.5, lights: ['fixed'], rows: 1, glass: 24, glazing: 'clear', threshold: 0 },
  ...{ handle: 'none', drip: 0, reveal: { outside: 0, inside: 0 }, beside: { left: 0, right: 0, above: 0 } },
  leaf: { style: 'flush', panels: 1, glazed: 0, stile: 100, thickness: 44 },
  bars: { upright: 0, level: 0 },
  frame: { width: 30, depth: null, recess: null },
  casing: { outside: none, inside: none },
  ledge: { outside: noLedge, inside: noLedge },
  size: { width: 910, height: 2110, sill: 0 }
};

/** A fixed pane in a frame in the middle of the structure. */
export const plainWindow: CatalogueEntry = {
  ...plainDoor,
  ...{ name: 'Plain window', filling: 'window', form: 'casement' },
  leaf: { style: 'glazed', panels: 1, glazed: 1, stile: 55, thickness: 60 },
  frame: { width: 60, depth: 70, recess: null },
  size: { width: 1200, height: 1200, sill: 900 }
};

export const plainEntries = { door: plainDoor, window: plainWindow } as const;

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
