/**
 * Thermal estimate of a build-up: U = 1 / (Rsi + sum of R + Rse), each ply R = thickness / conductivity.
 * Source: ISO 6946:2017, 6.5 (combined method for layers side by side left out) and 6.9 for unventilated cavities;
 * Rsi 0.13 and Rse 0.04 m2 K/W for horizontal heat flow. An estimate: bridges through studs are in the conductivity
 * of the ply as given.
 */
import type { BuildUp } from '../kinds/build-up/record';
import type { Material } from '../kinds/material/record';

const surfaceInside = 0.13;
const surfaceOutside = 0.04;
/** Thickness in mm and resistance in m2 K/W of unventilated air layers, horizontal heat flow (ISO 6946, table 8). */
const airLayers = [
  [0, 0],
  [5, 0.11],
  [7, 0.13],
  [10, 0.15],
  [15, 0.17],
  [25, 0.18]
] as const;

function airResistance(thickness: number): number {
  const above = airLayers.findIndex(([t]) => t >= thickness);
  if (above < 0) return airLayers[airLayers.length - 1]![1];
  if (above === 0) return 0;
  const [[t0, r0], [t1, r1]] = [airLayers[above - 1]!, airLayers[above]!];
  return r0 + ((r1 - r0) * (thickness - t0)) / (t1 - t0);
}

/** W/(m2 K). A ply of a missing material counts for nothing. */
export function thermalTransmittance(buildUp: BuildUp, materials: ReadonlyMap<string, Material>): number {
  const plies = buildUp.plies.reduce((sum, { material, thickness }) => {
    const known = materials.get(material);
    if (!known) return sum;
    const resistance =
      known.conductivity === null ? airResistance(thickness) : thickness / 1000 / known.conductivity;
    return sum + resistance;
  }, 0);
  return 1 / (surfaceInside + plies + surfaceOutside);
}

/** kg per m2 of wall. */
export function massOf(buildUp: BuildUp, materials: ReadonlyMap<string, Material>): number {
  return buildUp.plies.reduce(
    (sum, { material, thickness }) => sum + (thickness / 1000) * (materials.get(material)?.density ?? 0),
    0
  );
}
