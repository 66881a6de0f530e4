import { describe, expect, it } from 'vitest';

import { heightAt } from '../../geometry/plane';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { ringArea } from '../../geometry/ring';
import type { Roof } from './record';
import type { Wall } from '../wall/record';
import { at, buildUpOf, framesOf, projectWith, wallOf } from '../../testing/build';
import { degree } from '../../units/angle';
import { deriveFootprints } from '../../kernels/joints/footprints';
import { outlineOfParts, outlinesByPart } from '../wall/outline';
import { deriveRoof, isPartition, offsetRing } from './planes';
import { indexedRoofs, planesOver, roofModels } from './stages';
import { roofMesh } from './body';
import { roofSection } from './section';
import { Model } from '../../model/graph';

const house = (points: [number, number][]): Wall[] =>
  points.map(([x, y], i) => {
    const [u, v] = points[(i + 1) % points.length]!;
    return wallOf(`w${i}`, at(x, y), at(u, v), 'p', { settingOut: 'outer', outside: 'right' });
  });
const box: [number, number][] = [
  [0, 0],
  [11400, 0],
  [11400, 7800],
  [0, 7800]
];
const ell: [number, number][] = [
  [0, 0],
  [10000, 0],
  [10000, 4000],
  [4000, 4000],
  [4000, 10000],
  [0, 10000]
];
const roofOf = (more: Partial<Roof> = {}): Roof => ({
  id: 'r',
  kind: 'roof',
  name: '',
  storey: 'storey-1',
  pitch: 32 * degree,
  overhang: 450,
  plateLevel: 5340,
  thickness: 200,
  material: 'slate',
  edges: [],
  ...more
});
const solve = (points: [number, number][], more: Partial<Roof> = {}) => {
  const walls = house(points);
  const footprints = deriveFootprints(framesOf(projectWith(buildUpOf('p', [200, 'structure']), ...walls)));
  return deriveRoof(roofOf(more), outlineOfParts(outlinesByPart([footprints], 'outer')))!;
};

