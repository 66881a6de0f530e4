import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { lineAt } from '../kernels/survey/line-drawing';
import { distance } from '../geometry/point';
import { codePageOf, plainText, readDxf } from './dxf-read';

const folder = 'src/lib/core/testing/dxf/';
const textOf = (name: string) => {
  const bytes = gunzipSync(readFileSync(`${folder}${name}.dxf.gz`));
  return new TextDecoder(codePageOf(bytes.subarray(0, 20_000).toString('latin1'))).decode(bytes);
};
const drawing = (name: string) => {
  const read = readDxf(textOf(name));
  if (!read.ok) throw new Error(read.code);
  return read.drawing;
};
const told = (name: string) =>
  JSON.parse(readFileSync(`${folder}${name}.json`, 'utf8')) as {
    lengths: Record<string, number>;
    box: [number, number, number, number];
  };

describe('drawings in DXF against another reader', () => {
  it.each(['inches-r12', 'blocks-mm', 'curves-m'])('%s: what is drawn on each layer, and its box', (name) => {
    const { layers, layerOf, width, height, ...lines } = drawing(name);
    const { lengths, box } = told(name);
    const sums = new Map<string, number>();
    layerOf.forEach((layer, i) => {
      const key = layers[layer]!.name;
      sums.set(key, (sums.get(key) ?? 0) + distance(...lineAt(lines, i)));
    });
    expect([...sums.keys()].sort()).toEqual(Object.keys(lengths).sort());
    // Ticks of sizes are drawn thick, which the other reader tells as outlines.
    for (const [layer, length] of Object.entries(lengths).filter(([one]) => one !== 'sizes'))
      expect(Math.abs(sums.get(layer)! / length - 1), layer).toBeLessThan(1e-3);
    const size = Math.max(width, height);
    expect(Math.abs(width - (box[2] - box[0]))).toBeLessThan(1e-3 * size);
    expect(Math.abs(height - (box[3] - box[1]))).toBeLessThan(1e-3 * size);
  });
  it('units that are told, and one that is taken by its size', () => {
    expect(drawing('blocks-mm').unit).toEqual({ name: 'millimetres', mm: 1, isSaid: true });
    expect(drawing('curves-m').unit).toEqual({ name: 'metres', mm: 1000, isSaid: true });
    expect(drawing('inches-r12').unit).toEqual({ name: 'inches', mm: 25.4, isSaid: false });
  });
  it('layers that the file does not show; words in their code page', () => {
    const off = (name: string) => drawing(name).layers.flatMap((one) => (one.isOff ? [one.name] : []));
    expect(off('inches-r12')).toEqual(['NOTES']);
    expect(off('blocks-mm')).toEqual(['A-FURN']);
    // Frozen, it takes along what its blocks have on other layers.
    const doors = (text: string) => {
      const read = readDxf(text);
      return read.ok ? read.drawing.layers.find((one) => one.name === 'A-DOOR')!.count : 0;
    };
    const text = textOf('blocks-mm');
    const frozen = text.replace(/(\r?\n {2}2\r?\nA-FURN\r?\n 70\r?\n)0/, '$11');
    expect(frozen).not.toBe(text);
    expect(doors(frozen)).toBeLessThan(doors(text));
    expect(drawing('inches-r12').texts.map(({ text }) => text)).toEqual(['Łazienka']);
  });
  it('sizes that it states stand against its lines; the one typed by hand is off', () => {
    const { sizes } = drawing('curves-m');
    expect(sizes.map(({ said }) => said)).toEqual([9, 7, 5.05]);
    expect(sizes.map(({ p, q, said }) => said - distance(p, q)).map((off) => Number(off.toFixed(6)))).toEqual(
      [0, 0, 0.05]
    );
  });
  it('what is no drawing, is empty, cut off or too much is said', () => {
    expect(readDxf('')).toMatchObject({ ok: false, code: 'dxf.broken' });
    expect(readDxf('%PDF-1.7\n%âãÏÓ\n1 0 obj')).toMatchObject({ ok: false, code: 'dxf.broken' });
    expect(readDxf('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n')).toMatchObject({ code: 'dxf.empty' });
    const whole = textOf('blocks-mm');
    for (const mark of ['\ufeff', '\u00ef\u00bb\u00bf']) expect(readDxf(mark + whole).ok).toBe(true);
    expect(readDxf(whole)).toMatchObject({ drawing: { isCut: false } });
    for (const share of [0.05, 0.3, 0.7, 0.9, 0.99]) {
      const read = readDxf(whole.slice(0, whole.length * share));
      expect(read).toMatchObject(read.ok ? { drawing: { isCut: true } } : { code: 'dxf.cut' });
    }
    const endless = [
      ...['0', 'SECTION', '2', 'BLOCKS', '0', 'BLOCK', '2', 'a', '10', '0', '20', '0'],
      ...['0', 'LINE', '8', '0', '10', '0', '20', '0', '11', '1', '21', '0'],
      ...['0', 'INSERT', '2', 'a', '0', 'INSERT', '2', 'a', '0', 'ENDBLK', '0', 'ENDSEC'],
      ...['0', 'SECTION', '2', 'ENTITIES', '0', 'INSERT', '2', 'a', '0', 'ENDSEC', '0', 'EOF', '']
    ].join('\n');
    expect(readDxf(endless, 5000)).toMatchObject({ ok: false, code: 'dxf.much' });
  });
  it('codes within texts', () => {
    expect(plainText('%%c20 %%p1 45%%d \\U+00e9', false)).toBe('Ø20 ±1 45° é');
    expect(plainText('{\\fArial|b0;Hall}\\P\\H2.5;3.2 \\S1/2;', true)).toBe('Hall 3.2 1/2');
  });
});

it('tells how much of a file is read, never less than before, up to near its end', () => {
  const line = (k: number) => `0\nLINE\n8\nwalls\n10\n${k}\n20\n0\n11\n${k}\n21\n9\n`;
  const text = `0\nSECTION\n2\nENTITIES\n${Array.from({ length: 20_000 }, (_, k) => line(k)).join('')}0\nENDSEC\n0\nEOF\n`;
  const shares: number[] = [];
  expect(readDxf(text, undefined, (share) => shares.push(share)).ok).toBe(true);
  expect(shares.length).toBeGreaterThan(20);
  expect(shares.length).toBeLessThan(200);
  expect([...shares].sort((p, q) => p - q)).toEqual(shares);
  expect(shares.at(-1)).toBeGreaterThan(0.85);
  expect(Math.max(...shares)).toBeLessThanOrEqual(1);
});
