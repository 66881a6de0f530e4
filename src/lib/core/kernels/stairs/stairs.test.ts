import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flat } from '../../geometry/plane';
import { boxOf, ringArea, ringsArea, type Ring } from '../../geometry/ring';
import { unionOf } from '../../geometry/union';
import { distance } from '../../geometry/point';
import { fitsBeneath, leastClearance } from './clearance';
import { leastHole } from './hole';
import { layoutOf, spiralAngle } from './layout';
import type { StairShape } from './pieces';
import { windersFor } from './winders';
import { brokenLimits, nearestWithin, solvedAgain, stairWays, type StairLimits } from './solve';

const usual: StairLimits = { riser: 196, going: 254, stride: [600, 640], headroom: 2032, width: 860 };

const shape: StairShape = {
  ...{ form: 'straight', turn: 'left', width: 900, risers: 16, going: 260 },
  ...{ first: 8, winders: 8, gap: 0, post: 60 }
};

const pitchOf = (made: StairShape, riser: number) =>
  layoutOf(made)
    .steps.flatMap(({ pitch }) => pitch)
    .map(({ ring, plane: { a, b, c } }) => ({ ring, plane: { a: a * riser, b: b * riser, c: c * riser } }));

describe('risers and goings', () => {
  it.each([
    [2400, 13, 254],
    [2600, 14, 254],
    [2700, 15, 260],
    [2880, 16, 260],
    [2980, 16, 254],
    [3050, 17, 261],
    [3200, 18, 264],
    [3400, 19, 262]
  ])('of %d high the first choice has %d risers and goings of %d', (height, risers, going) => {
    expect(stairWays(height, usual)[0]).toMatchObject({ risers, going });
  });

  it('the second of 2 880 is 17 of 281; a typed going or count holds; up to 196 is one riser', () => {
    expect(stairWays(2880, usual)[1]).toMatchObject({ risers: 17, going: 281, run: 4496 });
    expect(stairWays(2880, usual, { risers: 15 })[0]).toMatchObject({ going: 254 });
    expect(stairWays(2880, usual, { going: 280 }).map(({ risers }) => risers)).toEqual([17, 16, 18]);
    expect(stairWays(150, usual)[0]).toMatchObject({ risers: 1, run: 0 });
  });

  it('where none fits, the limit that gives least is named with its value', () => {
    expect(stairWays(2880, usual, { within: 3600 })[0]).toMatchObject({ risers: 15, run: 3556 });
    expect(nearestWithin(2880, usual, 3310)).toEqual({ limit: 'riser', value: 2880 / 14, bound: 196 });
    expect(nearestWithin(2880, usual, 3540)).toMatchObject({ limit: 'going', bound: 254 });
  });

  it('every way is found that brute force finds, for any height', () => {
    fc.assert(
      fc.property(fc.integer({ min: 200, max: 4500 }), (height) => {
        const found = stairWays(height, usual);
        for (let risers = 2; risers <= 45; risers++) {
          const goings = Array.from({ length: 400 }, (_, i) => 200 + i).filter(
            (going) => brokenLimits({ risers, riser: height / risers, going, run: 0 }, usual).length === 0
          );
          const own = found.filter((way) => way.risers === risers);
          expect(own).toHaveLength(goings.length > 0 ? 1 : 0);
          const unease = (going: number) => Math.abs((2 * height) / risers + going - 620);
          if (own[0]) expect(unease(own[0].going)).toBeCloseTo(Math.min(...goings.map(unease)), 6);
        }
      }),
      { numRuns: 200 }
    );
  });

  it('is solved again with as little change as the limits let it', () => {
    const now = { risers: 16, going: 260 };
    expect(solvedAgain(2980, now, usual)).toMatchObject({ risers: 16, going: 260, riser: 186.25 });
    const more = solvedAgain(3200, now, usual)!;
    expect(more).toMatchObject({ risers: 17, going: 260, run: 4160 });
    expect(more.riser).toBeCloseTo(188.2353, 4);
    // Much lower: as many risers would be 105 high and three metres longer.
    const [best] = stairWays(2625, usual);
    expect(solvedAgain(2625, { risers: 25, going: 260 }, usual)).toEqual(best);
    expect(solvedAgain(2400, { risers: 15, going: 260 }, usual)).toMatchObject({ risers: 15, going: 280 });
  });
});

