import fc from 'fast-check';
import { expect, it } from 'vitest';
import { combined } from './readings';

it('two that agree give their mean; two that do not are doubtful; of three the one that stands alone is left out', () => {
  expect(combined([4210], 1.5)).toMatchObject({ value: 4210, used: 1, left: 0, isDoubtful: false });
  expect(combined([4210, 4213], 1.5)).toMatchObject({ value: 4211.5, used: 2, left: 0, apart: 3 });
  expect(combined([4210, 3996], 1.5)).toMatchObject({ value: 3996, used: 1, left: 1, isDoubtful: true });
  expect(combined([4210, 3996, 4211], 1.5)).toMatchObject({
    value: 4210.5,
    used: 2,
    left: 1,
    isDoubtful: false
  });
});

it('a bad reading among good ones never moves the mean beyond the good ones', () => {
  const cases = fc.record({
    good: fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 2, maxLength: 6 }),
    bad: fc.oneof(fc.integer({ min: -900, max: -20 }), fc.integer({ min: 20, max: 2000 })),
    at: fc.nat(6)
  });
  fc.assert(
    fc.property(cases, ({ good, bad, at }) => {
      const readings = good.map((off) => 3000 + off);
      const mixed = [...readings.slice(0, at), 3000 + bad, ...readings.slice(at)];
      const { value, left } = combined(mixed, 1);
      expect(left).toBe(1);
      expect(value).toBeGreaterThanOrEqual(Math.min(...readings) - 1e-9);
      expect(value).toBeLessThanOrEqual(Math.max(...readings) + 1e-9);
    })
  );
});
