import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { startSession, rectangle } from './testing/session';
import { spread, stackOf } from './stack';

const roof = { name: 'addRoof', args: { storey: 'storey-1', pitch: 32, overhang: 450, plateLevel: 2550 } };

describe('the stack', () => {
  it('roofs: eaves on the walls and the ridge between, as steep as they are, what is between left out', () => {
    const { editor } = startSession([rectangle(12_000, 8000), roof]);
    const { roofs, scale, y } = stackOf(editor.shown, editor.model, editor.settings, 700, editor.storey);
    const [{ pieces, gaps, ridge }] = roofs as [(typeof roofs)[number]];
    expect([pieces.length, gaps.length]).toEqual([3, 2]);
    const slope = ([p, q]: readonly { x: number; y: number }[]) => (p!.y - q!.y) / (q!.x - p!.x);
    expect(slope(pieces[0]!)).toBeCloseTo(Math.tan((32 * Math.PI) / 180), 6);
    expect(Math.min(...pieces[1]!.map((p) => p.y))).toBeCloseTo(y(ridge), 6);
    // The underside passes the outer face of the wall, where the storey is drawn, at the plate level.
    const [start, end] = [pieces[0]!.at(-1)!, pieces[0]![2]!];
    const k = (14 - start.x) / (end.x - start.x);
    expect(start.y + k * (end.y - start.y)).toBeCloseTo(y(2550), 6);
    expect(pieces[0]![0]!.x).toBeCloseTo(14 - Math.min(12, 450 * scale), 6);
  });
  it('a shed so narrow that it fits is drawn whole, and a wall above its storey as high as it is', () => {
    const { editor } = startSession([
      rectangle(1200, 900),
      roof,
      {
        name: 'drawWall',
        args: {
          storey: 'storey-1',
          a: { x: 0, y: 5000 },
          length: 4000,
          angle: 0,
          thickness: 200,
          height: 60_000
        }
      }
    ]);
    const { roofs, storeys, y } = stackOf(editor.shown, editor.model, editor.settings, 700, editor.storey);
    expect(roofs[0]!.pieces).toHaveLength(1);
    expect(storeys[0]!.walls).toBeCloseTo(y(60_000), 6);
    expect(y(60_000)).toBeGreaterThan(0);
  });
  it('labels keep their gap, their order and their ends, and stay where nothing is in the way', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -50, max: 750, noNaN: true }), { maxLength: 12 }), (wanted) => {
        const places = spread(wanted, 16, 0, 700);
        const sorted = [...places].sort((p, q) => p - q);
        sorted.forEach((at, i) => i > 0 && expect(at - sorted[i - 1]!).toBeGreaterThan(16 - 1e-6));
        for (const at of places) expect(at >= 0 && at <= 700 + 1e-6).toBe(true);
        wanted.forEach((w, i) => {
          const isFree = w >= 0 && w <= 700 && wanted.every((v, k) => k === i || Math.abs(v - w) >= 200);
          if (isFree) expect(places[i]).toBeCloseTo(w, 6);
          wanted.forEach((v, k) => v < w && expect(places[k]!).toBeLessThan(places[i]!));
        });
      })
    );
  });
});