describe('where steps lie', () => {
  it('a quarter turn on 8 and 8 risers: its legs, and its hole by hand', () => {
    const quarter = { ...shape, form: 'quarter' } as const;
    expect(ringsArea(leastHole(pitchOf(quarter, 180), 2032, flat(2550))) / 1e6).toBeCloseTo(3.646602, 4);
    const { minX, maxX, minY, maxY } = boxOf(layoutOf(quarter).outline);
    expect([maxX - minX, maxY - minY]).toEqual([2720, 2720]);
  });

  it('a straight flight is open from 488.22 on', () => {
    const [hole] = leastHole(pitchOf(shape, 180), 2032, flat(2550));
    expect(Math.min(...hole!.map(({ x }) => x))).toBeCloseTo(488.222, 3);
    expect(Math.max(...hole!.map(({ x }) => x))).toBeCloseTo(3900, 3);
  });

  const turning: StairShape = { ...shape, form: 'winding', going: 262, first: 3 };

  it('balanced winders lessen to the corner as worked by hand', () => {
    const { left, right, steps, narrowest, nosings } = layoutOf(turning);
    const inner = left.slice(3, 11).map(({ a, b }) => distance(a, b));
    const worked = [238.05, 214.09, 190.14, 166.18, 166.18, 190.14, 214.09, 238.05];
    worked.forEach((going, i) => expect(inner[i]).toBeCloseTo(going, 2));
    expect(narrowest).toBeCloseTo(166.18, 2);
    const outer = right.flatMap(({ a, b }) => [a, b]);
    expect(Math.max(...outer.map(({ x }) => x))).toBeCloseTo(2494.45, 2);
    expect(Math.max(...outer.map(({ y }) => y)) + 450).toBeCloseTo(2756.45, 1);
    expect(steps.reduce((sum, { ring }) => sum + ringArea(ring), 0) / 1e6).toBeCloseTo(3.915816, 5);
    expect(nosings).toHaveLength(16);
    expect(windersFor(262, 900, 152)).toBe(8);
    expect(windersFor(262, 900, 50)).toBe(4);
    expect(windersFor(260, 860, 152)).toBe(8);
  });

  it('the hole of one with winders', () => {
    const hole = leastHole(pitchOf(turning, 180), 2032, flat(2550));
    expect(Math.min(...hole.flat().map(({ x }) => x))).toBeCloseTo(491.98, 1);
    expect(ringsArea(hole) / 1e6).toBeCloseTo(3.473036, 3);
  });

  const narrow = { 3: [28.87, 42.26, 28.87], 4: [20.71, 29.29, 29.29, 20.71] } as const;

  it.each([
    ['radiating', 3, 0, 159.7],
    ['radiating', 4, 0, 119.77],
    ['radiatingHalf', 3, 0, 159.7],
    // 430 from the middle, where the flights stand 250 apart.
    ['radiatingHalf', 3, 250, 225.15],
    ['radiatingHalf', 4, 250, 168.86]
  ] as const)(
    '%s: %d winders a quarter, %d between the flights, go by %d on the arc',
    (form, n, gap, arc) => {
      const quarters = form === 'radiatingHalf' ? 2 : 1;
      const post = Math.max(50, gap / 2);
      const made: StairShape = { ...shape, form, gap, winders: n * quarters, post, first: 4 };
      const { steps, nosings, narrowest, turning, newel } = layoutOf(made);
      // Told straight between its nosings; the worked numbers are on the arc.
      expect((turning! * (Math.PI / (4 * n))) / Math.sin(Math.PI / (4 * n))).toBeCloseTo(arc, 1);
      if (n === 3 && gap === 250) expect(turning).toBeCloseTo(222.58, 2);
      Array.from({ length: quarters }, () => narrow[n])
        .flat()
        .forEach((one, i) => {
          const [a, b] = [nosings[4 + i]![0], nosings[5 + i]![0]];
          expect(Math.abs(a.x - b.x) + Math.abs(a.y - b.y)).toBeCloseTo((one * post) / 50, 1);
        });
      expect(narrowest).toBeCloseTo((narrow[n][0] * post) / 50, 1);
      expect(ringArea(newel!)).toBeCloseTo(4 * post ** 2, 6);
      // They fill the squares that the flights end at, but for the newel.
      const turned = steps.flatMap(({ kind, ring }) => (kind === 'winder' ? [ringArea(ring)] : []));
      const square = (900 + gap / 2) ** 2 - post ** 2;
      expect(turned.reduce((sum, one) => sum + one, 0)).toBeCloseTo(quarters * square, 3);
    }
  );

  it('of a spiral the going on its walking line', () => {
    const going = 2 * 365 * Math.sin(Math.PI / 12);
    expect(going).toBeCloseTo(188.94, 2);
    expect((spiralAngle({ post: 60, width: 660, going }) * 180) / Math.PI).toBeCloseTo(30, 9);
  });

  it('steps of any shape lie beside one another, cover the outline, and climb by risers', () => {
    const shapes = fc.record({
      form: fc.constantFrom('straight', 'quarter', 'half', 'winding', 'radiating', 'radiatingHalf', 'ladder'),
      turn: fc.constantFrom('left', 'right'),
      width: fc.integer({ min: 700, max: 1600 }),
      risers: fc.integer({ min: 14, max: 19 }),
      going: fc.integer({ min: 250, max: 320 }),
      first: fc.integer({ min: 2, max: 4 }),
      winders: fc.constantFrom(6, 8, 10),
      gap: fc.constantFrom(0, 80),
      post: fc.constant(60)
    });
    fc.assert(
      fc.property(shapes, (made) => {
        const { steps, nosings, outline } = layoutOf(made as StairShape);
        expect(nosings).toHaveLength(made.risers);
        expect(steps.map(({ up }) => up)).toEqual(Array.from({ length: made.risers - 1 }, (_, i) => i + 1));
        const areas = steps.map(({ ring }) => ringArea(ring));
        expect(Math.min(...areas)).toBeGreaterThan(0);
        const sum = areas.reduce((all, one) => all + one, 0);
        expect(ringsArea(unionOf(steps.map(({ ring }) => ring))) / sum).toBeCloseTo(1, 4);
        if (!['half', 'radiating', 'radiatingHalf'].includes(made.form))
          expect(ringArea(outline) / sum).toBeCloseTo(1, 6);
        steps.forEach(({ ring, pitch }) => {
          expect(pitch.reduce((all, piece) => all + ringArea(piece.ring), 0) / ringArea(ring)).toBeCloseTo(
            1,
            6
          );
        });
      }),
      { numRuns: 200 }
    );
  });
});

