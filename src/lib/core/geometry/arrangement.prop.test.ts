import fc from 'fast-check';
import { expect, it } from 'vitest';
import { edgesOf, ringArea, ringHolds, type Ring } from './ring';
import { arrange } from './arrangement';
import { innerPoint } from './triangulate';

const runs = Number(process.env.LAW_RUNS ?? 150);

/** Rectangles on a coarse lattice: many shared corners, edges along edges, and touches. */
const rectangleArb: fc.Arbitrary<Ring> = fc
  .tuple(fc.nat(8), fc.nat(8), fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }))
  .map(([x, y, w, h]) => [
    { x: x * 100, y: y * 100 },
    { x: (x + w) * 100, y: y * 100 },
    { x: (x + w) * 100, y: (y + h) * 100 },
    { x: x * 100, y: (y + h) * 100 }
  ]);
/** Triangles anywhere: crossings at any angle, some nearly on one another. */
const triangleArb: fc.Arbitrary<Ring> = fc
  .array(fc.record({ x: fc.integer({ min: 0, max: 1400 }), y: fc.integer({ min: 0, max: 1400 }) }), {
    minLength: 3,
    maxLength: 3
  })
  .filter((ring) => Math.abs(ringArea(ring)) > 2000)
  .map((ring) => (ringArea(ring) > 0 ? ring : [...ring].reverse()));

const areaOf = ({ outer, holes }: { outer: Ring; holes: readonly Ring[] }) =>
  ringArea(outer) + holes.reduce((sum, hole) => sum + ringArea(hole), 0);

it('faces partition their outlines, and each shape is the sum of the faces in it', () => {
  fc.assert(
    fc.property(fc.array(fc.oneof(rectangleArb, triangleArb), { minLength: 1, maxLength: 7 }), (shapes) => {
      const found = arrange(shapes.flatMap(edgesOf))!;
      const whole = found.outlines.reduce((sum, ring) => sum + ringArea(ring), 0);
      const parts = found.faces.reduce((sum, face) => sum + areaOf(face), 0);
      expect(Math.abs(parts - whole)).toBeLessThan(whole * 1e-6);
      for (const shape of shapes) {
        const inside = found.faces.filter((face) => {
          const p = innerPoint(face.outer, face.holes);
          return p && ringHolds(shape, p);
        });
        const sum = inside.reduce((total, face) => total + areaOf(face), 0);
        expect(Math.abs(sum - ringArea(shape))).toBeLessThan(ringArea(shape) * 1e-4);
      }
    }),
    { numRuns: runs }
  );
});

const halves: Ring[] = [
  [
    [0, 0, 836, 94, 670, 373],
    [787, 763, 590, 1074, 808, 141],
    [403, 1284, 617, 527, 1195, 271]
  ]
]
  .flat()
  .map(([ax, ay, bx, by, cx, cy]) => [
    { x: ax!, y: ay! },
    { x: bx!, y: by! },
    { x: cx!, y: cy! }
  ]);

it('arranging what was arranged changes nothing', () => {
  fc.assert(
    fc.property(fc.array(triangleArb, { minLength: 2, maxLength: 5 }), (shapes) => {
      const once = arrange(shapes.flatMap(edgesOf))!;
      const twice = arrange(once.faces.flatMap(({ outer }) => edgesOf(outer)))!;
      const areas = ({ faces }: typeof once) =>
        faces.map(({ outer }) => ringArea(outer)).sort((p, q) => p - q);
      const [before, after] = [areas(once), areas(twice)];
      expect(after).toHaveLength(before.length);
      after.forEach((area, i) => expect(area).toBeCloseTo(before[i]!, 5));
    }),
    // An area of half a thousandth: it rounds either way by the corner that the ring begins with.
    { numRuns: runs, examples: [[halves]] }
  );
});
