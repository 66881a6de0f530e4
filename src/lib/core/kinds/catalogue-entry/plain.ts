/** What fills an opening that refers to no entry, and what a new entry begins as. */
import type { Project } from '../../document/kind';
import type { CatalogueEntry } from './record';

const none = { width: 0, thickness: 0 };
const noLedge = { past: 0, thickness: 0 };

/** A door set with one flush leaf in a lining as deep as the wall. */
export const plainDoor: CatalogueEntry = {
  ...{ id: '', kind: 'catalogueEntry', name: 'Plain door', filling: 'door', form: 'hinged' },
  ...{ leaves: 1, share: 0.5, lights: ['fixed'], glass: 24, threshold: 0 },
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

/** The entry that fills an opening; undefined where it is bare. */
export function entryOf(
  { tables }: Pick<Project, 'tables'>,
  { filling, entry }: { readonly filling: 'none' | 'door' | 'window'; readonly entry: string | null }
): CatalogueEntry | undefined {
  if (filling === 'none') return undefined;
  const found = entry === null ? undefined : tables.catalogueEntry.get(entry);
  return found?.filling === filling ? found : plainEntries[filling];
}
