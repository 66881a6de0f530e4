/** Volumes of what a thing's body is made of, for schedules. */
import { meshVolume } from '../geometry/mesh';
import { round } from '../units/round';
import type { ElementBody } from './kind';

/** Volume of each material of a body, mm3; parts without a chosen material under their role. Of no body, none. */
export function volumesOf(body: ElementBody | undefined): Record<string, number> {
  const sums: Record<string, number> = {};
  for (const { role, material, mesh } of body?.parts ?? []) {
    const name = material ?? role;
    sums[name] = round((sums[name] ?? 0) + meshVolume(mesh));
  }
  return sums;
}

/** Of the whole body, mm3. */
export const volumeOf = (body: ElementBody | undefined): number =>
  round(Object.values(volumesOf(body)).reduce((sum, volume) => sum + volume, 0));
