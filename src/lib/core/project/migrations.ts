/** One step for each version of the document; a file of version n runs the steps from n on. */
import { schemaVersion } from './records';

type Loose = { readonly kind?: unknown; readonly [field: string]: unknown };
type Step = (records: readonly Loose[]) => Loose[];

/** Fields that a record of a kind gains, with what they were by silence before. */
const gain =
  (fields: Readonly<Record<string, Readonly<Record<string, unknown>>>>): Step =>
  (records) =>
    records.map((record) => ({ ...fields[String(record?.kind)], ...record }));

/** Keyed by the version a step starts from. */
const steps: Readonly<Record<number, Step>> = {
  // Build-up ratings, materials with physics and texture, offsets, returned ends, a second unit, limits of area.
  1: gain({
    project: { secondUnits: null, areaLimit: null },
    material: { conductivity: 1, density: 1000, texture: 'plain', unitLength: 0, unitHeight: 0 },
    buildUp: { fireRating: '', soundRating: '' },
    wall: { settingOutOffset: 0, returnEnds: false }
  }),
  // Columns and chimneys, which older files have none of; returned jambs.
  2: gain({ wall: { returnJambs: false } }),
  // How sure sizes are; guides, dimensions by hand, presets, layers and twins, which older files have none of.
  3: gain({
    project: { nudge: 10, grid: null },
    wall: { certainty: 'measured' },
    opening: { certainty: 'measured' }
  })
};

/** Bring records up to the present version. What is not a list of records is left for the validator to refuse. */
export function migrate(records: unknown, from: number): unknown {
  if (!Array.isArray(records)) return records;
  let current = records as Loose[];
  for (let version = from; version < schemaVersion; version++) current = steps[version]?.(current) ?? current;
  return current;
}
