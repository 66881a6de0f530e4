import fc from 'fast-check';
import { expect, it } from 'vitest';
import {
  defaultUnits,
  formatLength,
  formatLengthWithUnit,
  inch,
  parseLength,
  type LengthUnits
} from './length';

const systems = fc.constantFrom<LengthUnits>(
  ...Object.values(defaultUnits),
  { system: 'mm', fineness: 0.1 },
  { system: 'cm', fineness: 0.5 },
  { system: 'm', fineness: 0.1 },
  { system: 'ft', fineness: 64 },
  { system: 'ft', fineness: 1 }
);
const stepOf = (units: LengthUnits) => (units.system === 'ft' ? inch / units.fineness : units.fineness);

it('format then parse gives the same length at the chosen fineness, in all four systems', () => {
  fc.assert(
    fc.property(systems, fc.integer({ min: -390_000, max: 390_000 }), (units, steps) => {
      const value = steps * stepOf(units);
      for (const text of [formatLength(value, units), formatLengthWithUnit(value, units)]) {
        const parsed = parseLength(text, units);
        if (!parsed.ok) throw new Error(`${text}: ${parsed.expected} at ${parsed.at}`);
        expect(Math.abs(parsed.value - value)).toBeLessThan(1e-6);
      }
    }),
    { numRuns: 1000 }
  );
});

it('parse then format keeps any typed length to half a step', () => {
  fc.assert(
    fc.property(systems, fc.double({ min: -1e6, max: 1e6, noNaN: true }), (units, value) => {
      const parsed = parseLength(formatLength(value, units), units);
      expect(parsed.ok && Math.abs(parsed.value - value)).toBeLessThanOrEqual(stepOf(units) / 2 + 1e-6);
    })
  );
});

it('sums of terms add up and nonsense never throws', () => {
  const term = fc.tuple(fc.integer({ min: 0, max: 9999 }), fc.constantFrom('mm', 'cm', 'm', '"', "'"));
  const size = { mm: 1, cm: 10, m: 1000, '"': inch, "'": 12 * inch } as const;
  fc.assert(
    fc.property(fc.array(term, { minLength: 1, maxLength: 5 }), (terms) => {
      const parsed = parseLength(terms.map(([n, u]) => `${n}${u}`).join(' + '), defaultUnits.mm);
      const sum = terms.reduce((total, [n, u]) => total + n * size[u as keyof typeof size], 0);
      expect(parsed.ok ? parsed.value : sum).toBeCloseTo(sum, 6);
    })
  );
  fc.assert(
    fc.property(fc.string(), (text) => {
      const parsed = parseLength(text, defaultUnits.mm);
      if (!parsed.ok) expect(parsed.at).toBeLessThanOrEqual(text.length * 4);
    })
  );
});
