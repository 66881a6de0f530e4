import { expect, it } from 'vitest';
import { readMessage } from './link';
import { SimulatedMeter } from './simulated';

/** A small generator, the same each time (mulberry32). */
function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

it('the simulated meter scatters as it states, and one reading of so many is bad', () => {
  const meter = new SimulatedMeter(seeded(7));
  const all = Array.from({ length: 4000 }, () => meter.read({ distance: 4210, scatter: 1.5, badOneIn: 20 }));
  const good = all.filter(({ millimetres }) => Math.abs(millimetres - 4210) < 15);
  const bad = all.length - good.length;
  expect(bad / all.length).toBeGreaterThan(0.035);
  expect(bad / all.length).toBeLessThan(0.065);
  const mean = good.reduce((sum, one) => sum + one.millimetres, 0) / good.length;
  expect(mean).toBeCloseTo(4210, 0);
  const variance = good.reduce((sum, one) => sum + (one.millimetres - mean) ** 2, 0) / good.length;
  expect(Math.sqrt(variance)).toBeGreaterThan(1.4);
  expect(Math.sqrt(variance)).toBeLessThan(1.6);
  expect(all.every((one) => readMessage(one) !== undefined)).toBe(true);
  expect(all.at(-1)!.number).toBe(4000);
  expect(new SimulatedMeter(seeded(1)).read({ distance: 900, scatter: 0, badOneIn: 0 }).millimetres).toBe(
    900
  );
});

it('what is no reading of a meter is passed over', () => {
  const good = { meter: 1, millimetres: 4210.4, scatter: 1.5, number: 3 };
  expect(readMessage(good)).toEqual(good);
  for (const bad of [
    null,
    'hello',
    7,
    {},
    { ...good, meter: 2 },
    { ...good, millimetres: -4 },
    { ...good, millimetres: 1e9 },
    { ...good, millimetres: '4210' },
    { ...good, scatter: NaN }
  ])
    expect(readMessage(bad)).toBeUndefined();
});
