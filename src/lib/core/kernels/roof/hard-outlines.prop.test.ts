/** Outlines that are hard for a front: many events at once, corners all but in line, and what a hand leaves askew. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cross, fromAngle, leftOf, scale, subtract, unit } from '../../geometry/point';
import { edgesOf, isSimple, ringArea, ringHolds, ringPerimeter, type Ring } from '../../geometry/ring';
import { degree } from '../../units/angle';
import { gridIn, solved } from '../../testing/solved';
import type { FrontEdge } from './wavefront';

const runs = Number(process.env.LAW_RUNS ?? 120);

/** All arms of a star, or all corners of a polygon, alike: every event comes n times at once. */
const symmetricArb = fc
  .record({
    arms: fc.integer({ min: 3, max: 30 }),
    inner: fc.integer({ min: 25, max: 100 }),
    turn: fc.integer({ min: 0, max: 359 })
  })
  .map(({ arms, inner, turn }): Ring => {
    const n = inner > 90 ? arms : 2 * arms;
    return Array.from({ length: n }, (_, i) => {
      const radius = inner > 90 || i % 2 === 0 ? 9000 : 90 * inner;
      return scale(fromAngle((2 * Math.PI * i) / n + turn * degree), radius);
    });
  });

/** A comb, as a row of bays: right-angled, its teeth alike. */
const combArb = fc
  .record({
    teeth: fc.integer({ min: 1, max: 14 }),
    wide: fc.integer({ min: 8, max: 40 }),
    gap: fc.integer({ min: 8, max: 40 }),
    deep: fc.integer({ min: 5, max: 60 })
  })
  .map(({ teeth, wide, gap, deep }): Ring => {
    const top = Array.from({ length: teeth }, (_, i) => {
      const x = 100 * i * (wide + gap);
      return [
        { x, y: 4000 + 100 * deep },
        { x: x + 100 * wide, y: 4000 + 100 * deep },
        ...(i < teeth - 1
          ? [
              { x: x + 100 * wide, y: 4000 },
              { x: x + 100 * (wide + gap), y: 4000 }
            ]
          : [])
      ];
    }).flat();
    const far = top.at(-1)!.x;
    return [{ x: 0, y: 0 }, { x: far, y: 0 }, ...top.reverse()];
  });

/** Corners off their places by up to so many tenths of a millimetre. */
const jittered = (arb: fc.Arbitrary<Ring>) =>
  fc
    .tuple(
      arb,
      fc.constantFrom(0.1, 1, 10),
      fc.array(fc.integer({ min: -10, max: 10 }), { minLength: 40, maxLength: 40 })
    )
    .map(([ring, by, off]): Ring =>
      ring.map(({ x, y }, i) => ({ x: x + by * off[(2 * i) % 40]!, y: y + by * off[(2 * i + 1) % 40]! }))
    );

/** Edges parted, the new corners a little off the line. */
const nearInLine = (arb: fc.Arbitrary<Ring>) =>
  fc
    .tuple(arb, fc.array(fc.integer({ min: -30, max: 30 }), { minLength: 12, maxLength: 12 }))
    .map(([ring, off]): Ring =>
      edgesOf(ring).flatMap(([a, b], i) => {
        const d = subtract(b, a);
        const aside = leftOf(unit(d));
        const by = off[i % 12]! / 10;
        return by > 0 ? [a, { x: a.x + d.x * 0.4 + aside.x * by, y: a.y + d.y * 0.4 + aside.y * by }] : [a];
      })
    );

const even = fc.oneof(symmetricArb, combArb);

/**
 * What is left of a front under a millimetre across ends in one place, and ends of edges less than a thousandth apart are one:
 * at 75 degrees, and along edges at 3e-4 to each other, that is some millimetres of height.
 */
const hard = [
  { kind: 'symmetric', arb: even, off: 0.05 },
  { kind: 'jittered', arb: jittered(even), off: 4 },
  { kind: 'nearly in line', arb: nearInLine(even), off: 10 }
];

const specsArb = fc.array(
  fc.record({
    pitch: fc.integer({ min: 3, max: 75 }),
    gable: fc.integer({ min: 0, max: 5 }),
    height: fc.integer({ min: 0, max: 20 })
  }),
  { minLength: 60, maxLength: 60 }
);

function expectRoof(ring: Ring, off: number, profile: (i: number) => FrontEdge['profile']) {
  const area = ringArea(ring);
  const share = Math.max(0.01, off / 50);
  const slack = area * 1e-6 + 50 + share * ringPerimeter(ring);
  const { parts, edges, miss } = solved([ring], profile, slack);
  expect(miss).toBeLessThan(slack);
  for (const { facet } of parts) {
    const edge = edges[facet.edge];
    const piece = edge?.profile[facet.piece];
    if (!edge || !piece || piece.speed === 0) continue;
    const way = unit(subtract(edge.b, edge.a));
    for (const corner of facet.corners) {
      const z = piece.from + cross(way, subtract(corner, edge.a)) / piece.speed;
      expect(Math.abs(z - corner.z)).toBeLessThan(off);
    }
  }
  for (const p of gridIn([ring], 9)) expect(parts.filter((part) => ringHolds(part.ring, p))).toHaveLength(1);
}

describe.each(hard)('$kind outlines', ({ arb, off }) => {
  const outlines = arb.filter((ring) => isSimple(ring) && ringArea(ring) > 0);
  it.each([
    ['one pitch', { unlike: false, gables: false, heights: false }],
    ['unlike pitches', { unlike: true, gables: false, heights: false }],
    ['unlike pitches and heights, with gables', { unlike: true, gables: true, heights: true }]
  ])('%s: covered once, corners on their planes', (_, { unlike, gables, heights }) => {
    fc.assert(
      fc.property(outlines, specsArb, (ring, specs) => {
        const of = (i: number) => specs[i % 60]!;
        const isGable = (i: number) => gables && of(i).gable === 0;
        fc.pre(ring.some((__, i) => !isGable(i)));
        const from = (i: number) => (heights ? 50 * of(i).height : 0);
        const lowest = Math.min(...ring.flatMap((__, i) => (isGable(i) ? [] : [from(i)])));
        expectRoof(ring, off, (i) => {
          const upright = { from: lowest, speed: 0 };
          const slope = { from: from(i), speed: 1 / Math.tan(of(unlike ? i : 0).pitch * degree) };
          if (isGable(i)) return [upright];
          return from(i) > lowest ? [upright, slope] : [slope];
        });
      }),
      { numRuns: runs }
    );
  });
});
