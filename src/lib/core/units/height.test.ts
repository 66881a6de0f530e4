import fc from 'fast-check';
import { expect, it } from 'vitest';
import { formatHeight, parseHeight } from './height';
import { defaultUnits } from './length';

const { mm, ft } = defaultUnits;

it('heights are said above or below something, never with a minus', () => {
  expect(formatHeight(2550, mm, 'the datum')).toBe('2\u00a0550 above the datum');
  expect(formatHeight(-600, mm, 'the datum')).toBe('600 below the datum');
  expect(formatHeight(0, mm, 'the datum')).toBe('at the datum');
  expect(formatHeight(-0.2, mm, 'zero')).toBe('at zero');
  expect(formatHeight(0, ft, 'zero')).toBe('at zero');
});

it('are read as they are said, and bare', () => {
  for (const [text, value] of [
    ['600 below', -600],
    ['600 below the datum', -600],
    ['2.4 m above', 2400],
    ['2550', 2550],
    ['at the datum', 0],
    ['300 + 50 below zero', -350]
  ] as const)
    expect(parseHeight(text, mm)).toEqual({ ok: true, value });
  expect(parseHeight('low below', mm).ok).toBe(false);
  expect(parseHeight('', mm).ok).toBe(false);
});

it('writing and reading is the identity', () => {
  fc.assert(
    fc.property(fc.integer({ min: -20000, max: 20000 }), (value) => {
      expect(parseHeight(formatHeight(value, mm, 'the datum'), mm)).toEqual({ ok: true, value });
    })
  );
});
