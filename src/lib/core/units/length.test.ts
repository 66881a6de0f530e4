import { describe, expect, it } from 'vitest';
import { degree, formatAngle, normaliseAngle, parseAngle, parsePitch } from './angle';
import {
  besideLength,
  defaultUnits,
  explainFault,
  formatLength,
  formatLengthWithUnit,
  inch,
  parseLength
} from './length';

const { mm, cm, m, ft } = defaultUnits;
const read = (text: string, units = mm) => {
  const parsed = parseLength(text, units);
  return parsed.ok ? parsed.value : `${parsed.at}: ${parsed.expected}`;
};

describe('reading lengths', () => {
  it.each([
    ['3400', mm, 3400],
    ['3 400', mm, 3400],
    ['3\u202f400.5', mm, 3400.5],
    ['3.4', m, 3400],
    ['340', cm, 3400],
    ['4.2m - 425', mm, 3775],
    ['4.2 m - 425', mm, 3775],
    [`7'2 + 5 1/2"`, mm, 91.5 * inch],
    [`7'-6"`, mm, 90 * inch],
    [`7' - 6"`, mm, 78 * inch],
    [`7'-6 1/2`, ft, 90.5 * inch],
    ['5 1/2', ft, 5.5 * inch],
    ['5-1/2"', ft, 5.5 * inch],
    ['1/2"', ft, inch / 2],
    ['5½″', ft, 5.5 * inch],
    ["12'", ft, 144 * inch],
    ['2 ft 3 in', mm, 27 * inch],
    ['-250', mm, -250],
    ['(3 400 + 200) / 2', mm, 1800],
    ['3 400/2', mm, 1700],
    ['2.5 * 3', m, 7500],
    ['1/8', m, 125],
    [`3 * 8'6"`, mm, 306 * inch],
    [`8'6" * 3`, mm, 306 * inch],
    [`3 * (8'6" + 2")`, ft, 312 * inch],
    [`2 * 3 * 1'`, mm, 72 * inch],
    ["1/2 * 8'", ft, 48 * inch]
  ])('%s in %o is %d', (text, units, value) => expect(read(text, units)).toBeCloseTo(value, 9));

  it.each([
    ['', '0: a length'],
    ['abc', '0: a number'],
    ['3400 kg', `5: a unit (mm, cm, m, ', "), + or -`],
    ['3,4', '1: a point for decimals, or a space between thousands,'],
    ['3400 +', '6: a number'],
    ['5/0', '2: a fraction whose lower number is not zero'],
    ['(3 400', '6: a closing bracket'],
    ["7'6 mm", '2: inches after the feet'],
    ['3m * 2m', '5: a number to multiply or divide by'],
    ['3 / 2m', '4: a number to multiply or divide by'],
    ['3 * kg', '4: a number to multiply or divide by'],
    ['99999999999', '0: a length of at most 10 km']
  ])('%s is refused', (text, fault) => expect(read(text)).toBe(fault));

  it('says where it stopped', () => {
    const parsed = parseLength('3400 kg', mm);
    expect(!parsed.ok && explainFault('3400 kg', parsed)).toBe('“kg” is not a length; try 3.4 m or 11\'2"');
  });
});

describe('writing lengths', () => {
  it.each([
    [11400, mm, '11\u00a0400'],
    [0.4, mm, '0'],
    [-0.4, mm, '0'],
    [3400, m, '3.400'],
    [3405, cm, '340.5'],
    [31.5 * 12 * inch, ft, `31'-6"`],
    [5.5 * inch, ft, `5 1/2"`],
    [inch / 8, ft, `1/8"`],
    [12.125 * inch, ft, `1'-0 1/8"`],
    [-13 * inch, ft, `-1'-1"`]
  ])('%d in %o', (value, units, text) => expect(formatLength(value, units)).toBe(text));
  it('adds the unit in running text', () => {
    expect(formatLengthWithUnit(425, mm)).toBe('425\u00a0mm');
  });
  it.each([
    [12 * inch, mm, null, 'exactly 304.8 mm'],
    [1234.5678, mm, null, 'exactly 1 234.568 mm'],
    [425, mm, null, undefined],
    [12 * inch, ft, null, undefined],
    [140, ft, null, 'exactly 140 mm'],
    [6000, mm, ft, `19'-8 1/4"`],
    [12 * inch, mm, ft, `1'-0"`],
    [140, { ...mm, fineness: 50 }, ft, `exactly 140 mm · 5 1/2"`]
  ])('beside %d: how it was rounded, what it is in a second unit', (value, units, second, text) =>
    expect(besideLength(value, units, second)?.replaceAll('\u00a0', ' ')).toBe(text)
  );
});

describe('angles and pitches', () => {
  it('reads and writes', () => {
    expect(parseAngle('-22.5°')).toEqual({ ok: true, value: -22.5 * degree });
    expect(parseAngle('x').ok).toBe(false);
    expect(formatAngle(33.333333 * degree)).toBe('33.33°');
    expect(normaliseAngle(3 * Math.PI)).toBeCloseTo(Math.PI);
    for (const [text, value] of [
      ['7:12', Math.atan2(7, 12)],
      ['1 : 60', Math.atan2(1, 60)],
      ['1/4:12', Math.atan2(0.25, 12)],
      ['3 1/2 in 12', Math.atan2(3.5, 12)],
      ['1/4" per ft', Math.atan2(6.35, 304.8)],
      ['1/4 in per foot', Math.atan2(6.35, 304.8)],
      ['20mm/m', Math.atan2(20, 1000)],
      ['40%', Math.atan(0.4)],
      ['30°', 30 * degree]
    ] as const) {
      expect(parsePitch(text)).toEqual({ ok: true, value: expect.closeTo(value, 14) });
    }
    for (const text of ['90', '7:0', '-1:60', '1/4" in 12', '1:2:3', '1/0:12', 'per ft', '7/12'])
      expect(parsePitch(text)).toMatchObject({ ok: false });
  });
});
