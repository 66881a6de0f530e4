/** Areas and volumes in the words of a project's units: square and cubic metres, or feet. */
import { formatDecimal, inch, type LengthUnits } from './length';

const foot = 12 * inch;

/** `area`: mm2. */
export function formatArea(area: number, { system }: Pick<LengthUnits, 'system'>, digits = 2): string {
  return system === 'ft'
    ? `${(area / foot ** 2).toFixed(Math.max(0, digits - 1))} sq ft`
    : `${(area / 1e6).toFixed(digits)} m²`;
}

/** The unit that areas are told in. */
export const areaUnit = ({ system }: Pick<LengthUnits, 'system'>): string =>
  system === 'ft' ? 'sq ft' : 'm²';

/** Reads an area, mm2: a number in the unit of the house, or with a unit of its own; undefined where it is none, or not more than zero. */
export function parseArea(text: string, units: Pick<LengthUnits, 'system'>): number | undefined {
  const read = /^\s*(\d+(?:[.,]\d+)?)\s*(m²|m2|sq\.?\s?m|sq\.?\s?ft|ft²|ft2)?\s*$/i.exec(text);
  if (!read) return undefined;
  const isFeet = /f/i.test(read[2] ?? areaUnit(units));
  const area = Number(read[1]!.replace(',', '.')) * (isFeet ? foot ** 2 : 1e6);
  return area > 0 ? area : undefined;
}

/** `volume`: mm3. */
export const formatVolume = (volume: number, { system }: Pick<LengthUnits, 'system'>, digits = 1): string =>
  system === 'ft'
    ? `${(volume / foot ** 3).toFixed(Math.max(0, digits - 1))} cu ft`
    : `${(volume / 1e9).toFixed(digits)} m³`;

/** By definition (international avoirdupois pound, 1959). */
const pound = 0.45359237;

/** `weight`: kg. */
export const formatWeight = (weight: number, { system }: Pick<LengthUnits, 'system'>): string =>
  system === 'ft' ? `${formatDecimal(weight / pound, 0)} lb` : `${formatDecimal(weight, 0)} kg`;
