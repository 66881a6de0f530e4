import { describe, expect, it } from 'vitest';
import { degree } from '../../units/angle';
import { ringArea } from '../../geometry/ring';
import { at } from '../../testing/build';
import type { ProfilePiece } from './lines';
import { solveWavefront, type FrontEdge } from './wavefront';
import type { Point } from '../../geometry/point';

const eave = (pitch = 45, from = 0): ProfilePiece[] => [{ from, speed: 1 / Math.tan(pitch * degree) }];
const gable: ProfilePiece[] = [{ from: 0, speed: 0 }];
const outline = (points: Point[], profiles: ProfilePiece[][]): FrontEdge[] =>
  points.map((a, i) => ({ a, b: points[(i + 1) % points.length]!, profile: profiles[i % profiles.length]! }));
const areas = (edges: FrontEdge[]) => {
  const { facets, lid } = solveWavefront([edges]);
  const byEdge = edges.map((_, i) =>
    facets.filter((f) => f.edge === i && !f.vertical).reduce((sum, f) => sum + ringArea(f.corners), 0)
  );
  const top = Math.max(...facets.flatMap((f) => f.corners.map((p) => p.z)));
  return { byEdge, top, lid };
};
const rectangle = (w: number, d: number) => [at(0, 0), at(w, 0), at(w, d), at(0, d)];

