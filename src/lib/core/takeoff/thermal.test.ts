import { expect, it } from 'vitest';
import { newProject } from '../kinds/new-project';
import { buildUpOf } from '../testing/build';
import { massOf, thermalTransmittance } from './thermal';

const { material, buildUp } = newProject().tables;

it('stone cavity wall, by hand', () => {
  // 0.13 + 0.1 / 1.7 + 0.18 + 0.12 / 0.036 + 0.14 / 0.51 + 0.015 / 0.4 + 0.04
  const r = 0.13 + 0.0588235 + 0.18 + 3.3333333 + 0.2745098 + 0.0375 + 0.04;
  expect(thermalTransmittance(buildUp.get('stone-cavity')!, material)).toBeCloseTo(1 / r, 6);
  expect(massOf(buildUp.get('stone-cavity')!, material)).toBeCloseTo(230 + 0.05 + 3.6 + 196 + 15, 6);
});

it('air layers between the steps of the table, thin, thick and none', () => {
  const wall = (thickness: number) => ({
    ...buildUpOf('x', [thickness, 'cavity']),
    plies: [{ material: 'air', thickness, duty: 'cavity' as const }]
  });
  const r = (thickness: number) => 1 / thermalTransmittance(wall(thickness), material) - 0.17;
  expect(r(12.5)).toBeCloseTo(0.16, 9);
  expect(r(25)).toBeCloseTo(0.18, 9);
  expect(r(100)).toBeCloseTo(0.18, 9);
  expect(r(2.5)).toBeCloseTo(0.055, 9);
});

it('a missing material counts for nothing', () => {
  const lost = {
    ...buildUpOf('x'),
    plies: [{ material: 'gone', thickness: 100, duty: 'structure' as const }]
  };
  expect(thermalTransmittance(lost, material)).toBeCloseTo(1 / 0.17, 9);
  expect(massOf(lost, material)).toBe(0);
});
