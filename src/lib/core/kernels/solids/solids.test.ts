import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrange, type Segment } from '../../geometry/arrangement';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { edgesOf, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { at } from '../../testing/build';
import { addBars, type Spot } from './bars';
import { FaceMesh } from './face-mesh';

import { arrangeCells } from './pieces';

describe('bars', () => {
  const corners: [Spot, Spot][] = [
    [
      [1000, 0],
      [940, 60]
    ],
    [
      [1000, 1200],
      [940, 1140]
    ],
    [
      [0, 1200],
      [60, 1140]
    ],
    [
      [0, 0],
      [60, 60]
    ]
  ].map(([outer, inner]) => [outer as unknown as Spot, inner as unknown as Spot]);
  const built = (pairs: readonly (readonly [Spot, Spot])[], isRound: boolean) => {
    const mesh = new FaceMesh(900);
    addBars(mesh, pairs, isRound, (t, y, z) => ({ plan: at(t, y), z }), -35, 35);
    return mesh.build()!;
  };
  it('close round a frame, and its edges are those of the two boxes that it is between', () => {
    const mesh = built(corners, true);
    expect(openEdges(mesh)).toBe(0);
    expect(meshVolume(mesh)).toBeCloseTo((1000 * 1200 - 880 * 1080) * 70, 3);
    expect([...mesh.faces].sort()).toEqual(['back', 'bottom', 'front', 'side', 'top']);
    expect(mesh.edges.length / 2).toBe(24);
    expect(Math.min(...mesh.positions.filter((_, i) => i % 3 === 2))).toBe(900);
  });
  it('have ends where they do not go round', () => {
    const lining = built(
      corners.map(([[t, z], [u, w]]) => [
        [t, z],
        [u, z === 0 ? 0 : w]
      ]),
      false
    );
    expect(openEdges(lining)).toBe(0);
    expect(meshVolume(lining)).toBeCloseTo((1000 * 1200 - 880 * 1140) * 70, 3);
    const pane = built([corners[0]!.map(([t]) => [t, 0]), corners[1]!] as unknown as [Spot, Spot][], false);
    expect(openEdges(pane)).toBe(0);
  });
});

describe('pieces of a ring between lines', () => {
  const pieces = (ring: Ring, cuts: readonly Segment[]) => {
    const { faces } = arrange([...edgesOf(ring), ...cuts])!;
    // No caller lays lines so that they close within a ring.
    fc.pre(faces.every(({ holes }) => holes.length === 0));
    return faces
      .map(({ outer }) => outer)
      .filter((outer) => ringHolds(ring, innerPoint(outer)!) && ringArea(outer) > tolerances.scrap);
  };
  const areas = (rings: readonly Ring[]) => rings.map(ringArea).sort((p, q) => p - q);
  const number = (from: number, to: number) =>
    fc.integer({ min: from * 10, max: to * 10 }).map((n) => n / 10);
  const cutArb = fc.tuple(number(-500, 5500), number(-400, 800), number(-500, 5500), number(-400, 800));
  it('are those of an arrangement, wherever the lines go', () => {
    fc.assert(
      fc.property(fc.array(cutArb, { maxLength: 4 }), number(0, 300), (lines, step) => {
        // The end of a ply at a joint: a step within the ring.
        const ring = [
          at(0, 0),
          at(5000, 0),
          at(5000 - step, 150),
          at(4800 - step, 150),
          at(4700, 300),
          at(step, 300)
        ];
        const cuts = lines.map(([x, y, u, v]): Segment => [at(x, y), at(u, v)]);
        const expected = areas(pieces(ring, cuts));
        const found = areas(arrangeCells(ring, cuts));
        expect(found.length).toBe(expected.length);
        found.forEach((area, i) => expect(Math.abs(area - expected[i]!)).toBeLessThan(0.2));
      }),
      { numRuns: Number(process.env.LAW_RUNS ?? 300) }
    );
  });
});
