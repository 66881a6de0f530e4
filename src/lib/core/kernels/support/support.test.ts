import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ringHolds, type Ring } from '../../geometry/ring';
import { lengthOf, longestWay, sizesAlong, supportAlong } from './support';

const box = (x0: number, y0: number, x1: number, y1: number): Ring => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 }
];
const told = (...asked: Parameters<typeof supportAlong>) =>
  supportAlong(...asked).map(({ from, to, support }) => [from, to, support]);

describe('what stands under a wall', () => {
  it('has the stretches worked out by hand', () => {
    const below = [box(0, 0, 3000, 140), box(4200, -2000, 4400, 3000)];
    expect(told([0, 5000], [0, 140], below, 0)).toEqual([
      [0, 3000, 'bears'],
      [3000, 4200, 'nothing'],
      [4200, 4400, 'bears'],
      [4400, 5000, 'nothing']
    ]);
    // 251 flush over 425: the structures lie 34 apart.
    expect(supportAlong([0, 7800], [71, 236], [box(0, 270, 7800, 410)], 330)).toEqual([
      { from: 0, to: 7800, support: 'carried', gap: 34 }
    ]);
    expect(told([0, 7800], [71, 236], [box(0, 270, 7800, 410)], 30)).toEqual([[0, 7800, 'nothing']]);
    // What lies beyond an end is carried as far as the floor is deep.
    expect(told([0, 5000], [0, 140], below, 330)).toEqual([
      [0, 3000, 'bears'],
      [3000, 3330, 'carried'],
      [3330, 3870, 'nothing'],
      [3870, 4200, 'carried'],
      [4200, 4400, 'bears'],
      [4400, 4730, 'carried'],
      [4730, 5000, 'nothing']
    ]);
    expect(told([0, 1000], [0, 100], [], 300)).toEqual([[0, 1000, 'nothing']]);
  });

  it('finds where half of it is covered by one that runs askew', () => {
    const askew: Ring = [
      { x: 0, y: 0 },
      { x: 4000, y: 0 },
      { x: 4000, y: 200 }
    ];
    const [first, second] = supportAlong([0, 4000], [0, 200], [askew], 0);
    expect([first!.support, second!.support]).toEqual(['carried', 'bears']);
    expect(second!.from).toBeCloseTo(2000, 0);
  });

  it('agrees with samples across it', () => {
    const piece = fc.tuple(
      fc.integer({ min: -500, max: 5000 }),
      fc.integer({ min: 20, max: 2000 }),
      fc.integer({ min: -150, max: 250 }),
      fc.integer({ min: 20, max: 300 })
    );
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 4 }), (pieces) => {
        // Beside each other along the wall, so that none lie over another.
        let at = 0;
        const below = pieces.map(([gap, long, y, deep]) => {
          const from = (at += Math.abs(gap) / 4);
          at += long;
          return box(from, y, from + long, y + deep);
        });
        const stretches = supportAlong([0, 6000], [0, 140], below, 0);
        expect(
          lengthOf(stretches, 'bears') + lengthOf(stretches, 'carried') + lengthOf(stretches, 'nothing')
        ).toBeCloseTo(6000, 6);
        for (let n = 0; n < 60; n++) {
          const t = 50.37 + n * 100;
          const stretch = stretches.find(({ from, to }) => from <= t && t <= to)!;
          if (Math.min(t - stretch.from, stretch.to - t) < 1) continue;
          let count = 0;
          for (let k = 0; k < 280; k++)
            if (below.some((ring) => ringHolds(ring, { x: t, y: 0.25 + k * 0.5 }))) count++;
          if (Math.abs(count - 140) > 2) expect(stretch.support === 'bears').toBe(count > 140);
        }
      }),
      { numRuns: Number(process.env.LAW_RUNS ?? 100) }
    );
  });

  it('tells a room by its longest edge', () => {
    const turned = (ring: Ring, a: number): Ring =>
      ring.map(({ x, y }) => ({
        x: x * Math.cos(a) - y * Math.sin(a),
        y: x * Math.sin(a) + y * Math.cos(a)
      }));
    const room = turned(box(0, 0, 4000, 3000), 0.3);
    const [long, wide] = sizesAlong(room, longestWay(room));
    expect([long, wide].map((one) => Math.round(one * 1e6) / 1e6)).toEqual([4000, 3000]);
  });
});
