import { expect, it } from 'vitest';
import { defaultUnits, parseLength } from '../units/length';
import { thicknessOf } from '../kernels/joints/frame';
import { starterBuildUps } from './starter';

it.each(['mm', 'ft'] as const)('build-ups in %s are called as thick as they are', (system) => {
  for (const buildUp of starterBuildUps(system)) {
    const [called] = /[0-9][0-9 /"]*$/.exec(buildUp.name) ?? [''];
    const read = parseLength(called, defaultUnits[system]);
    expect(read.ok && read.value, buildUp.name).toBeCloseTo(thicknessOf(buildUp), 6);
  }
});
