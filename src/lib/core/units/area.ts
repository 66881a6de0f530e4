/** Areas in the words of a project's units: square metres, or square feet. */
import { inch, type LengthUnits } from './length';

const foot = 12 * inch;

/** `area`: mm2. */
export function formatArea(area: number, { system }: Pick<LengthUnits, 'system'>, digits = 2): string {
  return system === 'ft'
    ? `${(area / foot ** 2).toFixed(Math.max(0, digits - 1))} sq ft`
    : `${(area / 1e6).toFixed(digits)} m²`;
}