describe('the room over and under a flight', () => {
  const over = (rings: Ring[], under: { a: number; b: number; c: number }) => [
    { of: 'roof', rings, under, top: { ...under, c: under.c + 200 } }
  ];
  const wide: Ring = [
    { x: -9000, y: -9000 },
    { x: 9000, y: -9000 },
    { x: 9000, y: 9000 },
    { x: -9000, y: 9000 }
  ];

  it('under a roof that falls across it, as worked by hand', () => {
    const landing = [
      {
        ring: [
          { x: 0, y: -430 },
          { x: 500, y: -430 },
          { x: 500, y: 430 },
          { x: 0, y: 430 }
        ],
        plane: flat(2880)
      }
    ];
    const slope = Math.tan(Math.PI / 6);
    const under = { a: 0, b: slope, c: 5400 - slope * 430 };
    const least = leastClearance(landing, over([wide], under))!;
    // Drawn in by half a millimetre, so that what only touches does not count.
    expect(least.clear).toBeCloseTo(2023.48, 0);
    expect(least.at.y).toBeCloseTo(-430, 0);
  });

  it('the least hole leaves just the headroom; a smaller one leaves less, and says where', () => {
    const pitch = pitchOf(shape, 180);
    const [hole] = leastHole(pitch, 2032, flat(2550));
    const floor = (ring: Ring) => ({ ...over([wide, [...ring].reverse()], flat(2550))[0]!, top: flat(2880) });
    expect(leastClearance(pitch, [floor(hole!)])!.clear).toBeCloseTo(2032, 0);
    const short = hole!.map(({ x, y }) => ({ x: Math.max(x, 748.22), y }));
    expect(leastClearance(pitch, [floor(short)])!.clear).toBeCloseTo(1852, 0);
  });

  it('2 040 fit beneath from 3 298 on', () => {
    expect(fitsBeneath(2040, { riser: 180, going: 260 }, 200)).toBeCloseTo(3298.0, 1);
  });
});
