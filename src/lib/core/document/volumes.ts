/** Volumes of what a thing's body is made of, for schedules. */
import { meshVolume } from '../geometry/mesh';
import { round } from '../units/round';
import type { Query } from './kind';
import { declarationOf, findRecord } from './project';

/** Volume of each material of a body, mm3; parts without a chosen material under their role. */
export function volumesOf(query: Query, id: string): Record<string, number> {
  const record = findRecord(query.project, id);
  const stage = record && declarationOf(query.project, record).body;
  const sums: Record<string, number> = {};
  for (const { role, material, mesh } of (stage && query.get(stage, id)?.parts) ?? []) {
    const name = material ?? role;
    sums[name] = round((sums[name] ?? 0) + meshVolume(mesh));
  }
  return sums;
}

/** Of the whole body, mm3. */
export const volumeOf = (query: Query, id: string): number =>
  round(Object.values(volumesOf(query, id)).reduce((sum, volume) => sum + volume, 0));
