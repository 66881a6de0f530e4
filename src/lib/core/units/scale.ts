/** Scales that drawings are made at, as how many millimetres of a building are one of paper: 75 for 1 : 75. */
import type { UnitSystem } from './length';

const metric = [5, 10, 20, 25, 50, 75, 100, 150, 200, 250, 500, 750, 1000, 1500, 2000, 2500, 5000, 10_000];

/** Inches of paper to the foot. */
const toTheFoot = [
  ['3"', 3],
  ['1 1/2"', 3 / 2],
  ['1"', 1],
  ['3/4"', 3 / 4],
  ['1/2"', 1 / 2],
  ['3/8"', 3 / 8],
  ['1/4"', 1 / 4],
  ['3/16"', 3 / 16],
  ['1/8"', 1 / 8],
  ['3/32"', 3 / 32],
  ['1/16"', 1 / 16],
  ['1/32"', 1 / 32],
  ['1/64"', 1 / 64],
  ['1/128"', 1 / 128]
] as const;

/** From the largest drawing to the smallest. */
export const draftingScales = (system: UnitSystem): readonly number[] =>
  system === 'ft' ? toTheFoot.map(([, inches]) => 12 / inches) : metric;

/** As it is written on a drawing: 1 : 75, or 1/4" to the foot where it is one of those. */
export function scaleName(scale: number, system: UnitSystem): string {
  const named =
    system === 'ft' && toTheFoot.find(([, inches]) => Math.abs((scale * inches) / 12 - 1) < 0.002);
  return named ? `${named[0]} to the foot` : `1 : ${Math.round(scale)}`;
}
