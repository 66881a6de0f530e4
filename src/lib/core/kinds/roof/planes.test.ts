import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

import { heightAt } from '../../geometry/plane';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { ringArea } from '../../geometry/ring';
import { asRoof, plainEnds, type Roof, type RoofEdge } from './record';
import type { Wall } from '../wall/record';
import { at, buildUpOf, framesOf, projectWith, wallOf } from '../../testing/build';
import { degree } from '../../units/angle';
import { deriveFootprints } from '../../kernels/joints/footprints';
import { outlineOfParts, outlinesByPart } from '../wall/outline';
import { eavesOutline } from './edges';
import { overStorey } from './edges';
import { edgesOfForm, type RoofForm } from './forms';
import { deriveRoof, isPartition } from './planes';
import { indexedRoofs, planesOver, roofModels } from './stages';
import { roofMeshes } from './body';
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
  ...plainEnds,
  material: 'slate',
  edges: [],
  sides: null,
  ...more
});
const solve = (points: [number, number][], more: Partial<Roof> = {}) => {
  const walls = house(points);
  const footprints = deriveFootprints(framesOf(projectWith(buildUpOf('p', [200, 'structure']), ...walls)));
  const roof = roofOf(more);
  return deriveRoof(roof, overStorey(roof, outlineOfParts(outlinesByPart([footprints], 'outer'))!))!;
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
      { wall: 'w1', kind: 'gable' as const, ...asRoof },
      { wall: 'w3', kind: 'gable' as const, ...asRoof }
    ];
    const { planes, edges } = solve(box, { edges: gables });
    expect(planes.map(({ walls }) => walls.join()).sort()).toEqual(['w0', 'w2']);
    expect(edges[0]!.filter(({ kind }) => kind === 'gable')).toHaveLength(2);
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
    const whole = solve(ell).eaves[0]!.ring;
    expect(isPartition([whole], [one!, two!, ...rest])).toBe(true);
    expect(isPartition([whole], [two!, ...rest])).toBe(false);
    // As much area, but one part twice and another never.
    const moved = { ...one!, ring: one!.ring.map(({ x, y }) => ({ x, y: y + 3000 })) };
    expect(isPartition([whole], [moved, two!, ...rest])).toBe(false);
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
    expect(sum / ringArea(eaves[0]!.ring)).toBeCloseTo(1, 6);
  });
  const edge = (wall: string, more: Partial<RoofEdge>): RoofEdge => ({
    wall,
    kind: 'eave',
    ...asRoof,
    ...more
  });
  const block: [number, number][] = [
    [0, 0],
    [10000, 0],
    [10000, 6000],
    [0, 6000]
  ];
  it('worked: 10 000 x 6 000, long sides at 45 degrees, short at 30: one overhang, or eaves at one level', () => {
    const short = (overhang: number | null) =>
      ['w1', 'w3'].map((wall) => edge(wall, { pitch: 30 * degree, overhang }));
    // As thin as can be: the numbers are those of the undersides.
    const thin = { pitch: 45 * degree, overhang: 500, plateLevel: 0, thickness: 0.001 };
    const eaveOf = (overhang: number | null, wall: string) => {
      const { planes } = solve(block, { ...thin, edges: short(overhang) });
      const { ring, underside } = planes.find(({ walls }) => walls.includes(wall))!;
      return Math.min(...ring.map((corner) => heightAt(underside, corner)));
    };
    expect(eaveOf(null, 'w0')).toBeCloseTo(-500, 1);
    expect(eaveOf(null, 'w1')).toBeCloseTo(-288.68, 1);
    expect(eaveOf(866.0254, 'w1')).toBeCloseTo(-500, 1);
    const { planes } = solve(block, { ...thin, edges: short(null) });
    const ridge = planes.flatMap(({ ring, top }) => ring.filter((q) => heightAt(top, q) > 2886));
    for (const { x } of ridge) expect(x).toBeCloseTo(5000, 0);
    expect(Math.min(...ridge.map(({ y }) => y))).toBeCloseTo(2886.75, 0);
  });
  it('an edge with a pitch, an overhang and a plate of its own; an abutment stands at its wall', () => {
    const { planes, eaves } = solve(block, {
      ...{ pitch: 30 * degree, overhang: 400, plateLevel: 2700 },
      edges: [
        edge('w0', { pitch: 20 * degree, overhang: 900, plateLevel: 2900 }),
        edge('w2', { kind: 'abutment' })
      ]
    });
    const ys = eaves[0]!.ring.map(({ y }) => Math.round(y));
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([-900, 6000]);
    const south = planes.find(({ walls }) => walls.includes('w0'))!;
    expect(heightAt(south.underside, at(5000, 0))).toBeCloseTo(2900, 6);
    expect(heightAt(south.top, at(5000, 0)) - heightAt(south.underside, at(5000, 0))).toBeCloseTo(
      200 / Math.cos(20 * degree),
      6
    );
    expect(planes.some(({ walls }) => walls.includes('w2'))).toBe(false);
  });
  it('a mono-pitch rises from one eave to the wall opposite, its verges as far past as each is said', () => {
    const { planes, eaves, ridge } = solve(block, {
      ...{ pitch: 10 * degree, overhang: 300, plateLevel: 2400 },
      edges: [
        edge('w1', { kind: 'gable', overhang: 150 }),
        edge('w2', { kind: 'gable', overhang: 600 }),
        edge('w3', { kind: 'gable' })
      ]
    });
    expect(planes).toHaveLength(1);
    expect(ringArea(eaves[0]!.ring)).toBeCloseTo((10000 + 150 + 300) * (6000 + 300 + 600), 3);
    expect(ridge).toBeCloseTo(2400 + 6600 * Math.tan(10 * degree) + 200 / Math.cos(10 * degree), 3);
  });
  it('edges of any kind, pitch, overhang and plate: a partition, as thick as said, over its own plates', () => {
    const given = fc.record({
      kind: fc.constantFrom<RoofEdge['kind']>('eave', 'eave', 'eave', 'gable', 'abutment'),
      pitch: fc.option(fc.integer({ min: 5, max: 65 }).map((one) => one * degree)),
      overhang: fc.option(fc.integer({ min: 0, max: 900 })),
      plateLevel: fc.option(fc.integer({ min: 2400, max: 3400 }))
    });
    fc.assert(
      fc.property(
        fc.constantFrom(box, ell, block),
        fc.array(given, { minLength: 6, maxLength: 6 }),
        (points, specs) => {
          const edges = points.map((_, i) => edge(`w${i}`, specs[i]!));
          fc.pre(edges.some(({ kind }) => kind === 'eave'));
          const { planes, unsolved, eaves } = solve(points, { plateLevel: 2700, edges });
          expect(unsolved).toEqual([]);
          const sum = planes.reduce((area, { ring }) => area + ringArea(ring), 0);
          expect(sum / ringArea(eaves[0]!.ring)).toBeCloseTo(1, 5);
          for (const { walls, pitch, top, underside, ring } of planes) {
            expect(heightAt(top, ring[0]!) - heightAt(underside, ring[0]!)).toBeCloseTo(
              200 / Math.cos(pitch),
              6
            );
            const said = edges.find(({ wall }) => walls.includes(wall));
            const wall = Number(said?.wall.slice(1));
            if (!said) continue;
            const [x, y] = points[wall]!;
            expect(heightAt(underside, at(x, y))).toBeCloseTo(said.plateLevel ?? 2700, 4);
          }
        }
      )
    );
  });
  it('worked: two pitches to an edge, 60 and 30 degrees from 1 000 in; a half hip from 1 500 at 45', () => {
    const rectangle: [number, number][] = [
      [0, 0],
      [8000, 0],
      [8000, 6000],
      [0, 6000]
    ];
    const second = { above: 1000 * Math.tan(Math.PI / 3), pitch: Math.PI / 6 };
    const upright = { ...asRoof, kind: 'gable' as const };
    const gambrel = solve(rectangle, {
      ...{ pitch: Math.PI / 3, overhang: 0, plateLevel: 2500, thickness: 150 },
      edges: [
        { wall: 'w0', ...asRoof, kind: 'eave', second },
        { wall: 'w1', ...upright },
        { wall: 'w2', ...asRoof, kind: 'eave', second },
        { wall: 'w3', ...upright }
      ]
    });
    expect(gambrel.lidArea).toBe(0);
    expect(gambrel.planes.map(({ pitch }) => Math.round(pitch / degree)).sort()).toEqual([30, 30, 60, 60]);
    const under = 2500 + second.above + 2000 * Math.tan(Math.PI / 6);
    expect(gambrel.ridge).toBeCloseTo(under + 150 / Math.cos(Math.PI / 6), 6);
    // Undersides cross where it was said, tops a little off it.
    const [low, high] = [60, 30].map((pitch) =>
      gambrel.planes.find((one) => Math.round(one.pitch / degree) === pitch && one.top.b > 0.1)!
    );
    expect(high!.name).toBe(`${low!.name} upper`);
    const inwards = at(4000, 1000);
    expect(heightAt(low!.underside, inwards)).toBeCloseTo(heightAt(high!.underside, inwards), 6);
    for (const p of low!.ring.filter(({ y }) => y > 1))
      expect(heightAt(low!.top, p)).toBeCloseTo(heightAt(high!.top, p), 4);
    const half = solve(rectangle, {
      ...{ pitch: Math.PI / 4, overhang: 0, plateLevel: 2500, thickness: 0.001 },
      edges: [{ wall: 'w1', ...upright, second: { above: 1500, pitch: Math.PI / 4 } }]
    });
    const hip = half.planes.find(({ walls }) => walls.includes('w1'))!;
    expect(ringArea(hip.ring)).toBeCloseTo(2_250_000, -2);
  });
  it('first forms set edges: gables where an arm ends, one eave of a mono-pitch; of a square two gables', () => {
    const upright = (points: [number, number][], form: RoofForm, low?: string) => {
      const footprints = deriveFootprints(
        framesOf(projectWith(buildUpOf('p', [200, 'structure']), ...house(points)))
      );
      const outline = outlineOfParts(outlinesByPart([footprints], 'outer'))!;
      const edges = outline.walls.map((ring) =>
        ring.map((under) => ({ kind: 'eave' as const, isLow: low !== undefined && under.includes(low) }))
      );
      return edgesOfForm(form, 0.5, outline.rings, edges)
        .flatMap((ring, r) => ring.map(({ kind }, i) => `${outline.walls[r]![i]![0]} ${kind}`))
        .filter((told) => told.endsWith('gable'))
        .sort();
    };
    const square: [number, number][] = [
      [0, 0],
      [6000, 0],
      [6000, 6000],
      [0, 6000]
    ];
    expect(upright(box, 'hip')).toEqual([]);
    expect(upright(box, 'gable')).toEqual(['w1 gable', 'w3 gable']);
    expect(upright(ell, 'gable')).toEqual(['w1 gable', 'w4 gable']);
    expect(upright(square, 'gable')).toHaveLength(2);
    expect(upright(box, 'mono')).toEqual(['w1 gable', 'w2 gable', 'w3 gable']);
    expect(upright(box, 'mono', 'w3')).toEqual(['w0 gable', 'w1 gable', 'w2 gable']);
  });
  it('all gables leave a lid, whose area is told', () => {
    const all = [0, 1, 2, 3].map((i) => ({ wall: `w${i}`, kind: 'gable' as const, ...asRoof }));
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
    const all = [0, 1, 2, 3].map((i) => ({ wall: `w${i}`, kind: 'gable' as const, ...asRoof }));
    expect(new Set(roofSection(solve(box, { edges: all })).map(({ top }) => Math.round(top))).size).toBe(1);
    expect(roofSection({ ...solve(box), planes: [] })).toEqual([]);
  });
  it('its body is closed and its volume is plan area times the plumb thickness', () => {
    for (const points of [box, ell]) {
      const model = solve(points);
      const mesh = roofMeshes(model, 0, [])[0]!;
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
    expect(ringArea(eavesOutline(ring, [450, 450, 450, 450]).ring)).toBeCloseTo(12300 * 8700, 3);
  });
});