describe('roofs on walls', () => {
  it('worked: 11 400 x 7 800 at 32 degrees, bearing 5 340, overhang 450', () => {
    const { planes, ridge } = solve(box);
    expect(planes.map(({ ring }) => Math.round(ringArea(ring))).sort()).toEqual([
      18922500, 18922500, 34582500, 34582500
    ]);
    const under = Math.max(
      ...planes.flatMap(({ ring, underside }) => ring.map((p) => heightAt(underside, p)))
    );
    expect(under).toBeCloseTo(7776.99, 1);
    expect(ridge).toBeCloseTo(under + 200 / Math.cos(32 * degree), 6);
    const low = Math.min(...planes.flatMap(({ ring, underside }) => ring.map((p) => heightAt(underside, p))));
    expect(low).toBeCloseTo(5058.81, 1);
  });
  it('crosses the outer line of the walls at the plate level', () => {
    for (const { underside, walls } of solve(box).planes) {
      const middle = { w0: at(5700, 0), w1: at(11400, 3900), w2: at(5700, 7800), w3: at(0, 3900) }[
        walls[0]!
      ]!;
      expect(heightAt(underside, middle)).toBeCloseTo(5340, 6);
    }
  });
  it('gables: two planes, and the end walls named on none', () => {
    const gables = [
      { wall: 'w1', kind: 'gable' as const },
      { wall: 'w3', kind: 'gable' as const }
    ];
    const { planes, edges } = solve(box, { edges: gables });
    expect(planes.map(({ walls }) => walls.join()).sort()).toEqual(['w0', 'w2']);
    expect(edges[0]!.filter(({ gable }) => gable)).toHaveLength(2);
  });
  it('a right-angled concave outline: six planes and a valley', () => {
    const { planes, lidArea } = solve(ell);
    expect(planes).toHaveLength(6);
    expect(lidArea).toBe(0);
    expect(planes.reduce((sum, { ring }) => sum + ringArea(ring), 0)).toBeCloseTo(
      10900 * 10900 - 6000 * 6000,
      -2
    );
  });
  it('planes that do not cover their outline once and wholly are none, and that is a finding', () => {
    const [one, two, ...rest] = solve(ell).planes;
    const whole = solve(ell).eaves[0]!;
    expect(isPartition(whole, [one!, two!, ...rest])).toBe(true);
    expect(isPartition(whole, [two!, ...rest])).toBe(false);
    // As much area, but one part twice and another never.
    const moved = { ...one!, ring: one!.ring.map(({ x, y }) => ({ x, y: y + 3000 })) };
    expect(isPartition(whole, [moved, two!, ...rest])).toBe(false);
    const skewed: [number, number][] = [
      [8000, -1500],
      [4000, 1500],
      [1500, 6500],
      [-3500, -1000],
      [1000, -7000]
    ];
    const { planes, unsolved, eaves } = solve(skewed, { pitch: 35 * degree, overhang: 0 });
    expect(unsolved).toEqual([]);
    const sum = planes.reduce((area, { ring }) => area + ringArea(ring), 0);
    expect(sum / ringArea(eaves[0]!)).toBeCloseTo(1, 6);
  });
  it('all gables leave a lid, whose area is told', () => {
    const all = [0, 1, 2, 3].map((i) => ({ wall: `w${i}`, kind: 'gable' as const }));
    expect(solve(box, { edges: all }).lidArea).toBeCloseTo((11400 + 900) * (7800 + 900), -1);
  });
  it('overhangs that would collide in a notch stop at its middle', () => {
    const notch: [number, number][] = [
      [0, 0],
      [9000, 0],
      [9000, 6000],
      [5000, 6000],
      [5000, 3000],
      [4400, 3000],
      [4400, 6000],
      [0, 6000]
    ];
    expect(solve(notch, { overhang: 800 }).overhang).toBeLessThanOrEqual(300);
    expect(solve(notch, { overhang: 200 }).overhang).toBe(200);
  });
  it('in section: from eave to eave across the ridge, at the slopes of its planes', () => {
    const section = roofSection(solve(box));
    expect(section.map(({ s }) => Math.round(s))).toEqual([-4350, 0, 0, 4350]);
    const [eave, ridge] = [section[0]!, section[1]!];
    expect(ridge.top).toBeCloseTo(solve(box).ridge, 6);
    expect((ridge.top - eave.top) / (ridge.s - eave.s)).toBeCloseTo(Math.tan(32 * degree), 9);
    expect(ridge.top - ridge.underside).toBeCloseTo(200 / Math.cos(32 * degree), 9);
    // Of one wing only; through the tip of a pyramid; of a lid, which is level; of no planes, nothing.
    expect(roofSection(solve(ell))[0]!.s).toBeCloseTo(-roofSection(solve(ell)).at(-1)!.s, 6);
    const square = roofSection(
      solve([at(0, 0), at(6000, 0), at(6000, 6000), at(0, 6000)].map(({ x, y }) => [x, y]))
    );
    expect(square.map(({ s }) => Math.round(s))).toEqual([-3450, 0, 0, 3450]);
    const all = [0, 1, 2, 3].map((i) => ({ wall: `w${i}`, kind: 'gable' as const }));
    expect(new Set(roofSection(solve(box, { edges: all })).map(({ top }) => Math.round(top))).size).toBe(1);
    expect(roofSection({ ...solve(box), planes: [] })).toEqual([]);
  });
  it('its body is closed and its volume is plan area times the plumb thickness', () => {
    for (const points of [box, ell]) {
      const model = solve(points);
      const mesh = roofMesh(model, 0, []);
      expect(openEdges(mesh)).toBe(0);
      const area = model.planes.reduce((sum, { ring }) => sum + ringArea(ring), 0);
      expect(meshVolume(mesh)).toBeCloseTo((area * 200) / Math.cos(32 * degree), -4);
    }
  });
  it('finds the planes over a box, and no roof without an outline', () => {
    const walls = house(box);
    const project = projectWith(buildUpOf('p', [200, 'structure']), ...walls, roofOf());
    const query = new Model().at(project);
    const { planes } = query.get(roofModels, 'r')!;
    const near = planesOver(indexedRoofs(query, 'storey-1'), {
      minX: 100,
      minY: 3000,
      maxX: 200,
      maxY: 3100
    });
    expect(near).toEqual(
      planes.filter(
        ({ ring }) =>
          Math.min(...ring.map(({ x }) => x)) <= 200 && Math.min(...ring.map(({ y }) => y)) <= 3100
      )
    );
    expect(
      planesOver(indexedRoofs(query, 'storey-1'), { minX: 9e5, minY: 0, maxX: 9e5 + 1, maxY: 1 })
    ).toEqual([]);
    expect(deriveRoof(roofOf(), undefined)).toBeUndefined();
  });
  it('offsets a ring outwards with mitred corners', () => {
    const ring = box.map(([x, y]) => at(x, y));
    expect(ringArea(offsetRing(ring, 450))).toBeCloseTo(12300 * 8700, 3);
  });
});
