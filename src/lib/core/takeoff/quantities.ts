/**
 * How much is built, stays and is taken away: the bodies of everything that has a stage of work, summed by storey, kind and
 * material. Cost: one pass over the meshes. A thing without a body is in no row.
 */
import Papa from 'papaparse';
import type { ElementBody, Project } from '../document/kind';
import { findRecord } from '../document/project';
import type { Rec } from '../document/record';
import { hasWork, workOf, workWords, type Work } from '../document/work';
import { meshVolume } from '../geometry/mesh';
import type { PartRole } from '../kernels/solids/part';
import { round } from '../units/round';

export interface Quantity {
  readonly work: Work;
  readonly storey: string;
  /** What it is, as its kind is called: "wall", "slab". */
  readonly thing: string;
  /** Material id; null where none is chosen. */
  readonly material: string | null;
  /** The name of the material; of the catalogue entry or the part where it has none. */
  readonly of: string;
  /** How many things have some of it. */
  readonly count: number;
  /** mm3. */
  readonly volume: number;
  /** kg; null where the material tells no density. */
  readonly weight: number | null;
}

/** What a part without a material is called: by the catalogue entry that it is made after, else by what it is of the thing. */
function withoutMaterial({ tables }: Project, record: Rec, role: PartRole): string {
  const entry = 'entry' in record && record.entry !== null && tables.catalogueEntry.get(record.entry);
  return entry ? entry.name : roleWords(role);
}

const roleWords = (role: PartRole) => role.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** In the order of the storeys from below, then of the kinds, then of the names. */
export function quantitiesOf(project: Project, bodies: readonly ElementBody[]): Quantity[] {
  const { material: materials, storey: storeys } = project.tables;
  const sums = new Map<string, { row: Omit<Quantity, 'count'>; ids: Set<string>; at: number }>();
  const kinds = Object.keys(project.kinds);
  for (const { id, storey, parts } of bodies) {
    const record = findRecord(project, id);
    if (!record || !hasWork(project, record.kind)) continue;
    for (const { role, material, mesh } of parts) {
      const known = materials.get(material ?? '');
      const of = known?.name ?? withoutMaterial(project, record, role);
      const key = [workOf(record), storey, record.kind, material, of].join('\n');
      const volume = meshVolume(mesh);
      const weight = known && known.density > 0 ? (volume / 1e9) * known.density : null;
      const old = sums.get(key);
      const thing = project.kinds[record.kind].words.one;
      sums.set(key, {
        row: {
          ...{ work: workOf(record), storey, thing, material, of },
          volume: (old?.row.volume ?? 0) + volume,
          weight: weight === null ? null : (old?.row.weight ?? 0) + weight
        },
        ids: (old?.ids ?? new Set()).add(id),
        at: kinds.indexOf(record.kind)
      });
    }
  }
  const datum = (id: string) => storeys.get(id)?.datum ?? 0;
  return [...sums.values()]
    .sort(
      (p, q) =>
        datum(p.row.storey) - datum(q.row.storey) || p.at - q.at || p.row.of.localeCompare(q.row.of, 'en')
    )
    .map(({ row, ids }) => ({
      ...row,
      count: ids.size,
      volume: round(row.volume),
      weight: row.weight === null ? null : round(row.weight)
    }));
}

/** As a table of its own: comma separated, RFC 4180, in cubic metres and kilograms. No cell is taken for a formula. */
export const quantitiesCsv = (project: Project, rows: readonly Quantity[]): string =>
  Papa.unparse(
    {
      fields: ['Storey', 'Stage of work', 'Thing', 'Material', 'Count', 'Volume m3', 'Weight kg'],
      data: rows.map(({ work, storey, thing, of, count, volume, weight }) => [
        project.tables.storey.get(storey)?.name ?? storey,
        ...[workWords[work], thing, of, count],
        ...[(volume / 1e9).toFixed(4), weight === null ? '' : weight.toFixed(1)]
      ])
    },
    { escapeFormulae: true }
  );
