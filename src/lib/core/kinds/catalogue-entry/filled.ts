/** What fills an opening: an entry of the catalogue or a plain one, with what the opening has otherwise. */
import type { Project } from '../../document/kind';
import { merge } from '../../document/merge';
import { sameValue } from '../../document/patch';
import type { Overrides } from './overrides';
import { plainEntries } from './plain';
import type { CatalogueEntry, LightWay } from './record';

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

const ways: Partial<Record<LightWay, LightWay>> = {
  left: 'right',
  right: 'left',
  tiltLeft: 'tiltRight',
  tiltRight: 'tiltLeft'
};

/** Whether an entry looks otherwise with its left side on the right. */
export const isUnlikeMirrored = (entry: CatalogueEntry) => !sameValue(entry, mirroredOf(entry));

const mirrors = new WeakMap<CatalogueEntry, CatalogueEntry>();

/** An entry with its left side on the right. */
function mirroredOf(entry: CatalogueEntry): CatalogueEntry {
  const known = mirrors.get(entry);
  if (known) return known;
  const turned = (lights: readonly LightWay[], rows: number) => {
    const high = Math.min(rows, lights.length);
    const columns = Math.ceil(lights.length / high);
    return Array.from({ length: high * columns }, (_, i) => {
      const row = Math.floor(i / columns) * columns;
      const way = lights[2 * row + columns - 1 - i] ?? 'fixed';
      return ways[way] ?? way;
    });
  };
  const { lights, corner, beside, rows } = entry;
  const mirrored: CatalogueEntry = {
    ...{ ...entry, lights: turned(lights, rows) },
    ...{ corner: { ...corner, lights: turned(corner.lights, rows) } },
    beside: { ...beside, left: beside.right, right: beside.left }
  };
  mirrors.set(entry, mirrored);
  return mirrored;
}

/** The entry that fills an opening, with what this has otherwise; undefined where it is bare. */
export function entryOf(
  project: Pick<Project, 'tables'>,
  opening: Filled & { readonly overrides: Overrides | null; readonly mirrored: boolean }
): CatalogueEntry | undefined {
  const base = baseOf(project, opening);
  const entry = base && opening.overrides ? overridden(base, opening.overrides) : base;
  return entry && opening.mirrored ? mirroredOf(entry) : entry;
}