describe('worked numbers of the roof solver', () => {
  it('hip over 11 400 x 7 800 at 32 degrees', () => {
    const o = 450;
    const edges = outline(
      rectangle(11400 + 2 * o, 7800 + 2 * o).map((p) => at(p.x - o, p.y - o)),
      [eave(32, 5340 - o * Math.tan(32 * degree))]
    );
    expect(edges[0]!.profile[0]!.from).toBeCloseTo(5058.81, 2);
    const { byEdge, top, lid } = areas(edges);
    expect(lid).toBeUndefined();
    expect(top).toBeCloseTo(7776.99, 1);
    for (const [i, area] of [34582500, 18922500, 34582500, 18922500].entries())
      expect(byEdge[i]).toBeCloseTo(area, 0);
    const { nodes } = solveWavefront([edges]);
    for (const x of [3900, 7500])
      expect(nodes.some((n) => Math.abs(n.x - x) < 0.01 && Math.abs(n.y - 3900) < 0.01)).toBe(true);
  });
  const ell = [at(0, 0), at(10000, 0), at(10000, 4000), at(4000, 4000), at(4000, 10000), at(0, 10000)];
  it('L of 10 000 less 6 000 at 45 degrees', () => {
    const { byEdge, top } = areas(outline(ell, [eave()]));
    expect(byEdge.map((a) => Math.round(a / 1e3) / 1e3)).toEqual([16, 4, 12, 12, 4, 16]);
    expect(top).toBeCloseTo(2000, 6);
  });
  it('L with its reflex edge a gable', () => {
    const { byEdge, top } = areas(outline(ell, [eave(), eave(), eave(), gable, eave(), eave()]));
    expect(byEdge.map((a) => Math.round(a / 1e3) / 1e3)).toEqual([18, 4, 10, 0, 8, 24]);
    expect(top).toBeCloseTo(4000, 6);
  });
  it('unlike pitches on 10 000 x 6 000, level and kept overhangs', () => {
    const { facets } = solveWavefront([outline(rectangle(10000, 6000), [eave(45), eave(30)])]);
    expect(facets).toHaveLength(4);
    expect(facets.reduce((sum, f) => sum + ringArea(f.corners), 0)).toBeCloseTo(6e7, 0);
  });
  it('half hip: 8 000 x 6 000 at 45 degrees from 1 500', () => {
    const half: ProfilePiece[] = [
      { from: 0, speed: 0 },
      { from: 1500, speed: 1 }
    ];
    const { byEdge } = areas(outline(rectangle(8000, 6000), [eave(), half]));
    expect(byEdge[1]).toBeCloseTo(2250000, 0);
  });
  it('an edge that starts higher stands upright up to there: 10 000 x 6 000 at 45 degrees, the east eave 500 higher', () => {
    const raised: ProfilePiece[] = [
      { from: 0, speed: 0 },
      { from: 500, speed: 1 }
    ];
    const { byEdge } = areas(outline(rectangle(10000, 6000), [eave(), raised, eave(), eave()]));
    expect(byEdge.map((area) => area / 1e6)).toEqual(
      [22.375, 6.25, 22.375, 9].map((one) => expect.closeTo(one, 6))
    );
  });
  it('end gables, south at 30 degrees and from its middle at 45, north at 45: a step stands between', () => {
    const points = [at(0, 0), at(5000, 0), at(10000, 0), at(10000, 6000), at(0, 6000)];
    const { facets } = solveWavefront([outline(points, [eave(30), eave(45), gable, eave(45), gable])]);
    const area = (edge: number) =>
      facets.filter((f) => f.edge === edge && !f.vertical).reduce((sum, f) => sum + ringArea(f.corners), 0);
    expect([area(0), area(1)]).toEqual([expect.closeTo(19019238, -1), expect.closeTo(15000000, -1)]);
    const step = facets.find((f) => f.edge >= points.length)!;
    expect(step.corners.map(({ y }) => Math.round(y * 10) / 10).sort((p, q) => p - q)).toEqual([
      0, 3000, 3803.8
    ]);
  });
  it('two slopes that come into one line: the shallower goes on, and nothing stands up behind it', () => {
    // The notch closes where both fronts are as far in: 1 000 at 45 degrees, 1 732 at 30 from 732 farther out.
    const [y, far] = [1000 / Math.tan(30 * degree) - 1000, 12000];
    const points = [at(0, 0), at(6000, 0), at(6000, -y), at(far, -y), at(far, 9000), at(0, 9000)];
    const { facets, lid } = solveWavefront([
      outline(points, [eave(45), gable, eave(30), gable, eave(45), gable])
    ]);
    expect(lid).toBeUndefined();
    expect(facets.filter((f) => f.edge >= points.length)).toEqual([]);
    const { byEdge } = areas(outline(points, [eave(45), gable, eave(30), gable, eave(45), gable]));
    expect(byEdge.reduce((sum, one) => sum + one, 0)).toBeCloseTo(ringArea(points), 0);
  });
  it('a last loop that is a ridge of 2.6 mm closes the planes beside it', () => {
    const points: [number, number][] = [
      ...([
        [-1099.0598, 5654.1726],
        [-3942.4615, 3192.5423],
        [-7215.9008, -125.954],
        [-4405.9945, -3830.0726]
      ] as const),
      ...([
        [-497.1487, -3138.8735],
        [2343.9383, -3900.9684],
        [4903.4593, -1688.3964],
        [7339.8098, 2817.4888]
      ] as const),
      [4305.5942, 7767.4976]
    ].map(([x, y]) => [x!, y!]);
    const ring = points.map(([x, y]) => at(x, y));
    const bent = [...eave(60), ...eave(25, 1500)];
    const { byEdge } = areas(outline(ring, [bent]));
    expect(byEdge.reduce((sum, one) => sum + one, 0) / ringArea(ring)).toBeCloseTo(1, 6);
  });
  it('a gable roof: two planes and a ridge over the whole length', () => {
    const { byEdge, top } = areas(outline(rectangle(10000, 6000), [eave(), gable]));
    expect(byEdge.map(Math.round)).toEqual([3e7, 0, 3e7, 0]);
    expect(top).toBeCloseTo(3000, 6);
  });
  it('gables all round leave a lid, said so', () => {
    const { lid } = areas(outline(rectangle(10000, 6000), [gable]));
    expect(lid).toBe(0);
  });
});
